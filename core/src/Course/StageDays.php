<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

/** A stage of one batch, from a day until the next stage begins. */
final class StageDays
{
    public function __construct(
        public readonly Stage $stage,
        public readonly \DateTimeImmutable $from,
        public readonly \DateTimeImmutable $to,
        public readonly StageTime $time,
    ) {
    }
}
