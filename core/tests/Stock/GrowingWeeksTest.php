<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Stock;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\GrowingWeeks;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\StockTakes;

/** What was taken grows back by warmth: five weeks in summer, and not before spring where it was cut in late autumn. */
final class GrowingWeeksTest extends TestCase
{
    private static function week(string $written): int
    {
        return Week::of($written)->ordinal();
    }

    private static function here(float $base = 6.0): GrowingWeeks
    {
        return GrowingWeeks::of(Climate::CoolMaritime->air(Hemisphere::North), $base);
    }

    public function testInSummerWeeksAreWeeksAndInWinterTheyAreNot(): void
    {
        self::assertSame(self::week('2027-W30'), self::here()->backIn(self::week('2027-W25'), 5));
        $cut = self::week('2027-W48');
        $back = self::here()->backIn($cut, 5);
        self::assertGreaterThan(self::week('2028-W12'), $back, 'Not before spring.');
        self::assertLessThan(self::week('2028-W26'), $back);
        self::assertGreaterThan($back, self::here(9.0)->backIn($cut, 5), 'What wants more warmth waits longer.');
        self::assertSame($cut + 5, GrowingWeeks::all()->backIn($cut, 5));
        self::assertSame($cut, self::here()->backIn($cut, 0));
    }

    public function testEachWeekOfGrowthCountsOnceAndALaterTakeIsBackNoSooner(): void
    {
        $here = self::here();
        $last = 0;
        for ($week = self::week('2027-W01'); $week < self::week('2028-W10'); ++$week) {
            $back = $here->backIn($week, 5);
            self::assertGreaterThanOrEqual($week + 5, $back);
            self::assertGreaterThanOrEqual($last, $back);
            self::assertSame($back, $here->backIn($here->backIn($week, 2), 3), 'Two weeks and three are five.');
            self::assertLessThan($week + 52, $back);
            $last = $back;
        }
    }

    public function testWithinAYearAPlantHasGrownAnewWhateverItNeeds(): void
    {
        $cut = self::week('2027-W10');
        $cold = GrowingWeeks::of(SiteAir::of(array_fill(0, 12, 3.0)), 6.0);
        self::assertSame($cut + 52, $cold->backIn($cut, 5));
        $mild = GrowingWeeks::of(SiteAir::of(array_fill(0, 12, 6.0)), 6.0);
        self::assertSame($cut + 52, $mild->backIn($cut, 5), 'At its base it stands still.');
        self::assertSame($cut + 5, GrowingWeeks::of(SiteAir::of(array_fill(0, 12, 6.1)), 6.0)->backIn($cut, 5));
        self::assertSame($cut + 52, self::here()->backIn($cut, 52), 'Where it was said as a year, it is one.');
        self::assertSame($cut + 60, self::here()->backIn($cut, 60));
    }

    public function testAPlantCutInLateAutumnIsNoFullerInJanuary(): void
    {
        $habit = static fn (?GrowingWeeks $growing) => ShootHabit::of(20, 40, 0.5, 2.0, 5, $growing);
        $takes = [['week' => self::week('2027-W46'), 'cuttings' => 100], ['week' => self::week('2028-W03'), 'cuttings' => null]];
        self::assertSame(5, StockTakes::of(10, $habit(self::here()), $takes)->takes[1]['availablePerPlant']);
        self::assertSame(15, StockTakes::of(10, $habit(null), $takes)->takes[1]['availablePerPlant']);
        $offer = BlockOffer::of(10, $habit(self::here()), 1, null, [['on' => new \DateTimeImmutable('2027-11-17'), 'cuttings' => 100]], new \DateTimeImmutable('2028-01-19'), 50);
        self::assertNotNull($offer->restsUntil);
        self::assertGreaterThan(self::week('2028-W12'), $offer->restsUntil->ordinal());
    }

    public function testInTheSouthItsWinterIsTheOther(): void
    {
        $south = GrowingWeeks::of(Climate::CoolMaritime->air(Hemisphere::South), 6.0);
        self::assertSame(self::week('2027-W06'), $south->backIn(self::week('2027-W01'), 5));
        self::assertGreaterThan(self::week('2027-W30') + 5, $south->backIn(self::week('2027-W25'), 5));
    }
}
