<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use WetCradle\Core\Bench\FillAsk;
use WetCradle\Core\Bench\Filled;
use WetCradle\Core\Bench\FillHouse;
use WetCradle\Core\Bench\Filling;
use WetCradle\Core\Bench\FillStage;
use WetCradle\Core\Bench\FillStays;
use WetCradle\Core\Bench\LaysKnown;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\WhatIf;
use WetCradle\Core\Compute\Going;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\MoveReader;
use WetCradle\Server\Plan\Moves;
use WetCradle\Server\Potting\PotLot;

/** Puts the house to the core to be filled, a round of the search at a time; what it finds can be made as moves. */
final class Fillings
{
    /** Steps of the search where it is filled again around those whose move was refused, beginning from what was found before. */
    private const STEPS_AGAIN = 4_000;

    public function __construct(
        private readonly HouseToFill $house,
        private readonly House $nursery,
        private readonly FillWords $words,
        private readonly Moves $moves,
    ) {
    }

    /** @return array<string, mixed> */
    public function fill(FillAsk $ask, ?Going $going = null): array
    {
        [$house, $batches] = $this->house->read($ask->whatIf === WhatIf::Bench);
        $defaults = $this->nursery->defaults();
        $stays = new FillStays($this->nursery->timetable(), $defaults);
        $known = new LaysKnown();
        $ofBatches = array_filter($batches, static fn (Batch|PotLot $lies) => $lies instanceof Batch);
        // Moves that could not be made together after all: stock gives to each alone, but not to all.
        $refuses = fn (array $changes) => $this->moves->refused(MoveReader::all(array_values($changes)), $ofBatches);
        $held = $found = [];
        for ($times = 0, $refused = null; $refused !== []; ++$times) {
            $asks = $stays->of($ask, $house, $held, $known);
            // A search and what it searches hold each other, and a large house is large: the one before goes first.
            unset($filling);
            gc_collect_cycles();
            $filling = new Filling(FillHouse::WEEKS, $house->spaces(), $asks->stays, $defaults, $asks->standing, $ask->round);
            // Those that are held come first to where they are.
            $filling->from(array_intersect_key($asks->now, $held) + $found + $this->before($ask, $house, $asks->now));
            $more = $filling->improve($times === 0 ? $ask->steps($filling->count()) : self::STEPS_AGAIN, $going);
            // Tidied where it may be the last time; and once more when it is.
            foreach ($times === 0 ? [true] : [false, true] as $isTidied) {
                $filled = $filling->filled($isTidied);
                $changes = $this->changes($ask, $house, $batches, $filled, $asks->now);
                // What is only supposed can be planned only in supposing.
                $refused = $ask->whatIf === null && $ask->stage !== FillStage::Weaning ? $refuses($changes) : [];
                if ($refused !== []) {
                    break;
                }
            }
            foreach ($refused as $code) {
                // Refused in its own week, it is not its week that is in the way.
                $isInItsWeek = $filled->placed[$code][0]->from === ($asks->now[$code]['from'] ?? null);
                $held[$code] = ($held[$code] ?? 0) + ($isInItsWeek ? 2 : 1);
            }
            $held += array_fill_keys(self::ofTheirStock($refused, array_keys($changes), $batches), 1);
            $found = array_map(static fn (array $legs) => ['space' => $legs[0]->space, 'from' => $legs[0]->from], $filled->placed);
        }

        $options = new OptionMoves($refuses, $changes, $ask->whatIf !== null);

        return $this->words->say($ask, $house, $batches, $filling, $filled, $changes, $asks->now, $more, $options);
    }

    /**
     * @param array<string, array{space: int, from: int}> $now
     *
     * @return array<string, array{space: int, from: int}>
     */
    private function before(FillAsk $ask, FillHouse $h, array $now): array
    {
        foreach ($ask->before as $code => ['zone' => $zone, 'week' => $week]) {
            $space = $h->numberOf($zone);
            if ($space !== null) {
                $now[$code] = ['space' => $space, 'from' => $h->from->until($week)];
            }
        }

        return $now;
    }

    /**
     * What would change, as moves that can be made.
     *
     * @param array<string, Batch|PotLot>                 $batches
     * @param array<string, array{space: int, from: int}> $now
     *
     * @return array<string, array<string, mixed>> by code
     */
    private function changes(FillAsk $ask, FillHouse $h, array $batches, Filled $filled, array $now): array
    {
        $changes = [];
        foreach ($filled->placed as $code => $legs) {
            $was = $now[$code] ?? null;
            if (count($legs) > 1 || $was === null || $was['space'] !== $legs[0]->space || $was['from'] !== $legs[0]->from) {
                $changes[$code] = self::move($h, $batches[$code], $legs, $ask);
            }
        }

        return $changes;
    }

    /**
     * @param list<Leg> $legs
     *
     * @return array<string, mixed> a move that lays the batch so
     */
    public static function move(FillHouse $h, Batch|PotLot $batch, array $legs, FillAsk $ask): array
    {
        $first = $legs[0];
        $zone = $h->idOf($first->space);
        $seen = $batch->asSeen();
        if ($ask->stage === FillStage::Potted || $batch instanceof PotLot) {
            return $seen + ['pots' => ['zone' => $zone, 'spaced' => $ask->spaced]];
        }
        // Until the day on which it is weaned it stays under its mist.
        $monday = $h->monday($first->from);
        $on = ($ask->stage === FillStage::Weaning ? max($monday, $batch->days->weanOn) : $monday)->format('Y-m-d');
        if ($batch->isStuck()) {
            return $seen + ['zone' => $zone, 'on' => $on];
        }
        if ($ask->stage === FillStage::Weaning) {
            return $seen + ['then' => ['zone' => $zone, 'on' => $on]];
        }
        $move = $seen + ['stickOn' => $h->dayOf($batch->days->stickOn, $first->from - $h->weekOf($batch->days->stickOn))->format('Y-m-d')];
        $beside = array_values(array_filter($legs, static fn (Leg $leg) => $leg->from === $first->from));

        return $move + match (true) {
            count($beside) > 1 => ['parts' => array_map(static fn (Leg $leg) => ['zone' => $h->idOf($leg->space), 'trays' => $leg->trays], $beside)],
            isset($legs[1]) => ['zone' => $zone, 'then' => ['zone' => $h->idOf($legs[1]->space), 'on' => $h->monday($legs[1]->from)->format('Y-m-d')]],
            default => ['zone' => $zone],
        };
    }

    /**
     * Those that are taken from the same plants as others: whatever week one of them has, the others have less of them.
     *
     * @param list<string>                $others
     * @param list<string>                $codes
     * @param array<string, Batch|PotLot> $batches
     *
     * @return list<string>
     */
    private static function ofTheirStock(array $others, array $codes, array $batches): array
    {
        $blocks = static fn (string $code): array => $batches[$code] instanceof Batch
            ? array_map(static fn (array $from) => (int) $from['block']->id, $batches[$code]->takenFrom())
            : [];
        $tight = array_flip(array_merge([], ...array_map($blocks, $others)));

        return array_values(array_filter($codes, static fn (string $code) => array_intersect_key($tight, array_flip($blocks($code))) !== []));
    }
}
