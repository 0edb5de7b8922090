<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;

/** What a sensor in a zone measures, and in which unit it is kept. */
enum Quantity: string
{
    /** °C. */
    case Air = 'air';
    /** % of what the air can hold. */
    case Humidity = 'humidity';
    /** °C in the mix. */
    case Medium = 'medium';
    /** W/m² over the leaves. */
    case Light = 'light';
    /** Litres a minute through the zone's valve, over the time since the reading before. */
    case Flow = 'flow';

    /** Whether a reading in °F can be meant. */
    public function isWarmth(): bool
    {
        return $this === self::Air || $this === self::Medium;
    }

    /** What lies outside no house has, and no sensor that works says. */
    public function bounds(): Range
    {
        return match ($this) {
            self::Air, self::Medium => Range::of(AirHour::COLDEST, AirHour::HOTTEST),
            self::Humidity => Range::of(0, 105),
            self::Light => Range::of(-50, 2000),
            self::Flow => Range::of(0, 10_000),
        };
    }

    /** The most by which it can change in ten minutes; null where any change can be. */
    public function jump(): ?float
    {
        return match ($this) {
            self::Air => 10.0,
            self::Humidity => 60.0,
            self::Medium => 4.0,
            self::Light, self::Flow => null,
        };
    }

    public function words(): Fact
    {
        return Fact::of("quantity.{$this->value}");
    }
}
