<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * What is done to a larger house besides relaying blocks: a few zones are filled anew while the others stay as they are
 * (`ZonesAnew`); zones fill themselves by turns and take what they want from each other (`ByTurns`); and batches crowd for a while,
 * until there is room for all that lie there (`Crowding`). Each goes on from the best plan so far and keeps what is better.
 */
final class Searches
{
    /** Heat by which a plan is relaid that came of crowding; and where only weeks are amiss. */
    public const WARM = 0.04;
    public const COOL = 0.001;
    /** Times that batches crowd one after another, and where all ways are listed; moves of each, how many in one piece, steps whose time one takes. */
    private const CROWDED = 5;
    private const CROWDED_LISTED = 3;
    private const MOVES = 4000;
    private const AT_A_TIME = 25;
    private const STEPS_A_MOVE = 2;
    /** Times that zones fill themselves by turns, one after another, how many turns of each, and forks walked that take the time of a step. */
    private const BY_TURNS = 4;
    private const EACH_ROUND = 400;
    private const WALKED = 200;
    /** With more batches, or more weeks of zones times kinds of comfort, a house is too large to let them crowd. */
    private const MOST_CROWDING = 150;
    private const MOST_KEPT = 200_000;

    /** Begun when batches crowd for the first time, and zones take turns. */
    private ?Crowding $crowding = null;
    private ?ByTurns $byTurns = null;
    private readonly ZonesAnew $zonesAnew;

    public function __construct(
        private readonly ToPlace $ask,
        private readonly PlanSoFar $plan,
        private readonly Cooling $cooling,
        private readonly InTheWay $inTheWay,
        private readonly Luck $luck,
    ) {
        $this->zonesAnew = new ZonesAnew($ask, $plan->lays, $luck);
    }

    /** Whether there are too many to let them crowd, or to search what is likely of them. */
    public function areMany(): bool
    {
        return count($this->plan->able) > self::MOST_CROWDING;
    }

    /** Whether there is anything to be found by letting batches crowd, and the house is not too large for it. */
    public function mayCrowd(): bool
    {
        return !$this->plan->isBest() && !$this->areMany()
            && count($this->ask->free) * count($this->ask->comforts) <= self::MOST_KEPT;
    }

    /**
     * What batches are wanted, where it is known better. Where one is out, that is not found by few rounds of prices: zones filled anew
     * learn it better.
     *
     * @param list<float> $prices by batch
     */
    public function know(array $prices): void
    {
        $this->byTurns?->know($prices);
        if (!$this->plan->isAnyOut()) {
            $this->zonesAnew->know($prices);
        }
    }

    /**
     * A few zones filled anew, then a few others, until so many tries find nothing better.
     *
     * @return \Generator<int, int> steps taken
     */
    public function zonesAnew(int $stale): \Generator
    {
        for ($since = 0; $since < $stale; ++$since) {
            $score = $this->plan->now->score;
            $steps = $this->zonesAnew->around($this->inTheWay->oneAmiss($this->plan->now), $this->plan->now);
            if ($this->plan->now->score < $score) {
                $since = -1;
            }
            $this->plan->keep();
            yield $steps;
        }
    }

    /**
     * Lets zones fill themselves by turns, from the best plan on, and goes on from the cheapest that comes of it each time.
     *
     * @param list<int>      $of    the batch of each lay
     * @param list<ZoneWays> $zones
     *
     * @return \Generator<int, int> steps taken
     */
    public function byTurns(array $of, array $zones): \Generator
    {
        if ($this->plan->able === []) {
            return;
        }
        $byTurns = $this->byTurns ??= new ByTurns($this->ask, $of, $zones, $this->plan->able, $this->luck);
        $byTurns->from($this->plan->best());
        for ($round = 0; $round < self::BY_TURNS; ++$round) {
            for ($turn = 0; $turn < self::EACH_ROUND && !$this->plan->isBest(); ++$turn) {
                yield 1 + intdiv($byTurns->turn(), self::WALKED);
            }
            $plan = $byTurns->cheapest();
            if ($plan !== null) {
                $this->plan->tryOn($plan);
                yield from $this->cooling->relayMade(self::COOL);
            }
        }
    }

    /** @return \Generator<int, int> steps taken */
    public function crowdIfOut(): \Generator
    {
        if ($this->plan->isAnyOut()) {
            $this->plan->back();
            yield from $this->crowd(self::CROWDED_LISTED);
        }
    }

    /**
     * Lets batches crowd, and goes on from the cheapest plan that comes of it each time. They crowd on from where they were the last
     * time, since what is dear by then is what matters.
     *
     * @return \Generator<int, int> steps taken
     */
    public function crowd(int $times = self::CROWDED): \Generator
    {
        if ($this->plan->able === [] || !$this->mayCrowd()) {
            return;
        }
        $crowding = $this->crowding ??= new Crowding($this->ask, $this->plan->lays, $this->plan->able, $this->plan->now->at, $this->luck);
        for ($round = 0; $round < $times && $this->mayCrowd(); ++$round) {
            for ($moved = 0; $moved < self::MOVES; $moved += self::AT_A_TIME) {
                $crowding->move(self::AT_A_TIME);
                yield self::STEPS_A_MOVE * self::AT_A_TIME;
            }
            $plan = $crowding->cheapest();
            if ($plan !== null) {
                $this->plan->tryOn($plan);
                yield from $this->cooling->relayMade(self::WARM);
            }
        }
    }
}
