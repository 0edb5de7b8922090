<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** The holes of one tray, pot or stretch of bed, spread evenly over it. */
final class Holes
{
    private function __construct(public readonly int $count, private readonly float $squareCm)
    {
    }

    /**
     * @param int $count of one tray
     *
     * @throws Refused for `cells`, `lengthCm` or `widthCm`
     */
    public static function of(int $count, float $lengthCm, float $widthCm): self
    {
        foreach (['cells' => $count, 'lengthCm' => $lengthCm, 'widthCm' => $widthCm] as $field => $value) {
            if ($value <= 0) {
                throw Refused::because('not_positive', $field, Fact::of('refused.holes.not_positive'));
            }
        }

        return new self($count, $lengthCm * $widthCm);
    }

    /** From one to the next in cm, to half a centimetre, as it is set out by eye. */
    public function apartCm(): float
    {
        return max(0.5, round(2.0 * sqrt($this->squareCm / $this->count)) / 2.0);
    }
}
