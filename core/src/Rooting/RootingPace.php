<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;

/**
 * How fast those that will root do: half of them by `halfAt` thermal days, steeply or slowly around it (`shape`).
 * F(τ) = 1 ÷ (1 + (τ ÷ halfAt)^−shape), so that a share q has rooted at τ = halfAt · (q ÷ (1 − q))^(1 ÷ shape).
 */
final class RootingPace
{
    /** People are told the days from one tenth to nine tenths rooted. */
    private const EARLY = 0.1;
    private const LATE = 0.9;
    private const STEEPEST = 60.0;

    private function __construct(public readonly float $halfAt, public readonly float $shape)
    {
    }

    /** @throws Refused for `halfAt` or `shape` */
    public static function of(float $halfAt, float $shape): self
    {
        if (!($halfAt > 0.0 && $halfAt <= 1000.0)) {
            throw Refused::because('out_of_range', 'halfAt', Fact::of('refused.rooting_pace.out_of_range'));
        }
        if (!($shape >= 1.0 && $shape <= self::STEEPEST)) {
            throw Refused::because('out_of_range', 'shape', Fact::of('refused.rooting_pace.out_of_range_shape'));
        }

        return new self($halfAt, $shape);
    }

    /**
     * From what a propagator knows: days from the first tenth to the ninth, at so many thermal days a day.
     *
     * @throws Refused for `days`
     */
    public static function fromDays(Range $days, float $pace): self
    {
        if ($days->low <= 0.0) {
            throw Refused::because('not_positive', 'days', Fact::of('refused.rooting_pace.not_positive'));
        }
        $spread = log($days->high / $days->low);

        return self::of(
            sqrt($days->low * $days->high) * $pace,
            $spread > 0.0 ? max(1.0, min(self::STEEPEST, 2.0 * log(self::LATE / (1.0 - self::LATE)) / $spread)) : self::STEEPEST,
        );
    }

    /** Thermal days by which this share of those that will root have. */
    public function thermalDaysTo(float $share): float
    {
        return $this->halfAt * ($share / (1.0 - $share)) ** (1.0 / $this->shape);
    }

    /** Whole days from the first tenth rooted to nine tenths, at so many thermal days a day. */
    public function daysAt(float $pace): Range
    {
        return Range::of(max(1.0, round($this->thermalDaysTo(self::EARLY) / $pace)), max(1.0, round($this->thermalDaysTo(self::LATE) / $pace)));
    }
}
