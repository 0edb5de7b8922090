<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Fact;

/** What a line of a batch asks for next: the work, the day on which it is due, and why. */
final class Due
{
    /** @param ?int $step of a weaning */
    public function __construct(
        public readonly Job $job,
        public readonly \DateTimeImmutable $on,
        public readonly Fact $why,
        public readonly ?int $step = null,
    ) {
    }

    /** Whether that day has come. */
    public function hasCome(\DateTimeImmutable $today): bool
    {
        return $this->on <= $today;
    }
}
