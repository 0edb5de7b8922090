<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

/** Days counted from 1970-01-01, for what is reckoned day by day: to count on is sooner done than to ask a calendar for the next day. */
final class DayNumber
{
    private const FIRST = '1970-01-01';

    /** Of a day as it is written, wherever its clock stands. */
    public static function of(\DateTimeImmutable $day): int
    {
        return (int) floor(($day->getTimestamp() + $day->getOffset()) / 86400);
    }

    public static function day(int $number): \DateTimeImmutable
    {
        return self::inYear(1970, 1 + $number);
    }

    /** A day by how many of its year there are until it, 1 for the first; counting on past its last. */
    public static function inYear(int $year, int $day): \DateTimeImmutable
    {
        return (new \DateTimeImmutable(self::FIRST))->setDate($year, 1, $day);
    }
}
