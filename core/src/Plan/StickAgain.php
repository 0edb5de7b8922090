<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Core\Dates\CropTimes;
use WetCradle\Core\Dates\PlainDates;
use WetCradle\Core\Fact;

/** Whether a way can still make plants for a week: while its material is right and there is time to root and grow on. */
final class StickAgain
{
    private function __construct(
        public readonly ?\DateTimeImmutable $from,
        public readonly ?\DateTimeImmutable $last,
        public readonly Fact $words,
    ) {
    }

    public static function for(WayWindows $windows, CropTimes $times, Week $ready, \DateTimeImmutable $today): self
    {
        $last = PlainDates::stickBy($ready, $times);
        if ($last < $today) {
            $late = $ready->until(Week::containing(PlainDates::forwards($today, $times)->readyOn));

            return new self(null, null, Fact::of('again.too_late', weeks: max(1, $late)));
        }
        $week = Week::containing($today);
        $run = $windows->openOrNext($week);
        $from = $times->workDays->onOrAfter(max($today, $run->from->monday()));
        if ($from > $last) {
            return new self(
                null,
                null,
                Fact::of('again.no_material', from: $run->from, last: $last),
            );
        }
        $last = $times->workDays->onOrBefore(min($last, $run->to->sunday()), $from);

        return new self(
            $from,
            $last,
            $from <= $today ? Fact::of('again.still', last: $last) : Fact::of('again.from', from: $from, last: $last),
        );
    }

    public function isPossible(): bool
    {
        return $this->from !== null;
    }
}
