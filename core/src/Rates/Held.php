<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/** How long material lay between its cutting and its sticking, by days of the calendar. */
enum Held: string
{
    case SameDay = 'same_day';
    case NextDay = 'next_day';
    case Days = 'days';
    case Week = 'week';
    case Longer = 'longer';

    public static function between(\DateTimeImmutable $cut, \DateTimeImmutable $stuck): self
    {
        $days = (int) $cut->setTime(0, 0)->diff($stuck->setTime(0, 0))->format('%r%a');

        return match (true) {
            $days <= 0 => self::SameDay,
            $days === 1 => self::NextDay,
            $days <= 3 => self::Days,
            $days <= 14 => self::Week,
            default => self::Longer,
        };
    }
}
