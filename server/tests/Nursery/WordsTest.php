<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Nursery;

use PhpParser\Node;
use PhpParser\NodeFinder;
use PhpParser\ParserFactory;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Yaml\Yaml;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Grade;
use WetCradle\Core\Crops\HormoneKind;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\Job;
use WetCradle\Core\Rates\Held;
use WetCradle\Core\Rates\HormoneAge;
use WetCradle\Core\Rates\Sort;
use WetCradle\Core\Rates\TrialEnd;
use WetCradle\Core\Rates\WeatherThen;
use WetCradle\Core\Records\Column;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Records\TraceKind;
use WetCradle\Server\Nursery\Words;
use WetCradle\Server\Tests\House;

/** What the core finds to be the case has its sentence, with the figures that come with it, and each sentence is somebody's. */
final class WordsTest extends House
{
    private const OTHER_WAYS = ['warmth', 'together', 'listed', 'apart', 'said'];
    /** Keys that `Words` itself asks for. */
    private const OF_WORDS = ['warmth.celsius', 'warmth.fahrenheit', 'week.number', 'week.date', 'list.and', 'within'];

    /** @return array<string, string> */
    private static function file(): array
    {
        return Yaml::parseFile(dirname(__DIR__, 2).'/translations/trade+intl-icu.en.yaml');
    }

    /** @return \Generator<array{string, list<string>, string}> key, as a pattern; names of its figures; where */
    private static function told(): \Generator
    {
        $parser = (new ParserFactory())->createForHostVersion();
        foreach ([dirname(__DIR__, 3).'/core/src', dirname(__DIR__, 2).'/src'] as $root) {
            foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS)) as $file) {
                $nodes = $parser->parse((string) file_get_contents((string) $file)) ?? [];
                foreach ((new NodeFinder())->findInstanceOf($nodes, Node\Expr\StaticCall::class) as $call) {
                    if ($call->class instanceof Node\Name && $call->class->getLast() === 'Fact'
                        && $call->name instanceof Node\Identifier && $call->name->name === 'of') {
                        $figures = [];
                        $open = false;
                        foreach (array_slice($call->getArgs(), 1) as $arg) {
                            $figures[] = $arg->name->name ?? '…';
                            $open = $open || $arg->unpack;
                        }
                        foreach (self::keys($call->getArgs()[0]->value) as $key) {
                            yield [$key, $open ? ['…'] : $figures, basename((string) $file).':'.$call->getStartLine()];
                        }
                    }
                }
            }
        }
    }

    /** @return list<string> as patterns */
    private static function keys(Node\Expr $expr): array
    {
        return match (true) {
            $expr instanceof Node\Scalar\String_ => [preg_quote($expr->value, '/')],
            $expr instanceof Node\Expr\Ternary => [...self::keys($expr->if ?? $expr->cond), ...self::keys($expr->else)],
            $expr instanceof Node\Expr\BinaryOp\Concat => array_map(static fn (string $left) => $left.'[\w ]+', self::keys($expr->left)),
            $expr instanceof Node\Scalar\InterpolatedString => [implode('', array_map(
                static fn (Node $part) => $part instanceof Node\InterpolatedStringPart ? preg_quote($part->value, '/') : '[\w \-]+',
                $expr->parts,
            ))],
            default => ['.+'],
        };
    }

    public function testEveryFactHasItsSentenceWithItsFigures(): void
    {
        $file = self::file();
        $used = self::OF_WORDS;
        $seen = 0;
        foreach (self::told() as [$pattern, $figures, $where]) {
            if ($pattern === '.+' || in_array($pattern, self::OTHER_WAYS, true)) {
                continue;
            }
            $keys = (array) preg_grep("/^{$pattern}$/", array_keys($file));
            self::assertNotSame([], $keys, "{$where}: {$pattern} has no words.");
            $used = [...$used, ...array_map(strval(...), $keys)];
            ++$seen;
            foreach (in_array('…', $figures, true) ? [] : $keys as $key) {
                $plain = (string) preg_replace('/\{(\w+), plural, one \{[^}]*} other \{[^}]*}}/', '{$1}', $file[$key]);
                preg_match_all('/\{(\w+)[,}]/', $plain, $names);
                $asked = array_unique(array_map(static fn (string $name) => (string) preg_replace('/(Many|Within|Grouped)$/', '', $name), $names[1]));
                self::assertSame([], array_values(array_diff($asked, $figures)), "{$where}: {$key} asks for figures that are not given.");
            }
        }
        self::assertGreaterThan(300, $seen);
        foreach ([
            Material::class, HormoneKind::class, Column::class, Kind::class, Job::class, TraceKind::class, Sort::class, Grade::class, Held::class, TrialEnd::class,
            HormoneAge::class, WeatherThen::class,
        ] as $set) {
            $used = [...$used, ...array_map(Words::keyOf(...), $set::cases())];
        }
        self::assertSame([], array_values(array_diff(array_keys($file), $used)), 'Nobody says these.');
    }

    public function testEverySentenceCanBeRead(): void
    {
        foreach (self::file() as $key => $pattern) {
            self::assertNotNull(\MessageFormatter::create('en', $pattern), $key);
        }
    }

    /** @return iterable<string, array{Fact, string}> */
    public static function facts(): iterable
    {
        $gives = Fact::of('stock.short', short: 50, gives: Fact::of('stock.can_give', left: 400));
        yield 'a fact within another' => [Fact::of('move.no_material', block: 'fu-1', gives: $gives), 'fu-1 is 50 short: can give 400.'];
        yield 'a sentence within another' => [Fact::of('move.unfit', block: 'FU-1', why: Fact::of('stock.never_clean')), 'FU-1: never found clean.'];
        yield 'one of them' => [Fact::of('potting.root_bound', days: 1), 'Roots will have matted for 1 day by then.'];
        yield 'several, and no thousands sign' => [Fact::of('potting.root_bound', days: 1200), 'Roots will have matted for 1200 days by then.'];
        yield 'a week that begins it' => [Fact::of('potting.gone_by', week: Week::of('2027-W22')), 'Week 22 has gone by.'];
        yield 'names, the last with and' => [
            Fact::of('no_place.locked', batches: ['A', 'B', 'C']),
            'Only what stands there or is locked is in the way: A, B and C.',
        ];
        yield 'a day in September' => [Fact::of('plan.gone', cuttings: 9, on: new \DateTimeImmutable('2027-09-03')), '9 to be stuck on 3 Sep 2027, called off'];
        yield 'an hour where it was told' => [
            Fact::of('hold.hour', at: new \DateTimeImmutable('2027-06-02 15:00', new \DateTimeZone('Australia/Hobart'))),
            '15:00',
        ];
        yield 'a range of levels' => [Fact::of('bench.no_water', gives: Range::of(0, 1), wants: Range::of(3, 3)), 'gives mist level 0–1; this crop wants 3'];
        yield 'one of a set' => [
            Fact::of('dip.other_kind', stock: 'Tin', is: HormoneKind::Liquid, asked: HormoneKind::Powder),
            'Tin is a liquid; the sheet asks for a powder.',
        ];
        yield 'a strength' => [Fact::of('strength', ppm: 3000, percent: 0.3), "3\u{202F}000 ppm (0.3 %)"];
        yield 'a weak one' => [Fact::of('strength.weak', ppm: 2.5, percent: 0.0003), '2.5 ppm (0.0003 %)'];
        yield 'one after the other' => [
            Fact::together(Fact::of('dip.none'), Fact::of('dip.use', stock: 'Tin')),
            'No hormone is on the shelf. Enter one, with what its label says. Use Tin.',
        ];
        yield 'parts of one' => [Fact::listed(Fact::of('order.part.sent', plants: 4), Fact::of('order.part.ready', plants: 2)), '4 sent, 2 ready'];
        yield 'parts apart' => [Fact::apart(Fact::of('plan.stays'), Fact::of('plan.other_orders')), 'stays there; for other orders'];
        yield 'what was said already' => [Fact::said('plants must be more.'), 'plants must be more.'];
        yield 'and said within' => [Fact::within('No zone is so warm.'), 'no zone is so warm'];
        yield 'another figure' => [Fact::of('hold.days', days: 3)->with(days: 4), '4 days'];
    }

    #[DataProvider('facts')]
    public function testAFactIsSaid(Fact $fact, string $words): void
    {
        self::assertSame($words, $this->words()->say($fact));
    }

    public function testEachNurseryIsToldItsOwnWay(): void
    {
        $fact = Fact::of('bench.closed', from: Week::of('2027-W22'), why: 'a leak');
        $warmth = Fact::warmth(Range::of(18, 22));
        $words = $this->words();
        self::assertSame(['is out of use from week 22: a leak', '18–22 °C'], [$words->say($fact), $words->say($warmth)]);
        $this->putBack(static fn () => null);
        $this->db()->executeStatement("UPDATE nursery SET weeks = 'dates', temperature = 'fahrenheit'");
        $words = $this->words();
        self::assertSame(['is out of use from the week of 31 May: a leak', '64–72 °F'], [$words->say($fact), $words->say($warmth)]);
    }
}
