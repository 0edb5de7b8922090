<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/**
 * How much a past batch counts for the next one: a fifth less for each season gone by, and half when it was
 * propagated another way than the one now meant. Defaults of ours, not laws.
 */
final class HistoryWeight
{
    public static function of(int $seasonsAgo, bool $sameWay, HouseDefaults $house): float
    {
        return $house->number(HouseDefault::SeasonKeeps) ** max(0, $seasonsAgo) * ($sameWay ? 1.0 : $house->number(HouseDefault::AnotherWay));
    }
}
