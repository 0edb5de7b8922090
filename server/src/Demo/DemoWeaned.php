<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Rooting\Verdict;
use WetCradle\Server\Bench\FreeBerths;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;

/** Lays batches where they go on from under their mist, and begins to wean what showed enough roots when it was looked at last. */
final class DemoWeaned
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly FreeBerths $berths, private readonly House $house)
    {
    }

    public function goOn(\DateTimeImmutable $today): void
    {
        $ready = array_flip(Row::words($this->em->getConnection(), 'SELECT l.batch_id FROM line l JOIN root_check r ON r.line_id = l.id
            WHERE r.id = (SELECT n.id FROM root_check n WHERE n.line_id = l.id ORDER BY n.on_day DESC, n.id DESC LIMIT 1) AND r.verdict = ?', [
            Verdict::Ready->value,
        ]));
        $berths = $this->berths->all();
        $batches = $this->em->createQuery('SELECT b, z, s, w, k FROM '.Batch::class.' b JOIN b.zone z JOIN b.sheet s JOIN s.way w JOIN b.trayKind k
            WHERE b.calledOff = false AND b.leftBenchOn IS NULL ORDER BY b.days.weanOn, b.id');
        foreach (Row::things($batches, Batch::class) as $batch) {
            foreach ($batch->isStuck() && isset($ready[(string) $batch->id]) ? $batch->weaning()->steps : [] as $step) {
                if ($step->on < $today) {
                    $batch->days->weanedBy($batch->weaning()->taken($step->number, $step->on, $batch->begins(), $today));
                }
            }
            $batch->reckonedAs($batch->datesFrom($batch->begins(), $this->house->timetable()));
            $berth = $berths->at((int) $batch->zone->id, $batch->way(), $batch->days->dates(), $batch->positions());
            $zone = $berth->then === null ? null : $this->em->find(Zone::class, $berth->then->zone);
            if ($zone !== null) {
                $berths->take($berth);
                $batch->goesOn([['zone' => $zone, 'from' => $batch->days->weanOn]]);
            }
        }
        $this->em->flush();
    }
}
