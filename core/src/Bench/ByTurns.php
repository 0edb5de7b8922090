<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * Another way to look for a plan, where all ways to fill each zone are listed: zones fill themselves by turns, each in the best way
 * there is (`ZoneWays`), and take what they want from the others. Who lies nowhere is wanted more from turn to turn, so that some
 * zone makes room for it, and one that it displaces is wanted more then. It is not wanted more than any week is worth at first:
 * a batch goes without a place for some turns where that lets others lie in better weeks.
 *
 * What a batch is wanted is shaken by chance each time, so that what costs nearly the same is had now and then.
 */
final class ByTurns
{
    /** How much a batch is wanted at first, how much more each turn, and how much it is shaken: in what an average batch costs a week off. */
    private const WANTED = 1.7;
    private const MORE = 0.07;
    private const SHAKEN = 0.07;
    /** What is left of it each time that all have a place. */
    private const EASED = 0.9;

    /** @var list<list<int>> by zone */
    private array $lays;
    /** @var array<int, list<int>> zones in which it may lie, by batch */
    private array $zonesOf;
    /** @var array<int, int> the lay of each batch, or NOWHERE */
    private array $at;
    /** @var array<int, int> the zone of each batch, or NOWHERE */
    private array $in;
    /** @var array<int, int> batches that lie nowhere, by their number */
    private array $out;
    private int $cost;
    /** @var array<int, float> by batch: what it is wanted, at least, how much more each turn */
    private array $wanted = [];
    /** @var array<int, float> */
    private array $least = [];
    /** @var array<int, float> */
    private array $more = [];
    private readonly float $shaken;
    /** @var ?array<int, int> */
    private ?array $best = null;
    private int $bestCost = PHP_INT_MAX;

    /**
     * @param list<int>                $of    the batch of each lay
     * @param list<ZoneWays>           $zones
     * @param non-empty-list<int>      $able  batches that have any lay
     */
    public function __construct(
        private readonly ToPlace $ask,
        private readonly array $of,
        private readonly array $zones,
        array $able,
        private readonly Luck $luck,
    ) {
        $lays = array_fill(0, count($zones), []);
        $zonesOf = [];
        foreach ($of as $lay => $batch) {
            $zone = intdiv($ask->layCell[$lay], $ask->weeks);
            $lays[$zone][] = $lay;
            $zonesOf[$batch][$zone] = $zone;
        }
        $this->lays = array_values($lays);
        $this->zonesOf = array_map(array_values(...), $zonesOf);
        $unit = $ask->weekOff();
        $this->shaken = self::SHAKEN * $unit;
        $average = array_sum($ask->leftOut) / count($ask->leftOut);
        foreach ($ask->leftOut as $batch => $leftOut) {
            $share = $average > 0.0 ? $unit * $leftOut / $average : 0.0;
            $this->least[$batch] = $this->wanted[$batch] = min((float) $leftOut, self::WANTED * $share);
            $this->more[$batch] = self::MORE * $share;
        }
        $this->at = $this->in = array_fill(0, count($ask->leftOut), LaidOut::NOWHERE);
        $this->out = array_combine($able, $able);
        $this->cost = array_sum($ask->leftOut);
    }

    /** @param list<float> $prices by batch: what it is wanted at least is what they leave of what it costs to leave it out */
    public function know(array $prices): void
    {
        foreach ($prices as $batch => $price) {
            $this->least[$batch] = $this->wanted[$batch] = max(0.0, $this->ask->leftOut[$batch] - $price);
        }
    }

    /**
     * Goes on from another plan.
     *
     * @param array<int, int> $plan lays by batch, or NOWHERE: without faults
     */
    public function from(array $plan): void
    {
        foreach ($plan as $batch => $lay) {
            $this->lay($batch, $lay);
        }
    }

    /** @return ?array<int, int> the cheapest plan that it came to since it was last asked */
    public function cheapest(): ?array
    {
        [$best, $this->best, $this->bestCost] = [$this->best, null, PHP_INT_MAX];

        return $best;
    }

    /**
     * One zone fills itself: one that would do for a batch without a place, if there is one.
     *
     * @return int forks that were walked
     */
    public function turn(): int
    {
        $zone = $this->next();
        $worth = $wanted = [];
        foreach ($this->lays[$zone] as $lay) {
            $batch = $this->of[$lay];
            $wanted[$batch] ??= $this->wantedIn($zone, $batch) + $this->shaken * $this->luck->gumbel();
            $worth[$lay] = $this->ask->layCost[$lay] - $wanted[$batch];
        }
        $taken = [];
        $this->zones[$zone]->best($worth, $taken);
        foreach (array_keys($this->in, $zone, true) as $batch) {
            $this->lay($batch, LaidOut::NOWHERE);
        }
        foreach ($taken as $lay) {
            $this->lay($this->of[$lay], $lay);
        }
        foreach ($this->out as $batch) {
            $this->wanted[$batch] = min((float) $this->ask->leftOut[$batch], $this->wanted[$batch] + $this->more[$batch]);
        }
        if ($this->cost < $this->bestCost) {
            [$this->best, $this->bestCost] = [$this->at, $this->cost];
        }
        foreach ($this->out === [] ? $this->wanted : [] as $batch => $much) {
            $this->wanted[$batch] = max($this->least[$batch], self::EASED * $much);
        }

        return $this->zones[$zone]->forks;
    }

    private function next(): int
    {
        if ($this->out === []) {
            return $this->luck->below(count($this->zones));
        }
        $out = array_values($this->out);
        $zones = $this->zonesOf[$out[$this->luck->below(count($out))]];

        return $zones[$this->luck->below(count($zones))];
    }

    /** From another zone it is had for what it costs there. */
    private function wantedIn(int $zone, int $batch): float
    {
        $in = $this->in[$batch];

        return $in === LaidOut::NOWHERE || $in === $zone ? $this->wanted[$batch] : (float) $this->ask->layCost[$this->at[$batch]];
    }

    private function lay(int $batch, int $lay): void
    {
        $costs = fn (int $lay): int => $lay < 0 ? $this->ask->leftOut[$batch] : $this->ask->layCost[$lay];
        $this->cost += $costs($lay) - $costs($this->at[$batch]);
        $this->at[$batch] = $lay;
        if ($lay >= 0) {
            $this->in[$batch] = intdiv($this->ask->layCell[$lay], $this->ask->weeks);
            unset($this->out[$batch]);
        } else {
            $this->in[$batch] = LaidOut::NOWHERE;
            if (isset($this->zonesOf[$batch])) {
                $this->out[$batch] = $batch;
            }
        }
    }
}
