<?php

declare(strict_types=1);

namespace WetCradle\Core\Dates;

use WetCradle\Core\Calendar\Rest;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\RootingTime;

/** How long a crop takes in one place: to root, to wean, to stand through the cold, to grow on. */
final class CropTimes
{
    private function __construct(
        public readonly Range $daysToRoot,
        public readonly RootingTime $rooting,
        public readonly int $weaningDays,
        public readonly GrowingOn $growingOn,
        public readonly ?Rest $rest,
    ) {
    }

    /**
     * @param int   $rootFrom days to root by the sheet's own warmth
     * @param ?Rest $rest     where it stands in its tray through the cold
     */
    public static function of(int $rootFrom, int $rootTo, int $weaningDays, int $growOnDays, ?GrowingOn $growingOn = null, ?RootingTime $rooting = null, ?Rest $rest = null): self
    {
        foreach (['weaningDays' => $weaningDays, 'growOnDays' => $growOnDays] as $field => $days) {
            if ($days < 0 || $days > 1500) {
                throw Refused::because('out_of_range', $field, $field.' must lie between 0 and 1500 days.');
            }
        }
        if ($rootFrom < 1 || $rootTo > 730) {
            throw Refused::because('out_of_range', 'daysToRoot', 'Rooting takes between 1 and 730 days.');
        }
        $range = Range::of($rootFrom, $rootTo, 'daysToRoot');

        return new self($range, $rooting ?? RootingTime::days($range), $weaningDays, $growingOn ?? GrowingOn::days($growOnDays), $rest);
    }

    /** The day count that a plan uses at the sheet's own warmth. */
    public function plannedDaysToRoot(): int
    {
        return RootingTime::plannedOf($this->daysToRoot);
    }

    /** What is weaned on a day is potted on this one. */
    public function potOn(\DateTimeImmutable $weanOn, int $heldDays = 0): \DateTimeImmutable
    {
        $able = $weanOn->add(new \DateInterval(sprintf('P%dD', $this->weaningDays + $heldDays)));

        return $this->rest?->pottedOn($able) ?? $able;
    }

    /** The last day to stick for plants due on a day. */
    public function stickBy(\DateTimeImmutable $due): \DateTimeImmutable
    {
        $potBy = $this->growingOn->potBy($due);

        return $this->rooting->stickBy(($this->rest?->pottedBy($potBy) ?? $potBy)->sub(new \DateInterval(sprintf('P%dD', $this->weaningDays))));
    }
}
