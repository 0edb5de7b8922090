<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** The four temperatures of the medium, °C, between which a kind makes roots: nothing at or under base or from ceiling on, full speed in the optimum. */
final class CardinalTemperatures
{
    private function __construct(
        public readonly float $base,
        public readonly float $optimumLow,
        public readonly float $optimumHigh,
        public readonly float $ceiling,
    ) {
    }

    /** @throws Refused for the field that is wrong */
    public static function of(float $base, float $optimumLow, float $optimumHigh, float $ceiling): self
    {
        foreach ([
            ['optimumLow', $base, $optimumLow, $base < $optimumLow],
            ['optimumHigh', $optimumLow, $optimumHigh, $optimumLow <= $optimumHigh],
            ['ceiling', $optimumHigh, $ceiling, $optimumHigh < $ceiling],
        ] as [$field, $under, $over, $isSo]) {
            if (!$isSo || !is_finite($under) || !is_finite($over)) {
                throw Refused::because(
                    'upside_down',
                    $field,
                    Fact::of('refused.cardinal_temperatures.upside_down', field: $field, over: $over, under: $under),
                );
            }
        }

        return new self($base, $optimumLow, $optimumHigh, $ceiling);
    }

    /** Progress of one day at this temperature: a share, 0 to 1, of a day in the optimum. */
    public function progressAt(float $temperature): float
    {
        return match (true) {
            $temperature <= $this->base, $temperature >= $this->ceiling => 0.0,
            $temperature < $this->optimumLow => ($temperature - $this->base) / ($this->optimumLow - $this->base),
            $temperature <= $this->optimumHigh => 1.0,
            default => ($this->ceiling - $temperature) / ($this->ceiling - $this->optimumHigh),
        };
    }
}
