<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * Which lays of a larger house are likely in a good filling: those that make no zone much dearer than it need be, at prices on
 * batches. What a batch is wanted is what it costs to leave it out, less its price; each zone has what gains it most.
 *
 * Prices (`Prices`) are looked for in another way here, which takes longer to begin with and comes much nearer to the best bound
 * where many batches have a price each: they move away from the best so far in the direction that all rounds up to now point to
 * on average (the volume algorithm of Barahona and Anbil), faster where that keeps on helping, more slowly where it does not. How
 * often rounds take each lay is averaged in the same way, and comes near to what the best bound is made of.
 *
 * Batches may be settled, each where it lies; prices are then looked for on among the fillings that have them there.
 */
final class LikelyLays
{
    /** How many weeks off an average batch is wanted for at first. */
    private const WANTED = 1.0;
    /** By how much prices move at first, all of them together: in what a week off costs all batches. */
    private const PACE = 0.17;
    /** By how much at most: in what may be gained by it. */
    private const PACE_MOST = 2.0;
    /** How much more or less from then on: after a round that goes the same way, and after so many that find no better bound. */
    private const FASTER = 1.2;
    private const SLOWER = 0.7;
    private const PATIENCE = 4;
    /** Rounds after which it moves that much faster if the bound rose by more than prices move in one: there is far to go. */
    private const LOOKS_BACK = 10;
    private const HURRIES = 1.5;
    /** Prices are nearly right where they move by less than this, of what a week off costs, or of the bound. */
    private const NEAR = 0.25;
    private const NEAR_BOUND = 0.002;
    /** How much a round turns the direction at most and at least, and what is left of that least each time that it goes more slowly. */
    private const TURNS_MOST = 0.2;
    private const TURNS_LEAST = 0.05;
    private const TURNS_LESS = 0.93;
    private const TURNS_NEVER_LESS = 0.01;
    /** Directions shorter than this are what is left of rounds before; prices would run away along them. */
    private const LEAST = 0.05;
    /** Lays taken less often than this are as good as never taken. */
    private const SELDOM = 1e-4;
    /** What stands for none of the bits of a whole number. */
    private const NO_BIT = 64;

    /** Forks of all zones, which one round walks. */
    public int $forks;
    /** @var array<int, float> by batch, what it is wanted now */
    private array $wanted;
    /** @var array<int, float> by batch, with the best bound */
    private array $best;
    private float $bound = -INF;
    /** @var array<int, float> by batch, in which what it is wanted moves */
    private array $direction = [];
    private float $pace;
    /** Rounds without a better bound; rounds in all; and the bound when it was last looked back. */
    private int $since = 0;
    private int $rounds = 0;
    private float $before = -INF;
    /** @var array<int, float> by lay, how often rounds take it, on average */
    private array $often = [];
    /** @var array<int, true> batches of which it is settled where they lie, or that they lie nowhere */
    private array $settled = [];
    /** What all others together may be wanted at most; and what a settled batch is wanted, so that they never lie in its place. */
    private readonly int $all;
    private readonly float $most;
    /** How much a round turns the direction at least. */
    private float $turns = self::TURNS_LEAST;

    /**
     * @param list<int>      $of    the batch of each lay
     * @param list<ZoneWays> $zones
     */
    public function __construct(private readonly ToPlace $ask, private readonly array $of, private array $zones)
    {
        $this->forks = array_sum(array_map(static fn (ZoneWays $zone) => $zone->forks, $zones));
        $week = $ask->weekOff();
        $share = self::WANTED * $week * count($ask->leftOut) / max(1, array_sum($ask->leftOut));
        $this->wanted = $this->best = array_map(static fn (int $leftOut) => min(1.0, $share) * $leftOut, $ask->leftOut);
        $this->pace = self::PACE * $week * count($ask->leftOut);
        $this->all = array_sum($ask->leftOut);
        $this->most = 2.0 * (1 + $this->all) + max([0, ...$ask->layCost]);
    }

    /** Whether prices are nearly right. */
    public function isNear(): bool
    {
        return $this->pace <= max(self::NEAR * $this->ask->weekOff(), self::NEAR_BOUND * $this->bound);
    }

    /** Looks for prices on from the best ones as fast as this, as if no round had been before. */
    public function goOn(float $pace): void
    {
        $this->pace = $pace;
        $this->turns = self::TURNS_LEAST;
        $this->since = 0;
        $this->before = -INF;
    }

    /** @return array<int, float> by lay of a batch that is not settled, how often rounds take it */
    public function often(): array
    {
        return array_filter($this->often, fn (int $lay) => !isset($this->settled[$this->of[$lay]]), ARRAY_FILTER_USE_KEY);
    }

    /** What no filling can cost less than; once batches are settled, none that has them there and that was not let go. */
    public function bound(): int
    {
        return (int) ceil(max(0.0, $this->bound) - 1e-6);
    }

    /** How much dearer than the bound a filling may be that is cheaper than this. */
    public function room(int $known): float
    {
        return $known - 1 + 1e-6 - $this->bound;
    }

    /** @return list<float> by batch, the prices with the best bound */
    public function prices(): array
    {
        return array_map(static fn (int $leftOut, float $wanted) => $leftOut - $wanted, $this->ask->leftOut, $this->best);
    }

    /**
     * One round at the prices there are, which then move.
     *
     * @param int $known what the best filling known costs
     */
    public function round(int $known): void
    {
        $bound = (float) array_sum($this->wanted);
        $worth = $this->worth($this->wanted);
        $taken = [];
        foreach ($this->zones as $zone) {
            $bound += $zone->best($worth, $taken);
        }
        $lacks = array_fill(0, count($this->wanted), 1.0);
        foreach ($taken as $lay) {
            --$lacks[$this->of[$lay]];
        }
        foreach ($this->settled as $batch => $_) {
            $lacks[$batch] = 0.0;
        }
        $this->weigh($bound, $lacks);
        $this->turn($lacks, $taken);
        $this->move($known);
    }

    /**
     * So many lays that make their zone least dear.
     *
     * @return array<int, true> by lay
     */
    public function first(int $many): array
    {
        $worth = $this->worth($this->best);
        $dearer = [];
        foreach ($this->zones as $zone) {
            $dearer += $zone->dearer($worth);
        }
        asort($dearer);

        return array_map(static fn () => true, array_slice($dearer, 0, $many, true));
    }

    /**
     * Settles that batches lie here, and lets go of what makes any zone dearer by more than this. A batch that nothing is left of
     * lies nowhere.
     *
     * @param array<int, int> $lays by batch
     *
     * @return bool whether they can lie there together; where they cannot, nothing more can be asked here
     */
    public function settle(array $lays, float $room): bool
    {
        $gone = [];
        foreach ($lays as $batch => $lay) {
            [$other, $end] = $this->ask->laysOf($batch);
            for (; $other < $end; ++$other) {
                if ($other !== $lay) {
                    $gone[$other] = INF;
                }
            }
            $this->hold($batch, $this->most);
        }
        $worth = array_replace($this->worth($this->best), $gone);
        $left = [];
        $this->forks = 0;
        foreach ($this->zones as $i => $zone) {
            $this->zones[$i] = $zone = $zone->within($worth, min($room, (float) $this->all));
            if ($zone->isBarred()) {
                return false;
            }
            $this->forks += $zone->forks;
            $left += $zone->lays();
        }
        $this->often = array_intersect_key($this->often, $left);
        $lies = [];
        foreach ($left as $lay => $_) {
            $lies[$this->of[$lay]] = true;
        }
        foreach (array_diff_key($this->ask->leftOut, $lies, $this->settled) as $batch => $leftOut) {
            $this->hold($batch, (float) $leftOut);
        }
        $this->bound = -INF;

        return true;
    }

    /**
     * The cheapest filling with what is settled, among those that cost little more than the bound.
     *
     * @param int $left forks and fillings that may still be looked at; below nothing it was ended before its end
     *
     * @return list<int> its lays; none where there is no such filling, it was ended, or more batches are open than can be told apart
     */
    public function cheapest(float $room, int &$left): array
    {
        $open = array_keys(array_diff_key($this->ask->leftOut, $this->settled));
        if (count($open) > Together::BITS) {
            $left = -1;

            return [];
        }
        $bit = array_flip($open);
        $price = [];
        foreach ($bit as $batch => $i) {
            $price[1 << $i] = max(0.0, $this->ask->leftOut[$batch] - $this->best[$batch]);
        }
        $of = array_map(static fn (int $batch) => $bit[$batch] ?? self::NO_BIT, $this->of);

        return Together::lays($this->zones, $this->worth($this->best), $this->ask->layCost, $of, $price, $room, $left);
    }

    /** What it is wanted stays as it is from now on. */
    private function hold(int $batch, float $wanted): void
    {
        $this->settled[$batch] = true;
        $this->wanted[$batch] = $this->best[$batch] = $wanted;
        $this->direction[$batch] = 0.0;
    }

    /**
     * @param array<int, float> $wanted
     *
     * @return list<float> by lay; less than nothing is a gain
     */
    private function worth(array $wanted): array
    {
        $costs = $this->ask->layCost;
        $worth = [];
        foreach ($this->of as $lay => $batch) {
            $worth[] = $costs[$lay] - $wanted[$batch];
        }

        return $worth;
    }

    /** @param array<int, float> $lacks by batch, 1 for one that no zone took, less than nothing for one that several did */
    private function weigh(float $bound, array $lacks): void
    {
        if (++$this->rounds % self::LOOKS_BACK === 0) {
            if ($this->before > -INF && $this->bound - $this->before > $this->pace) {
                $this->pace *= self::HURRIES;
            }
            $this->before = $this->bound;
        }
        if ($bound > $this->bound + 1e-9) {
            if ($this->direction !== [] && self::along($lacks, $this->direction) >= 0.0) {
                $this->pace *= self::FASTER;
            }
            $this->bound = $bound;
            $this->best = $this->wanted;
            $this->since = 0;
        } elseif (++$this->since >= self::PATIENCE) {
            $this->pace *= self::SLOWER;
            $this->turns = max(self::TURNS_NEVER_LESS, self::TURNS_LESS * $this->turns);
            $this->since = 0;
        }
    }

    /**
     * Turns the direction to where this round points, so far that what is left of it is least.
     *
     * @param array<int, float> $lacks
     * @param list<int>         $taken
     */
    private function turn(array $lacks, array $taken): void
    {
        if ($this->often === []) {
            $this->direction = $lacks;
            $this->often = array_fill_keys($taken, 1.0);

            return;
        }
        [$old, $both] = [self::along($this->direction, $this->direction), self::along($lacks, $this->direction)];
        $apart = self::along($lacks, $lacks) - 2 * $both + $old;
        $share = $apart > 1e-9 ? max($this->turns, min(self::TURNS_MOST, ($old - $both) / $apart)) : self::TURNS_MOST;
        foreach ($lacks as $batch => $lack) {
            $this->direction[$batch] += $share * ($lack - $this->direction[$batch]);
        }
        $often = [];
        foreach ($this->often as $lay => $much) {
            if ((1.0 - $share) * $much > self::SELDOM) {
                $often[$lay] = (1.0 - $share) * $much;
            }
        }
        foreach ($taken as $lay) {
            $often[$lay] = ($often[$lay] ?? 0.0) + $share;
        }
        $this->often = $often;
    }

    /** Moves away from the best prices. Nobody is wanted more than it costs to leave it out. */
    private function move(int $known): void
    {
        $norm = 0.0;
        foreach ($this->direction as $batch => $to) {
            $norm += $to < 0.0 || $this->best[$batch] < $this->ask->leftOut[$batch] ? $to * $to : 0.0;
        }
        $this->pace = min($this->pace, self::PACE_MOST * max(1.0, $known - $this->bound));
        $step = $this->pace / max(self::LEAST, $norm);
        foreach ($this->best as $batch => $wanted) {
            if (!isset($this->settled[$batch])) {
                $this->wanted[$batch] = min((float) $this->ask->leftOut[$batch], $wanted + $step * $this->direction[$batch]);
            }
        }
    }

    /**
     * @param array<int, float> $one
     * @param array<int, float> $other
     */
    private static function along(array $one, array $other): float
    {
        $along = 0.0;
        foreach ($one as $batch => $each) {
            $along += $each * $other[$batch];
        }

        return $along;
    }
}
