<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use WetCradle\Core\Rooting\WarmthGiven;
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
        $measured = $this->measured->medium((int) $batch->zoneOn($day)->id, $day);

        return $measured === null ? $this->plannedOn($batch, $day) : $batch->sheet->core()->care->warmth->cardinal->progressAt($measured);
    }

    /** What the warmth that it had until a day means for its days, beside what its plan reckons with. */
    public function besidePlan(Batch $batch, \DateTimeImmutable $until): WarmthGiven
    {
        $days = [];
        for ($day = $batch->begins(); $day < $until; $day = $day->modify('+1 day')) {
            $days[] = ['on' => $day, 'given' => $this->on($batch, $day), 'planned' => $this->plannedOn($batch, $day)];
        }

        return WarmthGiven::over($days);
    }

    private function plannedOn(Batch $batch, \DateTimeImmutable $day): float
    {
        $warmth = $batch->sheet->core()->care->warmth;

        return $warmth->cardinal->progressAt($batch->zoneOn($day)->core()->medium($warmth->medium, $this->house->air())->on($day));
    }
}
