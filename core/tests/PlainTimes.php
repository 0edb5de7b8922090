<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use WetCradle\Core\Course\CropTimes;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Rooting\RootingTime;

/** A crop that takes plain days, whatever the weather. */
final class PlainTimes
{
    public static function of(int $rootFrom, int $rootTo, int $weaningDays, int $growOnDays, ?GrowingOn $growingOn = null): CropTimes
    {
        $days = Range::of($rootFrom, $rootTo, 'daysToRoot');

        return CropTimes::of($days, RootingTime::days($days, HouseDefault::PlannedRooted->usual()), $weaningDays, $growingOn ?? GrowingOn::days($growOnDays));
    }
}
