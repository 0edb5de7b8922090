<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * Another way to look for a plan: batches may lie where there is no room, or beside those that clash with them, and each cell in
 * which that is so costs something. Who lies in one moves to where all costs least; where nobody can move to anything cheaper, what
 * is amiss costs more from then on, so that the crowd is pushed from cell to cell until it is gone. Then it costs less again, and
 * one that was left out is let in. So it comes to sets of batches that no search among faultless plans leads to: there one batch
 * more must find its room at once.
 */
final class Crowding
{
    /** What a tray too many costs in a week at first, how much more each time, and at least: as shares of what a tray-week left out costs. */
    private const TRAY = 0.33;
    private const TRAY_MORE = 0.016;
    private const TRAY_LEAST = 0.008;
    /** The same of two that clash. */
    private const CLASH = 1.7;
    private const CLASH_MORE = 0.08;
    private const CLASH_LEAST = 0.016;
    /** What is left of it each time that nothing is amiss. */
    private const EASED = 0.7;
    /** For so many moves nobody goes back to where it was; and up to so many more. */
    private const NOT_BACK = 8;
    private const NOT_BACK_MORE = 9;
    /** Of those that lie in a cell, so many are asked who moves; and one time in so many, those that are left out too. */
    private const ASKED = 4;
    private const OUTER = 10;

    /** @var array<int, int> the lay of each batch, or NOWHERE */
    private array $at;
    private int $cost;
    /** @var array<int, int> trays free, by cell; below nought where too many lie */
    private array $free;
    /** @var array<int, array<int, true>> the batches that lie in each cell */
    private array $lying;
    /** @var array<int, array<int, int>> by cell and comfort, how many lie there that clash with it */
    private array $clashing;
    /** @var array<int, array<int, array<int, true>>> by zone and comfort, those that clash with it and that any batch wants which would lie there */
    private array $clash = [];
    /** @var array<int, int> pairs that clash, by cell */
    private array $pairs;
    /** @var array<int, true> cells in which something is amiss */
    private array $amiss = [];
    /** @var array<int, float> what a tray too many costs, by cell */
    private array $ofTray;
    /** @var array<int, float> what a pair that clashes costs, by cell */
    private array $ofClash;
    /** What it costs for a week to leave a tray out, on average. */
    private readonly float $unit;
    private int $moves = 0;
    /** @var array<int, int> the move until which nobody goes back there, by lay */
    private array $notBack = [];
    /** @var array<int, int> the same for being left out, by batch */
    private array $notOut = [];
    /** @var ?array<int, int> */
    private ?array $best = null;
    private int $bestCost = PHP_INT_MAX;

    /**
     * @param list<list<int>>          $lays by batch
     * @param non-empty-list<int>      $able batches that have any
     * @param array<int, int>          $from lays by batch, or NOWHERE: a plan without faults
     */
    public function __construct(
        private readonly ToPlace $ask,
        private readonly array $lays,
        private readonly array $able,
        array $from,
        private readonly Luck $luck,
    ) {
        $all = $room = 0;
        foreach ($able as $batch) {
            $lay = $lays[$batch][0];
            $all += $ask->leftOut[$batch];
            $room += $ask->layTrays[$lay] * $ask->layWeeks[$lay];
        }
        $this->unit = max(1, $all) / max(1, $room);
        $cells = count($ask->free);
        $this->free = $ask->free;
        $this->lying = array_fill(0, $cells, []);
        $this->clashing = array_fill(0, $cells, array_fill(0, count($ask->comforts), 0));
        $wanted = [];
        foreach ($ask->layCell as $lay => $cell) {
            $wanted[intdiv($cell, $ask->weeks)][$ask->layComfort[$lay]] = true;
        }
        foreach ($wanted as $zone => $comforts) {
            foreach ($comforts as $comfort => $_) {
                $this->clash[$zone][$comfort] = array_intersect_key($ask->clash[$comfort] ?? [], $comforts);
            }
        }
        $this->pairs = array_fill(0, $cells, 0);
        $this->ofTray = array_fill(0, $cells, self::TRAY * $this->unit);
        $this->ofClash = array_fill(0, $cells, self::CLASH * $this->unit);
        $this->at = array_fill(0, count($ask->names), LaidOut::NOWHERE);
        $this->cost = array_sum($ask->leftOut);
        foreach ($from as $batch => $lay) {
            $this->put($batch, $lay);
        }
    }

    /** @return ?array<int, int> the cheapest plan without faults that it came to since it was last asked */
    public function cheapest(): ?array
    {
        [$best, $this->best, $this->bestCost] = [$this->best, null, PHP_INT_MAX];

        return $best;
    }

    public function move(int $times): void
    {
        for ($end = $this->moves + $times; ++$this->moves <= $end;) {
            $asked = $this->amiss === [] ? $this->eased() : $this->crowded();
            $least = INF;
            [$batch, $to] = [-1, LaidOut::NOWHERE];
            foreach ($asked as $one) {
                [$where, $more] = $this->cheaper($one, $least);
                if ($more < $least) {
                    [$batch, $to, $least] = [$one, $where, $more];
                }
            }
            if ($batch < 0) {
                continue;
            }
            if ($least >= 0.0) {
                $this->costMore();
            }
            $until = $this->moves + self::NOT_BACK + $this->luck->below(self::NOT_BACK_MORE);
            $was = $this->at[$batch];
            $was < 0 ? $this->notOut[$batch] = $until : $this->notBack[$was] = $until;
            $this->take($batch);
            $this->put($batch, $to);
        }
        --$this->moves;
    }

    /**
     * Nothing is amiss: it is kept if it is the cheapest so far, and somebody is let in.
     *
     * @return list<int> who may move
     */
    private function eased(): array
    {
        if ($this->cost < $this->bestCost) {
            [$this->best, $this->bestCost] = [$this->at, $this->cost];
        }
        [$tray, $clash] = [self::TRAY_LEAST * $this->unit, self::CLASH_LEAST * $this->unit];
        foreach ($this->ofTray as $cell => $price) {
            $this->ofTray[$cell] = max($tray, self::EASED * $price);
            $this->ofClash[$cell] = max($clash, self::EASED * $this->ofClash[$cell]);
        }
        $out = $this->leftOut();
        if ($out !== []) {
            return [$out[$this->luck->below(count($out))]];
        }
        $some = [];
        for ($i = 0; $i < self::ASKED; ++$i) {
            $some[] = $this->able[$this->luck->below(count($this->able))];
        }

        return $some;
    }

    /** @return list<int> some of those that lie where something is amiss */
    private function crowded(): array
    {
        $cells = array_keys($this->amiss);
        $there = array_keys($this->lying[$cells[$this->luck->below(count($cells))]]);
        for ($some = []; $there !== [] && count($some) < self::ASKED;) {
            [$one] = array_splice($there, $this->luck->below(count($there)), 1);
            $some[] = $one;
        }

        return $this->luck->below(self::OUTER) === 0 ? [...$some, ...$this->leftOut()] : $some;
    }

    /** @return list<int> */
    private function leftOut(): array
    {
        return array_values(array_filter($this->able, fn (int $batch) => $this->at[$batch] < 0));
    }

    private function costMore(): void
    {
        foreach ($this->amiss as $cell => $_) {
            if ($this->free[$cell] < 0) {
                $this->ofTray[$cell] += self::TRAY_MORE * $this->unit;
            }
            if ($this->pairs[$cell] > 0) {
                $this->ofClash[$cell] += self::CLASH_MORE * $this->unit;
            }
        }
    }

    /**
     * Where a batch would lie for least, and how much more that costs than where it is. This is where the time goes: all that is read
     * is at hand, nothing is called, and the batch is left where it is.
     *
     * @return array{int, float} the lay, or NOWHERE; INF more where none costs less than the least
     */
    private function cheaper(int $batch, float $least): array
    {
        $ask = $this->ask;
        $free = $this->free;
        $clashing = $this->clashing;
        $ofTray = $this->ofTray;
        $ofClash = $this->ofClash;
        $notBack = $this->notBack;
        $moves = $this->moves;
        $costs = $ask->layCost;
        $cells = $ask->layCell;
        $weeks = $ask->layWeeks;
        $traysOf = $ask->layTrays;
        $comforts = $ask->layComfort;
        $was = $this->at[$batch];
        [$best, $more] = [LaidOut::NOWHERE, INF];
        // Where it lies itself: these cells are as if it did not.
        $from = $until = $own = 0;
        $apart = [];
        if ($was < 0) {
            $now = (float) $ask->leftOut[$batch];
        } else {
            $now = (float) $costs[$was];
            $own = $traysOf[$was];
            $comfort = $comforts[$was];
            $from = $cells[$was];
            $apart = $ask->clash[$comfort] ?? [];
            $until = $from + $weeks[$was];
            for ($cell = $from; $cell < $until; ++$cell) {
                $over = -$free[$cell];
                if ($over > 0) {
                    $now += $ofTray[$cell] * ($over < $own ? $over : $own);
                }
                $now += $ofClash[$cell] * $clashing[$cell][$comfort];
            }
            if (($this->notOut[$batch] ?? 0) < $moves && $ask->leftOut[$batch] - $now < $least) {
                $more = $least = $ask->leftOut[$batch] - $now;
            }
        }
        foreach ($this->lays[$batch] as $lay) {
            $price = $costs[$lay] - $now;
            // Cheapest first: of the rest none can be better.
            if ($price >= $least) {
                break;
            }
            if ($lay === $was || ($notBack[$lay] ?? 0) >= $moves) {
                continue;
            }
            $trays = $traysOf[$lay];
            $comfort = $comforts[$lay];
            $cell = $cells[$lay];
            $end = $cell + $weeks[$lay];
            $stands = $cell < $until && $end > $from ? [$own, isset($apart[$comfort]) ? 1 : 0] : null;
            for (; $cell < $end; ++$cell) {
                $over = $trays - $free[$cell];
                $clashes = $clashing[$cell][$comfort];
                if ($stands !== null && $cell >= $from && $cell < $until) {
                    $over -= $stands[0];
                    $clashes -= $stands[1];
                }
                if ($over > 0) {
                    $price += $ofTray[$cell] * ($over < $trays ? $over : $trays);
                }
                if ($clashes > 0) {
                    $price += $ofClash[$cell] * $clashes;
                }
                if ($price >= $least) {
                    continue 2;
                }
            }
            [$best, $more, $least] = [$lay, $price, $price];
        }

        return [$best, $more];
    }

    private function put(int $batch, int $lay): void
    {
        if ($lay < 0) {
            return;
        }
        $ask = $this->ask;
        $this->at[$batch] = $lay;
        $this->cost += $ask->layCost[$lay] - $ask->leftOut[$batch];
        [$trays, $comfort, $cell] = [$ask->layTrays[$lay], $ask->layComfort[$lay], $ask->layCell[$lay]];
        $clash = $this->clash[intdiv($cell, $ask->weeks)][$comfort];
        for ($end = $cell + $ask->layWeeks[$lay]; $cell < $end; ++$cell) {
            $this->free[$cell] -= $trays;
            $this->lying[$cell][$batch] = true;
            $clashing = &$this->clashing[$cell];
            $this->pairs[$cell] += $clashing[$comfort];
            foreach ($clash as $other => $_) {
                ++$clashing[$other];
            }
            if ($this->free[$cell] < 0 || $this->pairs[$cell] > 0) {
                $this->amiss[$cell] = true;
            }
        }
    }

    private function take(int $batch): void
    {
        $lay = $this->at[$batch];
        if ($lay < 0) {
            return;
        }
        $ask = $this->ask;
        $this->at[$batch] = LaidOut::NOWHERE;
        $this->cost -= $ask->layCost[$lay] - $ask->leftOut[$batch];
        [$trays, $comfort, $cell] = [$ask->layTrays[$lay], $ask->layComfort[$lay], $ask->layCell[$lay]];
        $clash = $this->clash[intdiv($cell, $ask->weeks)][$comfort];
        for ($end = $cell + $ask->layWeeks[$lay]; $cell < $end; ++$cell) {
            $this->free[$cell] += $trays;
            unset($this->lying[$cell][$batch]);
            $clashing = &$this->clashing[$cell];
            foreach ($clash as $other => $_) {
                --$clashing[$other];
            }
            $this->pairs[$cell] -= $clashing[$comfort];
            if ($this->free[$cell] >= 0 && $this->pairs[$cell] === 0) {
                unset($this->amiss[$cell]);
            }
        }
    }
}
