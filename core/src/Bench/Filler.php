<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Compute\Going;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * Fills a house: first one batch after the other where it costs least; then better and better by search.
 *
 * The search takes up a block of batches that lie in each other's way and lays it anew (`Block`), again and again, with a heat
 * that falls to nothing, so that it gets out of what only looks best. In a larger house a few zones at a time are then filled anew,
 * while the others stay as they are (`ZonesAnew`); zones fill themselves by turns and take what they want from each other
 * (`ByTurns`); and batches may crowd for a while, until there is room for all that lie there (`Crowding`). Where all ways can be
 * listed, prices on batches tell what is likely (`LikelyLays`): batches are settled where it is likeliest that they lie, one after
 * another (`Settling`), and most of the rest is done with what is likely only, which is found several times sooner. Then prices
 * (`Prices`) say what nothing can cost less than. All that each zone can have for little more than that is listed, and the cheapest
 * that fits together is the best there is (`Together`). Where there is too much to list, all fillings are parted into halves, and
 * these again (`Branches`), until there is little enough in each. Where the bound is met there is nothing more to find.
 *
 * The same problem and seed always give the same; more steps never give worse. What it holds is at every moment a plan
 * without faults.
 */
final class Filler
{
    /** Steps between two times that it is asked whether to go on. */
    private const ASKS_EVERY = 200;
    /** Blocks of one cooling: at least, for each batch, and for each of a larger house of which all ways are listed. */
    private const COOLING = 60;
    private const COOLING_EACH = 30;
    private const COOLING_LISTED = 10;
    /** Heat at the beginning of a cooling, as a share of what an average batch costs that is left out, and at its end. */
    private const HOT = 0.1;
    private const COLD = 0.5;
    /** The part of a cooling that has any heat; the rest is without. */
    private const WARM_FOR = 0.8;
    /** Heat at the beginning where a plan that prices made is relaid, by turns, and how many blocks of it for each batch. */
    private const WARM = [0.1, 0.04];
    /** The same where only weeks are amiss. */
    private const COOL = 0.001;
    private const RELAID_EACH = 4;
    /** Batches of a house that is looked through at once if it can be; a larger one is filled anew here and there first. */
    private const AT_ONCE = 40;
    /** Tries to fill zones anew that find nothing better, before it goes on with something else. */
    private const STALE = 20;
    private const STALE_IN_PART = 12;
    /** Times that batches crowd one after another, and where all ways are listed; moves of each, how many in one piece, steps whose time one takes. */
    private const CROWDED = 5;
    private const CROWDED_LISTED = 3;
    private const MOVES = 4000;
    private const AT_A_TIME = 25;
    private const STEPS_A_MOVE = 2;
    /** So often before anything is parted by prices; where all ways are listed; and the same of so many that they are not let crowd. */
    private const TURNS = 2;
    private const TURNS_LISTED = 3;
    private const TURNS_OF_MANY = 6;
    /** Lays of a batch, on average, that are searched for what is likely, one number after another; and steps for each. */
    private const LIKELY = [9, 9, 13];
    private const LIKELY_STEPS = 40_000;
    /** Rounds of prices before that at most, and at least; and after each that found anything better. */
    private const LIKELY_ROUNDS = 150;
    private const LIKELY_ROUNDS_MORE = 40;
    /** Steps for which batches are settled one after another, each time that prices were looked for. */
    private const SETTLING = 20_000;
    /** Times that zones fill themselves by turns, one after another, how many turns of each, and ways walked that take the time of a step. */
    private const BY_TURNS = 4;
    private const EACH_ROUND = 400;
    private const WALKED = 150;
    /** With more batches, or more weeks of zones times kinds of comfort, a house is too large to let them crowd. */
    private const MOST_CROWDING = 150;
    private const MOST_KEPT = 200_000;
    /** Rounds of prices where only a bound is wanted. */
    private const PRICED = 30;
    /** How much is looked through there. */
    private const LOOKS = 1_000_000;
    /** Ways of a block tried that take the time of a step. */
    private const TRIED = 12;
    /** What each batch left out costs where they are only counted. */
    private const COUNTED = 1000;
    /** Ways listed in all, and of a house of so many that they are not let crowd; with more it is filled without prices. */
    private const MOST_WAYS = 120_000;
    private const MOST_WAYS_OF_MANY = 60_000;

    /** @var list<list<int>> lays by batch, cheapest first */
    private array $lays;
    private LaidOut $now;
    /** @var array<int, int> */
    private array $best;
    private int $bestScore;
    private readonly ZonesAnew $zonesAnew;
    private readonly InTheWay $inTheWay;
    private readonly Luck $luck;
    private readonly float $average;
    /** @var list<int> batches that have any lay */
    private array $able = [];
    /** @var list<int> the batch of each lay, once there are prices; a house too large for them is too large for this too */
    private array $of = [];
    /** @var ?list<ZoneWays> null before they are listed; none where there are too many */
    private ?array $zones = null;
    private ?Branches $branches = null;
    /** Begun when batches crowd for the first time, and zones take turns. */
    private ?Crowding $crowding = null;
    private ?ByTurns $byTurns = null;
    private ?LikelyLays $likely = null;
    /** What nothing can cost less than, as far as it is known. */
    private int $bound;
    /** The score of the plan that it was looked for beside, outside of the search; null where it was not yet. */
    private ?int $boundFor = null;
    /** @var \Generator<int, int> the search; each piece of it says how many steps it took */
    private \Generator $search;

    /** @param bool $isPart whether it is what is likely of a house, from which on a search goes on */
    public function __construct(private readonly ToPlace $ask, int $seed = 1, private readonly bool $isPart = false)
    {
        $this->lays = [];
        foreach (array_keys($ask->names) as $batch) {
            [$first, $end] = $ask->laysOf($batch);
            $costs = array_slice($ask->layCost, $first, $end - $first);
            asort($costs);
            $this->lays[] = array_map(static fn (int $i) => $first + $i, array_keys($costs));
            if ($costs !== []) {
                $this->able[] = $batch;
            }
        }
        $this->luck = new Luck($seed);
        $this->zonesAnew = new ZonesAnew($ask, $this->lays, $this->luck);
        $this->bound = array_sum(
            array_map(static fn (array $lays, int $leftOut) => $lays === [] ? $leftOut : min($leftOut, $ask->layCost[$lays[0]]), $this->lays, $ask->leftOut),
        );
        $this->average = array_sum($ask->leftOut) / max(1, count($ask->leftOut));
        $this->now = new LaidOut($ask);
        $this->remember();
        $this->first();
        $this->inTheWay = new InTheWay($ask, $this->lays, $this->able, $this->luck);
        $this->search = $this->search();
    }

    /** What all lays and all left out cost together, in the best plan so far. */
    public function score(): int
    {
        return $this->bestScore;
    }

    /** What no plan can cost less than, as far as it is known by now. */
    public function bound(): int
    {
        if ($this->likely === null && $this->branches === null && !$this->isBest() && $this->boundFor !== $this->bestScore) {
            $this->boundFor = $this->bestScore;
            $zones = $this->zones();
            $this->bound = max($this->bound, $zones === [] ? RentBound::of($this->ask, $this->bestScore) : $this->priced($this->ask, $zones, $this->bestScore));
        }

        return min($this->bound, $this->bestScore);
    }

    /** How many batches any plan leaves without a place, as far as prices tell by which each counts the same. */
    public function fewestLeftOut(): int
    {
        $now = count(array_filter($this->best, static fn (int $lay) => $lay === LaidOut::NOWHERE));
        $nowhere = count($this->lays) - count($this->able);
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

    /** Whether no plan can cost less. */
    public function isBest(): bool
    {
        return $this->bestScore <= $this->bound;
    }

    /** @return \Generator<int, int> */
    private function search(): \Generator
    {
        if ($this->able === []) {
            return;
        }
        $isLarger = count($this->able) > self::AT_ONCE;
        if ($this->isPart && $isLarger && $this->zones() !== []) {
            yield from $this->inPart();
        }
        $isListed = $isLarger && !$this->areMany() && $this->zones() !== [];
        $blocks = max(self::COOLING, ($isListed ? self::COOLING_LISTED : self::COOLING_EACH) * count($this->able));
        yield from $this->cool($blocks, self::HOT);
        if ($isLarger) {
            yield from $this->zones() === [] ? $this->unlisted() : $this->listed();
            $this->back();
            yield from $this->fillAnew(self::STALE);
        }
        $zones = $this->zones();
        if ($zones !== []) {
            $branches = $this->branches = new Branches(new Prices($this->ask, $this->of, $zones, $this->likely?->prices()));
            $plans = 0;
            foreach ($branches->search(fn () => $this->bestScore) as $steps => $taken) {
                if ($taken !== []) {
                    $this->made($taken);
                }
                $this->bound = max($this->bound, $branches->bound($this->bestScore));
                yield $steps;
                if ($taken !== [] && !$this->isBest()) {
                    yield from $this->cool(self::RELAID_EACH * count($this->able), self::WARM[++$plans % count(self::WARM)]);
                    if ($branches->isParted()) {
                        yield from $this->fillAnew(self::STALE_IN_PART);
                    }
                }
            }
            $this->bound = max($this->bound, $branches->bound($this->bestScore));
        }
        while (true) {
            $this->back();
            yield from $this->cool($blocks, self::HOT);
            if (count($this->able) > self::AT_ONCE) {
                $this->back();
                yield from $zones === [] ? $this->crowd() : $this->byTurns();
                $this->back();
            }
            yield from $this->fillAnew(self::STALE);
            // What cools for longer finds more.
            $blocks *= 2;
        }
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
        return $this->zones ??= $this->able === [] ? [] : $this->ways();
    }

    /** @return list<ZoneWays> */
    private function ways(): array
    {
        $zones = [];
        $left = $this->areMany() ? self::MOST_WAYS_OF_MANY : self::MOST_WAYS;
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
            $left -= $zone->ways;
        }

        return $zones;
    }

    /**
     * Relays so many blocks, hot at first and cold at the end.
     *
     * @return \Generator<int, int>
     */
    private function cool(int $blocks, float $hot): \Generator
    {
        $hot = max(self::COLD, $hot * $this->average);
        for ($i = 0; $i < $blocks; ++$i) {
            $heat = $i >= self::WARM_FOR * $blocks ? 0.0 : $hot * (self::COLD / $hot) ** ($i / (self::WARM_FOR * $blocks));
            $tried = Block::layAnew($this->ask, $this->now, $this->inTheWay->block($this->now), $this->lays, $heat, $this->luck);
            if ($this->now->score < $this->bestScore) {
                $this->remember();
            }
            yield 1 + intdiv($tried, self::TRIED);
        }
    }

    /**
     * A larger house of which all ways are listed.
     *
     * @return \Generator<int, int>
     */
    private function listed(): \Generator
    {
        for ($turn = 0; $turn < ($this->areMany() ? self::TURNS_OF_MANY : self::TURNS_LISTED) && !$this->isBest(); ++$turn) {
            if (!$this->areMany()) {
                yield from $this->fromLikely();
            }
            $this->back();
            yield from $this->fillAnew(self::STALE_IN_PART);
            $this->back();
            yield from $this->byTurns();
            yield from $this->crowdIfOut();
        }
    }

    /**
     * What is likely of it, at prices that are looked for on from where they were.
     *
     * @return \Generator<int, int>
     */
    private function fromLikely(): \Generator
    {
        $rounds = $this->likely === null ? self::LIKELY_ROUNDS : self::LIKELY_ROUNDS_MORE;
        $likely = $this->likely ??= new LikelyLays($this->ask, $this->of, $this->zones());
        $priced = null;
        foreach (self::LIKELY as $each) {
            if ($this->bestScore !== $priced) {
                for ($round = 0; $round < $rounds && !$this->isBest() && ($round < self::LIKELY_ROUNDS_MORE || !$likely->isNear()); ++$round) {
                    $likely->round($this->bestScore);
                    $this->bound = max($this->bound, $likely->bound());
                    yield 1 + intdiv($likely->ways, self::WALKED);
                }
                $rounds = self::LIKELY_ROUNDS_MORE;
                $priced = $this->bestScore;
                $this->byTurns?->know($likely->prices());
                if (!$this->isAnyOut()) {
                    // Where one is out, what it is wanted is not found by so few rounds: zones filled anew learn it better.
                    $this->zonesAnew->know($likely->prices());
                }
            }
            yield from $this->settled($likely);
            yield from $this->inLikely($likely->first($each * count($this->able)));
            yield from $this->crowdIfOut();
        }
    }

    /**
     * Goes on from each filling that comes of it that batches are settled one after another.
     *
     * @return \Generator<int, int>
     */
    private function settled(LikelyLays $prices): \Generator
    {
        $settling = new Settling($this->ask, $this->of, $prices, $this->luck);
        for ($spent = 0; $spent < self::SETTLING && !$this->isBest();) {
            foreach ($settling->search(fn () => $this->bestScore) as $steps => $taken) {
                if ($taken !== []) {
                    $this->made($taken);
                    yield from $this->cool(self::RELAID_EACH * count($this->able), self::COOL);
                }
                yield $steps;
                $spent += $steps;
                if ($spent >= self::SETTLING) {
                    break;
                }
            }
        }
    }

    /**
     * Searches only some lays, and those of the best plan.
     *
     * @param array<int, true> $kept by lay
     *
     * @return \Generator<int, int>
     */
    private function inLikely(array $kept): \Generator
    {
        foreach ($this->best as $lay) {
            if ($lay !== LaidOut::NOWHERE) {
                $kept[$lay] = true;
            }
        }
        [$part, $lays] = $this->ask->only($kept);
        $at = array_flip($lays);
        $filler = new self($part, 1 + $this->luck->below(PHP_INT_MAX >> 32), true);
        $filler->from(array_map(static fn (int $lay) => $lay === LaidOut::NOWHERE ? null : $at[$lay], $this->best));
        for ($done = 0; $done < self::LIKELY_STEPS && !$this->isBest() && !$filler->isBest() && $filler->search->valid(); $filler->search->next()) {
            $done += $filler->search->current();
            if ($filler->bestScore < $this->bestScore) {
                $this->tryOn(array_map(static fn (int $lay) => $lays[$lay] ?? LaidOut::NOWHERE, $filler->best));
            }
            yield $filler->search->current();
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
            $isOut = $this->isAnyOut();
            if (!$isOut) {
                $this->back();
                yield from $this->fillAnew(self::STALE_IN_PART);
            }
            $this->back();
            yield from $this->byTurns();
            yield from $this->crowdIfOut();
            if ($isOut) {
                // Where everybody lies comes before how well.
                $this->back();
                yield from $this->fillAnew(self::STALE_IN_PART);
            }
        }
    }

    /** @return \Generator<int, int> */
    private function crowdIfOut(): \Generator
    {
        if ($this->isAnyOut()) {
            $this->back();
            yield from $this->crowd(self::CROWDED_LISTED);
        }
    }

    /** Whether one lies nowhere that has any lay. */
    private function isAnyOut(): bool
    {
        foreach ($this->able as $batch) {
            if ($this->best[$batch] === LaidOut::NOWHERE) {
                return true;
            }
        }

        return false;
    }

    /**
     * One with too many.
     *
     * @return \Generator<int, int>
     */
    private function unlisted(): \Generator
    {
        for ($turn = 0; $turn === 0 || $turn < self::TURNS && $this->mayCrowd(); ++$turn) {
            $this->back();
            yield from $this->fillAnew(self::STALE);
            $this->back();
            yield from $this->crowd();
        }
    }

    /**
     * Lets zones fill themselves by turns, from the best plan on, and goes on from the cheapest that comes of it each time.
     *
     * @return \Generator<int, int>
     */
    private function byTurns(): \Generator
    {
        if ($this->able === []) {
            return;
        }
        $byTurns = $this->byTurns ??= new ByTurns($this->ask, $this->of, $this->zones(), $this->able, $this->luck);
        $byTurns->from($this->best);
        for ($round = 0; $round < self::BY_TURNS; ++$round) {
            for ($turn = 0; $turn < self::EACH_ROUND && !$this->isBest(); ++$turn) {
                yield 1 + intdiv($byTurns->turn(), self::WALKED);
            }
            $plan = $byTurns->cheapest();
            if ($plan !== null) {
                $this->tryOn($plan);
                yield from $this->cool(self::RELAID_EACH * count($this->able), self::COOL);
            }
        }
    }

    /**
     * Lets batches crowd, and goes on from the cheapest plan that comes of it each time. They crowd on from where they were the last
     * time, since what is dear by then is what matters.
     *
     * @return \Generator<int, int>
     */
    private function crowd(int $times = self::CROWDED): \Generator
    {
        if ($this->able === [] || !$this->mayCrowd()) {
            return;
        }
        $crowding = $this->crowding ??= new Crowding($this->ask, $this->lays, $this->able, $this->now->at, $this->luck);
        for ($round = 0; $round < $times && $this->mayCrowd(); ++$round) {
            for ($moved = 0; $moved < self::MOVES; $moved += self::AT_A_TIME) {
                $crowding->move(self::AT_A_TIME);
                yield self::STEPS_A_MOVE * self::AT_A_TIME;
            }
            $plan = $crowding->cheapest();
            if ($plan !== null) {
                $this->tryOn($plan);
                yield from $this->cool(self::RELAID_EACH * count($this->able), self::WARM[1]);
            }
        }
    }

    /**
     * A few zones filled anew, then a few others, until so many tries find nothing better.
     *
     * @return \Generator<int, int>
     */
    private function fillAnew(int $stale): \Generator
    {
        for ($since = 0; $since < $stale; ++$since) {
            $score = $this->now->score;
            $steps = $this->zonesAnew->around($this->inTheWay->oneAmiss($this->now), $this->now);
            if ($this->now->score < $score) {
                $since = -1;
            }
            if ($this->now->score < $this->bestScore) {
                $this->remember();
            }
            yield $steps;
        }
    }

    /**
     * A plan of what zones took at prices: a batch taken twice lies where it costs least, and who has none finds what is left.
     *
     * @param list<int> $taken
     */
    private function made(array $taken): void
    {
        $lays = [];
        foreach ($this->able as $batch) {
            [$first, $end] = $this->ask->laysOf($batch);
            foreach ($taken as $lay) {
                if ($lay >= $first && $lay < $end && (!isset($lays[$batch]) || $this->ask->layCost[$lay] < $this->ask->layCost[$lays[$batch]])) {
                    $lays[$batch] = $lay;
                }
            }
        }
        $this->now->clear();
        foreach ($lays as $batch => $lay) {
            if ($this->now->fits($lay)) {
                $this->now->put($batch, $lay);
            }
        }
        $this->fillUp();
        if ($this->now->score < $this->bestScore) {
            $this->remember();
        }
    }

    /** Whether there are too many to let them crowd, or to search what is likely of them. */
    private function areMany(): bool
    {
        return count($this->able) > self::MOST_CROWDING;
    }

    /** Whether there is anything to be found by letting batches crowd, and the house is not too large for it. */
    private function mayCrowd(): bool
    {
        return !$this->isBest() && !$this->areMany()
            && count($this->ask->free) * count($this->ask->comforts) <= self::MOST_KEPT;
    }

    /** One batch after the other: those that cost most by the room they take come first; of several orders, the best. */
    private function first(): void
    {
        $ask = $this->ask;
        $room = [];
        foreach ($this->able as $batch) {
            $lay = $this->lays[$batch][0];
            $room[$batch] = max(1, $ask->layTrays[$lay] * $ask->layWeeks[$lay]);
        }
        foreach ([
            static fn (int $a, int $b) => [$ask->leftOut[$b] / $room[$b], $a] <=> [$ask->leftOut[$a] / $room[$a], $b],
            static fn (int $a, int $b) => [$ask->leftOut[$b], $a] <=> [$ask->leftOut[$a], $b],
            fn (int $a, int $b) => [
                count($this->lays[$a]) * $room[$a] / max(1, $ask->leftOut[$a]),
                $a,
            ] <=> [count($this->lays[$b]) * $room[$b] / max(1, $ask->leftOut[$b]), $b],
        ] as $order) {
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

    private function remember(): void
    {
        $this->best = $this->now->at;
        $this->bestScore = $this->now->score;
    }

    /** @param array<int, int> $plan without faults */
    private function tryOn(array $plan): void
    {
        $this->lay($plan);
        if ($this->now->score < $this->bestScore) {
            $this->remember();
        }
    }

    private function back(): void
    {
        $this->lay($this->best);
    }

    /** @param array<int, int> $plan without faults */
    private function lay(array $plan): void
    {
        $this->now->clear();
        foreach ($plan as $batch => $lay) {
            if ($lay !== LaidOut::NOWHERE) {
                $this->now->put($batch, $lay);
            }
        }
    }
}
