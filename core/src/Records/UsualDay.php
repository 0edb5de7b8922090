<?php

declare(strict_types=1);

namespace WetCradle\Core\Records;

use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\SignedWindow;

/** The day on which a crop is usually stuck, for a batch of which only the year is known: the middle of its weeks. */
final class UsualDay
{
    private const WEEKS = 52;

    public static function in(int $year, SignedWindow $window, Hemisphere $hemisphere): \DateTimeImmutable
    {
        ['from' => $from, 'to' => $to] = ['from' => $window->weeks->from, 'to' => $window->weeks->to];
        $middle = $from + intdiv(($to - $from + self::WEEKS) % self::WEEKS, 2) + ($hemisphere === Hemisphere::South ? intdiv(self::WEEKS, 2) : 0);

        return Week::inYear($year, 1 + ($middle - 1) % self::WEEKS)->monday()->modify('+2 days');
    }
}
