<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Stock\Gathered;

/** One batch of a route, with the good plants that it is for. */
final class RoutePart
{
    public function __construct(
        public readonly PlainDates $dates,
        public readonly int $trays,
        public readonly int $stick,
        public readonly ?Gathered $material,
        public readonly int $plants,
    ) {
    }

    /** The day on which its material is collected, where that is before it is stuck. */
    public function collectOn(): ?\DateTimeImmutable
    {
        return $this->material !== null && $this->material->on < $this->dates->stickOn ? $this->material->on : null;
    }
}
