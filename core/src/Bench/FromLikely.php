<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * Searches what is likely of a larger house of which all ways are listed. Prices on batches tell what is likely (`LikelyLays`): batches
 * are settled where it is likeliest that they lie, one after another (`Settling`), and then what is likely is searched as a smaller house of
 * its own, in which all is found several times sooner. The next time, prices are looked for on from where they were.
 */
final class FromLikely
{
    /** Lays of a batch, on average, that are searched for what is likely, one number after another; and steps for each. */
    private const EACH = [9, 9, 13];
    private const STEPS = 40_000;
    /** Rounds of prices before that at most, and at least; and after each that found anything better. */
    private const ROUNDS = 150;
    private const ROUNDS_MORE = 40;
    /** Steps for which batches are settled one after another, each time that prices were looked for. */
    private const SETTLING = 20_000;
    /** Forks walked that take the time of a step. */
    private const WALKED = 200;

    private readonly LikelyLays $likely;
    private bool $isBegun = false;

    /**
     * @param list<int>      $of    the batch of each lay
     * @param list<ZoneWays> $zones
     */
    public function __construct(
        private readonly ToPlace $ask,
        private readonly array $of,
        array $zones,
        private readonly PlanSoFar $plan,
        private readonly Cooling $cooling,
        private readonly Searches $searches,
        private readonly Luck $luck,
    ) {
        $this->likely = new LikelyLays($ask, $of, $zones);
    }

    /** @return list<float> by batch */
    public function prices(): array
    {
        return $this->likely->prices();
    }

    /** @return \Generator<int, int> steps taken */
    public function search(): \Generator
    {
        $rounds = $this->isBegun ? self::ROUNDS_MORE : self::ROUNDS;
        $this->isBegun = true;
        $priced = null;
        foreach (self::EACH as $each) {
            if ($this->plan->score() !== $priced) {
                for ($round = 0; $round < $rounds && !$this->plan->isBest() && ($round < self::ROUNDS_MORE || !$this->likely->isNear()); ++$round) {
                    $this->likely->round($this->plan->score());
                    $this->plan->noneBelow($this->likely->bound());
                    yield 1 + intdiv($this->likely->forks, self::WALKED);
                }
                $rounds = self::ROUNDS_MORE;
                $priced = $this->plan->score();
                $this->searches->know($this->likely->prices());
            }
            yield from $this->settled();
            yield from $this->inLikely($this->likely->first($each * count($this->plan->able)));
            yield from $this->searches->crowdIfOut();
        }
    }

    /**
     * Goes on from each filling that comes of it that batches are settled one after another.
     *
     * @return \Generator<int, int> steps taken
     */
    private function settled(): \Generator
    {
        $settling = new Settling($this->ask, $this->of, $this->likely, $this->luck);
        for ($spent = 0; $spent < self::SETTLING && !$this->plan->isBest();) {
            foreach ($settling->search($this->plan->score(...)) as $steps => $taken) {
                if ($taken !== []) {
                    $this->plan->made($taken);
                    yield from $this->cooling->relayMade(Searches::COOL);
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
     * @return \Generator<int, int> steps taken
     */
    private function inLikely(array $kept): \Generator
    {
        $best = $this->plan->best();
        foreach ($best as $lay) {
            if ($lay !== LaidOut::NOWHERE) {
                $kept[$lay] = true;
            }
        }
        [$part, $lays] = $this->ask->only($kept);
        $at = array_flip($lays);
        $filler = new Filler($part, 1 + $this->luck->below(PHP_INT_MAX >> 32), true);
        $filler->from(array_map(static fn (int $lay) => $lay === LaidOut::NOWHERE ? null : $at[$lay], $best));
        $done = 0;
        foreach ($filler->pieces() as $steps) {
            if ($filler->score() < $this->plan->score()) {
                $this->plan->tryOn(array_map(static fn (?int $lay) => $lay === null ? LaidOut::NOWHERE : $lays[$lay], $filler->plan()));
            }
            yield $steps;
            $done += $steps;
            if ($done >= self::STEPS || $this->plan->isBest()) {
                break;
            }
        }
    }
}
