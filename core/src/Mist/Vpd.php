<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;

/** How strongly the air draws water out of a leaf: the vapour pressure deficit, in kPa. */
final class Vpd implements Calculation
{
    public static function name(): string
    {
        return 'vpd';
    }

    /**
     * @param Fields $in {air: °C, humidity: % of what the air could hold, leafOffset: °C by which the leaf is warmer}
     *
     * @return array{vpd: float} kPa
     */
    public static function compute(Fields $in): array
    {
        $vpd = self::of(
            $in->number('air', AirHour::COLDEST, AirHour::HOTTEST),
            $in->number('humidity', 0, 100),
            $in->number('leafOffset', -30, 30),
        );
        $in->done();

        return ['vpd' => $vpd];
    }

    /** What the air can hold at a warmth, in kPa (Tetens). */
    public static function saturation(float $celsius): float
    {
        return 0.6108 * exp(17.27 * $celsius / ($celsius + 237.3));
    }

    /** Never under 0: a leaf cooler than the dew point takes water instead of losing it. */
    public static function of(float $air, float $humidity, float $leafOffset = 0.0): float
    {
        return max(0.0, self::saturation($air + $leafOffset) - $humidity / 100.0 * self::saturation($air));
    }
}
