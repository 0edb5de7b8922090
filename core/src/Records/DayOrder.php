<?php

declare(strict_types=1);

namespace WetCradle\Core\Records;

/** In which order somebody writes a day in figures. */
enum DayOrder: string
{
    case DayFirst = 'day_first';
    case MonthFirst = 'month_first';

    /**
     * By days that can be read in one way only; null where all of them can be read in both, or there are none.
     *
     * @param iterable<string> $cells
     */
    public static function toldBy(iterable $cells): ?self
    {
        $votes = [self::DayFirst->value => 0, self::MonthFirst->value => 0];
        foreach ($cells as $cell) {
            if (preg_match('~^(\d{1,2})[./-](\d{1,2})[./-]\d{2,4}$~', $cell, $parts) === 1) {
                [$first, $second] = [(int) $parts[1], (int) $parts[2]];
                $votes[self::DayFirst->value] += $first > 12 && $second <= 12 ? 1 : 0;
                $votes[self::MonthFirst->value] += $second > 12 && $first <= 12 ? 1 : 0;
            }
        }
        [$day, $month] = array_values($votes);

        return $day === $month ? null : ($day > $month ? self::DayFirst : self::MonthFirst);
    }
}
