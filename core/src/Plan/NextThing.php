<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Fact;

/** One thing to do, with the day it was due and how late that makes it; and whether anything but saying so can still be done. */
final class NextThing
{
    public function __construct(
        public readonly Job $job,
        public readonly string $about,
        public readonly ?int $line,
        public readonly int $count,
        public readonly \DateTimeImmutable $due,
        public readonly int $daysLate,
        public readonly Fact $why,
        public readonly bool $mendable = true,
        /** Of a weaning. */
        public readonly ?int $step = null,
    ) {
    }
}
