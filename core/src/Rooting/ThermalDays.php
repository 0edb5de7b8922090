<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;

/** Days of the medium, each counted by how far its warmth brings the roots on; their sum is τ, in thermal days. */
final class ThermalDays implements Calculation
{
    public static function name(): string
    {
        return 'thermal_days';
    }

    /**
     * @param Fields $in {temperatures: list of °C a day, base, optimumLow, optimumHigh, ceiling}
     *
     * @return array{perDay: list<float>, total: float}
     */
    public static function compute(Fields $in): array
    {
        $temperatures = $in->numbers('temperatures', -60, 80);
        $cardinal = CardinalTemperatures::of(
            $in->number('base', -60, 80),
            $in->number('optimumLow', -60, 80),
            $in->number('optimumHigh', -60, 80),
            $in->number('ceiling', -60, 80),
        );
        $in->done();
        $perDay = array_map($cardinal->progressAt(...), $temperatures);

        return ['perDay' => $perDay, 'total' => (float) array_sum($perDay)];
    }
}
