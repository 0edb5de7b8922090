<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Bench\Berth;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Potting\PotHours;
use WetCradle\Core\Potting\PotJob;
use WetCradle\Core\Potting\RootRun;

/**
 * The potting of what is drafted, laid into the weeks that have hands for it: what may wait in its cells does, as long as it
 * harms neither its roots nor its order, and has its place until then.
 */
final class DraftedPotting
{
    public function __construct(
        private readonly ?PotHours $hands,
        public readonly Berths $berths,
        private readonly WorkNorms $norms,
        private readonly HouseDefaults $house,
    ) {
    }

    /** The same, to try something with: what is taken there is not taken here. */
    public function tried(Berths $berths): self
    {
        return new self($this->hands === null ? null : clone $this->hands, $berths, $this->norms, $this->house);
    }

    /** @return array{berth: Berth, dates: PlainDates, held: int} its place and days, which are taken, and the days that it is held */
    public function lay(Berth $berth, PlainDates $dates, Want $want, RouteWay $way, int $stick, int $trays): array
    {
        $held = 0;
        if ($this->hands !== null) {
            $plants = BatchLoad::expected($trays * $way->cells, $way->rate->mean());
            $inItsPot = $way->sheet->potting->isStuckInto($want->pot);
            $hours = $this->norms->hoursToPot($plants, $want->pot, $inItsPot ? $trays : null);
            $bound = RootRun::boundOn($dates->potOn, $inItsPot ? $way->times->growingOn : null, $this->house);
            $most = $this->house->whole(HouseDefault::HeldAtMost);
            $job = PotJob::of('', $plants, $hours, $dates->potOn, $bound, $way->times->growingOn, $want->ready, null, $most)->withinGood();
            $laid = (clone $this->hands)->lay($job);
            $days = (int) $dates->potOn->diff($job->dayIn($laid['week']))->format('%r%a');
            $later = $laid['over'] || $days < 1 ? null : $this->berths->held($berth, $way->sheet, $days);
            if ($later?->dates !== null && $later->isFree() && $later->isInTimeFor($want->ready)) {
                [$berth, $dates, $held] = [$later, $later->dates, $days];
            }
            $this->hands->take($dates->potOn, $hours);
            $this->hands->take(
                $dates->stickOn,
                $this->norms->hoursToCollect($stick, $way->sheet->isOnMother()) + $this->norms->hoursToStick($stick, $way->sheet->method),
            );
            $this->hands->take($dates->weanOn, $this->norms->hoursToWean($trays));
        }
        $this->berths->take($berth);

        return ['berth' => $berth, 'dates' => $dates, 'held' => $held];
    }
}
