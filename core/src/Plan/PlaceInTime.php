<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Bench\Berth;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\CropTimes;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\WayWindows;

/** Where a batch lies and when it is stuck, worked back from its week by the pace that it has in that very place. */
final class PlaceInTime
{
    /**
     * @param int $positions of a bench that it takes
     *
     * @return ?Berth the place that suits it best of those that are free and in time; null where none is
     */
    public static function of(Berths $berths, WaySheet $sheet, WayWindows $windows, Week $ready, \DateTimeImmutable $today, int $positions): ?Berth
    {
        $last = static fn (CropTimes $times) => max(LastDay::toStick($windows, $times, $ready, $today), $times->workDays->onOrAfter($today));
        foreach ($berths->all($sheet, $positions, $last) as $berth) {
            if ($berth->isFree() && $berth->isInTimeFor($ready) && $windows->isOpenIn(Week::containing($berth->dates->stickOn ?? $today))) {
                return $berth;
            }
        }

        return null;
    }
}
