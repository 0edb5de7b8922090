<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;

/** How long a crop takes, by its sheet: days to root and to wean, and its growing on. */
final class CropTimes
{
    private function __construct(
        public readonly Range $daysToRoot,
        public readonly int $weaningDays,
        public readonly GrowingOn $growingOn,
    ) {
    }

    public static function of(int $rootFrom, int $rootTo, int $weaningDays, int $growOnDays, ?GrowingOn $growingOn = null): self
    {
        foreach (['weaningDays' => $weaningDays, 'growOnDays' => $growOnDays] as $field => $days) {
            if ($days < 0 || $days > 1500) {
                throw Refused::because('out_of_range', $field, $field.' must lie between 0 and 1500 days.');
            }
        }
        if ($rootFrom < 1 || $rootTo > 730) {
            throw Refused::because('out_of_range', 'daysToRoot', 'Rooting takes between 1 and 730 days.');
        }

        return new self(Range::of($rootFrom, $rootTo, 'daysToRoot'), $weaningDays, $growingOn ?? GrowingOn::days($growOnDays));
    }

    /** The day count that a plan uses: three quarters of the way to the late end, so that most batches are in time. */
    public function plannedDaysToRoot(): int
    {
        return (int) ceil($this->daysToRoot->low + 0.75 * ($this->daysToRoot->high - $this->daysToRoot->low));
    }
}
