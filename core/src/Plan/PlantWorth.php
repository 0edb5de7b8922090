<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/** What one rooted plant of a crop is worth to the house, in its own money, and by what that is known. */
final class PlantWorth
{
    /** @param 'said'|'liner'|'cutting' $by as somebody says; what one costs bought in; so many times what a cutting costs */
    private function __construct(public readonly float $value, public readonly string $by)
    {
    }

    /**
     * @param ?float $said        by whoever asks; null where nobody does
     * @param ?float $linerPrice  what one costs bought in; null where nobody sells them
     * @param float  $cuttingCost what a cutting costs until it is stuck
     */
    public static function of(?float $said, ?float $linerPrice, float $cuttingCost, HouseDefaults $house): self
    {
        return match (true) {
            $said !== null => new self($said, 'said'),
            $linerPrice !== null => new self($linerPrice, 'liner'),
            default => new self(max($house->number(HouseDefault::LeastWorth), $house->number(HouseDefault::WorthTimesCost) * $cuttingCost), 'cutting'),
        };
    }
}
