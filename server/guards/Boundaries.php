<?php

declare(strict_types=1);

namespace WetCradle\Guards;

use PhpParser\Node;
use PhpParser\NodeFinder;
use PHPStan\Analyser\Scope;
use PHPStan\Node\FileNode;
use PHPStan\Reflection\ReflectionProvider;
use PHPStan\Rules\IdentifierRuleError;
use PHPStan\Rules\Rule;
use PHPStan\Rules\RuleErrorBuilder;

/**
 * What a file may reach for, by its namespace. The core reaches for no clock, chance, file, network or environment, and for no
 * class but its own and PHP's plain ones, however that is written: imported, by full name, in a string, or through a variable.
 *
 * @implements Rule<FileNode>
 */
final class Boundaries implements Rule
{
    private const CLOCK = [
        'time', 'microtime', 'hrtime', 'date', 'gmdate', 'idate', 'mktime', 'gmmktime', 'getdate', 'localtime', 'strtotime', 'date_create',
        'date_create_immutable', 'gettimeofday', 'sleep', 'usleep',
    ];
    private const CHANCE = [
        'rand', 'mt_rand', 'mt_srand', 'srand', 'random_int', 'random_bytes', 'lcg_value', 'uniqid', 'shuffle', 'str_shuffle', 'array_rand',
        'spl_object_id', 'spl_object_hash',
    ];
    private const OUTSIDE = [
        'getenv', 'putenv', 'gethostname', 'php_uname', 'sys_get_temp_dir', 'error_log', 'header', 'setcookie', 'mail', 'exec', 'system',
        'shell_exec', 'passthru', 'popen', 'proc_open', 'glob', 'readfile', 'mkdir', 'rmdir', 'unlink', 'rename', 'copy', 'touch', 'tempnam',
        'tmpfile', 'scandir', 'opendir', 'parse_ini_file', 'eval', 'assert_options', 'ini_set', 'set_time_limit', 'setlocale',
    ];
    private const OUTSIDE_BEGINS = ['file_', 'fopen', 'file', 'fsock', 'stream_', 'curl_', 'socket_', 'is_file', 'is_dir', 'sqlite', 'session_', 'ob_'];
    /** PHP's own classes that hold no clock, file or chance. */
    private const PLAIN = [
        'Normalizer', 'DateTimeImmutable', 'DateTimeInterface', 'DateInterval', 'DateTimeZone', 'Closure', 'Generator', 'Iterator', 'IteratorAggregate',
        'Traversable', 'Countable', 'ArrayAccess', 'ArrayIterator', 'Stringable', 'JsonSerializable', 'WeakMap', 'stdClass', 'Throwable',
        'Exception', 'Error', 'TypeError', 'ValueError', 'JsonException', 'BackedEnum', 'UnitEnum', 'Attribute', 'SplPriorityQueue',
        'SplFixedArray', 'SplObjectStorage', 'Random\\Randomizer', 'Random\\Engine\\Mt19937', 'Random\\Engine\\Xoshiro256StarStar',
    ];

    public function __construct(private readonly ReflectionProvider $reflection)
    {
    }

    public function getNodeType(): string
    {
        return FileNode::class;
    }

    /** @return list<IdentifierRuleError> */
    public function processNode(Node $node, Scope $scope): array
    {
        assert($node instanceof FileNode);
        $nodes = $node->getNodes();
        $namespace = (new NodeFinder())->findFirstInstanceOf($nodes, Node\Stmt\Namespace_::class)?->name?->toString() ?? '';

        return match (true) {
            self::within($namespace, 'WetCradle\Core\Tests') => [
                ...$this->names($nodes, static fn (string $name) => !self::within($name, 'WetCradle\Server'), 'Tests of the core know only the core'),
                ...$this->strings($nodes, '/WetCradle\\\\Server/', 'Tests of the core know only the core'),
            ],
            self::within($namespace, 'WetCradle\Core') => $this->core($nodes),
            self::within($namespace, 'WetCradle\Server\Demo'), self::within($namespace, 'WetCradle\Server\Tests'),
            self::within($namespace, 'WetCradle\Server\Migrations') => [],
            self::within($namespace, 'WetCradle\Server') => [
                ...$this->names(
                    $nodes,
                    static fn (string $name) => !self::within($name, 'WetCradle\Server\Demo')
                        && !self::within($name, 'WetCradle\Server\Tests')
                        && !self::within($name, 'WetCradle\Guards'),
                    'What is used every day leans on no demo, test or guard',
                ),
                ...$this->strings($nodes, '#(^|/)demo/|WetCradle\\\\Server\\\\(Demo|Tests)#', 'What is used every day reads nothing of the demo'),
                ...$this->strings($nodes, '/json_(extract|each|tree)|->>/', 'Sheets and states are read by their types, not in SQL'),
                ...self::within($namespace, 'WetCradle\Server\Book') ? [] : $this->strings(
                    $nodes,
                    '/\b(FROM|JOIN|INTO|UPDATE)\s+(standing|entry)\b/i',
                    'What stands where is read and written by the book alone',
                ),
            ],
            default => [],
        };
    }

    /**
     * @param array<Node> $nodes
     *
     * @return list<IdentifierRuleError>
     */
    private function core(array $nodes): array
    {
        $found = [
            ...$this->names(
                $nodes,
                fn (string $name) => self::within($name, 'WetCradle\Core') || $this->isPlain($name),
                'The core leans on nothing but itself',
            ),
            ...$this->strings($nodes, '/WetCradle\\\\(?!Core)|Symfony\\\\|Doctrine\\\\/', 'The core leans on nothing but itself'),
        ];
        $finder = new NodeFinder();
        foreach ($finder->findInstanceOf($nodes, Node\Expr\FuncCall::class) as $call) {
            if ($call->name instanceof Node\Name) {
                $name = strtolower($call->name->getLast());
                if (self::isForbidden($name)) {
                    $found[] = self::error(sprintf('The core has no clock, chance or files: %s().', $name), $call);
                }
                foreach ($call->isFirstClassCallable() ? [] : $call->getArgs() as $arg) {
                    if (
                        $arg->value instanceof Node\Scalar\String_
                        && self::isForbidden(strtolower($arg->value->value))
                        && function_exists($arg->value->value)
                        && in_array($name, ['call_user_func', 'call_user_func_array', 'array_map', 'array_filter', 'usort', 'is_callable'], true)
                    ) {
                        $found[] = self::error(sprintf('The core has no clock, chance or files: %s by its name.', $arg->value->value), $call);
                    }
                }
            }
        }
        foreach ($finder->find(
            $nodes,
            static fn (Node $n) => $n instanceof Node\Expr\Assign
                && $n->expr instanceof Node\Scalar\String_
                && self::isForbidden(strtolower($n->expr->value))
                && function_exists($n->expr->value),
        ) as $assigned) {
            $found[] = self::error('The core has no clock, chance or files, not even by name.', $assigned);
        }
        foreach ($finder->find(
            $nodes,
            static fn (Node $n) => ($n instanceof Node\Expr\New_ || $n instanceof Node\Expr\StaticCall)
                && $n->class instanceof Node\Expr
                && self::comesFromString($n->class, $nodes),
        ) as $dynamic) {
            $found[] = self::error('A class of the core is named, not put together from a string.', $dynamic);
        }
        foreach ($finder->findInstanceOf($nodes, Node\Expr\Variable::class) as $variable) {
            if (is_string($variable->name) && preg_match('/^(_(SERVER|ENV|GET|POST|COOKIE|FILES|SESSION|REQUEST)|GLOBALS)$/', $variable->name) === 1) {
                $found[] = self::error('The core knows no request and no environment.', $variable);
            }
        }
        foreach ($finder->findInstanceOf($nodes, Node\Expr\New_::class) as $made) {
            if (
                $made->class instanceof Node\Name
                && in_array($made->class->getLast(), ['Randomizer', 'Mt19937', 'Xoshiro256StarStar'], true)
                && $made->getArgs() === []
            ) {
                $found[] = self::error('Chance in the core has a seed.', $made);
            }
            if ($made->class instanceof Node\Name && $made->class->getLast() === 'DateTimeImmutable') {
                $day = $made->getArgs()[0]->value ?? null;
                if ($day === null || ($day instanceof Node\Scalar\String_ && preg_match('/^(@|\d{4}-\d\d-\d\d)/', $day->value) !== 1)) {
                    $found[] = self::error('The core has no today: it is told the day.', $made);
                }
            }
        }
        foreach ($finder->findInstanceOf($nodes, Node\Expr\StaticCall::class) as $call) {
            if ($call->name instanceof Node\Identifier && $call->name->name === 'createFromFormat') {
                $format = $call->getArgs()[0]->value ?? null;
                if (!$format instanceof Node\Scalar\String_ || preg_match('/^!|\|$/', $format->value) !== 1) {
                    $found[] = self::error('A format without ! or | fills in the time of now.', $call);
                }
            }
        }
        foreach ($finder->find(
            $nodes,
            static fn (Node $n) => $n instanceof Node\Expr\Include_
                || $n instanceof Node\Expr\Eval_
                || $n instanceof Node\Expr\Exit_
                || $n instanceof Node\Stmt\Echo_
                || $n instanceof Node\Stmt\InlineHTML
                && trim($n->value) !== '',
        ) as $outside) {
            $found[] = self::error('The core reads no files and writes nowhere.', $outside);
        }

        return $found;
    }

    /**
     * @param array<Node>           $nodes
     * @param callable(string): bool $mayBe
     *
     * @return list<IdentifierRuleError>
     */
    private function names(array $nodes, callable $mayBe, string $why): array
    {
        $found = [];
        $functions = new \SplObjectStorage();
        foreach ((new NodeFinder())->find(
            $nodes,
            static fn (Node $n) => $n instanceof Node\Expr\FuncCall || $n instanceof Node\Expr\ConstFetch || $n instanceof Node\Stmt\Namespace_,
        ) as $node) {
            if (
                ($node instanceof Node\Expr\FuncCall || $node instanceof Node\Expr\ConstFetch || $node instanceof Node\Stmt\Namespace_)
                && $node->name instanceof Node\Name
            ) {
                $functions->attach($node->name);
            }
        }
        foreach ((new NodeFinder())->find($nodes, static fn (Node $n) => $n instanceof Node\Name || $n instanceof Node\UseItem) as $node) {
            $name = $node instanceof Node\UseItem ? $node->name->toString() : ($node instanceof Node\Name ? $node->toString() : '');
            if (
                ($node instanceof Node\Name && ($functions->contains($node) || $node->isSpecialClassName()))
                || ($node instanceof Node\Name && !$node instanceof Node\Name\FullyQualified)
            ) {
                continue;
            }
            if (!$mayBe(ltrim($name, '\\'))) {
                $found[] = self::error(sprintf('%s: %s.', $why, $name), $node);
            }
        }

        return $found;
    }

    /**
     * @param array<Node> $nodes
     *
     * @return list<IdentifierRuleError>
     */
    private function strings(array $nodes, string $pattern, string $why): array
    {
        $found = [];
        foreach ((new NodeFinder())->find(
            $nodes,
            static fn (Node $n) => $n instanceof Node\Scalar\String_ || $n instanceof Node\InterpolatedStringPart,
        ) as $string) {
            if (($string instanceof Node\Scalar\String_ || $string instanceof Node\InterpolatedStringPart) && preg_match($pattern, $string->value) === 1) {
                $found[] = self::error(sprintf('%s: "%s".', $why, mb_strimwidth($string->value, 0, 60, '…')), $string);
            }
        }

        return $found;
    }

    private function isPlain(string $name): bool
    {
        if (in_array($name, self::PLAIN, true)) {
            return true;
        }

        return $this->reflection->hasClass($name)
            && $this->reflection->getClass($name)->isBuiltin()
            && $this->reflection->getClass($name)->isSubclassOf(\Exception::class);
    }

    private static function isForbidden(string $function): bool
    {
        if (in_array($function, [...self::CLOCK, ...self::CHANCE, ...self::OUTSIDE], true)) {
            return true;
        }
        foreach (self::OUTSIDE_BEGINS as $begin) {
            if (str_starts_with($function, $begin)) {
                return true;
            }
        }

        return false;
    }

    /**
     * Whether a class is put together: written as a string, or a variable that one is assigned to.
     *
     * @param array<Node> $nodes
     */
    private static function comesFromString(Node\Expr $class, array $nodes): bool
    {
        $isText = static fn (Node $n) => $n instanceof Node\Scalar || $n instanceof Node\Expr\BinaryOp\Concat || $n instanceof Node\Expr\FuncCall;
        if (!$class instanceof Node\Expr\Variable || !is_string($class->name)) {
            return $isText($class);
        }

        return (new NodeFinder())->findFirst(
            $nodes,
            static fn (Node $n) => $n instanceof Node\Expr\Assign
                && $n->var instanceof Node\Expr\Variable
                && $n->var->name === $class->name
                && $isText($n->expr),
        ) !== null;
    }

    private static function within(string $name, string $namespace): bool
    {
        return $name === $namespace || str_starts_with($name, $namespace.'\\');
    }

    private static function error(string $message, Node $at): IdentifierRuleError
    {
        return RuleErrorBuilder::message($message)->identifier('wetCradle.boundary')->line($at->getStartLine())->build();
    }
}
