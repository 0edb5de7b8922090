<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * Prices on batches. Each zone is filled by itself over its weeks in the best way there is, as if no other had the same batch:
 * what a batch is worth there is what it costs to leave it out, less its price and what the lay costs. A batch that several
 * zones took gets dearer, one that none took gets cheaper (Lagrangian relaxation, subgradient steps). At any prices, what the
 * zones come to together is less than or as much as any filling costs.
 *
 * Prices can be asked of a part of the fillings only: those without some lays, and in which some batches have a place.
 */
final class Prices
{
    /** Rounds without a better bound after which prices move by less. */
    private const PATIENCE = 3;
    private const PACE = 1.0;
    /** By how much less. */
    private const SLOWER = 0.6;
    /** How fast prices move at first in a part, being nearly right already. */
    private const PACE_IN_PART = 0.5;
    /** What a batch is priced at first, as a share of what it costs to leave it out: nearer to its worth at the end than nothing. */
    private const BEGINS = 0.8;
    /** How much of the last direction prices keep. */
    private const KEPT = 0.35;
    /** Directions shorter than this are what is left of rounds before; prices would run away along them. */
    private const LEAST = 0.1;
    /** How much of the way from the bound to what is known is looked through first, and how much further each time. */
    private const LOOKS_FIRST = 0.4;
    private const LOOKS_ON = 2.6;
    /** How much of what the rounds before took counts beside the last one. */
    private const REMEMBERED = 0.85;

    /** Forks of all zones, which one round walks. */
    public int $forks;
    /** @var array<int, float> by batch */
    private array $price;
    /** @var array<int, float> those with the best bound in this part */
    private array $bestPrice;
    /** What the zones come to at those. */
    private float $atBest = -INF;
    /** @var array<int, float> in which prices moved last, by batch */
    private array $direction;
    private float $bound = -INF;
    private float $pace;
    private int $since = 0;
    /** @var array<int, float> how often the last rounds took it, by lay */
    private array $often;
    /** @var array<int, true> lays that no filling of this part has */
    private array $gone = [];
    /** @var array<int, true> those of which the zones still know */
    private array $going = [];
    /** @var array<int, true> batches that have a place in every filling of this part */
    private array $must = [];

    /**
     * @param list<int>      $of    the batch of each lay
     * @param list<ZoneWays> $zones
     * @param ?list<float>   $begin prices to begin at by batch, where they are nearly known
     */
    public function __construct(private readonly ToPlace $ask, private readonly array $of, private array $zones, ?array $begin = null)
    {
        $this->forks = array_sum(array_map(static fn (ZoneWays $zone) => $zone->forks, $zones));
        $this->price = $this->bestPrice = $begin ?? self::begin($ask);
        $this->pace = $begin === null ? self::PACE : self::PACE_IN_PART;
        $this->direction = array_fill(0, count($ask->leftOut), 0.0);
        $this->often = array_fill(0, count($of), 0.0);
    }

    /** @return list<float> by batch, prices to begin at where nothing is known yet */
    public static function begin(ToPlace $ask): array
    {
        return array_map(static fn (int $leftOut) => self::BEGINS * $leftOut, $ask->leftOut);
    }

    /** @return array<int, float> by batch, the prices with the best bound */
    public function best(): array
    {
        return $this->bestPrice;
    }

    /** What no filling of this part can cost less than, by the best prices so far. */
    public function bound(): int
    {
        return $this->bound === INF ? PHP_INT_MAX : (int) ceil(max(0.0, $this->bound) - 1e-6);
    }

    /**
     * One round at the prices there are, which then move.
     *
     * @param int $known what the best filling known costs
     *
     * @return list<int> lays taken; a batch may be taken by several zones
     */
    public function round(int $known): array
    {
        $this->clear();
        $bound = (float) array_sum($this->ask->leftOut) - array_sum($this->price);
        $worth = $this->worth($this->price);
        $taken = [];
        foreach ($this->zones as $zone) {
            $bound += $zone->best($worth, $taken);
        }
        $this->bound = max($this->bound, $bound);
        if ($bound > $this->atBest + 1e-9) {
            $this->atBest = $bound;
            $this->bestPrice = $this->price;
            $this->since = 0;
        } elseif (++$this->since >= self::PATIENCE) {
            $this->pace *= self::SLOWER;
            $this->since = 0;
        }
        $times = array_fill(0, count($this->price), -1);
        foreach ($this->often as $lay => $often) {
            $this->often[$lay] = self::REMEMBERED * $often;
        }
        foreach ($taken as $lay) {
            ++$times[$this->of[$lay]];
            $this->often[$lay] += 1.0 - self::REMEMBERED;
        }
        $norm = 0.0;
        $isApart = false;
        foreach ($times as $batch => $more) {
            $isApart = $isApart || $more > 0 || ($more < 0 && ($this->price[$batch] > 0.0 || isset($this->must[$batch])));
            $to = $this->direction[$batch] = self::KEPT * $this->direction[$batch] + (1.0 - self::KEPT) * $more;
            // A price of nothing cannot fall further, but for what must have a place.
            $norm += $this->price[$batch] > 0.0 || $to > 0.0 || isset($this->must[$batch]) ? $to ** 2 : 0.0;
        }
        // What the zones agree about is the best of this part.
        if ($isApart) {
            $step = $this->pace * max(1.0, $known - $bound) / max(self::LEAST, $norm);
            foreach ($this->price as $batch => $price) {
                $new = $price + $step * $this->direction[$batch];
                $this->price[$batch] = isset($this->must[$batch]) ? $new : max(0.0, $new);
            }
        }

        return $taken;
    }

    /**
     * Looks through all fillings of this part that cost no more than the bound and a little, then more and more, until there is one,
     * which is the cheapest of this part then; or until nothing is left that is cheaper than what is known; or until there are too
     * many to look through.
     *
     * @param int $known what the best filling known costs
     * @param int $most  forks walked and fillings looked at in one go
     *
     * @return \Generator<int, list<int>> forks walked and fillings looked at in each piece, and the lays of the cheapest filling or none
     */
    public function lookThrough(int $known, int $most): \Generator
    {
        if (count($this->bestPrice) > Together::BITS) {
            return;
        }
        $this->clear();
        $worth = $this->worth($this->bestPrice);
        $price = [];
        foreach ($this->bestPrice as $batch => $each) {
            $price[1 << $batch] = isset($this->must[$batch]) ? INF : $each;
        }
        $all = $known - 1 + 1e-6 - $this->atBest;
        $room = max(self::LOOKS_FIRST * $all, self::LOOKS_ON * ($this->bound - $this->atBest));
        while (!$this->isOver($known)) {
            $room = min($all, $room);
            $left = $most;
            $said = 0;
            $search = Together::search($this->zones, $worth, $this->ask->layCost, $this->of, $price, $room, $left);
            foreach ($search as $looked) {
                yield $looked => [];
                $said += $looked;
            }
            $taken = $search->getReturn();
            if ($taken !== [] && $left >= 0) {
                // Cheaper than any other of this part.
                $this->bound = INF;
            }
            yield $most - $left - $said => $taken;
            if ($taken !== [] || $left < 0) {
                return;
            }
            $this->bound = max($this->bound, $room < $all ? $this->atBest + $room : $known);
            $room *= self::LOOKS_ON;
        }
    }

    /** Takes out the lays and settles the batches of which the prices say that nothing cheaper than what is known has it otherwise. */
    public function narrow(int $known): void
    {
        $this->clear();
        $room = $known - 1 + 1e-6 - $this->atBest;
        $worth = $this->worth($this->bestPrice);
        foreach ($this->zones as $zone) {
            foreach ($zone->dearer($worth) as $lay => $more) {
                if ($more > $room) {
                    $this->going[$lay] = true;
                }
            }
        }
        foreach ($this->bestPrice as $batch => $price) {
            if ($price > $room) {
                $this->must[$batch] = true;
            }
        }
    }

    /**
     * The two halves of what there is: with and without a batch, or a batch in one zone or week, about which the last rounds were
     * least of one mind; the likelier half first. None where nothing is open any more.
     *
     * @return array{}|array{self, self}
     */
    public function halves(): array
    {
        $most = 0.0;
        $halves = null;
        foreach ($this->ask->leftOut as $batch => $leftOut) {
            $left = $this->left($batch);
            foreach ($left === [] ? [] : $this->groups($batch, $left) as [$group, $weight]) {
                $often = array_sum(array_intersect_key($this->often, $group));
                $unsure = $weight * (1 + $leftOut / 1000) * max(1e-4, min($often, 1 - $often));
                if ($unsure > $most) {
                    $most = $unsure;
                    $halves = [$batch, array_diff_key($left, $group), $group, $often];
                }
            }
        }
        if ($halves === null) {
            return [];
        }
        [$batch, $others, $group, $often] = $halves;
        $with = $this->part($others);
        $with->must[$batch] = true;
        $without = $this->part($group);

        return $often >= 0.5 ? [$with, $without] : [$without, $with];
    }

    /** @return list<int> what is left of lays where each batch has one at most */
    public function lays(): array
    {
        return array_keys(array_diff_key($this->of, $this->gone, $this->going));
    }

    /** Whether no filling of this part is cheaper than what is known. */
    public function isOver(int $known): bool
    {
        return $this->bound > $known - 1 + 1e-6;
    }

    /**
     * What can be decided of a batch: whether it has a place; if so, in which zone; if that is clear, from which week on.
     *
     * @param non-empty-array<int, true> $left its lays
     *
     * @return list<array{array<int, true>, float}> lays that are had or not, and how much that decides
     */
    private function groups(int $batch, array $left): array
    {
        $groups = isset($this->must[$batch]) ? [] : [[$left, 2.0]];
        $zones = [];
        foreach ($left as $lay => $_) {
            $zones[intdiv($this->ask->layCell[$lay], $this->ask->weeks)][$lay] = true;
        }
        if (count($zones) > 1) {
            foreach ($zones as $zone) {
                $groups[] = [$zone, 1.0];
            }
        } elseif ($groups === [] && count($left) > 1) {
            foreach ($left as $lay => $_) {
                $groups[] = [[$lay => true], 0.5];
            }
        }

        return $groups;
    }

    /** @param array<int, true> $without lays */
    private function part(array $without): self
    {
        $part = clone $this;
        $part->going += $without;
        $part->price = $this->bestPrice;
        $part->atBest = -INF;
        $part->pace = self::PACE_IN_PART;
        $part->since = 0;
        $part->direction = array_fill(0, count($this->direction), 0.0);

        return $part;
    }

    /** @return array<int, true> the lays that a batch has left */
    private function left(int $batch): array
    {
        [$lay, $end] = $this->ask->laysOf($batch);
        $left = [];
        for (; $lay < $end; ++$lay) {
            if (!isset($this->gone[$lay]) && !isset($this->going[$lay])) {
                $left[$lay] = true;
            }
        }

        return $left;
    }

    /** Clears the zones of what has gone, so that fewer forks are walked. */
    private function clear(): void
    {
        if ($this->going === []) {
            return;
        }
        $this->forks = 0;
        foreach ($this->zones as $i => $zone) {
            $this->zones[$i] = $zone->without($this->going);
            $this->forks += $this->zones[$i]->forks;
        }
        $this->gone += $this->going;
        $this->going = [];
        foreach ($this->price as $batch => $price) {
            if ($price !== 0.0 && $this->left($batch) === []) {
                // What has no lay left is left out, at its whole cost, or there is no such filling.
                $this->price[$batch] = $this->bestPrice[$batch] = 0.0;
                $this->bound = isset($this->must[$batch]) ? INF : $this->bound;
            }
        }
    }

    /**
     * @param array<int, float> $price by batch
     *
     * @return array<int, float> by lay; less than nothing is a gain
     */
    private function worth(array $price): array
    {
        $worth = [];
        foreach ($this->of as $lay => $batch) {
            $worth[] = $this->ask->layCost[$lay] - $this->ask->leftOut[$batch] + $price[$batch];
        }

        return $worth;
    }
}
