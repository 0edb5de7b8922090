<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Mist\Nozzles;
use WetCradle\Core\Mist\ProgrammeFor;
use WetCradle\Core\Mist\Tended;
use WetCradle\Server\Bench\Guests;
use WetCradle\Server\Bench\MovesOn;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;

/** For each zone: what those who lie there ask of its controller today, and what it is set to. */
final class Programmes
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly Guests $guests,
        private readonly HouseWeather $weather,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** A mark of what is asked: when it is another, something else is. */
    public static function mark(ProgrammeFor $asks): string
    {
        return hash('xxh64', (string) json_encode($asks->programme->toArray()));
    }

    /** @return list<array{zone: Zone, asks: ProgrammeFor, crops: array<string, string>, set: ?ProgrammeSet}> of zones on which something can be set */
    public function all(): array
    {
        $week = $this->today->week();
        $day = $this->today->day();
        $tenants = $this->tenants->byZone($week, $week);
        $tended = $this->tended();
        $set = $this->set();
        $house = $this->house->defaults();
        $usual = $this->weather->usual($day);
        $all = [];
        foreach ($this->em->getRepository(Zone::class)->findBy([], ['id' => 'ASC']) as $zone) {
            if ($zone->onlyPots || $zone->ground->isOutdoors()) {
                continue;
            }
            $core = $zone->core();
            $there = array_values(array_filter($tenants[(int) $zone->id] ?? [], static fn (Tenant $tenant) => $tenant->isThereIn($week)));
            $here = $tended[(int) $zone->id] ?? [];
            $all[] = [
                'zone' => $zone,
                'asks' => ProgrammeFor::of(
                    $core,
                    Nozzles::over($zone->nozzles, $zone->length * $zone->width, $house),
                    $core->setting($there)['heat'] ?? null,
                    array_column($here, 'tended'),
                    $usual,
                    fn (Tended $one): float => $one->plannedIn($core, $this->house->air(), $day),
                    $house,
                ),
                'crops' => array_column($here, 'crop', 'batch'),
                'set' => $set[(int) $zone->id] ?? null,
            ];
        }

        return $all;
    }

    /** @return array<int, ProgrammeSet> the newest of each zone, by its id */
    public function set(): array
    {
        $newest = Row::things(
            $this->em->createQuery('SELECT s, b, z FROM '.ProgrammeSet::class.' s JOIN s.by b JOIN s.zone z WHERE s.id IN
                (SELECT MAX(x.id) FROM '.ProgrammeSet::class.' x GROUP BY x.zone)'),
            ProgrammeSet::class,
        );
        $set = [];
        foreach ($newest as $one) {
            $set[(int) $one->zone->id] = $one;
        }

        return $set;
    }

    /** @return array<int, list<array{batch: string, crop: string, tended: Tended}>> who lies in its trays today, by zone */
    private function tended(): array
    {
        $day = $this->today->day();
        $hasRoots = array_flip(Row::words(
            $this->em->getConnection(),
            'SELECT DISTINCT b.code FROM root_check r JOIN line l ON l.id = r.line_id JOIN batch b ON b.id = l.batch_id
             WHERE r.rooted > 0 AND b.called_off = 0 AND b.left_bench_on IS NULL',
        ));
        $tended = [];
        $query = $this->em->createQuery('SELECT b, m FROM '.Batch::class.' b LEFT JOIN b.movesOn m
            WHERE b.calledOff = false AND b.leftBenchOn IS NULL AND b.sticking.stuckOn IS NOT NULL ORDER BY b.id, m.fromDay');
        Row::apart($query, MovesOn::class, 'zone');
        foreach (Row::things(Row::apart($query, Batch::class, 'crop', 'sheet', 'zone'), Batch::class) as $batch) {
            $sheet = $batch->sheet->core();
            $tended[(int) $batch->zoneOn($day)->id][] = [
                'batch' => $batch->code,
                'crop' => $batch->crop->name,
                'tended' => Tended::on($day, $batch->code, $sheet->care, $batch->weaning(), isset($hasRoots[$batch->code]), $sheet->daysToRootHere()),
            ];
        }
        foreach ($this->guests->during($this->today->week(), $this->today->week()) as $guest) {
            $tended[(int) $guest->zone->id][] = [
                'batch' => $guest->name, 'crop' => '', 'tended' => Tended::guest($guest->name, $guest->tenant()->mist),
            ];
        }

        return $tended;
    }
}
