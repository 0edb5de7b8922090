<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Rates\WaySpeed;

/** How many days a way takes to root here, beside what its sheet says, at the warmth that its sheet asks for. */
final class DaysToRoot
{
    /** A sheet that is right is called wrong once in twenty. */
    private const BEYOND_CHANCE = 1.96;
    /** Eight in ten lie within. */
    private const EIGHT_IN_TEN = 1.2816;

    /**
     * @param Range       $sheet  days from the first tenth rooted to nine tenths, by the sheet
     * @param Range       $learnt the same as it is forecast now
     * @param float       $times  how many times the sheet's days it takes
     * @param Range       $next   days by which half of a next batch has rooted, 8 in 10
     * @param list<float> $halves days by which half of each batch had rooted, in the order in which they were given
     */
    private function __construct(
        public readonly Range $sheet,
        public readonly Range $learnt,
        public readonly float $times,
        public readonly bool $isDifference,
        public readonly Range $next,
        public readonly array $halves,
    ) {
    }

    /**
     * @param float         $aDay    thermal days that a day brings at the warmth of the sheet
     * @param list<OwnPace> $batches the newest of the way that say how fast they rooted
     *
     * @return ?self null where none does
     */
    public static function of(RootingPace $sheet, float $aDay, array $batches): ?self
    {
        $learnt = LearntPace::of($sheet, $batches);
        if ($learnt === null) {
            return null;
        }
        $half = $learnt->pace->halfAt / $aDay;
        $reach = exp(self::EIGHT_IN_TEN * $learnt->lnSd);

        return new self(
            $sheet->daysAt($aDay),
            $learnt->pace->daysAt($aDay),
            $learnt->pace->halfAt / $sheet->halfAt,
            self::isBeyondChance($sheet, $batches),
            Range::of($half / $reach, $half * $reach),
            array_map(static fn (OwnPace $own) => $own->d50 / $aDay, $batches),
        );
    }

    /**
     * Whether the batches alone, without what their sheet says, are faster or slower than it: batches differ by themselves, and none
     * is known exactly.
     *
     * @param list<OwnPace> $batches
     */
    private static function isBeyondChance(RootingPace $sheet, array $batches): bool
    {
        $weights = $sum = 0.0;
        foreach ($batches as $own) {
            $weight = 1.0 / (WaySpeed::BATCH_LN_SD ** 2 + $own->lnSd ** 2);
            $weights += $weight;
            $sum += $weight * log($own->d50 / $sheet->halfAt);
        }

        return abs($sum / $weights) > self::BEYOND_CHANCE / sqrt($weights);
    }
}
