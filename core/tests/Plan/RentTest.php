<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\Costs;
use WetCradle\Core\Plan\PlaceRent;
use WetCradle\Core\Plan\PlantWorth;
use WetCradle\Core\Plan\Unrooted;

/** What waiting is weighed by: what a plant is worth, what its place costs, how many are still green. */
final class RentTest extends TestCase
{
    public function testAPlantIsWorthWhatIsSaidElseWhatItCostsBoughtInElseItsCuttingManyTimes(): void
    {
        $of = static fn (?float $said, ?float $liner, float $cutting) => [
            PlantWorth::of($said, $liner, $cutting, HouseDefaults::usual())->value,
            PlantWorth::of($said, $liner, $cutting, HouseDefaults::usual())->by,
        ];
        self::assertSame([0.0, 'said'], $of(0.0, 1.1, 0.2), 'Nothing is an answer too.');
        self::assertSame([1.1, 'liner'], $of(null, 1.1, 0.2));
        self::assertSame([1.6, 'cutting'], $of(null, null, 0.2));
        self::assertSame([0.2, 'cutting'], $of(null, null, 0.001), 'Never less than a little.');
    }

    private static function tenant(string $name, int $from, int $to, int $trays): Tenant
    {
        return Tenant::of($name, $trays, Week::of(sprintf('2027-W%02d', $from)), Week::of(sprintf('2027-W%02d', $to)), Range::of(18, 20), Range::of(1, 2));
    }

    private static function rent(int $trays, bool $isWarm, Tenant ...$others): PlaceRent
    {
        return PlaceRent::of(
            Zone::of('Mist 1', 20, Range::of(16, 24), Range::of(0, 3)),
            $trays,
            $isWarm,
            array_values($others),
            Week::of('2027-W19'),
            Costs::of(20, 1.5),
            HouseDefaults::usual(),
            static fn (Tenant $t) => 10.0 * $t->trays,
        );
    }

    public function testAPlaceThatNobodyQueuesForCostsItsWarmthAlone(): void
    {
        self::assertSame(
            [6.0, 0.0, 6.0, null],
            [self::rent(4, true)->warmth, self::rent(4, true)->queue(), self::rent(4, true)->week(), self::rent(4, true)->by],
        );
        self::assertSame(1.5, self::rent(4, false)->week(), 'A cool one a quarter of it.');
        self::assertSame(6.0, self::rent(4, true, self::tenant('B', 21, 24, 16))->week(), 'There is just room for both.');
    }

    public function testWhatLacksThePlaceIsNamedAndItsWeeksWeighed(): void
    {
        $rent = self::rent(4, true, self::tenant('THERE', 15, 30, 10), self::tenant('NEXT', 21, 24, 8));
        self::assertSame([2, 'NEXT'], [$rent->wanted, $rent->by?->name], '10 + 8 + 4 are two more than 20.');
        self::assertEqualsWithDelta(80 / (8 * 4), $rent->brings, 1e-12, 'All it brings, by its four weeks of eight trays.');
        self::assertEqualsWithDelta(6.0 + 2 * 2.5, $rent->week(), 1e-12);
        self::assertSame(4, self::rent(4, true, self::tenant('NEXT', 21, 24, 30))->wanted, 'Never more than it holds.');
    }

    public function testOnlyWhatComesWithinTheWeeksLookedAtQueues(): void
    {
        self::assertSame(4, self::rent(4, true, self::tenant('NEXT', 23, 26, 20))->wanted, 'Four weeks from now.');
        self::assertSame(0, self::rent(4, true, self::tenant('NEXT', 24, 26, 20))->wanted);
        self::assertSame(0, self::rent(4, true, self::tenant('THERE', 10, 26, 20))->wanted, 'What is there already does not queue.');
        self::assertSame(0, self::rent(4, true, self::tenant('NOW', 19, 26, 20))->wanted, 'Nor what comes this week.');
    }

    public function testAPlaceIsWarmByTheSetPointThatTheCropIsKeptAt(): void
    {
        $zone = Zone::of('Mist 1', 20, Range::of(10, 24), Range::of(0, 3));
        $air = SiteAir::of(array_fill(0, 12, 9.0));
        $isWarm = static fn (float $low, float $high) => $zone->isPaidWarm(Range::of($low, $high), $air, HouseDefaults::usual());
        self::assertSame([true, false, false], [$isWarm(12, 18), $isWarm(12, 17), $isWarm(2, 4)], 'The middle of what is wanted, as far as the zone can.');
    }

    public function testBeforeACountTheGreenAreReckonedAfterItTheyAreKnown(): void
    {
        $on = static fn (int $line, int $stuck, int $rooted, int $all, float $share) => [
            Unrooted::on($line, $stuck, $rooted, $all, $share)->plants,
            Unrooted::on($line, $stuck, $rooted, $all, $share)->isCounted,
        ];
        self::assertSame([60, false], $on(1, 100, 0, 100, 0.4));
        self::assertSame([0, false], $on(1, 20, 0, 100, 0.4), 'Never less than none.');
        self::assertSame([20, true], $on(1, 20, 1, 100, 0.4));
        self::assertSame([20, true], $on(2, 20, 0, 100, 0.4), 'What was left longer was counted.');
    }
}
