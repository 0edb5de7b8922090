<?php

declare(strict_types=1);

namespace WetCradle\Core\Dates;

use WetCradle\Core\Calendar\Rest;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
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
    ) {
    }

    /**
     * @param Range        $daysToRoot whole days, from the first tenth rooted to the ninth
     * @param ?Rest        $rest       where it stands in its tray through the cold
     *
     * @throws Refused for `weaningDays` or `daysToRoot`
     */
    public static function of(Range $daysToRoot, RootingTime $rooting, int $weaningDays, GrowingOn $growingOn, ?Rest $rest = null): self
    {
        if ($weaningDays < 0 || $weaningDays > self::LONGEST) {
            throw Refused::because('out_of_range', 'weaningDays', Fact::of('refused.crop_times.out_of_range', longest: self::LONGEST));
        }
        if ($daysToRoot->low < 1.0 || $daysToRoot->high > 730.0) {
            throw Refused::because('out_of_range', 'daysToRoot', Fact::of('refused.crop_times.out_of_range_days_to_root'));
        }

        return new self($daysToRoot, $rooting, $weaningDays, $growingOn, $rest);
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
