<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Core\Potting\PotHours;
use WetCradle\Core\Potting\PotJob;
use WetCradle\Core\Potting\RootRun;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Hours;
use WetCradle\Server\Plan\Loads;

/** Pots what is still in trays in the weeks that have hands for it, and promises it for then: so its people would have planned. */
final class DemoHands
{
    private const WEEKS = 60;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Hours $hours,
        private readonly Loads $loads,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    public function pot(): void
    {
        $now = $this->today->week();
        $defaults = $this->house->defaults();
        $norms = $this->house->nursery()->norms();
        $loads = $this->loads->during($now, self::WEEKS);
        $loads = array_combine(array_map(static fn (BatchLoad $load) => $load->tenant->name, $loads), $loads);
        $hands = PotHours::of($now, array_map(
            static fn (array $week) => max(0.0, $week['crew'] - $week['collect'] - $week['stick'] - $week['wean']),
            $this->hours->weeks($now, self::WEEKS),
        ));
        $batches = $this->em->createQuery('SELECT b, z, s, w, o FROM '.Batch::class.' b JOIN b.zone z JOIN b.sheet s JOIN s.way w LEFT JOIN b.wanted o
            WHERE b.calledOff = false AND b.leftBenchOn IS NULL AND b.days.potOn >= :today ORDER BY b.days.potOn, b.id');
        foreach (Row::things($batches->setParameter('today', $this->today->day()->format('Y-m-d')), Batch::class) as $batch) {
            $load = $loads[$batch->code] ?? null;
            if ($load === null) {
                continue;
            }
            // On a day on which somebody works; what nobody could do in the winter waits for its end.
            $from = $batch->datesFrom($batch->begins(), $this->house->timetable())->potOn;
            $growingOn = $this->house->timetable()->in($batch->zone->core(), $batch->way())->growingOn;
            $job = PotJob::of(
                $batch->code, $load->toPot, $load->hoursToPot($norms), $from, RootRun::boundOn($from, $load->inItsPot ? $growingOn : null, $defaults),
                $growingOn, null, null, $defaults->whole(HouseDefault::HeldAtMost),
            );
            $batch->days->heldDays = (int) $from->diff($job->dayIn($hands->lay($job)['week']))->format('%a');
            $batch->reckonedAs($batch->datesFrom($batch->begins(), $this->house->timetable()));
            $ready = Week::containing($batch->days->readyOn);
            if ($batch->wanted !== null && $batch->wanted->ready()->until($ready) > 0) {
                $batch->wanted->readyWeek = $ready->written();
            }
        }
        $this->em->flush();
    }
}
