<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * What a search goes by: what is laid out just now, the best plan that it came to so far, and what no plan can cost less than, as far
 * as that is known. It begins with one batch after the other where it costs least; what it holds is at every moment without faults.
 */
final class PlanSoFar
{
    public readonly LaidOut $now;
    /** @var list<list<int>> lays by batch, cheapest first */
    public readonly array $lays;
    /** @var list<int> batches that have any lay */
    public readonly array $able;
    /** @var array<int, int> lays by batch, or NOWHERE */
    private array $best;
    private int $score;
    private int $bound;

    public function __construct(private readonly ToPlace $ask)
    {
        $lays = $able = [];
        $bound = 0;
        foreach ($ask->leftOut as $batch => $leftOut) {
            [$first, $end] = $ask->laysOf($batch);
            $costs = array_slice($ask->layCost, $first, $end - $first);
            asort($costs);
            $lays[] = array_map(static fn (int $i) => $first + $i, array_keys($costs));
            if ($costs !== []) {
                $able[] = $batch;
            }
            $bound += $costs === [] ? $leftOut : min($leftOut, reset($costs));
        }
        $this->lays = $lays;
        $this->bound = $bound;
        $this->now = new LaidOut($ask);
        $this->remember();
        $this->able = $this->first($able);
    }

    /** What all lays and all left out cost together, in the best plan so far. */
    public function score(): int
    {
        return $this->score;
    }

    /** What no plan can cost less than, as far as it is known by now. */
    public function bound(): int
    {
        return min($this->bound, $this->score);
    }

    /** No plan can cost less than this either. */
    public function noneBelow(int $bound): void
    {
        $this->bound = max($this->bound, $bound);
    }

    /** Whether no plan can cost less. */
    public function isBest(): bool
    {
        return $this->score <= $this->bound;
    }

    /** @return array<int, int> lays by batch, or NOWHERE */
    public function best(): array
    {
        return $this->best;
    }

    /** Whether one lies nowhere that has any lay. */
    public function isAnyOut(): bool
    {
        foreach ($this->able as $batch) {
            if ($this->best[$batch] === LaidOut::NOWHERE) {
                return true;
            }
        }

        return false;
    }

    /** What is laid out now is the best plan, if it costs less. */
    public function keep(): void
    {
        if ($this->now->score < $this->score) {
            $this->remember();
        }
    }

    /** Lays out the best plan. */
    public function back(): void
    {
        $this->lay($this->best);
    }

    /** @param array<int, int> $plan without faults */
    public function tryOn(array $plan): void
    {
        $this->lay($plan);
        $this->keep();
    }

    /**
     * Begins anew from a plan made before, as far as it can still be had.
     *
     * @param array<int, ?int> $plan lays by batch
     *
     * @throws Refused for `plan`
     */
    public function from(array $plan): void
    {
        $this->now->clear();
        foreach ($plan as $batch => $lay) {
            if ($lay !== null) {
                if (!in_array($lay, $this->lays[$batch] ?? [], true)) {
                    throw Refused::because('unknown', 'plan', Fact::of('refused.filler.unknown'));
                }
                if ($this->now->fits($lay)) {
                    $this->now->put($batch, $lay);
                }
            }
        }
        $this->fillUp($this->able);
        $this->remember();
    }

    /**
     * A plan of what zones took at prices: a batch taken twice lies where it costs least, and who has none finds what is left.
     *
     * @param list<int> $taken
     */
    public function made(array $taken): void
    {
        $lays = [];
        foreach ($this->able as $batch) {
            [$first, $end] = $this->ask->laysOf($batch);
            foreach ($taken as $lay) {
                if ($lay >= $first && $lay < $end && (!isset($lays[$batch]) || $this->ask->layCost[$lay] < $this->ask->layCost[$lays[$batch]])) {
                    $lays[$batch] = $lay;
                }
            }
        }
        $this->now->clear();
        foreach ($lays as $batch => $lay) {
            if ($this->now->fits($lay)) {
                $this->now->put($batch, $lay);
            }
        }
        $this->fillUp($this->able);
        $this->keep();
    }

    /**
     * One batch after the other: those that cost most by the room they take come first; of several orders, the best.
     *
     * @param list<int> $able
     *
     * @return list<int> in the order that was tried last
     */
    private function first(array $able): array
    {
        $leftOut = $this->ask->leftOut;
        $room = [];
        foreach ($able as $batch) {
            $lay = $this->lays[$batch][0];
            $room[$batch] = max(1, $this->ask->layTrays[$lay] * $this->ask->layWeeks[$lay]);
        }
        foreach ([
            static fn (int $a, int $b) => [$leftOut[$b] / $room[$b], $a] <=> [$leftOut[$a] / $room[$a], $b],
            static fn (int $a, int $b) => [$leftOut[$b], $a] <=> [$leftOut[$a], $b],
            fn (int $a, int $b) => [
                count($this->lays[$a]) * $room[$a] / max(1, $leftOut[$a]),
                $a,
            ] <=> [count($this->lays[$b]) * $room[$b] / max(1, $leftOut[$b]), $b],
        ] as $order) {
            $this->now->clear();
            usort($able, $order);
            $this->fillUp($able);
            $this->keep();
        }
        $this->back();

        return $able;
    }

    /** @param list<int> $able */
    private function fillUp(array $able): void
    {
        foreach ($able as $batch) {
            if ($this->now->isOut($batch)) {
                foreach ($this->now->fitting($this->lays[$batch], 1) as $lay) {
                    $this->now->put($batch, $lay);
                }
            }
        }
    }

    private function remember(): void
    {
        $this->best = $this->now->at;
        $this->score = $this->now->score;
    }

    /** @param array<int, int> $plan without faults */
    private function lay(array $plan): void
    {
        $this->now->clear();
        foreach ($plan as $batch => $lay) {
            if ($lay !== LaidOut::NOWHERE) {
                $this->now->put($batch, $lay);
            }
        }
    }
}
