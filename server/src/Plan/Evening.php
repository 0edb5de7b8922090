<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Zone as CoreZone;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Going;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Core\Plan\EvenOut;
use WetCradle\Core\Plan\Movable;
use WetCradle\Core\Plan\Shift;
use WetCradle\Core\Stock\Sex;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\SheetVersion;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Stock\StockBlock;
use WetCradle\Server\Stock\Takes;

/** Puts the season's batches to the core to be evened out, and holds its moves to what bench and stock allow. */
final class Evening
{
    /** @var array<string, Batch> */
    private array $batches = [];
    /** @var array<int, list<Tenant>> by zone, as the moves so far would have it */
    private array $lying = [];
    /** @var array<int, CoreZone> */
    private array $zones = [];
    /** @var array<int, list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool, sex: ?Sex}>> by block */
    private array $taken = [];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Batches $known,
        private readonly Tenants $tenants,
        private readonly Loads $loads,
        private readonly Hours $hours,
        private readonly Takes $takes,
        private readonly Windows $windows,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** @return array{moves: list<array<string, mixed>>, weeks: list<array<string, mixed>>} */
    public function propose(int $weeks, ?Going $going = null): array
    {
        $from = $this->today->week();
        [$first, $last] = [$from->plus(-1), $from->plus($weeks + 30)];
        $this->known->readAhead(sheet: SheetVersion::class, crop: Crop::class, zone: Zone::class, block: StockBlock::class);
        $lying = $this->tenants->during($first, $last);
        $this->lying = $this->tenants->byZone($first, $last, null, $lying);
        $this->taken = $this->takes->around($this->today->day(), null, 7 * ($weeks + 30));
        $loads = $this->loads->during($from, $weeks, $lying);
        $planned = $this->hours->weeks($from, $weeks, $loads);
        $movable = $this->movable($loads);
        $fixed = array_column($planned, 'hours');
        foreach ($movable as $shifted) {
            foreach ([[$shifted->isStuck() ? null : $shifted->stickOn, $shifted->stick], [$shifted->potOn, $shifted->pot]] as [$day, $hours]) {
                $week = $day === null ? -1 : $from->until(Week::containing($day));
                if (isset($fixed[$week])) {
                    $fixed[$week] = max(0.0, $fixed[$week] - $hours);
                }
            }
        }
        $even = EvenOut::plan(
            $from,
            $fixed,
            array_column($planned, 'crew'),
            $movable,
            $this->isAble(...),
            $this->house->defaults(),
            $going,
        );

        return [
            'moves' => array_map(
                fn (Shift $s) => [
                    'code' => $s->batch, 'crop' => $s->crop, 'stickOn' => $s->stickOn->format('Y-m-d'), 'heldDays' => $s->heldDays,
                    'dates' => $s->dates->toArray(), 'was' => $this->batches[$s->batch]->plan(),
                    'version' => $this->batches[$s->batch]->version, 'why' => $s->why,
                ],
                $even->moves,
            ),
            'weeks' => array_map(
                static fn (array $w) => ['week' => $w['week']->written()] + $w,
                $even->weeks,
            ),
        ];
    }

    /**
     * @param list<BatchLoad> $loads
     *
     * @return list<Movable>
     */
    private function movable(array $loads): array
    {
        $norms = $this->house->nursery()->norms();
        $query = $this->em->createQuery('SELECT b, w, st, m FROM '.Batch::class.' b LEFT JOIN b.standing st LEFT JOIN b.wanted w LEFT JOIN b.movesOn m
            WHERE b.calledOff = false AND b.leftBenchOn IS NULL');
        foreach (Row::things($query, Batch::class) as $batch) {
            $this->batches[$batch->code] = $batch;
        }
        $movable = [];
        foreach ($loads as $load) {
            $batch = $this->batches[$load->tenant->name] ?? null;
            if ($batch !== null && $batch->days->potOn >= $this->today->day()) {
                [$earliest, $latest] = $batch->isStuck() ? [null, null] : $this->windows->daysAround(
                    $batch->sheet->way,
                    $batch->days->stickOn,
                    $this->today->day(),
                    $batch->collectOn,
                );
                $movable[] = new Movable(
                    $batch->code,
                    $batch->crop->name,
                    $batch->begins(),
                    $earliest,
                    $latest,
                    $this->house->timetable()->in($this->zone((int) $batch->zone->id), $batch->way()),
                    $batch->heldFor($this->house->timetable()),
                    $batch->wanted?->ready(),
                    $norms->hoursToCollect($load->toStick, $load->tenant->ground === Ground::BesideStock) + $norms->hoursToStick($load->toStick, $load->method),
                    $load->hoursToPot($norms),
                );
            }
        }

        return $movable;
    }

    private function zone(int $id): CoreZone
    {
        return $this->zones[$id] ??= ($this->em->find(Zone::class, $id) ?? throw new \LogicException('A leg lies in a zone.'))->core();
    }

    private function isAble(Movable $shifted, PlainDates $dates): bool
    {
        $batch = $this->batches[$shifted->code];
        $sheet = $batch->way();
        $legs = $batch->legsBy($dates, $this->house->defaults());
        $others = array_map(
            static fn (array $tenants) => array_values(array_filter($tenants, static fn (Tenant $t) => $t->batch() !== $shifted->code)),
            $this->lying,
        );
        foreach ($legs as ['zone' => $zone, 'tenant' => $tenant]) {
            if (!$this->zone($zone)->offerTo($tenant, $others[$zone] ?? [])->isYes()) {
                return false;
            }
        }
        $block = (int) $batch->block->id;
        $takes = array_values(array_filter($this->taken[$block] ?? [], static fn (array $t) => $t['batch'] !== $shifted->code));
        if (!$shifted->isStuck()) {
            if (!$this->takes->offer($batch->block, $sheet, $dates->stickOn, $batch->amount->planned, null, $takes, $batch->sex)->isEnough()) {
                return false;
            }
            $this->taken[$block] = [...$takes, [
                'on' => $dates->stickOn, 'cuttings' => $batch->amount->planned, 'batch' => $shifted->code, 'stuck' => false, 'sex' => $batch->sex,
            ]];
        }
        $this->lying = $others;
        foreach ($legs as ['zone' => $zone, 'tenant' => $tenant]) {
            $this->lying[$zone][] = $tenant;
        }

        return true;
    }
}
