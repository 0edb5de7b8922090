<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/** How far a hormone was through the time that it keeps, on the day on which it was dipped into. */
enum HormoneAge: string
{
    case Fresh = 'fresh';
    case Older = 'older';
    case Past = 'past';

    /** @return ?self null where it is not known when it was made, unless it was past its date */
    public static function of(?\DateTimeImmutable $madeOn, ?\DateTimeImmutable $keepsUntil, \DateTimeImmutable $on): ?self
    {
        if ($keepsUntil === null || $on > $keepsUntil) {
            return $keepsUntil === null ? null : self::Past;
        }
        if ($madeOn === null || $madeOn > $on) {
            return null;
        }

        return 2 * (int) $madeOn->diff($on)->format('%a') <= (int) $madeOn->diff($keepsUntil)->format('%a') ? self::Fresh : self::Older;
    }
}
