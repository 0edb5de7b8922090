<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\CropTimes;
use WetCradle\Core\Refused;

/** A batch whose sticking or potting may still be moved, with the hours that each asks and how far it may go. */
final class Movable
{
    public readonly \DateTimeImmutable $potOn;
    public readonly \DateTimeImmutable $readyOn;

    /**
     * @param ?\DateTimeImmutable $earliest to stick; null where it is stuck already
     * @param ?\DateTimeImmutable $latest   to stick
     * @param ?Week               $due      the week it is wanted; null where nobody waits
     * @param float               $stick    hours to collect and stick it
     * @param float               $pot      hours to pot it
     *
     * @throws Refused never_reached where it never roots there, or never grows to ready
     */
    public function __construct(
        public readonly string $code,
        public readonly string $crop,
        public readonly \DateTimeImmutable $stickOn,
        public readonly ?\DateTimeImmutable $earliest,
        public readonly ?\DateTimeImmutable $latest,
        public readonly CropTimes $times,
        public readonly int $heldDays,
        public readonly ?Week $due,
        public readonly float $stick,
        public readonly float $pot,
    ) {
        $this->potOn = $times->pottedStuckOn($stickOn, $heldDays);
        $this->readyOn = $times->growingOn->readyOn($this->potOn);
    }

    public function isStuck(): bool
    {
        return $this->earliest === null;
    }
}
