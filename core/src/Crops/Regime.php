<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** How pieces are kept from drying out until they root. */
enum Regime: string
{
    case Mist = 'mist';
    case Cover = 'cover';
    case Below = 'below';
    case Dry = 'dry';
    case None = 'none';

    public function words(): string
    {
        return match ($this) {
            self::Mist => 'mist',
            self::Cover => 'closed cover, vented',
            self::Below => 'from below after the first day',
            self::Dry => 'dry start',
            self::None => 'none',
        };
    }
}
