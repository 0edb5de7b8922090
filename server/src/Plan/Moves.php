<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Core\Refused;
use WetCradle\Server\Bench\MovesOn;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Potting\PotLot;
use WetCradle\Server\Stock\Rights;

/** Batches moved in time or place: what becomes of them, and moving them, all or none. */
final class Moves
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly MovePlaces $places,
        private readonly MoveBreaks $breaks,
        private readonly Rights $rights,
        private readonly Loads $loads,
        private readonly Hours $hours,
        private readonly NewBatches $newBatches,
        private readonly House $house,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    /**
     * @param list<Move> $moves
     *
     * @return array{
     *     batches: list<array{
     *         code: string, dates: array<string, string>, zone: string, trays: int, heldDays: int,
     *         breaks: list<array{kind: string, words: Fact, hard: bool}>,
     *     }>,
     *     weeks: list<array<string, mixed>>,
     * }
     */
    public function try(array $moves): array
    {
        $placed = $this->places->of($moves);
        $breaks = $this->breaks->of($placed);
        $batches = [];
        foreach ($placed as $i => $placing) {
            $batches[] = [
                'code' => $placing->code(), 'dates' => $placing->dates->toArray(), 'zone' => $placing->lastZone()->name, 'trays' => $placing->trays,
                'heldDays' => $placing->held, 'breaks' => $breaks[$i],
            ];
        }

        return ['batches' => $batches, 'weeks' => $this->weeks($placed)];
    }

    /**
     * Those that could not be made together.
     *
     * @param list<Move>           $moves
     * @param array<string, Batch> $known batches that were read already, by code
     *
     * @return list<string> codes
     */
    public function refused(array $moves, array $known): array
    {
        $placed = $this->places->of($moves, $known);
        $codes = [];
        foreach ($this->breaks->of($placed) as $i => $breaks) {
            if (in_array(true, array_column($breaks, 'hard'), true)) {
                $codes[$placed[$i]->code()] = $placed[$i]->code();
            }
        }

        return array_values($codes);
    }

    /**
     * @param list<Move> $moves
     *
     * @return list<array{code: string, version: int}> the batches and lots changed, and batches made, by which it is undone
     */
    public function apply(array $moves): array
    {
        $placed = $this->places->of($moves);
        $breaks = $this->breaks->of($placed);
        foreach ($placed as $i => $placing) {
            if ($placing->move->seen !== null) {
                ($placing->lot ?? $placing->batch)->mustBeAsSeen($placing->move->seen);
            }
            foreach ($breaks[$i] as $break) {
                if ($break['hard']) {
                    throw Refused::because($break['kind'], $placing->move->field, Fact::of('move.refused', batch: $placing->code(), why: $break['words']));
                }
            }
        }
        $this->rights->mustAllow(array_map(
            static fn (Placed $placing) => $placing->claim('stickOn'),
            array_values(array_filter($placed, static fn (Placed $placing) => $placing->lot === null && !$placing->batch->isStuck())),
        ));
        $moved = [];
        foreach ($placed as $placing) {
            if ($placing->isPart) {
                $moved[] = $this->splitOff($placing);
                continue;
            }
            if ($placing->lot !== null) {
                $moved[] = $this->carry($placing->lot, $placing);
                continue;
            }
            $batch = $moved[] = $placing->batch;
            ++$batch->timesMoved;
            $before = self::editable($batch);
            if ($placing->move->pots !== null) {
                $batch->potsZone = $this->places->zone($placing->move->pots['zone'], $placing->move);
                $batch->potsSpaced = $placing->move->pots['spaced'] ?? $batch->potsSpaced;
            }
            $batch->zone = $placing->zone;
            $batch->days->heldDays = $placing->held;
            // Held for so many days, it is not bound to a week any more; nor is what is moved before it is stuck.
            if ($placing->move->heldDays !== null || $placing->move->stickOn !== null) {
                $batch->days->potWeek = null;
            }
            $batch->amount->trays = $placing->trays;
            $batch->amount->planned = $placing->planned;
            $batch->trayKind = $placing->trayKind;
            $batch->reckonedAs($placing->dates);
            $this->goesOn($batch, $placing->then);
            $this->writing->keep('batch', $batch->code, $before, self::editable($batch));
        }
        $this->em->flush();

        return array_map(static fn (Batch|PotLot $one) => $one->asSeen(), $moved);
    }

    private function carry(PotLot $lot, Placed $placing): PotLot
    {
        $before = $lot->stands();
        $today = $this->today->day();
        $on = $placing->move->on ?? $today;
        if ($on < $lot->standsSince || $on > $today) {
            throw Refused::because(
                $on > $today ? 'ahead' : 'out_of_range',
                $placing->move->field.'.on',
                $on > $today ? 'That day has not come yet.' : sprintf(
                    'Lot %s stands where it is since %s, so it was carried elsewhere on that day or later.',
                    $lot->code,
                    $lot->standsSince->format('j F Y'),
                ),
            );
        }
        $zone = $placing->move->pots === null ? $lot->zone : $this->places->zone($placing->move->pots['zone'], $placing->move);
        $lot->movesTo($zone, $placing->move->pots['spaced'] ?? $lot->spaced, $on);
        $this->writing->keep('lot', $lot->code, $before, $lot->stands());

        return $lot;
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
        $amount = new Amount($part->trays, $part->planned, $from->amount->needed, $from->amount->confidence, $from->amount->together);
        $intended = new Intended($from->sheet, $from->method, $from->material, $from->block, $part->zone, $part->trayKind, $amount, $part->dates);
        $batch = $this->newBatches->make($intended, $from->wanted);
        foreach ($from->shared as $wanted) {
            $batch->shared->add($wanted);
        }
        $this->writing->keep('batch', $batch->code, [], self::editable($batch) + ['splitFrom' => $from->code]);

        return $batch;
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
        foreach (array_filter($placed, static fn (Placed $placing) => $placing->lot === null) as $placing) {
            $batch = $placing->batch;
            $by[$batch->code] = $placing;
            foreach ([
                $batch->days->stickOn, $batch->days->weanOn, $batch->days->potOn, $placing->dates->stickOn, $placing->dates->weanOn,
                $placing->dates->potOn,
            ] as $day) {
                $touched[Week::containing($day)->ordinal()] = true;
            }
        }
        if ($touched === []) {
            return [];
        }
        $from = Week::ofOrdinal(max(min(array_keys($touched)), $this->today->week()->ordinal()));
        $many = max(1, max(array_keys($touched)) - $from->ordinal() + 1);
        $loads = array_map(function (BatchLoad $load) use ($by): BatchLoad {
            $placing = $by[$load->tenant->name] ?? null;

            return $placing === null
                ? $load
                : new BatchLoad(
                    $placing->legs($this->house->defaults())[0]['tenant'],
                    $load->underMist,
                    $load->toStick,
                    Week::containing($placing->dates->potOn),
                    $load->toPot,
                    Week::containing($placing->dates->weanOn),
                    $load->method,
                    $load->pot,
                    $load->inItsPot,
                );
        }, $this->loads->during($from, $many));

        return array_values(array_filter($this->hours->weeks($from, $many, $loads), static fn (array $w) => isset($touched[Week::of($w['week'])->ordinal()])));
    }

    /** @return array<string, mixed> */
    private static function editable(Batch $batch): array
    {
        return [
            'zone' => $batch->zone->id, 'stickOn' => $batch->days->stickOn->format('Y-m-d'), 'heldDays' => $batch->days->heldDays,
            'trays' => $batch->amount->trays, 'trayKind' => $batch->trayKind->id,
            'movesOn' => array_map(static fn (MovesOn $on) => ['zone' => $on->zone->id, 'from' => $on->fromDay->format('Y-m-d')], $batch->movesOn->getValues()),
            'pots' => $batch->potsZone === null ? null : ['zone' => $batch->potsZone->id, 'spaced' => $batch->potsSpaced],
        ];
    }
}
