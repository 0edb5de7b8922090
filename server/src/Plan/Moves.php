<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Core\Plan\PlainDates;
use WetCradle\Core\Plan\Trays;
use WetCradle\Core\Refused;
use WetCradle\Server\Bench\MovesOn;
use WetCradle\Server\Bench\Pots;
use WetCradle\Server\Bench\Potted;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Database\Writing;
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
        private readonly Pots $pots,
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
        $placed = $this->placed($moves);
        $batches = [];
        foreach ($placed as $i => $one) {
            $batches[] = ['code' => $one->batch->code, 'dates' => $one->dates->toArray(), 'zone' => $one->lastZone()->name, 'trays' => $one->trays, 'heldDays' => $one->held, 'breaks' => $this->breaks($i, $placed)];
        }

        return ['batches' => $batches, 'weeks' => $this->weeks($placed)];
    }

    /**
     * @param list<Move> $moves
     *
     * @return list<array{code: string, version: int}> the batches changed and made, by which it is undone
     */
    public function apply(array $moves): array
    {
        $placed = $this->placed($moves);
        foreach ($placed as $i => $one) {
            if ($one->move->seen !== null) {
                $one->batch->mustBeAsSeen($one->move->seen);
            }
            foreach ($this->breaks($i, $placed) as $break) {
                if ($break['hard']) {
                    throw Refused::because($break['kind'], $one->move->field, sprintf('%s: %s', $one->batch->code, $break['words']));
                }
            }
        }
        $moved = [];
        foreach ($placed as $one) {
            if ($one->isPart) {
                $moved[] = $this->splitOff($one);
                continue;
            }
            $batch = $moved[] = $one->batch;
            ++$batch->timesMoved;
            $before = self::editable($batch);
            if ($one->move->pots !== null) {
                [$batch->potsZone, $batch->potsSpaced] = [$this->zone($one->move->pots['zone'], $one->move), $one->move->pots['spaced']];
            }
            if ($batch->leftBenchOn !== null) {
                $this->writing->keep('batch', $batch->code, $before, self::editable($batch));
                continue;
            }
            $batch->zone = $one->zone;
            $batch->heldDays = $one->held;
            // Held for so many days, it is not bound to a week any more; nor is what is moved before it is stuck.
            if ($one->move->heldDays !== null || $one->move->stickOn !== null) {
                $batch->potWeek = null;
            }
            $batch->trays = $one->trays;
            $batch->planned = $one->planned;
            $batch->trayKind = $one->trayKind;
            $batch->date($one->dates);
            $this->goesOn($batch, $one->then);
            if (!$batch->isStuck()) {
                $this->em->flush();
                $this->rights->mustAllow($batch, $batch->stickOn, $batch->planned, 'stickOn');
            }
            $this->writing->keep('batch', $batch->code, $before, self::editable($batch));
        }
        $this->em->flush();

        return array_map(static fn (Batch $batch) => $batch->asSeen(), $moved);
    }

    /** @param list<array{zone: Zone, from: \DateTimeImmutable}> $then */
    private function goesOn(Batch $batch, array $then): void
    {
        if ($batch->movesOn->isEmpty() && $then === []) {
            return;
        }
        $batch->movesOn->clear();
        // A day can be taken again only when what was there is gone.
        $this->em->flush();
        $batch->goesOn($then);
    }

    /** A part of a planned batch becomes one of its own, for the same orders. */
    private function splitOff(Placed $part): Batch
    {
        $from = $part->batch;
        $batch = new Batch(BatchCode::ofNumber(++$this->house->nursery()->batchesNumbered)->written, $from->sheet, $from->method, $from->material, $from->wanted, $from->block, $part->zone, $part->trayKind, $part->trays, $part->planned,
            $from->needed, $from->confidence, $part->dates, $this->writing->by(), $this->today->now());
        foreach ($from->shared as $wanted) {
            $batch->shared->add($wanted);
        }
        $this->em->persist($batch);
        $this->writing->keep('batch', $batch->code, [], self::editable($batch) + ['splitFrom' => $from->code]);

        return $batch;
    }

    /**
     * @param list<Move> $moves
     *
     * @return list<Placed>
     */
    private function placed(array $moves): array
    {
        return array_merge(...array_map($this->place(...), $moves));
    }

    /** @return non-empty-list<Placed> */
    private function place(Move $move): array
    {
        $typed = BatchCode::typed($move->code);
        $batch = ($typed === null ? null : $this->em->getRepository(Batch::class)->findOneBy(['code' => $typed->written])) ?? throw Refused::because('unknown', $move->field, sprintf('There is no batch %s.', $move->code));
        $isPotted = $batch->leftBenchOn !== null;
        if ($batch->calledOff || ($isPotted && !self::isOnlyPots($move))) {
            throw Refused::because('not_possible', $move->field, sprintf('%s %s.', $batch->code, $batch->calledOff ? 'was called off' : 'is potted already'));
        }
        $stuckOn = $batch->stuckOn;
        if ($stuckOn !== null && $move->stickOn !== null && ($move->stickOn <=> $stuckOn) !== 0) {
            throw Refused::because('is_stuck', $move->field, sprintf('%s is stuck already; it can only be held longer in its tray.', $batch->code));
        }
        if ($stuckOn !== null && ($move->parts !== [] || $move->trayKind !== null)) {
            throw Refused::because('is_stuck', $move->field, sprintf('%s is stuck already; split it in its book.', $batch->code));
        }
        $held = $move->heldDays ?? $batch->heldDays;
        if ($held > PlainDates::MOST_HELD) {
            throw Refused::because('out_of_range', $move->field, sprintf('Held for more than %d days, a rooted plant is spoilt.', PlainDates::MOST_HELD));
        }
        $stickOn = $stuckOn ?? $move->stickOn ?? $batch->stickOn;
        $asked = $move->zone === null ? null : $this->zone($move->zone, $move);
        $first = $stuckOn !== null || $move->on !== null ? $batch->zone : $asked ?? $batch->zone;
        $then = $this->then($move, $batch, $asked, $stickOn);
        $kind = $move->trayKind === null ? $batch->trayKind : $this->em->find(TrayKind::class, $move->trayKind) ?? throw Refused::because('unknown', $move->field, 'There is no such kind of tray.');
        $trays = $kind === $batch->trayKind ? $batch->trays : Trays::toHold(intdiv($batch->planned + $batch->sheet->core()->each - 1, $batch->sheet->core()->each), $kind->cells)->number;
        if ($move->parts === []) {
            $dates = $this->dates($first, $batch, $stickOn, $held);
            if ($batch->isStuck() && $move->heldDays === null) {
                $dates = $batch->inItsWeek($dates, $this->house->air());
            }

            return [new Placed($move, $batch, $dates, $first, $then, $held, $trays, $batch->planned, $kind, $this->potted($move, $batch, $dates), false, $first !== $batch->zone || $move->zone !== null || $move->then !== null || $move->pots !== null)];
        }
        if (array_sum(array_column($move->parts, 'trays')) !== $trays) {
            throw Refused::because('not_the_whole', $move->field, sprintf('The parts of %s do not come to its %d trays.', $batch->code, $trays));
        }
        $found = [];
        $left = $batch->planned;
        foreach ($move->parts as $i => $part) {
            $zone = $this->zone($part['zone'], $move);
            $planned = $i === count($move->parts) - 1 ? $left : min($left - 1, intdiv($batch->planned * $part['trays'], $trays));
            $left -= $planned;
            $found[] = new Placed($move, $batch, $this->dates($zone, $batch, $stickOn, $held), $zone, [], $held, $part['trays'], max(1, $planned), $kind, null, $i > 0, true);
        }

        return $found;
    }

    /** Its pots as they would stand, where their place is settled or asked for. */
    private function potted(Move $move, Batch $batch, PlainDates $dates): ?Potted
    {
        if ($move->pots === null && $batch->potsZone === null) {
            return null;
        }
        $potted = $this->pots->of($batch->code);
        if ($potted === null) {
            return $move->pots === null ? null : throw Refused::because('not_possible', $move->field, sprintf('Nothing of %s is in pots.', $batch->code));
        }
        $zone = $move->pots === null ? $batch->potsZone : $this->zone($move->pots['zone'], $move);
        $potted = $potted->in((int) $zone?->id, $move->pots['spaced'] ?? $batch->potsSpaced);

        // What stands already comes there today at the earliest, whoever lay there before.
        return $potted->isPotted ? $potted->during(max($potted->from, $this->today->day()), $potted->to) : $potted->during($dates->potOn, $dates->readyOn);
    }

    private function dates(Zone $zone, Batch $batch, \DateTimeImmutable $stickOn, int $held): PlainDates
    {
        return Batch::datesIn($zone, $batch->sheet->core(), $stickOn, $this->house->air(), $held);
    }

    private function zone(int $id, Move $move): Zone
    {
        return $this->em->find(Zone::class, $id) ?? throw Refused::because('unknown', $move->field, sprintf('There is no zone %d.', $id));
    }

    /**
     * Where it goes on: what was planned so before, as many days later as it is stuck later; what is said now comes after that.
     *
     * @return list<array{zone: Zone, from: \DateTimeImmutable}>
     */
    private function then(Move $move, Batch $batch, ?Zone $asked, \DateTimeImmutable $stickOn): array
    {
        $then = [];
        $later = $batch->stickOn->diff($stickOn);
        foreach ($batch->movesOn as $on) {
            $then[] = ['zone' => $on->zone, 'from' => $batch->isStuck() ? $on->fromDay : $on->fromDay->add($later)];
        }
        if ($move->then !== null) {
            return [['zone' => $this->zone($move->then['zone'], $move), 'from' => $move->then['on']]];
        }
        if ($asked === null || (!$batch->isStuck() && $move->on === null)) {
            // Laid elsewhere from the start, it is not moved on from where it never lay.
            return $asked === null || $asked === $batch->zone ? $then : [];
        }
        $on = $move->on ?? $this->today->day();
        $then = array_values(array_filter($then, static fn (array $one) => $one['from'] < $on));
        $last = $then === [] ? $batch->zone : $then[array_key_last($then)]['zone'];

        return $last === $asked ? $then : [...$then, ['zone' => $asked, 'from' => $on]];
    }

    /**
     * @param list<Placed> $placed
     *
     * @return list<array{kind: string, words: string, hard: bool}>
     */
    private function breaks(int $i, array $placed): array
    {
        $one = $placed[$i];
        $batch = $one->batch;
        $dates = $one->dates;
        $telling = $this->house->nursery()->telling();
        $found = [];
        $say = static function (string $kind, string $words, bool $hard) use (&$found): void {
            $found[] = ['kind' => $kind, 'words' => $words, 'hard' => $hard];
        };
        if (!$batch->isStuck() && !$one->isPart && !self::isOnlyPots($one->move)) {
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
        foreach ($one->legs() as $leg) {
            if ($leg['tenant']->to->until($this->today->week()) > 0) {
                continue;
            }
            $zone = $this->em->find(Zone::class, $leg['zone']) ?? throw new \LogicException('A leg lies in a zone.');
            $place = $zone->core()->offerTo($leg['tenant'], $this->lyingIn($leg['zone'], $leg['tenant'], $placed, $i), $telling);
            if (!$place->isYes()) {
                // What stood there before the move is not refused for it.
                $isNew = $leg['tenant']->inPots ? $one->move->pots !== null : $one->isNew && !self::isOnlyPots($one->move);
                $say((string) $place->reason, sprintf('%s %s.', $zone->name, $place->reason === 'no_room' ? 'is '.$place->words : $place->words), $isNew || (!$batch->isStuck() && !$leg['tenant']->inPots && !self::isOnlyPots($one->move)));
            }
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
     * @param list<Placed> $placed
     *
     * @return list<Tenant> who else lies there then, as the moves would have it
     */
    private function lyingIn(int $zone, Tenant $then, array $placed, int $but): array
    {
        $moved = array_map(static fn (Placed $p) => $p->batch->code, $placed);
        $lying = array_values(array_filter($this->tenants->byZone($then->from, $then->to)[$zone] ?? [], static fn (Tenant $t) => !in_array(Tenants::code($t), $moved, true)));
        foreach ($placed as $i => $one) {
            foreach ($i === $but ? [] : $one->legs() as $leg) {
                if ($leg['zone'] === $zone) {
                    $lying[] = $leg['tenant'];
                }
            }
        }

        return $lying;
    }

    /**
     * @param list<Placed> $placed
     *
     * @return list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool}>
     */
    private function takesBut(array $placed, Batch $batch): array
    {
        $days = [];
        foreach ($placed as $one) {
            $days[$one->batch->code] = $one->dates->stickOn;
        }

        return array_map(static fn (array $take) => $take['stuck'] ? $take : ['on' => $days[$take['batch']] ?? $take['on']] + $take, $this->takes->around($batch->stickOn, $batch->block)[(int) $batch->block->id] ?? []);
    }

    /**
     * The weeks whose work changes, with their hours as they would be.
     *
     * @param list<Placed> $placed
     *
     * @return list<array<string, mixed>>
     */
    private function weeks(array $placed): array
    {
        $touched = $by = [];
        foreach ($placed as $one) {
            $batch = $one->batch;
            $by[$batch->code] = $one;
            foreach ([$batch->stickOn, $batch->weanOn, $batch->potOn, $one->dates->stickOn, $one->dates->weanOn, $one->dates->potOn] as $day) {
                $touched[Week::containing($day)->ordinal()] = true;
            }
        }
        if ($touched === []) {
            return [];
        }
        $from = Week::ofOrdinal(max(min(array_keys($touched)), $this->today->week()->ordinal()));
        $many = max(1, max(array_keys($touched)) - $from->ordinal() + 1);
        $loads = array_map(static function (BatchLoad $load) use ($by): BatchLoad {
            $one = $by[$load->tenant->name] ?? null;

            return $one === null ? $load : new BatchLoad($one->legs()[0]['tenant'], $load->underMist, $load->toStick, Week::containing($one->dates->potOn), $load->toPot, Week::containing($one->dates->weanOn), $load->method, $load->pot);
        }, $this->loads->during($from, $many));

        return array_values(array_filter($this->hours->weeks($from, $many, $loads), static fn (array $w) => isset($touched[Week::of($w['week'])->ordinal()])));
    }

    /** Whether a move says only where the pots stand, and nothing of how they come to be. */
    private static function isOnlyPots(Move $move): bool
    {
        return $move->pots !== null && [$move->zone, $move->stickOn, $move->heldDays, $move->then, $move->trayKind, $move->parts] === [null, null, null, null, null, []];
    }

    /** @return array<string, mixed> */
    private static function editable(Batch $batch): array
    {
        return ['zone' => $batch->zone->id, 'stickOn' => $batch->stickOn->format('Y-m-d'), 'heldDays' => $batch->heldDays, 'trays' => $batch->trays, 'trayKind' => $batch->trayKind->id,
            'movesOn' => array_map(static fn (MovesOn $on) => ['zone' => $on->zone->id, 'from' => $on->fromDay->format('Y-m-d')], $batch->movesOn->getValues()), 'pots' => $batch->potsZone === null ? null : ['zone' => $batch->potsZone->id, 'spaced' => $batch->potsSpaced]];
    }
}
