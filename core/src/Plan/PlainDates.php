<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;

/** A batch's expected days: stuck, rooted (a range, never one false-precise day), weaned, potted, ready. */
final class PlainDates
{
    private function __construct(
        public readonly \DateTimeImmutable $stickOn,
        public readonly \DateTimeImmutable $rootedFrom,
        public readonly \DateTimeImmutable $rootedBy,
        public readonly \DateTimeImmutable $weanOn,
        public readonly \DateTimeImmutable $potOn,
        public readonly \DateTimeImmutable $readyOn,
    ) {
    }

    /** Backwards from the Monday of the week in which the plants are wanted. */
    public static function backwards(Week $ready, CropTimes $times): self
    {
        return self::forwards(self::stickBy($ready, $times), $times);
    }

    /** The last day to stick what is wanted in a week. */
    public static function stickBy(Week $ready, CropTimes $times): \DateTimeImmutable
    {
        return $times->growingOn->potBy($ready->monday())->sub(new \DateInterval(sprintf('P%dD', $times->weaningDays + $times->plannedDaysToRoot())));
    }

    public static function forwards(\DateTimeImmutable $stickOn, CropTimes $times): self
    {
        $after = static fn (int $days) => $stickOn->modify(sprintf('+%d days', $days));
        $wean = $times->plannedDaysToRoot();
        $pot = $wean + $times->weaningDays;

        return new self(
            $stickOn,
            $after((int) $times->daysToRoot->low),
            $after((int) $times->daysToRoot->high),
            $after($wean),
            $after($pot),
            $times->growingOn->readyOn($after($pot)),
        );
    }

    /** The last week in which the batch still stands on the rooting bench. */
    public function lastBenchWeek(): Week
    {
        $last = $this->potOn->modify('-1 day');

        return Week::containing($last < $this->stickOn ? $this->stickOn : $last);
    }

    /** @return array{stickOn: string, rootedFrom: string, rootedBy: string, weanOn: string, potOn: string, readyOn: string} */
    public function toArray(): array
    {
        return array_map(static fn (\DateTimeImmutable $day) => $day->format('Y-m-d'), [
            'stickOn' => $this->stickOn,
            'rootedFrom' => $this->rootedFrom,
            'rootedBy' => $this->rootedBy,
            'weanOn' => $this->weanOn,
            'potOn' => $this->potOn,
            'readyOn' => $this->readyOn,
        ]);
    }
}
