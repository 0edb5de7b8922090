<?php

declare(strict_types=1);

namespace WetCradle\Mutate;

use PhpParser\Node;
use PhpParser\NodeFinder;
use PhpParser\ParserFactory;

/** Every place of a file where a rule could be another: an operator, a comparison, a number, a choice of two. */
final class Mutants
{
    private const OPERATORS = [
        Node\Expr\BinaryOp\Smaller::class => '<=',
        Node\Expr\BinaryOp\SmallerOrEqual::class => '<',
        Node\Expr\BinaryOp\Greater::class => '>=',
        Node\Expr\BinaryOp\GreaterOrEqual::class => '>',
        Node\Expr\BinaryOp\Identical::class => '!==',
        Node\Expr\BinaryOp\NotIdentical::class => '===',
        Node\Expr\BinaryOp\BooleanAnd::class => '||',
        Node\Expr\BinaryOp\BooleanOr::class => '&&',
        Node\Expr\BinaryOp\Plus::class => '-',
        Node\Expr\BinaryOp\Minus::class => '+',
        Node\Expr\BinaryOp\Mul::class => '/',
        Node\Expr\BinaryOp\Div::class => '*',
    ];
    private const TURNED = [
        Node\Expr\BinaryOp\Smaller::class => '>',
        Node\Expr\BinaryOp\SmallerOrEqual::class => '>',
        Node\Expr\BinaryOp\Greater::class => '<',
        Node\Expr\BinaryOp\GreaterOrEqual::class => '<',
    ];
    private const FUNCTIONS = [
        'min' => 'max', 'max' => 'min', 'ceil' => 'floor', 'floor' => 'ceil', 'round' => 'floor', 'array_filter' => 'array_values',
        'intdiv' => 'max',
    ];

    /** @return list<array{line: int, from: int, to: int, was: string, is: string}> from and to: bytes of the file, the last left out */
    public static function of(string $code): array
    {
        $nodes = (new ParserFactory())->createForNewestSupportedVersion()->parse($code) ?? [];
        $found = [];
        $add = static function (Node $at, int $from, int $to, string $is) use (&$found, $code): void {
            $found[$from] ??= ['line' => $at->getStartLine(), 'from' => $from, 'to' => $to, 'was' => substr($code, $from, $to - $from), 'is' => $is];
        };
        $finder = new NodeFinder();
        // How a thing is mapped to the database, or a request to its method, is no rule of the trade; nor is what cannot happen.
        $impossible = array_filter($finder->findInstanceOf($nodes, Node\Stmt\If_::class), static fn (Node\Stmt\If_ $if) => count($if->stmts) === 1
            && $if->stmts[0] instanceof Node\Stmt\Expression && $if->stmts[0]->expr instanceof Node\Expr\Throw_
            && $if->stmts[0]->expr->expr instanceof Node\Expr\New_ && $if->stmts[0]->expr->expr->class instanceof Node\Name
            && $if->stmts[0]->expr->expr->class->getLast() === 'LogicException');
        $mapped = array_map(
            static fn (Node $part) => [$part->getStartFilePos(), $part->getEndFilePos()],
            [...$finder->findInstanceOf($nodes, Node\AttributeGroup::class), ...$impossible],
        );
        foreach ($finder->findInstanceOf($nodes, Node\Expr\BinaryOp::class) as $node) {
            $other = self::OPERATORS[$node::class] ?? null;
            if ($other !== null) {
                $between = $node->left->getEndFilePos() + 1;
                $length = $node->right->getStartFilePos() - $between;
                $at = strpos(substr($code, $between, $length), $node->getOperatorSigil());
                if ($at !== false) {
                    // No case stands on the boundary between two fractions: there the comparison is turned round instead.
                    $other = self::isOfFractions($node) ? self::TURNED[$node::class] ?? $other : $other;
                    $add($node, $between + $at, $between + $at + strlen($node->getOperatorSigil()), $other);
                }
            }
        }
        foreach ($finder->findInstanceOf($nodes, Node\Expr\BooleanNot::class) as $node) {
            $add($node, $node->getStartFilePos(), $node->getStartFilePos() + 1, '');
        }
        // How strictly a file is typed is no rule of it.
        $strict = array_map(static fn (Node\DeclareItem $item) => $item->value, $finder->findInstanceOf($nodes, Node\DeclareItem::class));
        $noRule = self::marks($finder, $nodes);
        foreach ($finder->findInstanceOf($nodes, Node\Scalar\Int_::class) as $node) {
            if (in_array($node, $strict, true) || in_array($node, $noRule, true)) {
                continue;
            }
            $add($node, $node->getStartFilePos(), $node->getEndFilePos() + 1, (string) ($node->value + 1));
        }
        foreach ($finder->findInstanceOf($nodes, Node\Scalar\Float_::class) as $node) {
            // So little is room for what binary fractions lose, and no number of the trade.
            if (($node->value > 0.0 && $node->value < 1e-6) || in_array($node, $noRule, true)) {
                continue;
            }
            $add(
                $node,
                $node->getStartFilePos(),
                $node->getEndFilePos() + 1,
                sprintf('(1.25 * %s + 0.1)', substr($code, $node->getStartFilePos(), $node->getEndFilePos() + 1 - $node->getStartFilePos())),
            );
        }
        $ofWhole = [];
        foreach ([Node\Expr\BinaryOp\Identical::class, Node\Expr\BinaryOp\NotIdentical::class] as $compared) {
            foreach ($finder->findInstanceOf($nodes, $compared) as $node) {
                [$call, $other] = [$node->left, $node->right];
                $of = $call instanceof Node\Expr\FuncCall && !$call->isFirstClassCallable() ? $call->getArgs()[0]->value ?? null : null;
                if ($of !== null && substr($code, $of->getStartFilePos(), $of->getEndFilePos() - $of->getStartFilePos())
                    === substr($code, $other->getStartFilePos(), $other->getEndFilePos() - $other->getStartFilePos())) {
                    $ofWhole[] = $call;
                }
            }
        }
        foreach ($finder->findInstanceOf($nodes, Node\Expr\FuncCall::class) as $node) {
            $other = $node->name instanceof Node\Name ? self::FUNCTIONS[$node->name->toString()] ?? null : null;
            // Rounded up or down, only what is whole already is itself.
            if ($other !== null && !$node->isFirstClassCallable() && !in_array($node, $ofWhole, true)) {
                $add($node, $node->name->getStartFilePos(), $node->name->getEndFilePos() + 1, $other);
            }
        }
        foreach ($finder->findInstanceOf($nodes, Node\Expr\ConstFetch::class) as $node) {
            if (in_array($node, $noRule, true)) {
                continue;
            }
            $other = ['true' => 'false', 'false' => 'true'][$node->name->toLowerString()] ?? null;
            if ($other !== null) {
                $add($node, $node->getStartFilePos(), $node->getEndFilePos() + 1, $other);
            }
        }
        foreach ($finder->findInstanceOf($nodes, Node\Stmt\Expression::class) as $node) {
            if ($node->expr instanceof Node\Expr\MethodCall || $node->expr instanceof Node\Expr\StaticCall) {
                $add($node, $node->getStartFilePos(), $node->getEndFilePos() + 1, ';');
            }
        }
        ksort($found);

        return array_values(array_filter($found, static function (array $mutant) use ($mapped): bool {
            foreach ($mapped as [$from, $to]) {
                if ($mutant['from'] >= $from && $mutant['from'] <= $to) {
                    return false;
                }
            }

            return true;
        }));
    }

    /**
     * Values that are no rule: what is put under a key only so that the key is there, how strictly a list is searched for
     * what is of its own kind, how finely chance is drawn, the time of day that stands for a whole day, and the nought that
     * something is compared with (the comparison is changed itself).
     *
     * @param array<Node> $nodes
     *
     * @return list<Node>
     */
    private static function marks(NodeFinder $finder, array $nodes): array
    {
        $marks = [];
        foreach ($finder->findInstanceOf($nodes, Node\Expr\Assign::class) as $assign) {
            if ($assign->var instanceof Node\Expr\ArrayDimFetch && $assign->expr instanceof Node\Expr\ConstFetch) {
                $marks[] = $assign->expr;
            }
        }
        foreach ($finder->findInstanceOf($nodes, Node\Expr\FuncCall::class) as $call) {
            $name = $call->name instanceof Node\Name ? $call->name->toString() : '';
            $third = $call->isFirstClassCallable() ? null : $call->getArgs()[2] ?? null;
            if (in_array($name, ['in_array', 'array_search', 'array_keys'], true) && $third !== null) {
                $marks[] = $third->value;
            }
        }

        foreach ($finder->findInstanceOf($nodes, Node\Expr\BinaryOp::class) as $node) {
            if (isset(self::TURNED[$node::class])) {
                foreach ([$node->left, $node->right] as $side) {
                    if ($side instanceof Node\Scalar\Float_ && $side->value === 0.0) {
                        $marks[] = $side;
                    }
                }
            }
        }
        foreach ($finder->findInstanceOf($nodes, Node\Expr\MethodCall::class) as $call) {
            if ($call->name instanceof Node\Identifier && in_array($call->name->toString(), ['getInt', 'setTime'], true) && !$call->isFirstClassCallable()) {
                $marks = [...$marks, ...$finder->findInstanceOf($call->getArgs(), Node\Scalar\Int_::class)];
            }
        }

        return $marks;
    }

    private static function isOfFractions(Node\Expr\BinaryOp $comparison): bool
    {
        return $comparison->left instanceof Node\Scalar\Float_ || $comparison->right instanceof Node\Scalar\Float_;
    }
}
