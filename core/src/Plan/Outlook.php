<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

/** One line of a batch as the day's list needs to see it. */
final class Outlook
{
    /**
     * @param int                 $planned     cuttings to stick; 0 once stuck
     * @param int                 $stuck       alive without known roots
     * @param int                 $rooted      rooted and not yet potted
     * @param \DateTimeImmutable  $rootedFrom  the first day on which roots may be expected
     * @param ?\DateTimeImmutable $lastCheckOn the newest lifted sample or full count
     * @param ?string             $potBecause  what makes it due for potting by its sheet's school; null while it is not
     * @param bool                $leftLonger  whether the line is a remainder of an earlier count
     */
    public function __construct(
        public readonly string $batch,
        public readonly int $line,
        public readonly int $planned,
        public readonly int $stuck,
        public readonly int $rooted,
        public readonly \DateTimeImmutable $stickOn,
        public readonly \DateTimeImmutable $rootedFrom,
        public readonly \DateTimeImmutable $potOn,
        public readonly ?\DateTimeImmutable $lastCheckOn,
        public readonly ?string $potBecause,
        public readonly bool $leftLonger,
    ) {
    }
}
