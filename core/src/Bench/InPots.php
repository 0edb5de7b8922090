<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\DayNumber;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Winter;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;

/** What plants in pots want of the place where they stand from potting until they are ready: no mist, and no frost if they are tender. */
final class InPots
{
    /** °C to which each kind may cool in winter. */
    private const COOLEST_OUTSIDE = -30.0;
    private const COOLEST_IN_FRAME = -8.0;
    private const COOLEST_FROST_FREE = 2.0;
    /** °C above which they grow soft. */
    private const WARMEST = 20.0;

    /** @param int $positions that the pots take */
    public static function tenant(
        string $name,
        int $positions,
        Week $from,
        Week $to,
        Winter $winter,
        SiteAir $air,
        HouseDefaults $house,
        ?string $batch = null,
    ): Tenant {
        return Tenant::of($name, $positions, $from, $to, Range::of(self::coolest($winter), self::WARMEST), Range::of(0, 0), $batch)
            ->inPots(
                !in_array($winter, [Winter::Outside, Winter::ColdFrame], true) && self::canFreeze($from, $to, $air, $house->number(HouseDefault::CanFreeze)),
            );
    }

    private static function coolest(Winter $winter): float
    {
        return match ($winter) {
            Winter::Outside => self::COOLEST_OUTSIDE,
            Winter::ColdFrame => self::COOLEST_IN_FRAME,
            Winter::FrostFree, Winter::AsCells => self::COOLEST_FROST_FREE,
        };
    }

    private static function canFreeze(Week $from, Week $to, SiteAir $air, float $below): bool
    {
        // In the middle of each week.
        $last = DayNumber::of($to->sunday());
        for ($day = DayNumber::of($from->monday()) + 3; $day <= $last; $day += 7) {
            if ($air->onNumber($day) < $below) {
                return true;
            }
        }

        return false;
    }
}
