<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Plan\OnItsWay;
use WetCradle\Core\Plan\ReadyDays;
use WetCradle\Core\Plan\Standing;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\CropRate;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rooting\BatchForecast;
use WetCradle\Core\Rooting\Forecast;

/** What of a batch comes to its orders, from the plan to the pot. */
final class OnItsWayTest extends TestCase
{
    private static function rate(int $batches = 2): CropRate
    {
        return CropRate::learn(CropPrior::of(0.7, 4.0, 20.0), array_fill(0, $batches, PastBatch::of(70, 100)));
    }

    private static function batch(string $today = '2027-03-01', ?string $potOn = '2027-04-05', ?CropRate $rate = null): OnItsWay
    {
        return OnItsWay::of('hebe', $rate ?? self::rate(), Beta::of(19, 1), self::day($today), self::day('2027-02-20'),
            self::day('2027-03-20'), $potOn === null ? null : self::day($potOn), self::day('2027-05-01'));
    }

    private static function day(string $day): \DateTimeImmutable
    {
        return new \DateTimeImmutable($day.' UTC');
    }

    private static function ready(Standing $of): string
    {
        self::assertInstanceOf(ReadyDays::class, $of->ready);

        return $of->ready->median()->format('Y-m-d');
    }

    private static function forecast(int $culled = 0): Forecast
    {
        return BatchForecast::of(Beta::of(14, 6), Mishap::of(0.08, Beta::of(1, 5)), 28.0, 0.25, 6.0, 0.35, 15.0, 100, $culled, []);
    }

    public function testWhatIsRootedIsLateWhileItWaitsAndOnTimeOncePotted(): void
    {
        self::assertSame('2027-05-01', self::ready(self::batch()->rooted(60, 0, 0)));
        $late = self::batch('2027-04-15');
        self::assertSame('2027-05-11', self::ready($late->rooted(60, 0, 0)), 'Ten days past its day of potting.');
        self::assertSame('2027-05-11', self::ready($late->rooted(0, 60, 5)), 'Some still stand in trays.');
        self::assertSame('2027-05-01', self::ready($late->rooted(0, 60, 0)), 'All are potted.');
        self::assertSame('2027-05-01', self::ready(self::batch('2027-04-15', null)->rooted(60, 0, 0)), 'It has left its trays.');
        self::assertEqualsWithDelta(0.95 * 90, $late->rooted(60, 30, 0)->mean(), 1e-9);
    }

    public function testWhatIsPlannedSharesTheDoubtOfItsWayAndMayFail(): void
    {
        $planned = self::batch()->planned(100, 0.2, Mishap::of(0.1, Beta::of(1, 4)));
        self::assertSame('hebe', $planned->luck);
        self::assertEqualsWithDelta((self::rate()->rateSd / self::rate()->newBatchSd) ** 2, $planned->shared, 1e-12);
        self::assertLessThan($planned->shared, self::batch(rate: self::rate(12))->planned(100, 0.2, Mishap::of(0.1, Beta::of(1, 4)))->shared);
        self::assertEqualsWithDelta(0.1, $planned->fails, 1e-12);
        self::assertEqualsWithDelta(0.9 * $planned->mean() + 0.1 * 100 * 0.2 * 0.95, $planned->expected(), 1e-9);
        self::assertSame('2027-05-01', self::ready($planned), 'As likely sooner as later.');
        $onTime = $planned->ready?->chanceBy(self::day('2027-05-03')) ?? 0.0;
        $unsure = self::batch()->planned(100, 0.6, Mishap::of(0.1, Beta::of(1, 4)))->ready?->chanceBy(self::day('2027-05-03')) ?? 0.0;
        self::assertGreaterThan($unsure, $onTime);
    }

    public function testWhatIsGoneNeverRootsAndTheRestSoMuchMore(): void
    {
        $roots = [20, 24, 28, 32, 40];
        $whole = self::batch()->rooting(100, 100, 0, self::forecast(), $roots, 9, false);
        $fewer = self::batch()->rooting(80, 100, 20, self::forecast(), $roots, 9, false);
        self::assertGreaterThan($whole->good->mean(), $fewer->good->mean());
        self::assertEqualsWithDelta($whole->mean(), $fewer->mean(), 0.01 * $whole->mean(), 'Twenty that would never have rooted are gone.');
        $last = self::batch()->rooting(1, 100, 99, self::forecast(), $roots, 9, false);
        self::assertLessThan(1.0, $last->good->mean());
    }

    public function testWhatWasLookedAtIsOfItsOwnAndNoSoonerThanToday(): void
    {
        $roots = [20, 24, 28, 32, 40];
        $batch = self::batch('2027-03-30');
        self::assertGreaterThan(0.0, $batch->rooting(100, 100, 0, self::forecast(), $roots, 38, false)->shared);
        $seen = $batch->rooting(100, 100, 0, self::forecast(), $roots, 38, true);
        self::assertSame(0.0, $seen->shared);
        self::assertSame('2027-05-11', self::ready($seen), 'Planned to root in 28 days, and 38 are over.');
        self::assertSame('2027-05-01', self::ready(self::batch()->rooting(100, 100, 0, self::forecast(), $roots, 9, true)));
    }

    public function testWhatFailedLeavesWhatTheForecastSays(): void
    {
        $forecast = self::forecast();
        $rooting = self::batch()->rooting(100, 100, 0, $forecast, [20, 24, 28, 32, 40], 9, false);
        self::assertEqualsWithDelta($forecast->fails, $rooting->fails, 1e-12);
        self::assertEqualsWithDelta(0.95 * 100 * $forecast->finalRate(), $rooting->expected(), 0.1);
    }

    public function testWhatWasLeftLongerRootsAsOthersDidThatWere(): void
    {
        $left = self::batch('2027-04-15')->leftLonger(30, Beta::of(4, 6));
        self::assertEqualsWithDelta(30 * 0.4 * 0.95, $left->mean(), 1e-9);
        self::assertSame('2027-05-11', self::ready($left));
        self::assertNull($left->luck);
    }
}
