<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Plan\Costs;
use WetCradle\Core\Plan\PlantCost;
use WetCradle\Core\Plan\WorkNorms;

final class PlantCostTest extends TestCase
{
    private static function of(float $rate, ?float $liner = null, float $hour = 18.0, int $cells = 84): PlantCost
    {
        $sheet = WaySheet::of(Pattern::SoftTip->sheet(1));

        return PlantCost::of($sheet, $rate, $cells, WorkNorms::of(200, 100, 300, 10), Costs::of($hour, 0.5), $liner, HouseDefaults::usual());
    }

    public function testItsPartsAreReckonedForWhatBecomesGood(): void
    {
        $sheet = WaySheet::of(Pattern::SoftTip->sheet(1));
        $through = $sheet->comesThroughHere()->mean();
        $cost = self::of(0.8);
        self::assertEqualsWithDelta($sheet->reckoning->costEach / (0.8 * $through), $cost->material, 1e-9);
        self::assertEqualsWithDelta(18.0 * (1 / 300 + 1 / 200 + 1 / 10 / 84) / (0.8 * $through), $cost->hands, 1e-9, 'collected, stuck and weaned');
        $weeks = ($sheet->plannedDaysToRoot(HouseDefaults::usual()) + $sheet->weaningDays()) / 7;
        self::assertEqualsWithDelta($weeks * 0.5 / 84 / (0.8 * $through), $cost->bench, 1e-9);
        self::assertEqualsWithDelta(18.0 / 100 / $through, $cost->potting, 1e-9);
        self::assertEqualsWithDelta($cost->material + $cost->hands + $cost->bench + $cost->potting, $cost->inAll(), 1e-9);
        self::assertSame([null, null], [$cost->breakEven, $cost->boughtIn], 'Nobody sells it.');
    }

    public function testALayerOnItsMotherLiesOnNoBenchUntilItIsCutLoose(): void
    {
        $sheet = WaySheet::of(Pattern::AirLayer->sheet(1));
        self::assertTrue($sheet->isOnMother());
        $house = HouseDefaults::usual();
        $cost = PlantCost::of($sheet, 0.8, 1, WorkNorms::of(200, 100, 300, 10), Costs::of(18.0, 0.5), null, $house);
        self::assertLessThanOrEqual($sheet->weaningDays() / 7 * 0.5 / (0.8 * $sheet->comesThroughHere()->mean()) + 1e-9, $cost->bench);
        self::assertSame(0.0, WaySheet::of(Pattern::SoftTip->sheet(1))->paidWarmWeeks(0.0, $house));
    }

    public function testWhatIsLostIsBorneByThoseThatComeThrough(): void
    {
        $last = INF;
        foreach ([0.2, 0.5, 0.9, 1.0] as $rate) {
            $cost = self::of($rate);
            self::assertLessThan($last, $cost->inAll());
            self::assertLessThan($cost->inAll(), $cost->lost);
            self::assertGreaterThan(0.0, $cost->lost, 'Some are lost in their pots yet.');
            $last = $cost->inAll();
        }
        self::assertEqualsWithDelta(self::of(0.01)->inAll(), self::of(0.0)->inAll(), 1e-9, 'Of none there is no saying what one costs.');
        self::assertLessThan(self::of(0.8)->inAll(), self::of(0.8, cells: 200)->inAll(), 'A denser tray shares its place among more.');
    }

    public function testAtTheShareThatItBreaksEvenItCostsWhatOneBoughtInDoes(): void
    {
        $cost = self::of(0.8, 1.5);
        self::assertNotNull($cost->breakEven);
        $there = self::of($cost->breakEven, 1.5);
        self::assertEqualsWithDelta($there->boughtIn, $there->inAll(), 1e-9);
        self::assertLessThan((float) $cost->boughtIn, $cost->inAll(), 'It roots better than that.');
        self::assertNull(self::of(0.8, 0.001, 90.0)->breakEven, 'So cheap a liner is never beaten.');
    }
}
