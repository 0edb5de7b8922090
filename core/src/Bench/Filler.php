<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

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
    private const NOWHERE = -1;
    /** Steps of one cooling, for each batch and at least; then the round goes on with its second half. */
    private const COOLING = 2500;
    private const COOLING_EACH = 12;
    /** A cooling begins where a step that costs this share of the average batch is taken one time in three, and ends at so much. */
    private const HOT = 0.6;
    private const COLD = 3.0;
    /** Steps of the second half; a handful counts for as many as it takes as time, a step for so many tries. */
    private const LAYING = 3000;
    private const TRIES_A_STEP = 8;
    private const HANDFUL = 6;
    /** Lays tried for a handful before it is given up. */
    private const TRIED = 1500;
    /** Lays looked at when a batch that was turned out seeks another place. */
    private const LOOKED_AT = 400;

    /** @var list<list<int>> lays by batch, cheapest first */
    private array $lays;
    /** @var array<int, int> the lay of each batch, or NOWHERE */
    private array $at;
    /** @var array<int, int> */
    private array $free;
    /** @var array<int, array<int, int>> comfort of each batch by cell; what stands there and stays is not in it */
    private array $lying = [];
    private int $score;
    /** @var array<int, int> */
    private array $best;
    private int $bestScore;
    private int $luck;
    private int $steps = 0;
    private float $hot;
    /** @var list<int> batches that have any lay */
    private array $able = [];
    /** @var array<int, array{0: int, 1: int}> the first week a batch could lie in, and the one after the last */
    private array $span = [];
    /** @var list<int> the handful being laid anew */
    private array $handful = [];
    /** @var list<int> the least that the handful's batches from this one on can cost */
    private array $least = [];
    /** @var array<int, int> lays of the handful at their best so far */
    private array $found = [];
    /** What all would cost if every batch lay where it costs least. */
    private int $leastOfAll;
    private int $limit = 0;
    private int $tries = 0;

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
        $this->luck = ($seed * 2_654_435_761 + 12_345) & 0x7FFFFFFF;
        $this->leastOfAll = array_sum(
            array_map(static fn (array $lays, int $leftOut) => $lays === [] ? $leftOut : min($leftOut, $ask->layCost[$lays[0]]), $this->lays, $ask->leftOut),
        );
        $this->hot = max(self::COLD, self::HOT * array_sum($ask->leftOut) / max(1, count($ask->leftOut)));
        $this->clear();
        $this->best = $this->at;
        $this->bestScore = $this->score;
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
        return array_map(static fn (int $lay) => $lay === self::NOWHERE ? null : $lay, $this->best);
    }

    /**
     * Begins from a plan made before, as far as it can still be had.
     *
     * @param array<int, ?int> $plan lays by batch
     */
    public function from(array $plan): void
    {
        $this->clear();
        foreach ($plan as $batch => $lay) {
            if ($lay !== null) {
                if (!in_array($lay, $this->lays[$batch] ?? [], true)) {
                    throw Refused::because('unknown', 'plan', 'A batch was to lie where it cannot.');
                }
                if ($this->fits($lay)) {
                    $this->put($batch, $lay);
                }
            }
        }
        $this->fillUp();
        $this->remember();
    }

    /** So many steps of search. */
    public function improve(int $steps): void
    {
        if ($this->able === []) {
            return;
        }
        $cooling = max(self::COOLING, self::COOLING_EACH * count($this->able));
        $round = $cooling + self::LAYING;
        for ($end = $this->steps + $steps; $this->steps < $end;) {
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
        if ($this->score < $this->bestScore) {
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
        $batch = $this->able[$this->chance(count($this->able))];
        if ($this->at[$batch] !== self::NOWHERE && $this->chance(3) === 0) {
            // Now and then one without a place is tried rather than one that has one.
            $other = $this->able[$this->chance(count($this->able))];
            $batch = $this->at[$other] === self::NOWHERE ? $other : $batch;
        }
        $lays = $this->lays[$batch];
        $many = count($lays);
        $lay = $lays[min($this->chance($many), $this->chance($many))];
        $was = $this->at[$batch];
        if ($lay === $was) {
            return;
        }
        $before = $this->score;
        $undo = [$batch => $was];
        if ($was !== self::NOWHERE) {
            $this->take($batch);
        }
        $out = $this->inTheWay($lay);
        foreach ($out as $other) {
            $undo[$other] = $this->at[$other];
            $this->take($other);
        }
        $this->put($batch, $lay);
        foreach ($out as $other) {
            $this->findPlace($other);
        }
        // What was left may be room for one that had none.
        for ($try = 0; $try < 2; ++$try) {
            $other = $this->able[$this->chance(count($this->able))];
            if ($this->at[$other] === self::NOWHERE && $this->findPlace($other)) {
                $undo[$other] ??= self::NOWHERE;
            }
        }
        $more = $this->score - $before;
        if ($more <= 0 || exp(-$more / $heat) * 0x7FFFFFFF > $this->chance(0x7FFFFFFF)) {
            if ($this->score < $this->bestScore) {
                $this->remember();
            }

            return;
        }
        foreach ($undo as $other => $lay) {
            if ($this->at[$other] !== self::NOWHERE) {
                $this->take($other);
            }
        }
        foreach ($undo as $other => $lay) {
            if ($lay !== self::NOWHERE) {
                $this->put($other, $lay);
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
        $first = $this->able[$this->chance(count($this->able))];
        for ($try = 0; $try < 20 && $this->costOf($first) === $ask->layCost[$this->lays[$first][0]]; ++$try) {
            $first = $this->able[$this->chance(count($this->able))];
        }
        $some = [$first => true];
        for ($try = 0; $try < 10 * self::HANDFUL && count($some) < self::HANDFUL; ++$try) {
            $other = $this->able[$this->chance(count($this->able))];
            if ($this->span[$other][0] < $this->span[$first][1] && $this->span[$first][0] < $this->span[$other][1]) {
                $some[$other] = true;
            }
        }
        $some = array_keys($some);
        usort($some, static fn (int $a, int $b) => [$ask->leftOut[$b], $a] <=> [$ask->leftOut[$a], $b]);
        $least = [0];
        foreach (array_reverse($some) as $batch) {
            array_unshift($least, $least[0] + $ask->layCost[$this->lays[$batch][0]]);
        }
        $this->handful = $some;
        $this->least = $least;
        $this->limit = array_sum(array_map($this->costOf(...), $some));
        $this->found = array_map(fn (int $batch) => $this->at[$batch], $some);
        $this->tries = self::TRIED;
        foreach ($some as $batch) {
            if ($this->at[$batch] !== self::NOWHERE) {
                $this->take($batch);
            }
        }
        $this->layRest(0, 0);
        foreach ($some as $i => $batch) {
            if ($this->found[$i] !== self::NOWHERE) {
                $this->put($batch, $this->found[$i]);
            }
        }
        if ($this->score < $this->bestScore) {
            $this->remember();
        }

        return 4 + intdiv(self::TRIED - max(0, $this->tries), self::TRIES_A_STEP);
    }

    private function layRest(int $i, int $cost): void
    {
        if ($i === count($this->handful)) {
            $this->limit = $cost;
            $this->found = array_map(fn (int $batch) => $this->at[$batch], $this->handful);

            return;
        }
        $batch = $this->handful[$i];
        $cost += $this->least[$i + 1];
        foreach ($this->lays[$batch] as $lay) {
            if ($cost + $this->ask->layCost[$lay] >= $this->limit || --$this->tries < 0) {
                return;
            }
            if ($this->fits($lay)) {
                $this->put($batch, $lay);
                $this->layRest($i + 1, $cost - $this->least[$i + 1] + $this->ask->layCost[$lay]);
                $this->take($batch);
            }
        }
        if ($cost + $this->ask->leftOut[$batch] < $this->limit) {
            $this->layRest($i + 1, $cost - $this->least[$i + 1] + $this->ask->leftOut[$batch]);
        }
    }

    private function costOf(int $batch): int
    {
        $lay = $this->at[$batch];

        return $lay < 0 ? $this->ask->leftOut[$batch] : $this->ask->layCost[$lay];
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
            $this->clear();
            usort($this->able, $order);
            $this->fillUp();
            if ($this->score < $this->bestScore) {
                $this->remember();
            }
        }
        $this->back();
    }

    private function fillUp(): void
    {
        foreach ($this->able as $batch) {
            if ($this->at[$batch] === self::NOWHERE) {
                foreach ($this->lays[$batch] as $lay) {
                    if ($this->fits($lay)) {
                        $this->put($batch, $lay);
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
            if ($this->fits($lays[$i])) {
                $this->put($batch, $lays[$i]);

                return true;
            }
        }

        return false;
    }

    private function fits(int $lay): bool
    {
        $ask = $this->ask;
        $last = $ask->firstLeg[$lay + 1] ?? count($ask->legCell);
        for ($leg = $ask->firstLeg[$lay]; $leg < $last; ++$leg) {
            $trays = $ask->legTrays[$leg];
            $cell = $ask->legCell[$leg];
            $end = $cell + $ask->legWeeks[$leg];
            for ($i = $cell; $i < $end; ++$i) {
                if ($this->free[$i] < $trays) {
                    return false;
                }
            }
            $clash = $ask->clash[$ask->legComfort[$leg]] ?? [];
            if ($clash !== []) {
                for ($i = $cell; $i < $end; ++$i) {
                    foreach ($this->lying[$i] as $comfort) {
                        if (isset($clash[$comfort])) {
                            return false;
                        }
                    }
                }
            }
        }

        return true;
    }

    /** @return list<int> batches that have to go for this lay, the dearest first */
    private function inTheWay(int $lay): array
    {
        $ask = $this->ask;
        $out = [];
        $last = $ask->firstLeg[$lay + 1] ?? count($ask->legCell);
        for ($leg = $ask->firstLeg[$lay]; $leg < $last; ++$leg) {
            $cell = $ask->legCell[$leg];
            $end = $cell + $ask->legWeeks[$leg];
            $clash = $ask->clash[$ask->legComfort[$leg]] ?? [];
            for ($i = $cell; $i < $end; ++$i) {
                foreach ($this->lying[$i] as $other => $comfort) {
                    if (isset($clash[$comfort])) {
                        $out[$other] = true;
                    }
                }
            }
            for ($i = $cell; $i < $end; ++$i) {
                $lack = $ask->legTrays[$leg] - $this->free[$i];
                if ($lack <= 0) {
                    continue;
                }
                $here = [];
                foreach ($this->lying[$i] as $other => $comfort) {
                    if (isset($out[$other])) {
                        $lack -= $this->traysIn($other, $i);
                    } else {
                        $here[$other] = $ask->leftOut[$other] * (64 + $this->chance(64));
                    }
                }
                asort($here);
                foreach ($here as $other => $worth) {
                    if ($lack <= 0) {
                        break;
                    }
                    $out[$other] = true;
                    $lack -= $this->traysIn($other, $i);
                }
            }
        }
        $out = array_keys($out);
        usort($out, static fn (int $a, int $b) => [$ask->leftOut[$b], $a] <=> [$ask->leftOut[$a], $b]);

        return $out;
    }

    private function traysIn(int $batch, int $cell): int
    {
        $ask = $this->ask;
        $leg = $ask->firstLeg[$this->at[$batch]];
        while ($cell < $ask->legCell[$leg] || $cell >= $ask->legCell[$leg] + $ask->legWeeks[$leg]) {
            ++$leg;
        }

        return $ask->legTrays[$leg];
    }

    private function put(int $batch, int $lay): void
    {
        $ask = $this->ask;
        $last = $ask->firstLeg[$lay + 1] ?? count($ask->legCell);
        for ($leg = $ask->firstLeg[$lay]; $leg < $last; ++$leg) {
            $trays = $ask->legTrays[$leg];
            $comfort = $ask->legComfort[$leg];
            $cell = $ask->legCell[$leg];
            $end = $cell + $ask->legWeeks[$leg];
            for ($i = $cell; $i < $end; ++$i) {
                $this->free[$i] -= $trays;
                $this->lying[$i][$batch] = $comfort;
            }
        }
        $this->at[$batch] = $lay;
        $this->score += $ask->layCost[$lay] - $ask->leftOut[$batch];
    }

    private function take(int $batch): void
    {
        $ask = $this->ask;
        $lay = $this->at[$batch];
        $last = $ask->firstLeg[$lay + 1] ?? count($ask->legCell);
        for ($leg = $ask->firstLeg[$lay]; $leg < $last; ++$leg) {
            $trays = $ask->legTrays[$leg];
            $cell = $ask->legCell[$leg];
            $end = $cell + $ask->legWeeks[$leg];
            for ($i = $cell; $i < $end; ++$i) {
                $this->free[$i] += $trays;
                unset($this->lying[$i][$batch]);
            }
        }
        $this->at[$batch] = self::NOWHERE;
        $this->score -= $ask->layCost[$lay] - $ask->leftOut[$batch];
    }

    private function clear(): void
    {
        $this->at = array_fill(0, count($this->ask->names), self::NOWHERE);
        $this->free = $this->ask->free;
        $this->lying = array_fill(0, count($this->free), []);
        $this->score = array_sum($this->ask->leftOut);
    }

    private function remember(): void
    {
        $this->best = $this->at;
        $this->bestScore = $this->score;
    }

    private function back(): void
    {
        $this->clear();
        foreach ($this->best as $batch => $lay) {
            if ($lay !== self::NOWHERE) {
                $this->put($batch, $lay);
            }
        }
    }

    /** A whole number from 0 to below this, the same each time for the same seed. */
    private function chance(int $below): int
    {
        $this->luck = ($this->luck * 1_103_515_245 + 12_345) & 0x7FFFFFFF;

        return ($this->luck * $below) >> 31;
    }
}
