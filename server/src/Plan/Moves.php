<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Core\Plan\PlainDates;
use WetCradle\Core\Refused;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Conflict;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Stock\Fit;
use WetCradle\Server\Stock\Rights;
use WetCradle\Server\Stock\Takes;

/** Batches moved in time or place: what becomes of them, and what breaks. What is hard is refused; the rest is the propagator's to weigh. */
final class Moves
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly Takes $takes,
        private readonly Fit $fit,
        private readonly Rights $rights,
        private readonly Windows $windows,
        private readonly Loads $loads,
        private readonly Hours $hours,
        private readonly House $house,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    /**
     * @param list<Move> $moves
     *
     * @return array{batches: list<array<string, mixed>>, weeks: list<array<string, mixed>>}
     */
    public function try(array $moves): array
    {
        $placed = array_map($this->placed(...), $moves);
        $batches = [];
        foreach ($placed as $i => $one) {
            $batches[] = ['code' => $one['batch']->code, 'dates' => $one['dates']->toArray(), 'zone' => $one['zone']->name, 'heldDays' => $one['held'], 'breaks' => $this->breaks($i, $placed)];
        }

        return ['batches' => $batches, 'weeks' => $this->weeks($placed)];
    }

    /** @param list<Move> $moves */
    public function apply(array $moves): void
    {
        $placed = array_map($this->placed(...), $moves);
        foreach ($placed as $i => ['batch' => $batch, 'move' => $move]) {
            if ($move->from !== null && ($move->from <=> $batch->stickOn) !== 0) {
                throw new Conflict(self::editable($batch));
            }
            foreach ($this->breaks($i, $placed) as $break) {
                if ($break['hard']) {
                    throw Refused::because($break['kind'], $move->field, sprintf('%s: %s', $batch->code, $break['words']));
                }
            }
        }
        foreach ($placed as ['batch' => $batch, 'dates' => $dates, 'zone' => $zone, 'held' => $held]) {
            $before = self::editable($batch);
            $batch->zone = $zone;
            $batch->heldDays = $held;
            $batch->date($dates);
            if (!$batch->isStuck()) {
                $this->em->flush();
                $this->rights->mustAllow($batch, $batch->stickOn, $batch->planned, 'stickOn');
            }
            $this->writing->keep('batch', $batch->code, $before, self::editable($batch));
        }
        $this->em->flush();
    }

    /** @return array{move: Move, batch: Batch, dates: PlainDates, zone: Zone, held: int} */
    private function placed(Move $move): array
    {
        $typed = BatchCode::typed($move->code);
        $batch = ($typed === null ? null : $this->em->getRepository(Batch::class)->findOneBy(['code' => $typed->written])) ?? throw Refused::because('unknown', $move->field, sprintf('There is no batch %s.', $move->code));
        if ($batch->calledOff || $batch->leftBenchOn !== null) {
            throw Refused::because('not_possible', $move->field, sprintf('%s %s.', $batch->code, $batch->calledOff ? 'was called off' : 'is potted already'));
        }
        $stuckOn = $batch->stuckOn;
        if ($stuckOn !== null && $move->stickOn !== null && ($move->stickOn <=> $stuckOn) !== 0) {
            throw Refused::because('is_stuck', $move->field, sprintf('%s is stuck already; it can only be held longer in its tray.', $batch->code));
        }
        $zone = $move->zone === null ? $batch->zone : $this->em->find(Zone::class, $move->zone) ?? throw Refused::because('unknown', $move->field, sprintf('There is no zone %d.', $move->zone));
        $held = $move->heldDays ?? $batch->heldDays;
        if ($held > PlainDates::MOST_HELD) {
            throw Refused::because('out_of_range', $move->field, sprintf('Held for more than %d days, a rooted plant is spoilt.', PlainDates::MOST_HELD));
        }

        return ['move' => $move, 'batch' => $batch, 'dates' => Batch::datesIn($zone, $batch->sheet->core(), $stuckOn ?? $move->stickOn ?? $batch->stickOn, $this->house->air(), $held), 'zone' => $zone, 'held' => $held];
    }

    /**
     * @param list<array{move: Move, batch: Batch, dates: PlainDates, zone: Zone, held: int}> $placed
     *
     * @return list<array{kind: string, words: string, hard: bool}>
     */
    private function breaks(int $i, array $placed): array
    {
        ['batch' => $batch, 'dates' => $dates, 'zone' => $zone] = $placed[$i];
        $telling = $this->house->nursery()->telling();
        $found = [];
        $say = static function (string $kind, string $words, bool $hard) use (&$found): void {
            $found[] = ['kind' => $kind, 'words' => $words, 'hard' => $hard];
        };
        if (!$batch->isStuck()) {
            if ($dates->stickOn < $this->today->day()) {
                $say('gone_by', sprintf('%s has gone by.', $dates->stickOn->format('j M')), true);
            }
            $in = $this->windows->of($batch->sheet->way)->opensIn(Week::containing($dates->stickOn));
            if ($in > 0) {
                $say('window', sprintf('Its material is not right in %s; it will be %d %s later.', $telling->week(Week::containing($dates->stickOn)), $in, $in === 1 ? 'week' : 'weeks'), false);
            }
            $known = $this->takesBut($placed, $batch);
            $offer = $this->takes->offer($batch->block, $batch->sheet->core(), $dates->stickOn, $batch->planned, $batch->code, $known);
            if (!$offer->isEnough()) {
                $say('no_material', sprintf('%s is %s.', $batch->block->code, $offer->words()), true);
            }
            foreach ($this->fit->against($batch->block, $batch->sheet->core(), $dates->stickOn, $batch->code, $offer) as $reason) {
                $say('unfit', sprintf('%s: %s', $batch->block->code, lcfirst($reason['words'])), false);
            }
        }
        $place = $zone->core()->offerTo(Berths::tenant($batch->code, $batch->sheet->core(), $dates, $batch->trays), $this->lyingIn($zone, $dates, $placed, $batch), $telling);
        if (!$place->isYes()) {
            $say((string) $place->reason, sprintf('%s %s.', $zone->name, $place->reason === 'no_room' ? 'is '.$place->words : $place->words), !$batch->isStuck());
        }
        foreach ([...$batch->wanted === null ? [] : [$batch->wanted], ...$batch->shared->toArray()] as $wanted) {
            $late = $wanted->ready()->until(Week::containing($dates->readyOn));
            if ($late > 0) {
                $say('late', sprintf('Ready %d %s after %s wants it.', $late, $late === 1 ? 'week' : 'weeks', $wanted->customer->name ?? 'our own target'), false);
            }
        }

        return $found;
    }

    /**
     * @param list<array{move: Move, batch: Batch, dates: PlainDates, zone: Zone, held: int}> $placed
     *
     * @return list<Tenant> who else lies there then, as the moves would have it
     */
    private function lyingIn(Zone $zone, PlainDates $dates, array $placed, Batch $but): array
    {
        $moved = array_map(static fn (array $p) => $p['batch']->code, $placed);
        $lying = array_values(array_filter($this->tenants->byZone(Week::containing($dates->stickOn), $dates->lastBenchWeek())[(int) $zone->id] ?? [], static fn (Tenant $t) => !in_array($t->name, $moved, true)));
        foreach ($placed as ['batch' => $batch, 'dates' => $when, 'zone' => $where]) {
            if ($batch !== $but && $where === $zone) {
                $lying[] = Berths::tenant($batch->code, $batch->sheet->core(), $when, $batch->trays);
            }
        }

        return $lying;
    }

    /**
     * @param list<array{move: Move, batch: Batch, dates: PlainDates, zone: Zone, held: int}> $placed
     *
     * @return list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool}>
     */
    private function takesBut(array $placed, Batch $batch): array
    {
        $days = [];
        foreach ($placed as ['batch' => $other, 'dates' => $when]) {
            $days[$other->code] = $when->stickOn;
        }

        return array_map(static fn (array $take) => $take['stuck'] ? $take : ['on' => $days[$take['batch']] ?? $take['on']] + $take, $this->takes->around($batch->stickOn, $batch->block)[(int) $batch->block->id] ?? []);
    }

    /**
     * The weeks whose work changes, with their hours as they would be.
     *
     * @param list<array{move: Move, batch: Batch, dates: PlainDates, zone: Zone, held: int}> $placed
     *
     * @return list<array<string, mixed>>
     */
    private function weeks(array $placed): array
    {
        $touched = $by = [];
        foreach ($placed as $one) {
            $batch = $one['batch'];
            $by[$batch->code] = $one['dates'];
            foreach ([$batch->stickOn, $batch->weanOn, $batch->potOn, $one['dates']->stickOn, $one['dates']->weanOn, $one['dates']->potOn] as $day) {
                $touched[Week::containing($day)->ordinal()] = true;
            }
        }
        if ($touched === []) {
            return [];
        }
        $from = Week::ofOrdinal(max(min(array_keys($touched)), $this->today->week()->ordinal()));
        $many = max(1, max(array_keys($touched)) - $from->ordinal() + 1);
        $loads = array_map(static function (BatchLoad $load) use ($by): BatchLoad {
            $dates = $by[$load->tenant->name] ?? null;
            $tenant = $load->tenant;

            return $dates === null ? $load : new BatchLoad(Tenant::of($tenant->name, $tenant->trays, Week::containing($dates->stickOn), $dates->lastBenchWeek(), $tenant->heat, $tenant->mist), $load->underMist, $load->toStick, Week::containing($dates->potOn), $load->toPot, Week::containing($dates->weanOn), $load->method, $load->pot);
        }, $this->loads->during($from, $many));

        return array_values(array_filter($this->hours->weeks($from, $many, $loads), static fn (array $w) => isset($touched[Week::of($w['week'])->ordinal()])));
    }

    /** @return array<string, mixed> */
    private static function editable(Batch $batch): array
    {
        return ['zone' => $batch->zone->id, 'stickOn' => $batch->stickOn->format('Y-m-d'), 'heldDays' => $batch->heldDays];
    }
}
