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
        return (new \DateTimeImmutable(self::FIRST))->setDate(1970, 1, 1 + $number);
    }
}
