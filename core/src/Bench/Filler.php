<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Compute\Going;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * Fills a house: first one batch after the other where it costs least, then better and better by search, in rounds of two
 * halves. In the first, a step lays one batch somewhere, turns out whoever is in the way and finds those another place; what
 * costs more is kept with a chance that falls from step to step (simulated annealing), so that it gets out of what only
 * looks best. In the second, a few batches that want the same weeks are taken up together and laid anew in the best way
 * there is (a search of all of them, cut off where it cannot win).
 *
 * The same problem and seed always give the same; more steps never give worse. What it holds is at every moment a plan
 * without faults.
 */
final class Filler
{
    /** Steps between two times that it is asked whether to go on. */
    private const ASKS_EVERY = 200;
    /** Steps of one cooling, for each batch and at least; then the round goes on with its second half. */
    private const COOLING = 2500;
    private const COOLING_EACH = 12;
    /** Cooling of the search: at its beginning a step that costs this share of an average batch is taken one time in three; at its end, this. */
    private const HOT = 0.6;
    private const COLD = 3.0;
    /** Steps of the search's second half. Relaying a handful of batches counts as many steps as it takes time for. */
    private const LAYING = 3000;
    private const TRIES_A_STEP = 8;
    private const HANDFUL = 6;
    /** Lays looked at when a batch that was turned out seeks another place. */
    private const LOOKED_AT = 400;

    /** @var list<list<int>> lays by batch, cheapest first */
    private array $lays;
    private LaidOut $now;
    /** @var array<int, int> */
    private array $best;
    private int $bestScore;
    private readonly Luck $luck;
    private int $steps = 0;
    private float $hot;
    /** @var list<int> batches that have any lay */
    private array $able = [];
    /** @var array<int, array{0: int, 1: int}> the first week a batch could lie in, and the one after the last */
    private array $span = [];
    /** What all would cost if every batch lay where it costs least. */
    private int $leastOfAll;

    public function __construct(private readonly ToPlace $ask, int $seed = 1)
    {
        $this->lays = [];
        foreach (array_keys($ask->names) as $batch) {
            [$first, $end] = $ask->laysOf($batch);
            $lays = $first < $end ? range($first, $end - 1) : [];
            usort($lays, static fn (int $a, int $b) => [$ask->layCost[$a], $a] <=> [$ask->layCost[$b], $b]);
            $this->lays[] = $lays;
            if ($lays !== []) {
                $this->able[] = $batch;
                $this->span[$batch] = $this->spanOf($lays);
            }
        }
        $this->luck = new Luck($seed);
        $this->leastOfAll = array_sum(
            array_map(static fn (array $lays, int $leftOut) => $lays === [] ? $leftOut : min($leftOut, $ask->layCost[$lays[0]]), $this->lays, $ask->leftOut),
        );
        $this->hot = max(self::COLD, self::HOT * array_sum($ask->leftOut) / max(1, count($ask->leftOut)));
        $this->now = new LaidOut($ask);
        $this->remember();
        $this->first();
    }

    /** The sum of what all lays and all left out cost, of the best plan so far. */
    public function score(): int
    {
        return $this->bestScore;
    }

    /** @return array<int, ?int> the lay of each batch in the best plan so far; null for one without a place */
    public function plan(): array
    {
        return array_map(static fn (int $lay) => $lay === LaidOut::NOWHERE ? null : $lay, $this->best);
    }

    /**
     * Begins from a plan made before, as far as it can still be had.
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
        $this->fillUp();
        $this->remember();
    }

    /** So many steps of search, for as long as it is let go on. */
    public function improve(int $steps, ?Going $going = null): void
    {
        if ($this->able === []) {
            return;
        }
        $cooling = max(self::COOLING, self::COOLING_EACH * count($this->able));
        $round = $cooling + self::LAYING;
        $begin = $asked = $this->steps;
        for ($end = $begin + $steps; $this->steps < $end;) {
            if ($going !== null && $this->steps - $asked >= self::ASKS_EVERY) {
                $asked = $this->steps;
                if (!$going->on(($asked - $begin) / $steps)) {
                    break;
                }
            }
            $at = $this->steps % $round;
            if ($at < $cooling) {
                if ($at === 0) {
                    $this->back();
                }
                $this->step($this->hot * (self::COLD / $this->hot) ** ($at / $cooling));
                ++$this->steps;
                if ($at + 1 === $cooling) {
                    $this->back();
                }
            } else {
                // A handful at the end of a round must not run into the next.
                $this->steps += min($round - $at, $this->layAnew());
            }
            if ($this->bestScore === $this->leastOfAll) {
                return;
            }
        }
        $this->back();
        $this->fillUp();
        if ($this->now->score < $this->bestScore) {
            $this->remember();
        }
    }

    /** Whether no plan can cost less: every batch lies where it costs least. */
    public function isBest(): bool
    {
        return $this->bestScore === $this->leastOfAll;
    }

    private function step(float $heat): void
    {
        $batch = $this->able[$this->luck->below(count($this->able))];
        if (!$this->now->isOut($batch) && $this->luck->below(3) === 0) {
            // Now and then one without a place is tried rather than one that has one.
            $other = $this->able[$this->luck->below(count($this->able))];
            $batch = $this->now->isOut($other) ? $other : $batch;
        }
        $lays = $this->lays[$batch];
        $many = count($lays);
        $lay = $lays[min($this->luck->below($many), $this->luck->below($many))];
        $was = $this->now->at[$batch];
        if ($lay === $was) {
            return;
        }
        $before = $this->now->score;
        $undo = [$batch => $was];
        if ($was !== LaidOut::NOWHERE) {
            $this->now->take($batch);
        }
        $out = $this->now->inTheWay($lay, $this->luck);
        foreach ($out as $other) {
            $undo[$other] = $this->now->at[$other];
            $this->now->take($other);
        }
        $this->now->put($batch, $lay);
        foreach ($out as $other) {
            $this->findPlace($other);
        }
        // What was left may be room for one that had none.
        for ($try = 0; $try < 2; ++$try) {
            $other = $this->able[$this->luck->below(count($this->able))];
            if ($this->now->isOut($other) && $this->findPlace($other)) {
                $undo[$other] ??= LaidOut::NOWHERE;
            }
        }
        $more = $this->now->score - $before;
        if ($more <= 0 || exp(-$more / $heat) * 0x7FFFFFFF > $this->luck->below(0x7FFFFFFF)) {
            if ($this->now->score < $this->bestScore) {
                $this->remember();
            }

            return;
        }
        foreach ($undo as $other => $lay) {
            if (!$this->now->isOut($other)) {
                $this->now->take($other);
            }
        }
        foreach ($undo as $other => $lay) {
            if ($lay !== LaidOut::NOWHERE) {
                $this->now->put($other, $lay);
            }
        }
    }

    /**
     * Takes up a few batches that want the same weeks and lays them in the best way there is.
     *
     * @return int how many steps it took the time of
     */
    private function layAnew(): int
    {
        $ask = $this->ask;
        $first = $this->able[$this->luck->below(count($this->able))];
        for ($try = 0; $try < 20 && $this->now->costOf($first) === $ask->layCost[$this->lays[$first][0]]; ++$try) {
            $first = $this->able[$this->luck->below(count($this->able))];
        }
        $some = [$first => true];
        for ($try = 0; $try < 10 * self::HANDFUL && count($some) < self::HANDFUL; ++$try) {
            $other = $this->able[$this->luck->below(count($this->able))];
            if ($this->span[$other][0] < $this->span[$first][1] && $this->span[$first][0] < $this->span[$other][1]) {
                $some[$other] = true;
            }
        }
        $tried = Handful::layAnew($ask, $this->now, array_keys($some), $this->lays);
        if ($this->now->score < $this->bestScore) {
            $this->remember();
        }

        return 4 + intdiv($tried, self::TRIES_A_STEP);
    }

    /**
     * @param non-empty-list<int> $lays
     *
     * @return array{0: int, 1: int}
     */
    private function spanOf(array $lays): array
    {
        $ask = $this->ask;
        $from = $ask->weeks;
        $to = 0;
        foreach ($lays as $lay) {
            $last = ($ask->firstLeg[$lay + 1] ?? count($ask->legCell)) - 1;
            $from = min($from, $ask->legCell[$ask->firstLeg[$lay]] % $ask->weeks);
            $to = max($to, $ask->legCell[$last] % $ask->weeks + $ask->legWeeks[$last]);
        }

        return [$from, $to];
    }

    /** One batch after the other: those that cost most by the room they take come first; of several orders, the best. */
    private function first(): void
    {
        $ask = $this->ask;
        $room = [];
        foreach ($this->able as $batch) {
            $leg = $ask->firstLeg[$this->lays[$batch][0]];
            $room[$batch] = max(1, $ask->legTrays[$leg] * $ask->legWeeks[$leg]);
        }
        $orders = [
            static fn (int $a, int $b) => [$ask->leftOut[$b] / $room[$b], $a] <=> [$ask->leftOut[$a] / $room[$a], $b],
            static fn (int $a, int $b) => [$ask->leftOut[$b], $a] <=> [$ask->leftOut[$a], $b],
            fn (int $a, int $b) => [
                count($this->lays[$a]) * $room[$a] / max(1, $ask->leftOut[$a]),
                $a,
            ] <=> [count($this->lays[$b]) * $room[$b] / max(1, $ask->leftOut[$b]), $b],
        ];
        foreach ($orders as $order) {
            $this->now->clear();
            usort($this->able, $order);
            $this->fillUp();
            if ($this->now->score < $this->bestScore) {
                $this->remember();
            }
        }
        $this->back();
    }

    private function fillUp(): void
    {
        foreach ($this->able as $batch) {
            if ($this->now->isOut($batch)) {
                foreach ($this->lays[$batch] as $lay) {
                    if ($this->now->fits($lay)) {
                        $this->now->put($batch, $lay);
                        break;
                    }
                }
            }
        }
    }

    private function findPlace(int $batch): bool
    {
        $lays = $this->lays[$batch];
        $many = min(self::LOOKED_AT, count($lays));
        for ($i = 0; $i < $many; ++$i) {
            if ($this->now->fits($lays[$i])) {
                $this->now->put($batch, $lays[$i]);

                return true;
            }
        }

        return false;
    }

    private function remember(): void
    {
        $this->best = $this->now->at;
        $this->bestScore = $this->now->score;
    }

    private function back(): void
    {
        $this->now->clear();
        foreach ($this->best as $batch => $lay) {
            if ($lay !== LaidOut::NOWHERE) {
                $this->now->put($batch, $lay);
            }
        }
    }
}
