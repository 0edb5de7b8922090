<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use WetCradle\Server\Mist\Measured;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;

/** The thermal days that a batch is given where it lies: as its medium was measured there, and else at the set-point of its zone, or in its air. */
final class GivenWarmth
{
    public function __construct(private readonly House $house, private readonly Measured $measured)
    {
    }

    /** Thermal days from sticking until the evening before a day. */
    public function until(Batch $batch, \DateTimeImmutable $until): float
    {
        $tau = 0.0;
        for ($day = $batch->begins(); $day < $until; $day = $day->modify('+1 day')) {
            $tau += $this->on($batch, $day);
        }

        return $tau;
    }

    /** Thermal days that a day brings it. */
    public function on(Batch $batch, \DateTimeImmutable $day): float
    {
        $warmth = $batch->sheet->core()->care->warmth;
        $zone = $batch->zoneOn($day);

        return $warmth->cardinal->progressAt(
            $this->measured->medium((int) $zone->id, $day) ?? $zone->core()->medium($warmth->medium, $this->house->air())->on($day),
        );
    }
}
