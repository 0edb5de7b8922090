<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rooting\RootingPace;

/** What a plan reckons with: how fast and how well it roots, what it costs, and how surplus is chosen. */
final class Reckoning
{
    /**
     * @param CropPrior $prior    what is believed of it before a batch of its own
     * @param float     $costEach of a piece, in the nursery's money
     */
    public function __construct(
        public readonly RootingPace $rooting,
        public readonly CropPrior $prior,
        public readonly Surplus $surplus,
        public readonly float $costEach,
    ) {
    }
}
