<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Calendar\Hemisphere;

/** A programme through a summer, a usual day and a hot, dry one of each of its months, beside the clocks that people set once and leave. */
final class SummerTried
{
    /** @param ?TimersCompared $thrifty the best clock that takes no more water than the film does; null where each takes more */
    private function __construct(
        public readonly int $days,
        public readonly int $dryMinutes,
        public readonly float $litres,
        public readonly TimersCompared $best,
        public readonly ?TimersCompared $thrifty,
    ) {
    }

    /** @param callable(int $month, bool $isHot): TypicalDay $dayOf */
    public static function under(Misting $misting, Hemisphere $hemisphere, callable $dayOf): self
    {
        $days = [];
        foreach ($hemisphere->summer() as $month) {
            $days[] = $dayOf($month, false)->hours();
            $days[] = $dayOf($month, true)->hours();
        }
        $dry = 0;
        $litres = 0.0;
        foreach ($days as $hours) {
            $day = MistDay::under($misting->over($hours), $hours);
            $dry += $day->dryMinutes;
            $litres += $day->litres;
        }
        ['best' => $best, 'thrifty' => $thrifty] = TimersCompared::over($days, $misting->film(), $litres);

        return new self(count($days), $dry, $litres, $best, $thrifty);
    }
}
