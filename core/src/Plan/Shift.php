<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Fact;

/** One batch stuck on another day, or held in its tray for longer before it is potted, and what that does. */
final class Shift
{
    public function __construct(
        public readonly string $batch,
        public readonly string $crop,
        public readonly \DateTimeImmutable $stickOn,
        public readonly int $heldDays,
        public readonly PlainDates $dates,
        public readonly Fact $why,
    ) {
    }
}
