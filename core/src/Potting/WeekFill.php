<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Going;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * Potting laid into weeks by the hours there are for it. What can wait least goes first (the earlier of the day on which its
 * roots mat and the last day for its order), of equals the oldest roots, then the code.
 */
final class WeekFill
{
    /**
     * @param list<array{job: PotJob, week: Week, over: bool}> $laid  in the order in which they were laid
     * @param list<float>                                      $taken hours a week
     */
    private function __construct(public readonly array $laid, public readonly array $taken)
    {
    }

    /**
     * @param Week         $from the running week
     * @param list<float>  $free hours a week for potting, from then on
     * @param list<PotJob> $jobs
     * @param ?Going       $going asked before each job whether to go on
     *
     * @throws Refused for `hands`; stopped where it was not to go on: weeks half filled are none
     */
    public static function fill(Week $from, array $free, array $jobs, ?Going $going = null): self
    {
        if ($free === [] || array_sum($free) <= 0.0) {
            throw Refused::because('no_hands', 'hands', Fact::of('refused.week_fill.no_hands'));
        }
        usort($jobs, static fn (PotJob $a, PotJob $b) => [$a->lastGood(), $a->from, $a->code] <=> [$b->lastGood(), $b->from, $b->code]);
        $hours = PotHours::of($from, $free);
        $laid = [];
        foreach ($jobs as $i => $job) {
            if ($going !== null && !$going->on($i / count($jobs))) {
                throw Refused::because('stopped', '', Fact::of('refused.week_fill.stopped'));
            }
            $laid[] = ['job' => $job] + $hours->lay($job);
        }

        return new self($laid, $hours->taken());
    }
}
