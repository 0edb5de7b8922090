<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/** What it takes to keep the medium of a bench warm: U·area·max(0, set − air) watts in each hour. */
final class BenchHeat implements Calculation
{
    /** An hour of every day for three years. */
    private const MOST_HOURS = 27_000;

    private function __construct(public readonly float $kWh, public readonly float $peakW)
    {
    }

    public static function name(): string
    {
        return 'bench_heat';
    }

    /**
     * @param Fields $in {area: m², u: W/m²K (about 9 of an open bench, less under a cover), set: °C, hourlyAir: list of °C, price: of a kWh}
     *
     * @return array{kWh: float, peakW: float, cost: float}
     */
    public static function compute(Fields $in): array
    {
        $heat = self::of(
            $in->positive('area', 100_000),
            $in->positive('u', 100),
            $in->number('set', AirHour::COLDEST, AirHour::HOTTEST),
            $in->numbers('hourlyAir', AirHour::COLDEST, AirHour::HOTTEST, self::MOST_HOURS),
        );
        $price = $in->number('price', 0, 1_000_000);
        $in->done();

        return ['kWh' => $heat->kWh, 'peakW' => $heat->peakW, 'cost' => $heat->kWh * $price];
    }

    /**
     * @param float       $area      m²
     * @param float       $u         W/m²K
     * @param float       $set       °C
     * @param list<float> $hourlyAir °C
     */
    public static function of(float $area, float $u, float $set, array $hourlyAir): self
    {
        $watts = array_map(static fn (float $air) => $u * $area * max(0.0, $set - $air), $hourlyAir);

        return new self(array_sum($watts) / 1000.0, max([0.0, ...$watts]));
    }

    /** W/m²K that a bench loses: less under a cover. */
    public static function loses(ZoneKind $kind, HouseDefaults $house): float
    {
        return $house->number($kind === ZoneKind::Cover ? HouseDefault::CoverLoses : HouseDefault::BenchLoses);
    }

    /**
     * What it takes in a week of such days.
     *
     * @param float                   $area m²
     * @param float                   $u    W/m²K
     * @param ?float                  $set  °C; nothing is heated where nobody lies
     * @param non-empty-list<AirHour> $day
     */
    public static function aWeek(float $area, float $u, ?float $set, array $day): float
    {
        return $set === null ? 0.0 : 7.0 * self::of($area, $u, $set, array_map(static fn (AirHour $hour) => $hour->air, $day))->kWh;
    }
}
