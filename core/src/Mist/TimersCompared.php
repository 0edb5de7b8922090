<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

/** The fixed clock timers that people set, on one day of weather: which of them does best, and what that takes. */
final class TimersCompared
{
    private const BEGIN = [240, 300, 360, 420];
    private const END = [1080, 1140, 1200, 1260, 1320];
    private const EVERY = [5, 8, 10, 12, 15, 20, 25, 30, 45, 60];

    private function __construct(public readonly ClockTimer $best, public readonly MistDay $day)
    {
    }

    /** @return list<ClockTimer> two hundred of them */
    public static function all(FilmProgramme $as): array
    {
        $timers = [];
        foreach (self::BEGIN as $from) {
            foreach (self::END as $to) {
                foreach (self::EVERY as $every) {
                    $timers[] = ClockTimer::of($as, $from, $to, $every);
                }
            }
        }

        return $timers;
    }

    /**
     * The one under which a leaf is dry for the fewest minutes, and of those the one that takes the least water.
     *
     * @param non-empty-list<AirHour> $hours
     */
    public static function on(array $hours, FilmProgramme $as): self
    {
        $best = null;
        foreach (self::all($as) as $timer) {
            $day = MistDay::under($timer, $hours);
            if ($best === null || [$day->dryMinutes, $day->litres] < [$best->day->dryMinutes, $best->day->litres]) {
                $best = new self($timer, $day);
            }
        }

        return $best ?? throw new \LogicException('There are timers.');
    }
}
