<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A site's air through the year, °C: as measured where it was, else straight lines between the monthly means, each placed on the 15th. */
final class SiteAir
{
    /** In each month of a common year. */
    private const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
    private const OF_A_YEAR = 365;

    /** @var list<float> of the days of a common year in order, once any was asked for */
    private array $days = [];
    /** @var array<int, float> by the day's number */
    private array $known = [];
    /** @var array<int, int> by sign */
    private array $extremes = [];

    /**
     * @param list<float>          $means  January to December
     * @param array<string, float> $logged °C by day, written 2027-05-12
     */
    private function __construct(public readonly array $means, private readonly array $logged)
    {
    }

    /**
     * @param array<mixed> $means January to December
     *
     * @throws Refused for `air` or another field that is wrong
     */
    public static function of(array $means): self
    {
        if (count($means) !== 12 || !array_is_list($means)) {
            throw Refused::because('wrong_type', 'air', Fact::of('refused.site_air.wrong_length'));
        }
        foreach ($means as $i => $mean) {
            if ((!is_float($mean) && !is_int($mean)) || !is_finite((float) $mean) || $mean < -60.0 || $mean > 60.0) {
                throw Refused::because('out_of_range', "air[{$i}]", Fact::of('refused.site_air.out_of_range'));
            }
        }

        return new self(array_map(floatval(...), $means), []);
    }

    /**
     * The same site, where days that were measured are as they were and not as in an ordinary year.
     *
     * @param array<string, float> $logged mean °C by day, written 2027-05-12
     */
    public function measured(array $logged): self
    {
        return $logged === [] ? $this : new self($this->means, $logged);
    }

    public function on(\DateTimeImmutable $day): float
    {
        return $this->onNumber(DayNumber::of($day));
    }

    /** The same for a day by its number, where many follow each other. */
    public function onNumber(int $number): float
    {
        return $this->known[$number] ??= $this->reckoned(DayNumber::day($number));
    }

    private function reckoned(\DateTimeImmutable $day): float
    {
        return $this->logged[$day->format('Y-m-d')] ?? $this->between($day);
    }

    /**
     * How far some days were off those of an ordinary year, on average.
     *
     * @return ?float K; null where fewer than three in four of them were measured
     */
    public function offUsual(\DateTimeImmutable $from, int $days): ?float
    {
        $off = [];
        for ($i = 0; $i < $days; ++$i) {
            $day = $from->modify("+{$i} days");
            $measured = $this->logged[$day->format('Y-m-d')] ?? null;
            if ($measured !== null) {
                $off[] = $measured - $this->between($day);
            }
        }

        return $off === [] || 4 * count($off) < 3 * $days ? null : array_sum($off) / count($off);
    }

    /** As on such a day in an ordinary year. */
    private function between(\DateTimeImmutable $day): float
    {
        [$month, $date, $days, $isLeap] = explode(' ', $day->format('n j t L'));

        return $this->inMonth((int) $month, (int) $date, (int) $days, (int) $isLeap);
    }

    /**
     * Between the middles of two months, by the days from one to the other.
     *
     * @param int $date   day of the month
     * @param int $days   of that month
     * @param int $isLeap 1 in a leap year, else 0
     */
    private function inMonth(int $month, int $date, int $days, int $isLeap): float
    {
        if ($date >= 15) {
            [$from, $share] = [$month, ($date - 15) / $days];
        } else {
            $from = ($month + 10) % 12 + 1;
            $before = self::DAYS[$from - 1] + ($from === 2 ? $isLeap : 0);
            $share = ($date + $before - 15) / $before;
        }

        return $this->means[$from - 1] + $share * ($this->means[$from % 12] - $this->means[$from - 1]);
    }

    /** On a day of a common year, 1 to 365, counting on past either end. */
    public function onDay(int $day): float
    {
        if ($this->days === []) {
            foreach (self::DAYS as $month => $days) {
                for ($date = 1; $date <= $days; ++$date) {
                    $this->days[] = $this->inMonth($month + 1, $date, $days, 0);
                }
            }
        }
        $day = ($day - 1) % self::OF_A_YEAR;

        return $this->days[$day < 0 ? $day + self::OF_A_YEAR : $day];
    }

    /** The same year, half a year on: as it is on the other half of the globe. */
    public function otherHemisphere(): self
    {
        return self::of([...array_slice($this->means, 6), ...array_slice($this->means, 0, 6)]);
    }

    /** The coldest day of a common year, 1 to 365. */
    public function coldestDay(): int
    {
        return $this->extreme(-1);
    }

    public function warmestDay(): int
    {
        return $this->extreme(1);
    }

    private function extreme(int $sign): int
    {
        if (isset($this->extremes[$sign])) {
            return $this->extremes[$sign];
        }
        $extreme = 1;
        for ($day = 2; $day <= self::OF_A_YEAR; ++$day) {
            if ($sign * $this->onDay($day) > $sign * $this->onDay($extreme)) {
                $extreme = $day;
            }
        }

        return $this->extremes[$sign] = $extreme;
    }
}
