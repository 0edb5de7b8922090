<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

use WetCradle\Core\Calendar\Rest;
use WetCradle\Core\Calendar\WorkDays;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\LearntPace;
use WetCradle\Core\Rooting\RootingTime;

/** How long a crop takes in one place: to root, to wean, to stand through the cold, to grow on. */
final class CropTimes
{
    private const LONGEST = 1500;

    private function __construct(
        public readonly Range $daysToRoot,
        public readonly RootingTime $rooting,
        public readonly int $weaningDays,
        public readonly GrowingOn $growingOn,
        public readonly ?Rest $rest,
        public readonly WorkDays $workDays,
        public readonly float $speedLnSd,
    ) {
    }

    /**
     * @param Range        $daysToRoot whole days, from the first tenth rooted to the ninth
     * @param ?Rest        $rest       where it stands in its tray through the cold
     * @param ?WorkDays    $workDays   on which it can be stuck and potted; any day where it is not said
     * @param ?float       $speedLnSd  how sure it is how fast a batch roots; as sure as a sheet is where it is not said
     *
     * @throws Refused for `weaningDays` or `daysToRoot`
     */
    public static function of(
        Range $daysToRoot,
        RootingTime $rooting,
        int $weaningDays,
        GrowingOn $growingOn,
        ?Rest $rest = null,
        ?WorkDays $workDays = null,
        ?float $speedLnSd = null,
    ): self {
        if ($weaningDays < 0 || $weaningDays > self::LONGEST) {
            throw Refused::because('out_of_range', 'weaningDays', Fact::of('refused.crop_times.out_of_range', longest: self::LONGEST));
        }
        if ($daysToRoot->low < 1.0 || $daysToRoot->high > 730.0) {
            throw Refused::because('out_of_range', 'daysToRoot', Fact::of('refused.crop_times.out_of_range_days_to_root'));
        }

        return new self($daysToRoot, $rooting, $weaningDays, $growingOn, $rest, $workDays ?? WorkDays::everyDay(), $speedLnSd ?? LearntPace::sheetLnSd());
    }

    /** What is stuck on a day is potted on this one, as planned. */
    public function pottedStuckOn(\DateTimeImmutable $day, int $heldDays = 0): \DateTimeImmutable
    {
        return $this->potOn($this->rooting->weanOn($day), $heldDays);
    }

    /** What begins to be weaned on a day is potted on this one. */
    public function potOn(\DateTimeImmutable $weanOn, int $heldDays = 0): \DateTimeImmutable
    {
        return $this->pottedFrom($weanOn->add(new \DateInterval(sprintf('P%dD', $this->weaningDays))), $heldDays);
    }

    /**
     * What may be potted from a day on is potted on this one: the first on which somebody works and nothing rests. It is held
     * from then on, not from a day in the winter on which nobody would have potted it.
     */
    public function pottedFrom(\DateTimeImmutable $day, int $heldDays = 0): \DateTimeImmutable
    {
        $first = $this->firstFrom($day);

        return $heldDays === 0 ? $first : $this->firstFrom($first->add(new \DateInterval(sprintf('P%dD', $heldDays))));
    }

    private function firstFrom(\DateTimeImmutable $able): \DateTimeImmutable
    {
        // A day on which somebody works may be one of rest, and the first after the rest one without hands.
        for ($day = $this->outOfRest($able);; $day = $next) {
            $next = $this->outOfRest($this->workDays->onOrAfter($day));
            if ($next <= $day) {
                return $day;
            }
        }
    }

    /** The last day to stick for plants due on a day, by hands that are there then. */
    public function stickBy(\DateTimeImmutable $due): \DateTimeImmutable
    {
        for ($potBy = $this->growingOn->potBy($due);; $potBy = $before) {
            $before = $this->workDays->onOrBefore($this->rest?->pottedBy($potBy) ?? $potBy);
            if ($before >= $potBy) {
                break;
            }
        }

        return $this->workDays->onOrBefore($this->rooting->stickBy($potBy->sub(new \DateInterval(sprintf('P%dD', $this->weaningDays)))));
    }

    private function outOfRest(\DateTimeImmutable $day): \DateTimeImmutable
    {
        return $this->rest?->pottedOn($day) ?? $day;
    }
}
