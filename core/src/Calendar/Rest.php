<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/**
 * The cold part of a site's year in which nothing is potted: what has rooted by autumn stands as it is, and is potted in
 * late winter, shortly before growth starts again.
 */
final class Rest
{
    /**
     * @param ?int $from first day of it in a common year, 1 to 365; null where the site has no such season
     * @param ?int $to   the day on which potting starts again
     */
    private function __construct(private readonly ?int $from, private readonly ?int $to)
    {
    }

    public static function of(SiteAir $air, HouseDefaults $house): self
    {
        $grows = $house->number(HouseDefault::GrowsFrom);
        $tooLate = $house->number(HouseDefault::NoPottingBelow);
        $coldest = $air->coldestDay();
        if ($air->onDay($coldest) >= $grows) {
            return new self(null, null);
        }
        $to = $coldest;
        for ($days = 0; $days < 365 && $air->onDay($to) < $grows; ++$days) {
            ++$to;
        }
        $from = $coldest;
        for ($days = 0; $days < 365 && $air->onDay($from - 1) < $tooLate; ++$days) {
            --$from;
        }
        if ($days >= 365) {
            return new self(null, null);
        }
        $to = max($coldest, $to - $house->whole(HouseDefault::PotBeforeGrowth));

        return new self(self::inYear($from), self::inYear($to));
    }

    /** The day on which what is ready to be potted on this day is potted. */
    public function pottedOn(\DateTimeImmutable $day): \DateTimeImmutable
    {
        return $this->holds($day) ? $this->next($day, (int) $this->to) : $day;
    }

    /** The last day up to this one on which anything is potted. */
    public function pottedBy(\DateTimeImmutable $day): \DateTimeImmutable
    {
        if (!$this->holds($day)) {
            return $day;
        }
        $first = DayNumber::inYear((int) $day->format('Y'), (int) $this->from);

        return ($first > $day ? DayNumber::inYear((int) $day->format('Y') - 1, (int) $this->from) : $first)->sub(new \DateInterval('P1D'));
    }

    private function holds(\DateTimeImmutable $day): bool
    {
        if ($this->from === null || $this->to === null) {
            return false;
        }
        $n = (int) $day->format('z') + 1;

        return $this->from <= $this->to ? $n >= $this->from && $n < $this->to : $n >= $this->from || $n < $this->to;
    }

    private function next(\DateTimeImmutable $day, int $to): \DateTimeImmutable
    {
        $there = DayNumber::inYear((int) $day->format('Y'), $to);

        return $there >= $day ? $there : DayNumber::inYear((int) $day->format('Y') + 1, $to);
    }

    private static function inYear(int $day): int
    {
        return (($day - 1) % 365 + 365) % 365 + 1;
    }
}
