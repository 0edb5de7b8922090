<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Mist;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mist\AirHour;
use WetCradle\Core\Mist\BenchHeat;
use WetCradle\Core\Mist\CheapestWarmth;
use WetCradle\Core\Mist\Warmed;
use WetCradle\Core\Rooting\CardinalTemperatures;

/** A bench is kept as cool as every order's week allows, and no cooler. */
final class CheapestWarmthTest extends TestCase
{
    private static function batch(?int $slack, int $daysLeft = 20, float $coolest = 14.0): Warmed
    {
        return new Warmed('A', CardinalTemperatures::of(6, 20, 25, 36), 20.0, $coolest, $daysLeft, $slack);
    }

    public function testADegreeLessIsToldInDays(): void
    {
        $batch = self::batch(5);
        self::assertSame(0.0, $batch->daysLater(20));
        self::assertEqualsWithDelta(20 * (14 / 13 - 1), $batch->daysLater(19), 1e-9, 'It roots at 13 fourteenths of its pace.');
        self::assertNull($batch->daysLater(6), 'It never roots.');
        self::assertSame(0.0, self::batch(5, 0)->daysLater(15), 'What has roots by today is not held up.');
    }

    public function testItIsTheCoolestThatEveryOrderBears(): void
    {
        self::assertSame(20.0, CheapestWarmth::of(20, 10, [self::batch(0)]), 'There is no day to spare.');
        self::assertSame(17.5, CheapestWarmth::of(20, 10, [self::batch(5)]));
        self::assertSame(20.0, CheapestWarmth::of(20, 10, [self::batch(30), self::batch(0)]), 'One who has no time is enough.');
        self::assertSame(20.0, CheapestWarmth::of(20, 10, [self::batch(-4)]), 'It is late already.');
        self::assertSame(14.0, CheapestWarmth::of(20, 10, [self::batch(null)]), 'Nobody waits: as cool as its sheet bears.');
        self::assertSame(16.0, CheapestWarmth::of(20, 16, [self::batch(null)]), 'As cool as the zone can be.');
        self::assertSame(10.0, CheapestWarmth::of(20, 10, []));
    }

    /** Of any batches: what is proposed is borne by all, and half a degree less by at least one is not. */
    public function testNoCoolerOneWouldDo(): void
    {
        for ($seed = 0; $seed < 200; ++$seed) {
            $there = array_map(static fn (int $i) => self::batch(($seed * 7 + $i * 5) % 12 - 1, ($seed + 11 * $i) % 40, 12.0 + $seed % 5), range(0, $seed % 4));
            $cheapest = CheapestWarmth::of(20, 10, $there);
            $bear = static fn (float $medium) => array_filter($there, static fn (Warmed $one) => !$one->bears($medium)) === [];
            self::assertTrue($cheapest === 20.0 || $bear($cheapest), "Seed {$seed}");
            self::assertFalse($cheapest > 10.0 && $bear($cheapest - 0.5), "Seed {$seed}");
        }
    }

    public function testAWeekOfHeat(): void
    {
        $day = array_fill(0, 24, AirHour::of(10, 80, 0, 0));
        // 9 W/m²K on 10 m² and ten degrees: 900 W for 168 hours.
        self::assertEqualsWithDelta(151.2, BenchHeat::aWeek(10, 9, 20, $day), 1e-9);
        self::assertSame([0.0, 0.0], [BenchHeat::aWeek(10, 9, null, $day), BenchHeat::aWeek(10, 9, 8, $day)]);
        $house = HouseDefaults::usual();
        self::assertSame([9.0, 5.0], [BenchHeat::loses(ZoneKind::Mist, $house), BenchHeat::loses(ZoneKind::Cover, $house)]);
        $other = $house->with(HouseDefault::BenchLoses, 12)->with(HouseDefault::CoverLoses, 4);
        self::assertSame([12.0, 4.0], [BenchHeat::loses(ZoneKind::Open, $other), BenchHeat::loses(ZoneKind::Cover, $other)]);
    }
}
