<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\CropTimes;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\OpenWeeks;
use WetCradle\Core\Crops\WayWindows;

/**
 * The last day on which a way can still be stuck for a week: while its material is right, and where that is asked, with what
 * else it needs, such as stock that can give it. Hardwood that is wanted in October is stuck in the winter before, though it
 * would be ready in time if it could be stuck in June.
 */
final class LastDay
{
    /** Some window opens within so many weeks, whatever the way. */
    private const BACK = 60;

    /**
     * @param ?\Closure(\DateTimeImmutable): bool $can whether there is on a day what else it needs; tried week by week, backwards
     *
     * @return \DateTimeImmutable where it can on no day from today on, the last one on which the material is right; with no such day
     *                            either, the day by which it would have to be stuck
     */
    public static function toStick(WayWindows $windows, CropTimes $times, Week $ready, \DateTimeImmutable $today, ?\Closure $can = null): \DateTimeImmutable
    {
        $inTime = PlainDates::stickBy($ready, $times);
        $last = Week::containing($inTime);
        $newest = null;
        foreach (self::newestFirst($windows->during($last->plus(-self::BACK), $last)) as $run) {
            $from = $times->workDays->onOrAfter($run->from->monday());
            $day = $times->workDays->onOrBefore(min($inTime, $run->to->sunday()), min($inTime, $run->from->monday()));
            if ($newest !== null && $day < $today) {
                break;
            }
            $newest ??= $day;
            if ($can === null) {
                break;
            }
            // The first day of it is tried too, on whatever day of the week it falls.
            $first = $times->workDays->onOrAfter(max($today, $from));
            for (; $day > $first; $day = $times->workDays->onOrBefore($day->modify('-1 week'))) {
                if ($can($day)) {
                    return $day;
                }
            }
            if ($first <= min($inTime, $run->to->sunday()) && $can($first)) {
                return $first;
            }
        }

        return $newest ?? $inTime;
    }

    /**
     * @param list<OpenWeeks> $runs
     *
     * @return list<OpenWeeks>
     */
    private static function newestFirst(array $runs): array
    {
        usort($runs, static fn (OpenWeeks $a, OpenWeeks $b) => $b->to->ordinal() <=> $a->to->ordinal());

        return $runs;
    }
}
