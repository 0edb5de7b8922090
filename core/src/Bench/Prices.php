<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * Prices on batches. Each zone is filled by itself over its weeks in the best way there is, as if no other had the same batch:
 * what a batch is worth there is what it costs to leave it out, less its price and what the lay costs. A batch that several
 * zones took gets dearer, one that none took gets cheaper (Lagrangian relaxation, subgradient steps). At any prices, what the
 * zones come to together is less than or as much as any filling costs.
 */
final class Prices
{
    /** Rounds without a better bound after which prices move by less. */
    private const PATIENCE = 3;
    private const PACE = 1.0;
    /** By how much less. */
    private const SLOWER = 0.6;
    /** What a batch is priced at first, as a share of what it costs to leave it out: nearer to its worth at the end than nothing. */
    private const BEGINS = 0.8;
    /** How much of the last direction prices keep. */
    private const KEPT = 0.35;

    /** @var array<int, float> by batch */
    private array $price;
    /** @var array<int, float> in which prices moved last */
    private array $direction;
    private float $bound = -INF;
    private float $pace = self::PACE;
    private int $since = 0;

    /**
     * @param list<int>      $of    the batch of each lay
     * @param list<ZoneWays> $zones
     */
    public function __construct(private readonly ToPlace $ask, private readonly array $of, private readonly array $zones)
    {
        $this->price = array_map(static fn (int $leftOut) => self::BEGINS * $leftOut, $ask->leftOut);
        $this->direction = array_fill(0, count($ask->leftOut), 0.0);
    }

    /** What no filling can cost less than, by the best prices so far. */
    public function bound(): int
    {
        return (int) ceil(max(0.0, $this->bound) - 1e-6);
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
        $ask = $this->ask;
        $worth = [];
        foreach ($this->of as $lay => $batch) {
            $worth[] = $ask->layCost[$lay] - $ask->leftOut[$batch] + $this->price[$batch];
        }
        $bound = (float) array_sum($ask->leftOut) - array_sum($this->price);
        $taken = [];
        foreach ($this->zones as $zone) {
            $bound += $zone->best($worth, $taken);
        }
        if ($bound > $this->bound + 1e-9) {
            $this->bound = $bound;
            $this->since = 0;
        } elseif (++$this->since >= self::PATIENCE) {
            $this->pace *= self::SLOWER;
            $this->since = 0;
        }
        $times = array_fill(0, count($this->price), -1);
        foreach ($taken as $lay) {
            ++$times[$this->of[$lay]];
        }
        $norm = 0.0;
        foreach ($times as $batch => $more) {
            $this->direction[$batch] = self::KEPT * $this->direction[$batch] + (1.0 - self::KEPT) * $more;
            // A price of nothing cannot fall further.
            $norm += $this->price[$batch] > 0.0 || $this->direction[$batch] > 0.0 ? $this->direction[$batch] ** 2 : 0.0;
        }
        if ($norm > 0.0) {
            $step = $this->pace * max(1.0, $known - $bound) / $norm;
            foreach ($this->price as $batch => $price) {
                $this->price[$batch] = max(0.0, $price + $step * $this->direction[$batch]);
            }
        }

        return $taken;
    }
}
