<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Fact;

/** What can be wrong in a zone, the most urgent first. */
enum AlarmKind: string
{
    case NoFiring = 'no_firing';
    case MediumHot = 'medium_hot';
    case AirHot = 'air_hot';
    case TooDry = 'too_dry';
    case MediumCold = 'medium_cold';
    case AirCold = 'air_cold';
    case FlowUnasked = 'flow_unasked';
    case Silent = 'silent';
    case Stuck = 'stuck';

    /** Whether it is of leaves and roots, and of nothing where nobody lies. */
    public function isOfWhoLiesThere(): bool
    {
        return !in_array($this, [self::FlowUnasked, self::Silent, self::Stuck], true);
    }

    public function words(): Fact
    {
        return Fact::of("alarm.{$this->value}");
    }

    /** @return list<Fact> what to do first, in order */
    public function first(): array
    {
        $steps = match ($this) {
            self::NoFiring => ['wet_by_hand', 'pump_and_tap', 'nozzles', 'electrician'],
            self::MediumHot => ['heat_off', 'wet_and_shade', 'sensor_in_place'],
            self::AirHot => ['vent_and_shade', 'wet_by_hand'],
            self::TooDry => ['doors', 'wet_by_hand', 'nozzles'],
            self::MediumCold => ['heat_on', 'cover_bench', 'electrician'],
            self::AirCold => ['close', 'fleece', 'heat_on'],
            self::FlowUnasked => ['close_tap', 'valve', 'drain'],
            self::Silent => ['look_there', 'sensor_power'],
            self::Stuck => ['look_there', 'sensor_in_place'],
        };

        return array_map(static fn (string $step) => Fact::of("alarm.first.{$step}"), $steps);
    }
}
