<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests;

use PhpParser\Node;
use PhpParser\NodeFinder;
use PhpParser\ParserFactory;
use PHPUnit\Framework\TestCase;

/** Each rule of the house, broken once in every way that is known: the static analysis must see it. */
final class GuardsTest extends TestCase
{
    /** Namespace and statement of what must be refused. */
    private const BREAKS = [
        'the core imports the framework' => [
            'Core\Rates',
            'use Symfony\Component\Clock\Clock; final class Broken { public function __construct(public ?Clock $clock) {} }',
        ],
        'the core names the framework in full' => [
            'Core\Rates',
            'final class Broken { public function __construct(public ?\Symfony\Component\Clock\Clock $clock) {} }',
        ],
        'the core names the server in full' => [
            'Core\Plan',
            'final class Broken { public function of(): string { return \WetCradle\Server\Plan\Batch::class; } }',
        ],
        'the core calls the server statically' => [
            'Core\Plan',
            'final class Broken { public function of(): mixed { return \WetCradle\Server\Plan\Batches::of(); } }',
        ],
        'the core makes a class of a string' => [
            'Core\Plan',
            'final class Broken { public function of(): object { return new (strrev("hctaB\nalP\revreS\eldarCteW"))(); } }',
        ],
        'the core makes a class of a string kept first' => [
            'Core\Plan',
            'final class Broken { public function of(): object { $class = "Wet"."Cradle"; return new $class(); } }',
        ],
        'the core has a name of the server in a string' => ['Core\Plan', 'final class Broken { public const OF = "WetCradle\\\\Server\\\\Plan\\\\Batch"; }'],
        'the core asks the database' => ['Core\Book', 'final class Broken { public function __construct(public ?\PDO $db) {} }'],
        'the core inherits from a library' => ['Core\Calendar', 'final class Broken extends \Sabre\VObject\Component\VCalendar {}'],
        'a folder leans on a later one' => [
            'Core\Numbers',
            'use WetCradle\Core\Plan\Dip; final class Broken { public function __construct(public ?Dip $dip) {} }',
        ],
        'a folder leans on a later one by its full name' => [
            'Core\Crops',
            'final class Broken { public function __construct(public ?\WetCradle\Core\Bench\Zone $zone) {} }',
        ],
        'a folder calls a later one statically' => [
            'Core\Rooting',
            'final class Broken { public function of(): mixed { return \WetCradle\Core\Plan\OrderOutlook::of(); } }',
        ],
        'the core asks for today' => ['Core\Calendar', 'final class Broken { public function of(): \DateTimeImmutable { return new \DateTimeImmutable(); } }'],
        'the core asks for today by a word' => [
            'Core\Calendar',
            'final class Broken { public function of(): \DateTimeImmutable { return new \DateTimeImmutable("today"); } }',
        ],
        'the core asks for next week' => [
            'Core\Calendar',
            'final class Broken { public function of(): \DateTimeImmutable { return new \DateTimeImmutable("+1 week"); } }',
        ],
        'the core fills a format with now' => [
            'Core\Calendar',
            'final class Broken { public function of(): mixed { return \DateTimeImmutable::createFromFormat("Y-m-d", "2027-05-12"); } }',
        ],
        'the core has a day that changes' => [
            'Core\Calendar',
            'final class Broken { public function of(): \DateTime { return new \DateTime("2027-05-12"); } }',
        ],
        'the core asks a clock' => ['Core\Calendar', 'final class Broken { public function of(): int { return time(); } }'],
        'the core asks the finest clock' => ['Core\Calendar', 'final class Broken { public function of(): mixed { return \hrtime(true); } }'],
        'the core reads a day in words' => ['Core\Calendar', 'final class Broken { public function of(): mixed { return strtotime("tomorrow"); } }'],
        'the core throws dice' => ['Core\Plan', 'final class Broken { public function of(): int { return random_int(1, 6); } }'],
        'the core throws old dice' => ['Core\Plan', 'final class Broken { public function of(): int { return mt_rand(); } }'],
        'the core shuffles' => [
            'Core\Plan',
            'final class Broken { /** @param list<int> $cards */ public function of(array $cards): array { shuffle($cards); return $cards; } }',
        ],
        'the core has chance without a seed' => ['Core\Plan', 'final class Broken { public function of(): object { return new \Random\Randomizer(); } }'],
        'the core reads a file' => ['Core\Crops', 'final class Broken { public function of(): mixed { return file_get_contents("/etc/hostname"); } }'],
        'the core opens a file' => ['Core\Crops', 'final class Broken { public function of(): mixed { return fopen("/etc/hostname", "r"); } }'],
        'the core reads a file by the name of a function' => [
            'Core\Crops',
            'final class Broken { public function of(): mixed { return array_map("file_get_contents", ["/etc/hostname"]); } }',
        ],
        'the core reads a file by a name kept first' => [
            'Core\Crops',
            'final class Broken { public function of(): mixed { $read = "file_get_contents"; return $read("/etc/hostname"); } }',
        ],
        'the core reads a file as an object' => [
            'Core\Crops',
            'final class Broken { public function of(): mixed { return new \SplFileObject("/etc/hostname"); } }',
        ],
        'the core includes a file' => ['Core\Crops', 'final class Broken { public function of(): mixed { return include "/tmp/some.php"; } }'],
        'the core looks at the environment' => [
            'Core\Crops',
            'final class Broken { public function of(): mixed { return getenv("HOME").$_SERVER["argv"][0]; } }',
        ],
        'the core writes out' => ['Core\Crops', 'final class Broken { public function of(): void { echo "there"; } }'],
        'tests of the core import the server' => [
            'Core\Tests\Plan',
            'use WetCradle\Server\Plan\Batch; final class Broken { public function __construct(public ?Batch $batch) {} }',
        ],
        'tests of the core name the server in full' => [
            'Core\Tests\Plan',
            'final class Broken { public function of(): mixed { return \WetCradle\Server\Plan\Batch::class; } }',
        ],
        'tests of the core name the server in a string' => [
            'Core\Tests\Plan',
            'final class Broken { public const OF = "WetCradle\\\\Server\\\\Plan\\\\Batch"; }',
        ],
        'the server leans on the demo' => [
            'Server\Plan',
            'use WetCradle\Server\Demo\DemoNursery; final class Broken { public function __construct(public ?DemoNursery $demo) {} }',
        ],
        'the server leans on a test by its full name' => [
            'Server\Plan',
            'final class Broken { public function of(): mixed { return \WetCradle\Server\Tests\House::class; } }',
        ],
        'the server names the demo in a string' => ['Server\Plan', 'final class Broken { public const OF = "WetCradle\\\\Server\\\\Demo\\\\DemoNursery"; }'],
        'the server reads a file of the demo' => [
            'Server\Plan',
            'final class Broken { public function of(): mixed { return file_get_contents(__DIR__."/../../../demo/crops.yaml"); } }',
        ],
        'the server reads sheets in SQL' => ['Server\Plan', 'final class Broken { public const OF = "SELECT json_extract(sheet, \'$.way\') FROM sheet"; }'],
        'a room reads the book by itself' => [
            'Server\Potting',
            'final class Broken { public const OF = "SELECT sum(count) FROM line l JOIN entry e ON e.to_line = l.id"; }',
        ],
        'a room reads what stands by itself' => ['Server\Bench', 'final class Broken { public const OF = "SELECT count FROM standing WHERE line_id = ?"; }'],
        'the server reads states in SQL' => ['Server\Plan', 'final class Broken { public const OF = "SELECT states ->> \'$.rooted\' FROM standing"; }'],
    ];
    /** What looks like a break and is none. */
    private const ALLOWED = [
        [
            'Core\Plan',
            'use WetCradle\Core\Bench\Zone; final class Fine { public function __construct(public ?Zone $zone) {} '
                .'public function of(): \DateTimeImmutable { return new \DateTimeImmutable("2027-05-12"); } }',
        ],
        [
            'Core\Plan',
            'final class Fine { public function of(): object { return new \Random\Randomizer(new \Random\Engine\Mt19937(7)); } '
                .'public function at(): mixed { return \DateTimeImmutable::createFromFormat("!Y-m-d", "2027-05-12"); } }',
        ],
        ['Core\Tests\Plan', 'final class Fine { public function of(): string { return (string) file_get_contents(__FILE__); } }'],
        [
            'Server\Plan',
            'use WetCradle\Core\Plan\OrderOutlook; final class Fine { public function __construct(public ?OrderOutlook $outlook) {} '
                .'public function of(): int { return time(); } }',
        ],
        ['Server\Book', 'final class Fine { public const OF = "SELECT count FROM standing WHERE line_id = ?"; }'],
        ['Server\Demo', 'use WetCradle\Server\Demo\DemoNursery; final class Fine { public function __construct(public ?DemoNursery $demo) {} }'],
    ];

    /** @var array<string, list<string>> what the analysis says, by the name of the file */
    private static array $said = [];

    public static function setUpBeforeClass(): void
    {
        $folder = sys_get_temp_dir().'/guards-'.getmypid();
        mkdir($folder);
        $number = 0;
        foreach ([...array_values(self::BREAKS), ...self::ALLOWED] as [$namespace, $code]) {
            // One namespace a file: classes of the same name would hide each other.
            $own = sprintf('namespace WetCradle\%s\Try%d;', $namespace, $number);
            file_put_contents(sprintf('%s/%d.php', $folder, $number++), "<?php\n\ndeclare(strict_types=1);\n\n{$own}\n\n{$code}\n");
        }
        $guards = dirname(__DIR__);
        file_put_contents(
            $folder.'/guards.neon',
            "includes: ['{$guards}/guards.neon']\nparameters:\n    customRulesetUsed: true\n"
                ."    tmpDir: {$folder}/cache\n    phpat: { ignore_built_in_classes: true, show_rule_names: true }\n",
        );
        $said = (string) shell_exec(
            sprintf(
                'cd %s && vendor/bin/phpstan analyse --no-progress --memory-limit=1G --error-format=json -c %s/guards.neon %s 2>/dev/null',
                escapeshellarg($guards),
                $folder,
                $folder,
            ),
        );
        $found = json_decode($said, true);
        self::assertIsArray($found, 'The analysis ran: '.$said);
        self::assertSame([], $found['errors']);
        foreach ($found['files'] as $file => $errors) {
            self::$said[basename($file, '.php')] = array_column($errors['messages'], 'message');
        }
        shell_exec('rm -rf '.escapeshellarg($folder));
    }

    public function testEveryBreakIsSeen(): void
    {
        $unseen = array_filter(array_keys(self::BREAKS), static fn (int $number) => !isset(self::$said[(string) $number]), ARRAY_FILTER_USE_KEY);
        self::assertSame([], array_values($unseen));
    }

    public function testWhatIsAllowedIsNotRefused(): void
    {
        foreach (array_keys(self::ALLOWED) as $i) {
            self::assertSame([], self::$said[(string) (count(self::BREAKS) + $i)] ?? [], self::ALLOWED[$i][1]);
        }
    }

    public function testTheCoreRequiresNothingButPhp(): void
    {
        $composer = json_decode((string) file_get_contents(__DIR__.'/../../core/composer.json'), true);
        self::assertSame(['php'], array_keys($composer['require']));
    }

    /**
     * Where the core may write words: what a sheet says of itself, names that are their own words, words that are read, a source,
     * faults for programmers.
     */
    private const WORDS_IN_CORE = [
        'Crops/Pattern.php', 'Crops/School.php', 'Crops/Method.php', 'Mixing/RecipeWords.php', 'Mixing/Auxin.php', 'Bench/FillingCheck.php',
    ];

    public function testTheCoreMakesNoSentences(): void
    {
        $found = [];
        $root = dirname(__DIR__, 2).'/core/src/';
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS)) as $file) {
            $source = (string) file_get_contents((string) $file);
            $lines = explode("\n", $source);
            foreach (\PhpToken::tokenize($source) as $token) {
                $isSentence = $token->is([T_CONSTANT_ENCAPSED_STRING, T_ENCAPSED_AND_WHITESPACE]) && preg_match('/\w{2,} \w+ \w/', $token->text) === 1;
                if ($isSentence && !str_contains($lines[$token->line - 1], 'LogicException')) {
                    $found[substr((string) $file, strlen($root))][] = $token->line;
                }
            }
        }
        self::assertEqualsCanonicalizing(self::WORDS_IN_CORE, array_keys($found), (string) json_encode($found));
    }

    public function testWhatTheCoreRefusesIsSaidByItsMethods(): void
    {
        $silent = [];
        $seen = 0;
        $finder = new NodeFinder();
        $parser = (new ParserFactory())->createForHostVersion();
        $root = dirname(__DIR__, 2).'/core/src/';
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS)) as $file) {
            foreach ($finder->findInstanceOf($parser->parse((string) file_get_contents((string) $file)) ?? [], Node\Stmt\ClassMethod::class) as $method) {
                $refuses = $finder->findFirst($method->stmts ?? [], static fn (Node $node) => $node instanceof Node\Expr\Throw_ && (
                    ($node->expr instanceof Node\Expr\StaticCall && $node->expr->class instanceof Node\Name && $node->expr->class->getLast() === 'Refused')
                    || ($node->expr instanceof Node\Expr\MethodCall && $node->expr->name instanceof Node\Identifier && $node->expr->name->name === 'refuse')
                ));
                $seen += $refuses === null ? 0 : 1;
                if ($refuses !== null && !str_contains((string) $method->getDocComment(), '@throws Refused')) {
                    $silent[] = substr((string) $file, strlen($root)).' '.$method->name->name;
                }
            }
        }
        self::assertSame([], $silent, 'What is refused is part of what a method says of itself.');
        self::assertGreaterThan(100, $seen);
    }

    public function testEveryLineCanBeReadAtOnce(): void
    {
        $tooLong = [];
        foreach (['core/src', 'server/src', 'server/guards'] as $folder) {
            $root = dirname(__DIR__, 2).'/'.$folder;
            foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS)) as $file) {
                foreach ((array) file((string) $file, FILE_IGNORE_NEW_LINES) as $i => $line) {
                    if (mb_strlen((string) $line) > 160) {
                        $tooLong[] = substr((string) $file, strlen($root) + 1).':'.($i + 1);
                    }
                }
            }
        }
        self::assertSame([], $tooLong, 'No line is longer than 160 characters.');
    }

    public function testNothingIsFetchedFromOutside(): void
    {
        $seen = 0;
        $web = dirname(__DIR__, 2).'/web/src';
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($web, \FilesystemIterator::SKIP_DOTS)) as $file) {
            self::assertDoesNotMatchRegularExpression(
                '#https?://(?!www\.w3\.org)#',
                (string) file_get_contents((string) $file),
                "{$file}: nothing is fetched from outside.",
            );
            ++$seen;
        }
        self::assertGreaterThan(100, $seen);
    }
}
