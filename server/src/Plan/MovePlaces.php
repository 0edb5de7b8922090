<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Potted;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Refused;
use WetCradle\Server\Bench\Pots;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Potting\PotLot;

/** Where batches would lie, and on which days, if they were moved so; what cannot be said of them at all is refused. */
final class MovePlaces
{
    public function __construct(
        private readonly Batches $batches,
        private readonly EntityManagerInterface $em,
        private readonly Pots $pots,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @param list<Move>           $moves
     * @param array<string, Batch> $known batches that were read already, by code
     *
     * @return list<Placed>
     */
    public function of(array $moves, array $known = []): array
    {
        $codes = array_map(static fn (Move $move) => $move->code, $moves);
        $batches = $this->batches->byCodes($codes, $known);
        $ofLots = array_values(array_filter($codes, PotLot::isCode(...)));
        $query = $this->em->createQuery('SELECT p, l, b, s FROM '.PotLot::class.' p JOIN p.lines l JOIN l.batch b LEFT JOIN b.standing s
            WHERE p.code IN (:codes) ORDER BY p.id, l.id');
        $lots = array_column($ofLots === [] ? [] : Row::things($query->setParameter('codes', $ofLots), PotLot::class), null, 'code');
        $inPots = array_filter(
            $this->pots->ofAll([...array_values(array_map(static fn (Batch $batch) => $batch->code, $batches)), ...array_keys($lots)]),
            static fn (Potted $some) => $some->takesBench(),
        );

        return array_merge(...array_map(
            function (Move $move) use ($batches, $lots, $inPots): array {
                if (PotLot::isCode($move->code)) {
                    return [$this->lot($move, $lots[$move->code] ?? null, $inPots[$move->code] ?? null)];
                }
                $batch = $batches[$move->code] ?? $this->batches->byCode($move->code, $move->field);

                return $this->place($move, $batch, $inPots[$batch->code] ?? null);
            },
            $moves,
        ));
    }

    /**
     * @param ?Potted $inPots what is, or will be, in pots of it
     *
     * @return non-empty-list<Placed>
     */
    private function place(Move $move, Batch $batch, ?Potted $inPots): array
    {
        if ($batch->calledOff || $batch->leftBenchOn !== null) {
            throw Refused::because('not_possible', $move->field, sprintf('%s %s.', $batch->code, $batch->calledOff ? 'was called off' : 'is potted already'));
        }
        $stuckOn = $batch->sticking->stuckOn;
        if ($stuckOn !== null && $move->stickOn !== null && ($move->stickOn <=> $stuckOn) !== 0) {
            throw Refused::because('is_stuck', $move->field, sprintf('%s is stuck already; it can only be held longer in its tray.', $batch->code));
        }
        if ($stuckOn !== null && ($move->parts !== [] || $move->trayKind !== null)) {
            throw Refused::because('is_stuck', $move->field, sprintf('%s is stuck already; split it in its book.', $batch->code));
        }
        $held = $move->heldDays ?? $batch->days->heldDays;
        $most = $this->house->defaults()->whole(HouseDefault::HeldAtMost);
        if ($held > $most) {
            throw Refused::because('out_of_range', $move->field, sprintf('Held for more than %d days, a rooted plant is spoilt.', $most));
        }
        $stickOn = $stuckOn ?? $move->stickOn ?? $batch->days->stickOn;
        $asked = $move->zone === null ? null : $this->zone($move->zone, $move);
        $first = $stuckOn !== null || $move->on !== null ? $batch->zone : $asked ?? $batch->zone;
        $kind = $move->trayKind === null
            ? $batch->trayKind
            : $this->em->find(TrayKind::class, $move->trayKind) ?? throw Refused::because('unknown', $move->field, 'There is no such kind of tray.');
        $trays = $kind === $batch->trayKind ? $batch->amount->trays : $batch->sheet->core()->traysFor($batch->amount->planned, $kind->cells)->number;
        if ($move->parts === []) {
            $dates = $this->dates($first, $batch, $stickOn, $held);
            if ($batch->isStuck() && $move->heldDays === null) {
                $dates = $batch->inItsWeek($dates, $this->house->timetable());
            }
            $then = $this->then($move, $batch, $asked, $dates);

            return [new Placed(
                $move,
                $batch,
                $dates,
                $first,
                $then,
                $held,
                $trays,
                $batch->amount->planned,
                $kind,
                $this->potted($move, $batch, $dates, $inPots),
                false,
                $first !== $batch->zone || $move->zone !== null || $move->then !== null || $move->pots !== null,
            )];
        }
        if (array_sum(array_column($move->parts, 'trays')) !== $trays) {
            throw Refused::because('not_the_whole', $move->field, sprintf('The parts of %s do not come to its %d trays.', $batch->code, $trays));
        }
        $placed = [];
        $left = $batch->amount->planned;
        foreach ($move->parts as $i => $part) {
            $zone = $this->zone($part['zone'], $move);
            $planned = $i === count($move->parts) - 1 ? $left : min($left - 1, intdiv($batch->amount->planned * $part['trays'], $trays));
            $left -= $planned;
            $placed[] = new Placed(
                $move,
                $batch,
                $this->dates($zone, $batch, $stickOn, $held),
                $zone,
                [],
                $held,
                $part['trays'],
                max(1, $planned),
                $kind,
                null,
                $i > 0,
                true,
            );
        }

        return $placed;
    }

    private function lot(Move $move, ?PotLot $lot, ?Potted $there): Placed
    {
        $batch = ($lot?->batches() ?? [])[0] ?? null;
        if ($lot === null || $batch === null || $there === null) {
            throw Refused::because('unknown', $move->field, sprintf('Nothing stands in a lot %s.', $move->code));
        }
        if ($move->pots === null || !$move->isOnlyPots()) {
            throw Refused::because('not_possible', $move->field, sprintf('%s is potted: only where it stands can be changed.', $lot->code));
        }
        $to = $there->in((int) $this->zone($move->pots['zone'], $move)->id, $move->pots['spaced'] ?? $lot->spaced);

        return new Placed(
            $move,
            $batch,
            PlainDates::grown($batch->begins(), $batch->days->weanOn, $lot->pottedOn, $lot->readyOn),
            $batch->zone,
            [],
            $batch->days->heldDays,
            $batch->amount->trays,
            $batch->amount->planned,
            $batch->trayKind,
            // It comes there today at the earliest, whoever lay there before.
            $to->during(max($to->from, $this->today->day()), $to->to),
            false,
            true,
            $lot,
        );
    }

    /** Its pots as they would stand, where their place is settled or asked for. */
    private function potted(Move $move, Batch $batch, PlainDates $dates, ?Potted $potted): ?Potted
    {
        if ($move->pots === null && $batch->potsZone === null) {
            return null;
        }
        if ($potted === null) {
            return $move->pots === null ? null : throw Refused::because('not_possible', $move->field, sprintf('Nothing of %s is in pots.', $batch->code));
        }
        $zone = $move->pots === null ? $batch->potsZone : $this->zone($move->pots['zone'], $move);

        return $potted->in((int) $zone?->id, $move->pots['spaced'] ?? $batch->potsSpaced)->during($dates->potOn, $dates->readyOn);
    }

    /**
     * Where it goes on: what was planned so before, as it is weaned or as many days later as it is stuck later; what is said
     * now comes after that.
     *
     * @return list<array{zone: Zone, from: \DateTimeImmutable}>
     */
    private function then(Move $move, Batch $batch, ?Zone $asked, PlainDates $dates): array
    {
        $then = $batch->movesBy($dates);
        if ($move->then !== null) {
            return [['zone' => $this->zone($move->then['zone'], $move), 'from' => $move->then['on']]];
        }
        if ($asked === null || (!$batch->isStuck() && $move->on === null)) {
            // Laid elsewhere from the start, it is not moved on from where it never lay; once weaned it goes where it was to go.
            return $asked === null || $asked === $batch->zone ? $then : array_values(array_filter(
                $then,
                static fn (array $on) => ($on['from'] <=> $dates->weanOn) === 0 && $on['zone'] !== $asked && $asked->core()->isForRooting(),
            ));
        }
        $on = $move->on ?? $this->today->day();
        $stuckOn = $batch->sticking->stuckOn;
        if ($stuckOn !== null && $on < $stuckOn) {
            throw Refused::because('before_sticking', $move->field, sprintf('%s was stuck on %s.', $batch->code, $stuckOn->format('j F Y')));
        }
        // Under mist there too, it still goes on once it is weaned.
        $later = array_values(array_filter($then, static fn (array $stay) => ($stay['from'] <=> $dates->weanOn) === 0 && $stay['from'] > $on
            && $stay['zone'] !== $asked && $asked->core()->isForRooting()));
        $then = array_values(array_filter($then, static fn (array $stay) => $stay['from'] < $on));
        $last = $then === [] ? $batch->zone : $then[array_key_last($then)]['zone'];

        return [...$then, ...$last === $asked ? [] : [['zone' => $asked, 'from' => $on]], ...$later];
    }

    private function dates(Zone $zone, Batch $batch, \DateTimeImmutable $stickOn, int $held): PlainDates
    {
        return $batch->datesHeld($stickOn, $this->house->timetable(), $zone, $held);
    }

    public function zone(int $id, Move $move): Zone
    {
        return $this->em->find(Zone::class, $id) ?? throw Refused::because('unknown', $move->field, sprintf('There is no zone %d.', $id));
    }
}
