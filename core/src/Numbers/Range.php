<?php

declare(strict_types=1);

namespace WetCradle\Core\Numbers;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A closed range of a measure, such as 18 to 22 °C or mist level 1 to 2. */
final class Range
{
    private function __construct(public readonly float $low, public readonly float $high)
    {
    }

    /** @throws Refused for the field that is wrong */
    public static function of(float $low, float $high, string $field = 'range'): self
    {
        if (!is_finite($low) || !is_finite($high) || $low > $high) {
            throw Refused::because('upside_down', $field, Fact::of('refused.range.upside_down', field: $field, low: $low, high: $high));
        }

        return new self($low, $high);
    }

    public function overlaps(self $other): bool
    {
        return $this->low <= $other->high && $other->low <= $this->high;
    }

    /** @return array{float, float} */
    public function pair(): array
    {
        return [$this->low, $this->high];
    }

    public function middle(): float
    {
        return ($this->low + $this->high) / 2.0;
    }

    public function words(string $unit): string
    {
        return $this->low === $this->high ? $this->low.$unit : sprintf('%s–%s%s', $this->low, $this->high, $unit);
    }
}
