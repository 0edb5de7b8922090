<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** Something that disinfects, by the ratio on its label: what that makes, and how long things lie in it. */
final class Sanitiser
{
    /**
     * @param float                  $parts   the number in the ratio
     * @param RatioReading           $reading of what those parts are
     */
    private function __construct(public readonly float $parts, public readonly RatioReading $reading, public readonly Strength $product)
    {
    }

    /** @throws Refused for `parts` */
    public static function of(float $parts, RatioReading $reading, Strength $product): self
    {
        if (!is_finite($parts) || $parts < 1.0) {
            throw Refused::because('out_of_range', 'parts', Fact::of('refused.sanitiser.out_of_range'));
        }

        return new self($parts, $reading, $product);
    }

    /** What is poured for so much of it. */
    public function make(Volume $total): Poured
    {
        return Poured::of(Dilution::of($this->product, $this->strength(), $total), $this->product);
    }

    public function strength(): Strength
    {
        return DilutionRatio::of($this->product, $this->parts, $this->reading);
    }

    /** "1 part to 9 of water"; "1 part in 200 of the whole" */
    public function words(): Fact
    {
        return Fact::of($this->reading === RatioReading::ToParts ? 'sanitiser.to_parts' : 'sanitiser.in_parts', parts: round($this->parts, 2));
    }
}
