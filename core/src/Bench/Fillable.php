<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Priority;

/** A batch as filling a house needs to know it. */
final class Fillable
{
    /**
     * @param int                                 $positions tray positions that it takes
     * @param int                                 $narrower  positions that it would take in trays whose cells are a little narrower
     * @param ?Priority                           $priority  of its first order; null for stock of our own
     * @param list<Week>                          $wanted    in which its orders are to be ready
     * @param int                                 $zone      in which it lies, or is planned to
     * @param bool                                $isStill   whether it is left where it is: locked by hand, or moved on to another zone by hand
     * @param bool                                $isWhole   whether a part of it takes as many positions as trays, so that it can be parted
     * @param \DateTimeImmutable                  $earliest  day on which it may be stuck
     * @param \DateTimeImmutable                  $latest    day on which it may be stuck
     * @param \Closure(\DateTimeImmutable): bool $canGive   whether its block can give it on a day
     * @param bool                                $goesOnWeaned whether it goes on to another zone on the day on which it is weaned
     */
    public function __construct(
        public readonly string $code,
        public readonly WaySheet $sheet,
        public readonly int $positions,
        public readonly int $narrower,
        public readonly \DateTimeImmutable $stickOn,
        public readonly \DateTimeImmutable $weanOn,
        public readonly int $heldDays,
        public readonly bool $isStuck,
        public readonly bool $isLocked,
        public readonly bool $isStill,
        public readonly bool $isWhole,
        public readonly ?Priority $priority,
        public readonly array $wanted,
        public readonly int $zone,
        public readonly \DateTimeImmutable $earliest,
        public readonly \DateTimeImmutable $latest,
        public readonly \Closure $canGive,
        public readonly bool $goesOnWeaned = false,
    ) {
    }
}
