<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Plan\MoveBreak;
use WetCradle\Core\Stock\Sex;
use WetCradle\Server\Bench\SharedTrays;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Stock\Takes;
use WetCradle\Server\Stock\Yards;

/** What breaks when batches are moved together. What is hard is refused; the rest is the propagator's to weigh. */
final class MoveBreaks
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly SharedTrays $shared,
        private readonly Takes $takes,
        private readonly Yards $yards,
        private readonly Windows $windows,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @param list<Placed> $placed
     *
     * @return list<list<array{kind: string, words: Fact, hard: bool}>> of each
     */
    public function of(array $placed): array
    {
        $legs = array_map(fn (Placed $placing) => $placing->legs($this->house->defaults()), $placed);
        $there = $this->lying($placed, array_merge(...$legs));
        $moved = [];
        foreach ($legs as $i => $ofOne) {
            foreach ($ofOne as $leg) {
                $moved[$leg['zone']][] = ['of' => $i, 'tenant' => $leg['tenant']];
            }
        }
        $takes = $this->takesMovedSo($placed);
        $toStick = array_filter($placed, self::isStuckSo(...));
        $looked = $this->yards->looked(array_merge(...array_map(
            static fn (Placed $placing) => array_column($placing->batch->takenFrom(), 'block'),
            array_values($toStick),
        )));
        $guests = $this->shared->guestsOf(...array_map(static fn (Placed $placing) => $placing->batch, $placed));

        return array_map(fn (int $i) => $this->ofOne($placed[$i], $legs[$i], $takes, $looked, $guests, fn (int $zone, Tenant $then) => [
            ...array_values(array_filter($there[$zone] ?? [], static fn (Tenant $other) => $other->meets($then))),
            ...array_column(array_filter($moved[$zone] ?? [], static fn (array $leg) => $leg['of'] !== $i), 'tenant'),
        ]), array_keys($placed));
    }

    /** Whether it is what is stuck, and when, that moves: then its stock must give that. */
    private static function isStuckSo(Placed $placing): bool
    {
        return !$placing->batch->isStuck() && !$placing->isPart && !$placing->move->isOnlyPots();
    }

    /**
     * @param list<array{zone: int, tenant: Tenant}>                                                                $legs
     * @param array<int, list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool, sex: ?Sex}>> $takes of all, by block
     * @param array{clean: array<int, string>, found: array<int, string>, recalled: array<int, string>}             $looked what was seen of all blocks
     * @param array<string, non-empty-list<string>>                                                                 $guests in whose last tray who stands
     * @param callable(int, Tenant): list<Tenant>                                                                   $others who else lies in a zone then
     *
     * @return list<array{kind: string, words: Fact, hard: bool}>
     */
    private function ofOne(Placed $placing, array $legs, array $takes, array $looked, array $guests, callable $others): array
    {
        $batch = $placing->batch;
        $isOnlyPots = $placing->move->isOnlyPots();
        $breaks = [];
        if (self::isStuckSo($placing)) {
            $stickOn = $placing->dates->stickOn;
            $cutOn = $batch->collectsOn($stickOn);
            $breaks = MoveBreak::ofSticking(
                $stickOn,
                $this->today->day(),
                $this->windows->of($batch->sheet->way)->opensIn(Week::containing($cutOn)),
                array_map(
                    fn (array $from) => $this->yards->source($from['block'], array_values(array_filter(
                        $takes[(int) $from['block']->id] ?? [],
                        static fn (array $take) => $take['batch'] !== $batch->code,
                    )), $looked)->supply(
                        (int) $batch->sheet->way->id,
                        $cutOn,
                        $from['cuttings'],
                    ),
                    $batch->takenFrom(),
                ),
            );
        }
        $stays = $placing->lastZone() === $batch->zoneOn($batch->days->potOn) && ($placing->dates->stickOn <=> $batch->days->stickOn) === 0;
        if (isset($guests[$batch->code]) && !$stays && !$placing->isPart && !$isOnlyPots) {
            $breaks[] = MoveBreak::ofGuests($guests[$batch->code]);
        }
        foreach ($legs as $leg) {
            if ($leg['tenant']->to->until($this->today->week()) > 0) {
                continue;
            }
            $zone = ($this->em->find(Zone::class, $leg['zone']) ?? throw new \LogicException('A leg lies in a zone.'))->core();
            $offer = $zone->offerTo($leg['tenant'], $others($leg['zone'], $leg['tenant']));
            $breaks[] = MoveBreak::ofPlace(
                $zone,
                $offer,
                $leg['tenant']->inPots,
                $placing->isNew,
                !$batch->isStuck(),
                $isOnlyPots,
                $placing->move->pots !== null,
            );
        }
        foreach ($placing->lot === null ? $batch->orders() : [] as $wanted) {
            $breaks[] = MoveBreak::ofOrder($wanted->ready(), $placing->dates->readyOn, $wanted->customer?->name);
        }

        return array_map(
            static fn (MoveBreak $break) => ['kind' => $break->kind, 'words' => $break->words, 'hard' => $break->isHard],
            array_values(array_filter($breaks)),
        );
    }

    /**
     * @param list<Placed>                           $placed
     * @param list<array{zone: int, tenant: Tenant}> $legs   of all of them
     *
     * @return array<int, list<Tenant>> who is not moved and there while any of them is, by zone
     */
    private function lying(array $placed, array $legs): array
    {
        if ($legs === []) {
            return [];
        }
        $from = array_map(static fn (array $leg) => $leg['tenant']->from->written(), $legs);
        $to = array_map(static fn (array $leg) => $leg['tenant']->to->written(), $legs);
        $moved = array_flip(array_map(static fn (Placed $placing) => $placing->code(), $placed));

        return array_map(
            static fn (array $tenants) => array_values(array_filter($tenants, static fn (Tenant $t) => !isset($moved[$t->batch()]))),
            $this->tenants->byZone(Week::of(min($from)), Week::of(max($to))),
        );
    }

    /**
     * Takes as the moves would have them, within a year of any of them.
     *
     * @param list<Placed> $placed
     *
     * @return array<int, list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool, sex: ?Sex}>> by block
     */
    private function takesMovedSo(array $placed): array
    {
        $days = [];
        foreach ($placed as $placing) {
            $days[$placing->batch->code] = $placing->batch->collectsOn($placing->dates->stickOn);
        }
        if ($days === []) {
            return [];
        }
        $first = min($days);
        $moved = [];
        foreach ($this->takes->around($first, null, Takes::DAYS + (int) $first->diff(max($days))->days) as $block => $takes) {
            foreach ($takes as $take) {
                $moved[$block][] = $take['stuck'] ? $take : ['on' => $days[$take['batch']] ?? $take['on']] + $take;
            }
        }

        return $moved;
    }
}
