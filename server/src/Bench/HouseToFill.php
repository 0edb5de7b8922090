<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Fillable;
use WetCradle\Core\Bench\FillHouse;
use WetCradle\Core\Bench\WhatIf;
use WetCradle\Core\Bench\Zone as CoreZone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\Sex;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Potting\PotLot;
use WetCradle\Server\Stock\Takes;
use WetCradle\Server\Wanted\Wanted;

/** Reads the house as it is put to the core to be filled. */
final class HouseToFill
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly Pots $pots,
        private readonly Takes $takes,
        private readonly Windows $windows,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @param bool $oneMore whether there is one more bench like the largest under mist, to see what it would give
     *
     * @return array{0: FillHouse, 1: array<string, Batch|PotLot>} with what it holds by code: what lies on a bench, is planned, or stands in a lot
     */
    public function read(bool $oneMore): array
    {
        $zones = array_map(
            static fn (Zone $zone) => ['id' => (int) $zone->id, 'zone' => $zone->core()],
            $this->em->getRepository(Zone::class)->findBy(['ground' => Ground::Bench], ['id' => 'ASC']),
        );
        if ($zones === []) {
            throw Refused::because('no_zones', 'zones', 'There is no bench yet. Add a zone first.');
        }
        if ($oneMore) {
            $zones[] = ['id' => 0, 'zone' => self::oneMore(array_column($zones, 'zone'))];
        }
        $today = $this->today->day();
        $from = Week::containing($today);
        $batches = $this->batches();
        $taken = $this->takes->around($today, null, 7 * FillHouse::WEEKS);
        $hosts = [];
        foreach ($batches as $batch) {
            $hosts += $batch->inTrayOf === null ? [] : [$batch->inTrayOf->code => true];
        }
        $fillable = array_map(fn (Batch $b) => $this->fillable($b, $taken, $hosts, $today), $batches);
        $pots = $this->pots->during($from, $from->plus(FillHouse::WEEKS - 1));

        return [new FillHouse(
            $from,
            $today,
            $zones,
            $fillable,
            $this->tenants->byZone($from, $from->plus(FillHouse::WEEKS)),
            $pots,
            $this->house->timetable()->workDays,
        ), [...$batches, ...$this->lots(array_keys($pots))]];
    }

    /**
     * @param list<string> $codes
     *
     * @return array<string, PotLot> by code
     */
    private function lots(array $codes): array
    {
        $query = $this->em->createQuery('SELECT p, c FROM '.PotLot::class.' p JOIN p.crop c WHERE p.code IN (:codes)');

        return array_column(Row::things($query->setParameter('codes', array_values(array_filter($codes, PotLot::isCode(...)))), PotLot::class), null, 'code');
    }

    /** @return array<string, Batch> by code */
    private function batches(): array
    {
        $query = $this->em->createQuery('SELECT b, w, sh, m, st FROM '.Batch::class.' b
            LEFT JOIN b.wanted w LEFT JOIN b.shared sh LEFT JOIN b.movesOn m LEFT JOIN b.standing st
            WHERE b.calledOff = false AND b.leftBenchOn IS NULL');
        Row::apart($query, Wanted::class, 'pot', 'customer');
        $batches = [];
        foreach (Row::things(Row::apart($query, Batch::class, 'sheet', 'crop', 'zone', 'block', 'trayKind'), Batch::class) as $batch) {
            $batches[$batch->code] = $batch;
        }

        return $batches;
    }

    /**
     * @param array<int, list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool, sex: ?Sex}>> $taken by block
     * @param array<string, true>                                                                        $hosts in whose trays others stand
     */
    private function fillable(Batch $batch, array $taken, array $hosts, \DateTimeImmutable $today): Fillable
    {
        $kind = $batch->trayKind;
        $sheet = $batch->way();
        [$earliest, $latest] = $this->windows->daysAround($batch->sheet->way, $batch->days->stickOn, $today, $batch->collectOn);
        // What shares a tray, and whose tray is shared, lie where they do together.
        $stays = $batch->locked || $sheet->ground()->isOutdoors() || $batch->inTrayOf !== null || isset($hosts[$batch->code]);
        $canGive = [];
        $narrower = WhatIf::narrowerCells($kind->cells, $kind->lengthCm, $kind->widthCm);

        return new Fillable(
            $batch->code,
            $sheet,
            $batch->positions(),
            $kind->positionsOf($sheet->traysFor($batch->amount->planned, $narrower)->number),
            $batch->days->stickOn,
            $batch->days->weanOn,
            $batch->days->heldDays,
            $batch->isStuck(),
            $stays,
            $stays || !$batch->goesOnOnlyWeaned(),
            $batch->positions() === $batch->amount->trays,
            $batch->wanted?->priority,
            array_map(static fn (Wanted $wanted) => $wanted->ready(), $batch->orders()),
            (int) $batch->zone->id,
            $earliest,
            $latest,
            // Asked again each time that the house is filled, which may be several times until nothing is refused.
            function (\DateTimeImmutable $day) use ($batch, $sheet, $taken, &$canGive): bool {
                return $canGive[$day->format('Y-m-d')] ??= array_filter($batch->takenFrom(), fn (array $from) => !$this->takes->offer(
                    $from['block'], $sheet, $batch->collectsOn($day), $from['cuttings'], $batch->code, $taken[(int) $from['block']->id] ?? [], $batch->sex,
                )->isEnough()) === [];
            },
            !$batch->movesOn->isEmpty() && $batch->goesOnOnlyWeaned(),
        );
    }

    /** @param non-empty-list<CoreZone> $zones */
    private static function oneMore(array $zones): CoreZone
    {
        $misted = array_values(array_filter($zones, static fn (CoreZone $z) => $z->kind === ZoneKind::Mist)) ?: $zones;
        usort($misted, static fn (CoreZone $a, CoreZone $b) => $b->trays <=> $a->trays);

        return CoreZone::of('One more bench', $misted[0]->trays, $misted[0]->heat, $misted[0]->mist, $misted[0]->kind);
    }
}
