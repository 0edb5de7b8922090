<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** Whole trays of one kind. */
final class Trays
{
    private function __construct(public readonly int $number, public readonly int $cells)
    {
    }

    /** @throws Refused for `cells` or `trays` */
    public static function of(int $number, int $cells): self
    {
        if ($cells < 1) {
            throw Refused::because('out_of_range', 'cells', Fact::of('refused.trays.out_of_range'));
        }
        if ($number < 1) {
            throw Refused::because('out_of_range', 'trays', Fact::of('refused.trays.out_of_range_trays'));
        }

        return new self($number, $cells);
    }

    /** The fewest whole trays that hold this many. */
    public static function toHold(int $cuttings, int $cells): self
    {
        return self::of(max(1, intdiv($cuttings + $cells - 1, max(1, $cells))), $cells);
    }

    public function hold(): int
    {
        return $this->number * $this->cells;
    }
}
