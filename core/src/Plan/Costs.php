<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** What an hour of work and a week of bench cost the house, in its own money. */
final class Costs
{
    private function __construct(public readonly float $hour, public readonly float $warmTrayWeek)
    {
    }

    /** @throws Refused for the field that is wrong */
    public static function of(float $hour, float $warmTrayWeek): self
    {
        foreach (['hourCost' => $hour, 'trayWeekCost' => $warmTrayWeek] as $field => $cost) {
            if (!is_finite($cost) || $cost < 0.0 || $cost > 10_000.0) {
                throw Refused::because('out_of_range', $field, Fact::of('refused.costs.out_of_range'));
            }
        }

        return new self($hour, $warmTrayWeek);
    }
}
