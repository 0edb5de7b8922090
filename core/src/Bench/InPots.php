<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Potting;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;

/** What plants in pots want of the place where they stand from potting until they are ready: no mist, and no frost if they are tender. */
final class InPots
{
    /** °C to which each kind may cool in winter. */
    private const COOLEST = ['outside' => -30.0, 'cold_frame' => -8.0, 'frost_free' => 2.0, 'as_cells' => 2.0];
    /** °C above which they grow soft. */
    private const WARMEST = 20.0;

    /**
     * @param int    $positions that the pots take
     * @param string $winter    one of `Potting::WINTERS`
     */
    public static function tenant(string $name, int $positions, Week $from, Week $to, string $winter, SiteAir $air, HouseDefaults $house, ?string $batch = null): Tenant
    {
        return Tenant::of($name, $positions, $from, $to, Range::of(self::COOLEST[$winter], self::WARMEST), Range::of(0, 0), $batch)
            ->inPots(!in_array($winter, [Potting::WINTERS[0], Potting::WINTERS[1]], true) && self::canFreeze($from, $to, $air, $house->number(HouseDefault::CanFreeze)));
    }

    private static function canFreeze(Week $from, Week $to, SiteAir $air, float $below): bool
    {
        for ($week = $from; $week->until($to) >= 0; $week = $week->plus(1)) {
            if ($air->on($week->monday()->modify('+3 days')) < $below) {
                return true;
            }
        }

        return false;
    }
}
