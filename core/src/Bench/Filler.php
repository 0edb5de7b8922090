<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Compute\Going;
use WetCradle\Core\Refused;

/**
 * Fills a house: first one batch after the other where it costs least (`PlanSoFar`); then better and better by search.
 *
 * The search takes up a block of batches that lie in each other's way and lays it anew, again and again, with a heat that falls to
 * nothing, so that it gets out of what only looks best (`Cooling`). In a larger house zones are filled anew, fill themselves by turns,
 * or batches crowd for a while (`Searches`). Where all its ways can be listed, most is done with what is likely only (`FromLikely`).
 * Then prices (`Prices`) say what nothing can cost less than. All that each zone can have for little more than that is listed, and the
 * cheapest that fits together is the best there is (`Together`). Where there is too much to list, all fillings are parted into halves,
 * and these again (`Branches`), until there is little enough in each. Where the bound is met there is nothing more to find.
 *
 * The same problem and seed always give the same; more steps never give worse. What it holds is at every moment a plan
 * without faults.
 */
final class Filler
{
    /** Steps between two times that it is asked whether to go on. */
    private const ASKS_EVERY = 200;
    /** Blocks of one cooling: at least, for each batch, and for each of a larger house, in which other searches find more in less time. */
    private const COOLING = 60;
    private const COOLING_EACH = 30;
    private const COOLING_LARGER = 10;
    /** Heat at the beginning of a cooling, as a share of what an average batch costs that is left out. */
    private const HOT = 0.1;
    /** The same where a plan that prices made is relaid, by turns. */
    private const WARM = [0.1, Searches::WARM];
    /** Batches of a house that is looked through at once if it can be; a larger one is filled anew here and there first. */
    private const AT_ONCE = 40;
    /** Tries to fill zones anew that find nothing better, before it goes on with something else. */
    private const STALE = 20;
    private const STALE_IN_PART = 12;
    /** So often before anything is parted by prices; where all ways are listed; and the same of so many that they are not let crowd. */
    private const TURNS = 2;
    private const TURNS_LISTED = 3;
    private const TURNS_OF_MANY = 6;
    /** Rounds of prices where only a bound is wanted. */
    private const PRICED = 30;
    /** How much is looked through there. */
    private const LOOKS = 1_000_000;
    /** What each batch left out costs where they are only counted. */
    private const COUNTED = 1000;
    /** Ways listed in all, and of a house of so many that they are not let crowd; with more it is filled without prices. */
    private const MOST_WAYS = 120_000;
    private const MOST_WAYS_OF_MANY = 60_000;

    private readonly PlanSoFar $plan;
    private readonly Cooling $cooling;
    private readonly Searches $searches;
    private readonly Luck $luck;
    /** @var list<int> the batch of each lay, once there are prices; a house too large for them is too large for this too */
    private array $of = [];
    /** @var ?list<ZoneWays> null before they are listed; none where there are too many */
    private ?array $zones = null;
    private ?Branches $branches = null;
    private ?FromLikely $fromLikely = null;
    /** The score of the plan that a bound was looked for beside, outside of the search; null where it was not yet. */
    private ?int $boundFor = null;
    /** @var \Generator<int, int> the search; each piece of it says how many steps it took */
    private \Generator $search;

    /** @param bool $isPart whether it is what is likely of a house, from which on a search goes on */
    public function __construct(private readonly ToPlace $ask, int $seed = 1, private readonly bool $isPart = false)
    {
        $this->luck = new Luck($seed);
        $this->plan = new PlanSoFar($ask);
        $inTheWay = new InTheWay($ask, $this->plan->lays, $this->plan->able, $this->luck);
        $this->cooling = new Cooling($ask, $this->plan, $inTheWay, $this->luck);
        $this->searches = new Searches($ask, $this->plan, $this->cooling, $inTheWay, $this->luck);
        $this->search = $this->search();
    }

    /** What all lays and all left out cost together, in the best plan so far. */
    public function score(): int
    {
        return $this->plan->score();
    }

    /** What no plan can cost less than, as far as it is known by now. */
    public function bound(): int
    {
        $score = $this->plan->score();
        if ($this->fromLikely === null && $this->branches === null && !$this->isBest() && $this->boundFor !== $score) {
            $this->boundFor = $score;
            $zones = $this->zones();
            $this->plan->noneBelow($zones === [] ? RentBound::of($this->ask, $score) : $this->priced($this->ask, $zones, $score));
        }

        return $this->plan->bound();
    }

    /** How many batches any plan leaves without a place, as far as prices tell by which each counts the same. */
    public function fewestLeftOut(): int
    {
        $now = count(array_filter($this->plan->best(), static fn (int $lay) => $lay === LaidOut::NOWHERE));
        $nowhere = count($this->plan->lays) - count($this->plan->able);
        if ($now === $nowhere) {
            return $now;
        }
        $counted = $this->ask->countedAt(self::COUNTED);
        $zones = $this->zones();
        $bound = $zones === [] ? RentBound::of($counted, self::COUNTED * $now, self::PRICED) : $this->priced($counted, $zones, self::COUNTED * ($now - 1) + 1);

        // Part of one left out is one left out.
        return min($now, max($nowhere, (int) ceil($bound / self::COUNTED)));
    }

    /** @return array<int, ?int> the lay of each batch in the best plan so far; null for one without a place */
    public function plan(): array
    {
        return array_map(static fn (int $lay) => $lay === LaidOut::NOWHERE ? null : $lay, $this->plan->best());
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
        $this->plan->from($plan);
        $this->search = $this->search();
    }

    /** So many steps of search, for as long as it is let go on. */
    public function improve(int $steps, ?Going $going = null): void
    {
        $asked = 0;
        for ($done = 0; $done < $steps && !$this->isBest() && $this->search->valid(); $this->search->next()) {
            $done += $this->search->current();
            if ($going !== null && $done - $asked >= self::ASKS_EVERY) {
                $asked = $done;
                if (!$going->on(min(1.0, $done / $steps))) {
                    break;
                }
            }
        }
    }

    /** @return \Generator<int, int> the search piece by piece, as long as there is anything to find: steps taken */
    public function pieces(): \Generator
    {
        for (; !$this->isBest() && $this->search->valid(); $this->search->next()) {
            yield $this->search->current();
        }
    }

    /** Whether no plan can cost less. */
    public function isBest(): bool
    {
        return $this->plan->isBest();
    }

    /** @return \Generator<int, int> */
    private function search(): \Generator
    {
        $many = count($this->plan->able);
        if ($many === 0) {
            return;
        }
        $isLarger = $many > self::AT_ONCE;
        if ($this->isPart && $isLarger && $this->zones() !== []) {
            yield from $this->inPart();
        }
        $blocks = max(self::COOLING, ($isLarger && !$this->searches->areMany() ? self::COOLING_LARGER : self::COOLING_EACH) * $many);
        yield from $this->cooling->relay($blocks, self::HOT);
        if ($isLarger) {
            yield from $this->zones() === [] ? $this->unlisted() : $this->listed();
            yield from $this->zonesAnew(self::STALE);
        }
        if ($this->zones() !== []) {
            yield from $this->branches();
        }
        while (true) {
            $this->plan->back();
            yield from $this->cooling->relay($blocks, self::HOT);
            if ($isLarger) {
                $this->plan->back();
                yield from $this->zones() === [] ? $this->searches->crowd() : $this->byTurns();
                $this->plan->back();
            }
            yield from $this->searches->zonesAnew(self::STALE);
            // What cools for longer finds more.
            $blocks *= 2;
        }
    }

    /**
     * A larger house of which all ways are listed.
     *
     * @return \Generator<int, int>
     */
    private function listed(): \Generator
    {
        for ($turn = 0; $turn < ($this->searches->areMany() ? self::TURNS_OF_MANY : self::TURNS_LISTED) && !$this->isBest(); ++$turn) {
            if (!$this->searches->areMany()) {
                $this->fromLikely ??= new FromLikely($this->ask, $this->of, $this->zones(), $this->plan, $this->cooling, $this->searches, $this->luck);
                yield from $this->fromLikely->search();
            }
            yield from $this->zonesAnew(self::STALE_IN_PART);
            yield from $this->byTurns();
            yield from $this->searches->crowdIfOut();
        }
    }

    /**
     * One with too many.
     *
     * @return \Generator<int, int>
     */
    private function unlisted(): \Generator
    {
        for ($turn = 0; $turn === 0 || $turn < self::TURNS && $this->searches->mayCrowd(); ++$turn) {
            $this->plan->back();
            yield from $this->searches->crowd();
            yield from $this->zonesAnew(self::STALE);
        }
    }

    /**
     * In what is likely of a larger house, for as long as it is let.
     *
     * @return \Generator<int, int>
     */
    private function inPart(): \Generator
    {
        while (true) {
            $isOut = $this->plan->isAnyOut();
            if (!$isOut) {
                yield from $this->zonesAnew(self::STALE_IN_PART);
            }
            yield from $this->byTurns();
            yield from $this->searches->crowdIfOut();
            if ($isOut) {
                // Where everybody lies comes before how well.
                yield from $this->zonesAnew(self::STALE_IN_PART);
            }
        }
    }

    /**
     * All fillings, parted into halves and looked through, as far as it is let.
     *
     * @return \Generator<int, int>
     */
    private function branches(): \Generator
    {
        $branches = $this->branches = new Branches(new Prices($this->ask, $this->of, $this->zones(), $this->fromLikely?->prices()));
        $plans = 0;
        foreach ($branches->search($this->plan->score(...)) as $steps => $taken) {
            if ($taken !== []) {
                $this->plan->made($taken);
            }
            $this->plan->noneBelow($branches->bound($this->plan->score()));
            yield $steps;
            if ($taken !== [] && !$this->isBest()) {
                yield from $this->cooling->relayMade(self::WARM[++$plans % count(self::WARM)]);
                if ($branches->isParted()) {
                    yield from $this->searches->zonesAnew(self::STALE_IN_PART);
                }
            }
        }
        $this->plan->noneBelow($branches->bound($this->plan->score()));
    }

    /** @return \Generator<int, int> */
    private function zonesAnew(int $stale): \Generator
    {
        $this->plan->back();
        yield from $this->searches->zonesAnew($stale);
    }

    /** @return \Generator<int, int> */
    private function byTurns(): \Generator
    {
        $this->plan->back();
        yield from $this->searches->byTurns($this->of, $this->zones());
    }

    /**
     * What nothing can cost less than, by a few rounds of prices and a look through what costs little more.
     *
     * @param list<ZoneWays> $zones
     */
    private function priced(ToPlace $ask, array $zones, int $known): int
    {
        $prices = new Prices($ask, $this->of, $zones);
        for ($round = 0; $round < self::PRICED && !$prices->isOver($known); ++$round) {
            $prices->round($known);
        }
        foreach ($prices->lookThrough($known, self::LOOKS) as $taken) {
            if ($taken !== [] && $prices->isOver($known)) {
                // Nothing is cheaper than this.
                return array_sum($ask->leftOut) + array_sum(array_map(fn (int $lay) => $ask->layCost[$lay] - $ask->leftOut[$this->of[$lay]], $taken));
            }
        }

        return $prices->bound();
    }

    /** @return list<ZoneWays> by zone; none where there are too many ways to list */
    private function zones(): array
    {
        return $this->zones ??= $this->plan->able === [] ? [] : $this->ways();
    }

    /** @return list<ZoneWays> */
    private function ways(): array
    {
        $zones = [];
        $left = $this->searches->areMany() ? self::MOST_WAYS_OF_MANY : self::MOST_WAYS;
        foreach (array_keys($this->ask->names) as $batch) {
            [$first, $end] = $this->ask->laysOf($batch);
            for ($lay = $first; $lay < $end; ++$lay) {
                $this->of[] = $batch;
            }
        }
        foreach (array_keys($this->ask->spaces) as $space) {
            $zone = ListedWays::of($this->ask, $space, $this->of, $left);
            if ($zone === null) {
                $this->of = [];

                return [];
            }
            $zones[] = $zone;
        }

        return $zones;
    }
}
