<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rates\SeasonBeside;
use WetCradle\Core\Rates\SeasonSum;
use WetCradle\Core\Rates\SortedBatch;
use WetCradle\Core\Rates\Unlike;

final class SeasonTest extends TestCase
{
    public function testWhatIsMissingIsShortOnceItsWeekHasGoneByAndDueBefore(): void
    {
        $sum = SeasonSum::ofOrders(100, 80, 60, true)->and(SeasonSum::ofOrders(50, 10, 10, false))->and(SeasonSum::ofBatch(300, 200, 150, 140));
        self::assertSame([150, 90, 70, 20, 40], [$sum->wanted, $sum->sent, $sum->inTime, $sum->short, $sum->due]);
        self::assertSame([1, 300, 0.75, 140], [$sum->batches, $sum->stuck, $sum->rate(), $sum->potted]);
        self::assertEqualsWithDelta(70 / 90, (float) $sum->shareInTime(), 1e-12);
        self::assertSame([null, null], [SeasonSum::none()->rate(), SeasonSum::none()->shareInTime()]);
        self::assertSame(0, SeasonSum::ofOrders(10, 25, 25, true)->short, 'More than was wanted is not short of anything.');
    }

    public function testManyThatWereSentLateAskForAnEarlierStart(): void
    {
        self::assertTrue(SeasonSum::ofOrders(100, 100, 79, true)->isOftenLate());
        self::assertFalse(SeasonSum::ofOrders(100, 100, 80, true)->isOftenLate());
        self::assertFalse(SeasonSum::ofOrders(40, 40, 0, true)->isOftenLate(), 'Too few say nothing.');
    }

    public function testTheBestAndTheWorstAreThoseThatDifferFromBefore(): void
    {
        $of = static fn (int $now, int $before, int $could = 500) => [
            'now' => SeasonSum::ofBatch($could, $could, $now, 0), 'before' => SeasonSum::ofBatch(1000, 1000, $before, 0),
        ];
        $told = SeasonBeside::told([
            'same' => $of(400, 800), 'near' => $of(420, 800), 'worse' => $of(300, 800), 'worst' => $of(100, 800), 'few' => $of(9, 800, 90),
            'better' => $of(450, 800), 'best' => $of(490, 500), 'good' => $of(480, 800), 'fair' => $of(440, 800), 'none' => $of(0, 800, 0),
        ]);
        self::assertSame(['better' => ['best', 'good'], 'worse' => ['worst', 'worse']], $told);
    }

    public function testASeasonIsToldByWhatMostOfItsBatchesAre(): void
    {
        $batch = static fn (string $mix, int $i) => SortedBatch::of("B{$i}", PastBatch::of(60, 100), ['mix' => $mix, 'year' => $mix === 'new' ? '2026' : '2025']);
        $beside = SeasonBeside::of(
            SeasonSum::ofBatch(400, 400, 240, 0),
            SeasonSum::ofBatch(400, 400, 320, 0),
            array_map(static fn (int $i) => $batch('new', $i), range(1, 4)),
            array_map(static fn (int $i) => $batch('old', $i), range(5, 8)),
        );
        self::assertSame([0.6, 0.8], [$beside->now, $beside->before]);
        self::assertSame(['new'], array_map(static fn (Unlike $one) => $one->is, $beside->unlike), 'That a season is of its year says nothing.');
    }
}
