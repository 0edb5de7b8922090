<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Book\State;
use WetCradle\Core\Rates\LossShare;
use WetCradle\Core\Rates\Promise;
use WetCradle\Core\Rates\Promises;
use WetCradle\Core\Rates\StageFlow;
use WetCradle\Core\Rates\StageShare;

/** What came of batches: stages, losses, promises. */
final class OutcomesTest extends TestCase
{
    public function testWhatStandsInAStageSaysNothingOfItYet(): void
    {
        $through = StageFlow::of('A', ['stuck' => 200, 'rooted' => 160, 'potted' => 150, 'grown' => 140, 'sold' => 140], []);
        $half = StageFlow::of('B', ['stuck' => 100, 'rooted' => 60, 'potted' => 20], ['stuck' => 20, 'rooted' => 40, 'potted' => 20]);
        $shares = StageShare::of([$through, $half]);
        self::assertSame([State::Stuck, State::Rooted, State::Potted, State::Grown], array_map(static fn (StageShare $one) => $one->from, $shares));
        self::assertSame([[280, 220], [180, 170], [150, 140], [140, 140]], array_map(static fn (StageShare $one) => [$one->left, $one->reached], $shares));
        self::assertSame([2, 2, 1, 1], array_map(static fn (StageShare $one) => $one->batches, $shares));
        self::assertEqualsWithDelta(220 / 280, $shares[0]->share, 1e-12);
        self::assertNull($shares[0]->range, 'Two batches have no spread.');
        self::assertNull(StageShare::of([])[0]->share);
    }

    public function testEightBatchesOfTenLieInTheRange(): void
    {
        $batches = array_map(static fn (int $i) => StageFlow::of("B{$i}", ['stuck' => 100, 'rooted' => 50 + $i], []), range(0, 40));
        self::assertSame([0.54, 0.86], StageShare::of($batches)[0]->range);
    }

    public function testPlantsThatWereFoundAgainDoNotMakeMoreThanAll(): void
    {
        [$first] = StageShare::of([StageFlow::of('A', ['stuck' => 100, 'rooted' => 104], [])]);
        self::assertSame([100, 100, 1.0], [$first->left, $first->reached, $first->share]);
    }

    public function testCausesAreSharesOfAllThatWereStuck(): void
    {
        $shares = LossShare::of([['rot' => 10, 'pest' => 0], ['rot' => 5, 'unrooted' => 40], []], 500);
        self::assertSame(
            [['unrooted', 40, 0.08, 1], ['rot', 15, 0.03, 2]],
            array_map(static fn (LossShare $one) => [$one->cause->value, $one->plants, $one->share, $one->batches], $shares),
        );
        self::assertSame([], LossShare::of([], 0));
    }

    public function testPromisesThatAreAboutAlikeStandTogether(): void
    {
        $groups = Promises::of([
            Promise::of('A', 0.9, 100, 100), Promise::of('B', 0.91, 100, 99), Promise::of('C', 0.5, 100, 20), Promise::of('D', 0.89, 50, 80),
        ]);
        self::assertSame([[3, 2, ['B']], [1, 0, ['C']]], array_map(static fn (Promises $one) => [$one->batches, $one->kept, $one->broken], $groups));
        self::assertEqualsWithDelta(0.9, $groups[0]->chance, 1e-12);
    }

    /** Where each promise is true, fewer or more are kept than the limits say about once in twenty. */
    public function testTruePromisesStayWithinWhatChanceLeaves(): void
    {
        mt_srand(12);
        $outside = 0;
        for ($nursery = 0; $nursery < 400; ++$nursery) {
            $promises = array_map(
                static fn (int $i) => Promise::of("B{$i}", 0.9, 100, mt_rand(1, 1000) <= 900 ? 100 : 10),
                range(1, 40 + $nursery % 160),
            );
            [$group] = Promises::of($promises);
            $outside += $group->isTooSeldom() || $group->isTooOften() ? 1 : 0;
        }
        self::assertGreaterThan(2, $outside);
        self::assertLessThan(32, $outside, 'One in twenty of 400 is 20; whole numbers make it fewer.');
        [$false] = Promises::of(array_map(static fn (int $i) => Promise::of("B{$i}", 0.9, 100, $i % 4 === 0 ? 10 : 100), range(1, 200)));
        self::assertTrue($false->isTooSeldom(), 'Three of four is not nine of ten.');
        [$careful] = Promises::of(array_map(static fn (int $i) => Promise::of("B{$i}", 0.9, 100, 100), range(1, 200)));
        self::assertTrue($careful->isTooOften());
    }
}
