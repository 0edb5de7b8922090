<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

/** Ordinary years of air to start from, as in the north. Windows on the built-in sheets are those of the reference, a cool and damp one. */
enum Climate: string
{
    case CoolMaritime = 'cool_maritime';
    case MildMaritime = 'mild_maritime';
    case ColdContinental = 'cold_continental';
    case WarmDry = 'warm_dry';

    public static function reference(): SiteAir
    {
        return self::CoolMaritime->air(Hemisphere::North);
    }

    public function air(Hemisphere $hemisphere): SiteAir
    {
        $air = SiteAir::of(match ($this) {
            self::CoolMaritime => [4.0, 4.2, 6.2, 8.6, 11.8, 14.6, 16.6, 16.4, 14.0, 10.6, 6.9, 4.7],
            self::MildMaritime => [7.2, 7.2, 8.4, 10.2, 12.9, 15.4, 17.2, 17.2, 15.6, 12.8, 9.9, 8.0],
            self::ColdContinental => [-4.5, -2.8, 2.9, 9.4, 15.0, 18.8, 20.9, 20.0, 15.2, 9.0, 2.8, -2.2],
            self::WarmDry => [8.4, 9.4, 11.8, 14.4, 18.4, 22.6, 25.4, 25.2, 21.8, 17.2, 12.2, 9.2],
        });

        return $hemisphere === Hemisphere::South ? $air->otherHemisphere() : $air;
    }
}
