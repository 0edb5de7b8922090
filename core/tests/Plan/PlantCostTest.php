<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Crops\LeavesAs;
use WetCradle\Core\Crops\Leaving;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Plan\Costs;
use WetCradle\Core\Plan\Goods;
use WetCradle\Core\Plan\PlantCost;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Stock\CountedOn;
use WetCradle\Core\Stock\Licence;

final class PlantCostTest extends TestCase
{
    private static function of(float $rate, ?float $liner = null, float $hour = 18.0, int $cells = 84, ?Goods $goods = null): PlantCost
    {
        $sheet = WaySheet::of(Pattern::SoftTip->sheet(1));

        return PlantCost::of($sheet, $rate, $cells, WorkNorms::of(200, 100, 300, 10), Costs::of($hour, 0.5), $goods ?? Goods::free(), $liner, HouseDefaults::usual());
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

    public function testWhatItUsesUpIsInIt(): void
    {
        $sheet = WaySheet::of(Pattern::SoftTip->sheet(1));
        $house = HouseDefaults::usual();
        $through = $sheet->comesThroughHere()->mean();
        $licence = static fn (CountedOn $on) => Licence::of('L-1', new \DateTimeImmutable('2027-01-01'), new \DateTimeImmutable('2027-12-31'), 1000, 0.1, $on);
        $goods = Goods::of($sheet, '9 cm', 84, 24.0, 420.0, 9.0, $licence(CountedOn::Sale), $house);
        $cost = self::of(0.8, goods: $goods);
        self::assertEqualsWithDelta(($goods->tray / 84 + $goods->cutting) / (0.8 * $through), $cost->goods, 1e-9);
        self::assertEqualsWithDelta($goods->pot / $through, $cost->pots, 1e-9);
        self::assertEqualsWithDelta($goods->ground / $through, $cost->ground, 1e-9);
        self::assertEqualsWithDelta(0.1, $cost->royalty, 1e-9, 'Of what is lost before it is sold none is owed.');
        $stuck = self::of(0.8, goods: Goods::of($sheet, '9 cm', 84, 24.0, 420.0, 9.0, $licence(CountedOn::Sticking), $house));
        self::assertEqualsWithDelta(0.1 / (0.8 * $through), $stuck->royalty, 1e-9);
        self::assertEqualsWithDelta(self::of(0.8)->inAll() + $cost->goods + $cost->pots + $cost->ground + 0.1, $cost->inAll(), 1e-9);
        self::assertSame(0.0, self::of(0.8)->goods + self::of(0.8)->pots + self::of(0.8)->ground + self::of(0.8)->royalty);
        // A bare-root plant needs no pot, and what is stuck in its pot has it from the first day.
        $bare = Goods::of($sheet->leaving(Leaving::of(LeavesAs::BareRoot, 'bare-root')), 'bare-root', 84, 24.0, 0.0, 0.0, null, $house);
        self::assertSame([0.03, 0.0], [$bare->pot, $bare->ground], 'Its label is left.');
        $direct = WaySheet::of(['potting' => ['direct' => true, 'pot' => '9 cm'] + $sheet->toArray()['potting']] + $sheet->toArray());
        self::assertGreaterThan(84 * 0.05 + $goods->tray, Goods::of($direct, '9 cm', 84, 24.0, 420.0, 9.0, null, $house)->tray);
        self::assertSame(0.03, Goods::of($direct, '9 cm', 84, 24.0, 420.0, 9.0, null, $house)->pot);
    }

    public function testABatchPaysForTheWeeksThatItLayWarm(): void
    {
        $day = static fn (string $on) => new \DateTimeImmutable("2027-{$on}");
        $stays = [['from' => $day('05-03'), 'isPaid' => true], ['from' => $day('05-24'), 'isPaid' => false], ['from' => $day('05-31'), 'isPaid' => true]];
        self::assertSame(4.0, PlantCost::warmWeeks($stays, $day('06-07')));
        self::assertSame(3.0, PlantCost::warmWeeks($stays, $day('05-27')), 'It had gone before the last of them.');
        self::assertSame(0.0, PlantCost::warmWeeks([['from' => $day('05-03'), 'isPaid' => false]], $day('06-07')));
        $sheet = WaySheet::of(Pattern::SoftTip->sheet(1));
        $norms = WorkNorms::of(200, 100, 300, 10);
        $of = static fn (float $weeks) => PlantCost::of($sheet, 0.8, 84, $norms, Costs::of(18.0, 0.5), Goods::free(), null, HouseDefaults::usual(), $weeks);
        self::assertSame(0.0, $of(0.0)->bench);
        self::assertEqualsWithDelta(2 * $of(3.0)->bench, $of(6.0)->bench, 1e-9);
    }

    public function testALayerOnItsMotherLiesOnNoBenchUntilItIsCutLoose(): void
    {
        $sheet = WaySheet::of(Pattern::AirLayer->sheet(1));
        self::assertTrue($sheet->isOnMother());
        $house = HouseDefaults::usual();
        $cost = PlantCost::of($sheet, 0.8, 1, WorkNorms::of(200, 100, 300, 10), Costs::of(18.0, 0.5), Goods::free(), null, $house);
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
