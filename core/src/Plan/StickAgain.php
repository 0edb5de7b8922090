<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Core\Dates\CropTimes;
use WetCradle\Core\Dates\PlainDates;
use WetCradle\Core\Telling;

/** Whether a way can still make plants for a week: while its material is right and there is time to root and grow on. */
final class StickAgain
{
    private function __construct(
        public readonly ?\DateTimeImmutable $from,
        public readonly ?\DateTimeImmutable $last,
        public readonly string $words,
    ) {
    }

    public static function for(WayWindows $windows, CropTimes $times, Week $ready, \DateTimeImmutable $today, Telling $telling): self
    {
        $last = PlainDates::stickBy($ready, $times);
        if ($last < $today) {
            $late = $ready->until(Week::containing(PlainDates::forwards($today, $times)->readyOn));

            return new self(null, null, sprintf('Too late: stuck today it is ready %d %s after the week wanted.', max(1, $late), $late > 1 ? 'weeks' : 'week'));
        }
        $week = Week::containing($today);
        $run = $windows->openOrNext($week);
        $from = max($today, $run->from->monday());
        if ($from > $last) {
            return new self(
                null,
                null,
                sprintf('No material in time: it is right from %s, and the last day to stick is %s.', $telling->week($run->from), $last->format('j M')),
            );
        }
        $last = min($last, $run->to->sunday());

        return new self(
            $from,
            $last,
            sprintf('%s until %s.', $from <= $today ? 'Still possible' : sprintf('Possible from %s', $from->format('j M')), $last->format('j M')),
        );
    }

    public function isPossible(): bool
    {
        return $this->from !== null;
    }
}
