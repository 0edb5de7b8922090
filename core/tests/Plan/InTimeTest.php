<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Plan\OrderOutlook;
use WetCradle\Core\Plan\Pool;
use WetCradle\Core\Plan\ReadyDays;
use WetCradle\Core\Plan\Standing;
use WetCradle\Core\Plan\StickNumbers;
use WetCradle\Core\Tests\Told;

/** An order is met when there is enough, and in time. */
final class InTimeTest extends TestCase
{
    /** How fast a batch roots by a sheet alone, as a standard deviation of the logarithm of its d50. */
    private const UNSURE = 0.2915;

    private static function day(string $day): \DateTimeImmutable
    {
        return new \DateTimeImmutable($day);
    }

    public function testADayIsAsLikelyAsItsFiveDaysSay(): void
    {
        $ready = ReadyDays::rooting(self::day('2027-08-01'), [18, 22, 25, 30, 40], 25, 0);
        // As planned or later, since nothing is potted before its day: three of the five are on it.
        self::assertEquals(self::day('2027-08-01'), $ready->median());
        $chances = array_map(static fn (string $day) => $ready->chanceBy(self::day($day)), ['2027-07-20', '2027-08-01', '2027-08-06', '2027-08-16', '2027-09-30']);
        self::assertSame($chances, array_map(static fn (float $c) => max(0.0, min(1.0, $c)), $chances));
        self::assertSame(0.0, $chances[0]);
        self::assertEqualsWithDelta(0.5, $chances[1], 1e-9);
        self::assertEqualsWithDelta(0.75, $chances[2], 1e-9);
        self::assertEqualsWithDelta(0.9, $chances[3], 1e-9);
        self::assertSame(1.0, $chances[4]);
        $last = -1.0;
        for ($i = 0; $i < 90; ++$i) {
            $chance = $ready->chanceBy(self::day('2027-07-15')->modify("+{$i} days"));
            self::assertGreaterThanOrEqual($last, $chance);
            $last = $chance;
        }
        $overdue = ReadyDays::rooting(self::day('2027-08-01'), [18, 22, 25, 30, 40], 25, 21);
        self::assertEquals(self::day('2027-08-22'), $overdue->median(), 'What should have been potted three weeks ago is three weeks later.');
    }

    public function testWhatIsPlannedAndWhatGrowsIsUnsureInItsOwnWay(): void
    {
        $planned = ReadyDays::planned(self::day('2027-08-01'), 20, self::UNSURE);
        self::assertEquals(self::day('2027-08-01'), $planned->median());
        self::assertEqualsWithDelta(0.9, $planned->chanceBy(self::day('2027-08-10')), 1e-9, 'Twenty days may become twenty-nine.');
        $surer = ReadyDays::planned(self::day('2027-08-01'), 20, 0.16);
        self::assertEqualsWithDelta(0.9, $surer->chanceBy(self::day('2027-08-06')), 1e-9, 'Of a way that is known, twenty-five.');
        $growing = ReadyDays::growing(self::day('2027-08-01'), self::day('2027-05-13'));
        self::assertEqualsWithDelta(0.9, $growing->chanceBy(self::day('2027-08-11')), 1e-9, 'Eighty days more, give or take ten.');
        self::assertEqualsWithDelta(0.1, $growing->chanceBy(self::day('2027-07-22')), 1e-9);
        $there = ReadyDays::growing(self::day('2027-05-01'), self::day('2027-05-13'));
        self::assertSame(1.0, $there->chanceBy(self::day('2027-05-13')));
    }

    public function testEnoughAndInTimeAreTwoThings(): void
    {
        $standing = Standing::of(200, [Beta::of(90, 10)])->readyOn(ReadyDays::planned(self::day('2027-12-15'), 25, self::UNSURE));
        $of = static fn (?string $due) => OrderOutlook::of(140, 0, [$standing], due: $due === null ? null : self::day($due));
        self::assertGreaterThan(0.99, $of(null)->chance());
        self::assertSame($of(null)->chance(), $of(null)->met());
        $late = $of('2027-11-14');
        self::assertGreaterThan(0.99, $late->chance());
        self::assertLessThan(0.01, $late->met());
        self::assertSame([5, true, 140], [$late->weeksLate(), $late->isShort(), $late->missing()]);
        self::assertStringEndsWith('weeks=5', Told::of($late->words()));
        $early = $of('2028-02-01');
        self::assertSame([0, false, 0], [$early->weeksLate(), $early->isShort(), $early->missing()]);
        self::assertStringStartsWith('order.about ', Told::of($early->words()), 'What is sure is not said.');
        self::assertEqualsWithDelta($early->chance(), $early->met(), 1e-9);
        self::assertSame(1.0, OrderOutlook::of(10, 0, [], due: self::day('2027-11-14'))->inTime(), 'Of nothing, none is late.');
    }

    public function testOfTwoBatchesEachComesInTimeOrNot(): void
    {
        $half = static fn (string $ready) => Standing::of(100, [Beta::of(9000, 1000)])->readyOn(ReadyDays::planned(self::day($ready), 30, self::UNSURE));
        $due = self::day('2027-08-01');
        $one = $half('2027-08-01')->ready?->chanceBy($due) ?? 0.0;
        self::assertEqualsWithDelta(0.5, $one, 1e-9);
        self::assertEqualsWithDelta($one * $one, OrderOutlook::of(150, 0, [$half('2027-08-01'), $half('2027-08-01')], due: $due)->met(), 1e-3, 'Both are needed.');
        self::assertEqualsWithDelta(
            1.0 - (1.0 - $one) ** 2,
            OrderOutlook::of(80, 0, [$half('2027-08-01'), $half('2027-08-01')], due: $due)->met(),
            1e-3,
            'Either will do.',
        );
        $pool = Pool::of([['order' => 1, 'wanted' => 80, 'due' => $due], ['order' => 2, 'wanted' => 80]], 0, [$half('2027-08-01')]);
        self::assertEqualsWithDelta($one, $pool->outlooks()[1]->met(), 1e-3);
        self::assertSame($pool->outlooks()[2]->chance(), $pool->outlooks()[2]->met());
    }

    public function testALateBatchThatNobodyWaitsForMakesNoOrderLate(): void
    {
        $on = static fn (string $day) => Standing::of(200, [Beta::of(90, 10)])->readyOn(ReadyDays::planned(self::day($day), 10, self::UNSURE));
        $due = self::day('2027-08-01');
        $order = OrderOutlook::of(140, 0, [$on('2027-07-01'), $on('2027-10-01')], due: $due);
        self::assertSame([0, false], [$order->weeksLate(), $order->isShort()], 'The first gives it all.');
        self::assertSame(9, OrderOutlook::of(300, 0, [$on('2027-07-01'), $on('2027-10-01')], due: $due)->weeksLate(), 'Here both are needed.');
        self::assertSame(0, OrderOutlook::of(300, 0, [$on('2027-07-01'), $on('2027-10-01')])->weeksLate(), 'Nobody asked when.');
        $failed = OrderOutlook::of(300, 0, [$on('2027-08-20'), $on('2027-10-01')->failing(0.99)], due: $due);
        self::assertSame(3, $failed->weeksLate(), 'For what has failed nobody waits.');
    }

    public function testWhatIsSentIsMetThoughOthersBeforeItWait(): void
    {
        $sent = OrderOutlook::of(50, 10, [Standing::of(100, [Beta::of(90, 10)])], 200, 50);
        self::assertSame(1.0, $sent->chance());
        self::assertLessThan(0.1, OrderOutlook::of(50, 10, [Standing::of(100, [Beta::of(90, 10)])], 200, 49)->chance());
    }

    public function testABatchThatMayFailAsAWholeIsNoSurerForMoreCuttings(): void
    {
        $of = static fn (int $count) => OrderOutlook::of(100, 0, [Standing::of($count, [Beta::of(90, 10)])->failing(0.1)])->chance();
        self::assertEqualsWithDelta(0.9, $of(400), 1e-6);
        self::assertEqualsWithDelta($of(400), $of(800), 1e-9);
        $failed = OrderOutlook::of(100, 0, [Standing::of(200, [Beta::of(90, 10)])->failing(0.95, 0.1)]);
        self::assertEqualsWithDelta(0.05 * 180 + 0.95 * 20, $failed->expected, 1e-9, 'What has failed leaves little.');
        self::assertSame([true, 72], [$failed->isShort(), $failed->short()]);
        $two = OrderOutlook::of(100, 0, [Standing::of(200, [Beta::of(90, 10)])->failing(0.1), Standing::of(200, [Beta::of(90, 10)])->failing(0.1)]);
        self::assertEqualsWithDelta(0.99, $two->chance(), 1e-4, 'Two do not fail together.');
        $numbers = StickNumbers::forGood(100, [Beta::of(90, 10)], 0.9, 50, 1, 0.05)->toArray();
        self::assertGreaterThanOrEqual(0.9, $numbers['chosen']['chance']);
        $safe = StickNumbers::forGood(100, [Beta::of(90, 10)], 0.9, 50)->toArray();
        self::assertGreaterThan($safe['chosen']['stick'], $numbers['chosen']['stick']);
        $cannot = StickNumbers::forGood(100, [Beta::of(90, 10)], 0.95, 50, 1, 0.1);
        self::assertLessThan(0.95, $cannot->chanceWith(100), 'A hundred trays do not buy it off.');
        self::assertEqualsWithDelta(0.9 * 0.99, $cannot->toArray()['chosen']['chance'], 0.005);
    }
}
