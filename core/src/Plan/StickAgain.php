<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\CropTimes;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\WayWindows;
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
        if (PlainDates::stickBy($ready, $times) < $today) {
            $late = $ready->until(Week::containing(PlainDates::forwards($today, $times)->readyOn));

            return new self(null, null, Fact::of('again.too_late', weeks: max(1, $late)));
        }
        $week = Week::containing($today);
        $run = $windows->openOrNext($week);
        $from = $times->workDays->onOrAfter(max($today, $run->from->monday()));
        $last = LastDay::toStick($windows, $times, $ready, $today);
        if ($from > $last) {
            return new self(
                null,
                null,
                Fact::of('again.no_material', from: $run->from, last: PlainDates::stickBy($ready, $times)),
            );
        }

        return new self($from, $last, self::between($from, $last, $today));
    }

    /** How it is said where stock or place end it on another day. */
    public function until(\DateTimeImmutable $last, \DateTimeImmutable $today): Fact
    {
        return $this->from === null ? $this->words : self::between($this->from, $last, $today);
    }

    private static function between(\DateTimeImmutable $from, \DateTimeImmutable $last, \DateTimeImmutable $today): Fact
    {
        return $from <= $today ? Fact::of('again.still', last: $last) : Fact::of('again.from', from: $from, last: $last);
    }

    public function isPossible(): bool
    {
        return $this->from !== null;
    }
}
