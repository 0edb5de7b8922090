<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * Which lays of a larger house are likely in a good filling: those that make no zone much dearer than it need be, at prices on
 * batches. What a batch is wanted is what it costs to leave it out, less its price; each zone has what gains it most.
 *
 * Prices (`Prices`) are looked for in another way here, which takes longer to begin with and comes much nearer to the best bound
 * where many batches have a price each: they move away from the best so far in the direction that all rounds up to now point to
 * on average (the volume algorithm of Barahona and Anbil), faster where that keeps on helping, more slowly where it does not.
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
    /** How much a round turns the direction at most and at least, and what is left of that least each time that it goes more slowly. */
    private const TURNS_MOST = 0.2;
    private const TURNS_LEAST = 0.05;
    private const TURNS_LESS = 0.93;
    private const TURNS_NEVER_LESS = 0.01;
    /** Directions shorter than this are what is left of rounds before; prices would run away along them. */
    private const LEAST = 0.05;

    /** Ways of all zones, which one round walks. */
    public readonly int $ways;
    /** @var array<int, float> by batch, what it is wanted now */
    private array $wanted;
    /** @var array<int, float> by batch, with the best bound */
    private array $best;
    private float $bound = -INF;
    /** @var array<int, float> by batch, in which what it is wanted moves */
    private array $direction = [];
    private float $pace;
    /** Rounds without a better bound. */
    private int $since = 0;
    /** How much a round turns the direction at least. */
    private float $turns = self::TURNS_LEAST;

    /**
     * @param list<int>      $of    the batch of each lay
     * @param list<ZoneWays> $zones
     */
    public function __construct(private readonly ToPlace $ask, private readonly array $of, private readonly array $zones)
    {
        $this->ways = array_sum(array_map(static fn (ZoneWays $zone) => $zone->ways, $zones));
        $week = $ask->weekOff();
        $share = self::WANTED * $week * count($ask->leftOut) / max(1, array_sum($ask->leftOut));
        $this->wanted = $this->best = array_map(static fn (int $leftOut) => min(1.0, $share) * $leftOut, $ask->leftOut);
        $this->pace = self::PACE * $week * count($ask->leftOut);
    }

    /** What no filling can cost less than. */
    public function bound(): int
    {
        return (int) ceil(max(0.0, $this->bound) - 1e-6);
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
        $this->weigh($bound, $lacks);
        $this->turn($lacks);
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
     * @param array<int, float> $wanted
     *
     * @return list<float> by lay; less than nothing is a gain
     */
    private function worth(array $wanted): array
    {
        return array_map(static fn (int $cost, int $batch) => $cost - $wanted[$batch], $this->ask->layCost, $this->of);
    }

    /** @param array<int, float> $lacks by batch, 1 for one that no zone took, less than nothing for one that several did */
    private function weigh(float $bound, array $lacks): void
    {
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
     */
    private function turn(array $lacks): void
    {
        if ($this->direction === []) {
            $this->direction = $lacks;

            return;
        }
        [$old, $both] = [self::along($this->direction, $this->direction), self::along($lacks, $this->direction)];
        $apart = self::along($lacks, $lacks) - 2 * $both + $old;
        $share = $apart > 1e-9 ? max($this->turns, min(self::TURNS_MOST, ($old - $both) / $apart)) : self::TURNS_MOST;
        foreach ($lacks as $batch => $lack) {
            $this->direction[$batch] += $share * ($lack - $this->direction[$batch]);
        }
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
            $this->wanted[$batch] = min((float) $this->ask->leftOut[$batch], $wanted + $step * $this->direction[$batch]);
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
