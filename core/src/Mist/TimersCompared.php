<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

/** The fixed clock timers that people set, on one day of weather: which of them does best, and what that takes. */
final class TimersCompared
{
    private const BEGIN = [240, 300, 360, 420];
    private const END = [1080, 1140, 1200, 1260, 1320];
    private const EVERY = [5, 8, 10, 12, 15, 20, 25, 30, 45, 60];

    private function __construct(public readonly ClockTimer $best, public readonly int $dryMinutes, public readonly float $litres)
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
     * The one under which a leaf is dry for the fewest minutes, and of those the one that takes the least water, over all the days:
     * people set a clock and leave it.
     *
     * @param non-empty-list<non-empty-list<AirHour>> $days
     *
     * @return array{best: self, thrifty: ?self} the best of all, and of those that take no more than so many litres; null where each takes more
     */
    public static function over(array $days, FilmProgramme $as, float $most = INF): array
    {
        $best = $thrifty = null;
        foreach (self::all($as) as $timer) {
            $dry = 0;
            $litres = 0.0;
            foreach ($days as $hours) {
                $day = MistDay::under($timer, $hours);
                $dry += $day->dryMinutes;
                $litres += $day->litres;
            }
            if ($best === null || [$dry, $litres] < [$best->dryMinutes, $best->litres]) {
                $best = new self($timer, $dry, $litres);
            }
            if ($litres <= $most && ($thrifty === null || [$dry, $litres] < [$thrifty->dryMinutes, $thrifty->litres])) {
                $thrifty = new self($timer, $dry, $litres);
            }
        }

        return ['best' => $best ?? throw new \LogicException('There are timers.'), 'thrifty' => $thrifty];
    }
}
