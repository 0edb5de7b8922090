<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

/** The hours of a usual day, made warmer or cooler, brighter or duller and as damp as it is measured to be now. */
final class HoursAhead
{
    /** What is measured on a bright morning may be so many times what is usual, and no more. */
    private const BRIGHTEST = 3.0;

    /**
     * @param non-empty-list<AirHour> $usual of a usual day
     * @param int                     $hour  of the day, 0 to 23
     * @param float                   $takes share of the light over it that a leaf takes up
     *
     * @return non-empty-list<AirHour>
     */
    public static function from(array $usual, int $hour, Reading $now, float $takes): array
    {
        $then = $usual[$hour] ?? $usual[0];
        $air = $now->of(Quantity::Air) ?? $then->air;
        $vapour = min(100.0, $now->of(Quantity::Humidity) ?? $then->humidity) / 100.0 * Vpd::saturation($air);
        $light = $now->of(Quantity::Light);
        $bright = $light === null || $then->netRadiation <= 0.0 ? 1.0 : min(self::BRIGHTEST, max(0.0, $light * $takes / $then->netRadiation));

        return array_map(static function (AirHour $of) use ($air, $then, $vapour, $bright): AirHour {
            $warm = max(AirHour::COLDEST, min(AirHour::HOTTEST, $of->air + $air - $then->air));

            return AirHour::of($warm, min(100.0, 100.0 * $vapour / Vpd::saturation($warm)), $of->netRadiation * $bright, $of->wind);
        }, $usual);
    }
}
