<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * All ways in which one zone can be filled, walked from week to week. What stands on from one week into the next is a state;
 * from each state, all sets of lays that may begin in a week lead on to others. The ways are listed once (`ListedWays`); then the
 * best of them is found for any worths of lays, by itself and without any search (dynamic programming over the weeks).
 *
 * Most states are reached by one way only, or by one before others. Those first ways need no table: the states that follow have
 * numbers one after the other, set by set, in the order in which they are kept. That is what makes a walk quick.
 */
final class ZoneWays
{
    /** What sums of the same costs may differ by that were added in another order. */
    private const ROUNDED = 1e-4;

    /**
     * @param list<list<list<int>>>       $sets   by week, sets of lays that may begin
     * @param list<list<list<int>>>       $firsts by week and set, the states before, of ways to a state that none reached before them: these
     *                                            states that follow are counted from 0 in each week
     * @param list<list<array<int, int>>> $others by week and set, all other ways: the state that follows, by the one before
     * @param list<int>                   $states by week, how many may follow
     * @param bool                        $isNarrowed whether what has fewer lays may be missing while what has more is there
     */
    private function __construct(
        private readonly array $sets,
        private readonly array $firsts,
        private readonly array $others,
        private readonly array $states,
        public readonly int $ways,
        private readonly bool $isNarrowed = false,
    ) {
    }

    /**
     * From ways with any numbers of states.
     *
     * @param list<list<list<int>>>       $sets by week, sets of lays that may begin
     * @param list<list<array<int, int>>> $on   by week and set, the state that follows, by the one before; each state before follows in the week
     *                                          before, or is 0 in the first, where nothing stands
     */
    public static function of(array $sets, array $on, bool $isNarrowed = false): self
    {
        /** @var array<int, int> $number */
        $number = [0 => 0];
        $firsts = $others = $states = [];
        $many = 0;
        foreach ($on as $all) {
            $next = $firstsHere = $othersHere = [];
            foreach ($all as $ways) {
                $first = $other = [];
                foreach ($ways as $state => $to) {
                    if (isset($next[$to])) {
                        $other[$number[$state]] = $next[$to];
                    } else {
                        $next[$to] = count($next);
                        $first[] = $number[$state];
                    }
                }
                $firstsHere[] = $first;
                $othersHere[] = $other;
                $many += count($ways);
            }
            $firsts[] = $firstsHere;
            $others[] = $othersHere;
            $states[] = count($next);
            $number = $next;
        }

        return new self($sets, $firsts, $others, $states, $many, $isNarrowed);
    }

    /** Whether no way is left at all, not even to leave it empty. */
    public function isBarred(): bool
    {
        return $this->states[count($this->states) - 1] === 0;
    }

    /** @return array<int, true> by lay, those that any way has */
    public function lays(): array
    {
        $lays = [];
        foreach ($this->sets as $sets) {
            foreach ($sets as $set) {
                foreach ($set as $lay) {
                    $lays[$lay] = true;
                }
            }
        }

        return $lays;
    }

    /**
     * The same zone without some lays.
     *
     * @param array<int, true> $gone by lay
     */
    public function without(array $gone): self
    {
        $allSets = $allOn = [];
        $reached = [0 => true];
        foreach ($this->sets as $week => $sets) {
            $keptSets = $keptOn = $next = [];
            $at = 0;
            foreach ($sets as $number => $set) {
                $froms = $this->firsts[$week][$number];
                foreach ($set as $lay) {
                    if (isset($gone[$lay])) {
                        $at += count($froms);
                        continue 2;
                    }
                }
                $ways = [];
                foreach ($froms as $state) {
                    if (isset($reached[$state])) {
                        $ways[$state] = $at;
                        $next[$at] = true;
                    }
                    ++$at;
                }
                foreach ($this->others[$week][$number] as $state => $to) {
                    if (isset($reached[$state])) {
                        $ways[$state] = $to;
                        $next[$to] = true;
                    }
                }
                if ($ways !== []) {
                    $keptSets[] = $set;
                    $keptOn[] = $ways;
                }
            }
            $allSets[] = $keptSets;
            $allOn[] = $keptOn;
            $reached = $next;
        }

        return self::of($allSets, $allOn, $this->isNarrowed);
    }

    /**
     * The same zone without ways that cost more than its best way and this.
     *
     * @param array<int, float> $worth by lay
     */
    public function within(array $worth, float $room): self
    {
        [$before, $gains] = $this->upToEachState($worth);
        $last = count($this->sets);
        $most = $before[$last][0] + $room + self::ROUNDED;
        $after = [0.0];
        $allSets = $allOn = [];
        for ($week = $last - 1; $week >= 0; --$week) {
            $upTo = $before[$week];
            $value = array_fill(0, count($upTo), INF);
            $allSets[$week] = $allOn[$week] = [];
            $at = 0;
            foreach ($this->sets[$week] as $number => $set) {
                $gain = $gains[$week][$number];
                $ways = [];
                foreach ($this->firsts[$week][$number] as $state) {
                    $sum = $gain + $after[$at];
                    if ($sum + $upTo[$state] <= $most) {
                        $ways[$state] = $at;
                        if ($sum < $value[$state]) {
                            $value[$state] = $sum;
                        }
                    }
                    ++$at;
                }
                foreach ($this->others[$week][$number] as $state => $next) {
                    $sum = $gain + $after[$next];
                    if ($sum + $upTo[$state] <= $most) {
                        $ways[$state] = $next;
                        if ($sum < $value[$state]) {
                            $value[$state] = $sum;
                        }
                    }
                }
                if ($ways !== []) {
                    $allSets[$week][] = $set;
                    $allOn[$week][] = $ways;
                }
            }
            $after = $value;
        }
        ksort($allSets);
        ksort($allOn);

        return self::of(array_values($allSets), array_values($allOn), true);
    }

    /**
     * How much more than the best way costs the best one that has a lay, for each lay.
     *
     * @param array<int, float> $worth by lay
     *
     * @return array<int, float> by lay
     */
    public function dearer(array $worth): array
    {
        [$before, $gains] = $this->upToEachState($worth);
        $last = count($this->sets);
        $after = [0.0];
        $least = $before[$last][0];
        $more = [];
        for ($week = $last - 1; $week >= 0; --$week) {
            $upTo = $before[$week];
            $value = array_fill(0, count($upTo), INF);
            $at = 0;
            foreach ($this->sets[$week] as $number => $set) {
                $gain = $gains[$week][$number];
                $cheapest = INF;
                foreach ($this->firsts[$week][$number] as $state) {
                    $sum = $gain + $after[$at++];
                    if ($sum < $value[$state]) {
                        $value[$state] = $sum;
                    }
                    $sum += $upTo[$state];
                    if ($sum < $cheapest) {
                        $cheapest = $sum;
                    }
                }
                foreach ($this->others[$week][$number] as $state => $next) {
                    $sum = $gain + $after[$next];
                    if ($sum < $value[$state]) {
                        $value[$state] = $sum;
                    }
                    $sum += $upTo[$state];
                    if ($sum < $cheapest) {
                        $cheapest = $sum;
                    }
                }
                foreach ($set as $lay) {
                    if (!isset($more[$lay]) || $cheapest - $least < $more[$lay]) {
                        $more[$lay] = $cheapest - $least;
                    }
                }
            }
            $after = $value;
        }

        return $more;
    }

    /**
     * All sets of batches that the zone can have for at most so much more than its best way costs, each at the cheapest way for it.
     *
     * @param array<int, float> $worth by lay
     * @param list<int>         $of    the batch of each lay, each below what a whole number has bits
     * @param int               $left  ways that may still be walked; what is walked is taken from it
     *
     * @return ?array{list<int>, list<float>} by the bits of the batches, how much more than the best way, cheapest first; null where it
     *                                        took too many ways
     */
    public function fillings(array $worth, array $of, float $room, int &$left): ?array
    {
        [$gains, $batches, $after] = $this->fromEachStateOn($worth, $of);
        $most = $after[0][0] + $room;
        $at = [[0 => 0.0]];
        foreach (array_keys($this->sets) as $week) {
            $next = [];
            foreach ($this->on($week) as $number => $ways) {
                [$gain, $new] = [$gains[$week][$number], $batches[$week][$number]];
                $folded = self::fold($new);
                foreach ($ways as $state => $to) {
                    $limit = $most - $gain - $after[$week + 1][$to];
                    if (--$left < 0) {
                        return null;
                    }
                    foreach ($at[$state] ?? [] as $key => $cost) {
                        if ($cost > $limit) {
                            break;
                        }
                        --$left;
                        $all = $key ^ $folded;
                        if ((($key ^ $key >> 16) & $new) === 0 && (!isset($next[$to][$all]) || $cost + $gain < $next[$to][$all])) {
                            $next[$to][$all] = $cost + $gain;
                        }
                    }
                }
            }
            // The cheapest first: after one that is too dear, all are.
            foreach (array_keys($next) as $state) {
                asort($next[$state]);
            }
            $at = $next;
        }
        $fillings = $dearer = [];
        foreach ($at[0] ?? [] as $key => $cost) {
            $fillings[] = $key ^ $key >> 16;
            $dearer[] = $cost - $after[0][0];
        }

        return [$fillings, $dearer];
    }

    /**
     * The lays of just these batches, where they cost least.
     *
     * @param array<int, int> $cost     by lay
     * @param list<int>       $of       the batch of each lay
     * @param int             $filling  the bits of batches that the zone can have together
     *
     * @return list<int>
     */
    public function laysFor(int $filling, array $cost, array $of): array
    {
        $at = [[0 => [0, []]]];
        foreach ($this->sets as $week => $sets) {
            $next = [];
            $on = $this->on($week);
            foreach ($sets as $number => $set) {
                $new = $sum = 0;
                foreach ($set as $lay) {
                    $new |= 1 << $of[$lay];
                    $sum += $cost[$lay];
                }
                if (($new & ~$filling) !== 0) {
                    continue;
                }
                foreach ($on[$number] as $state => $to) {
                    foreach ($at[$state] ?? [] as $before => [$spent, $lays]) {
                        if (($before & $new) === 0 && $spent + $sum < ($next[$to][$before | $new][0] ?? PHP_INT_MAX)) {
                            $next[$to][$before | $new] = [$spent + $sum, [...$lays, ...$set]];
                        }
                    }
                }
            }
            $at = $next;
        }

        return $at[0][$filling][1];
    }

    /**
     * The best way through the weeks.
     *
     * @param array<int, float> $worth by lay; less than nothing is a gain
     * @param list<int>         $taken the lays it takes are laid to these
     */
    public function best(array $worth, array &$taken): float
    {
        $value = [0.0];
        $came = [];
        foreach ($this->sets as $week => $sets) {
            $best = array_fill(0, $this->states[$week], INF);
            $firsts = $this->firsts[$week];
            $others = $this->others[$week];
            $at = 0;
            $from = $with = [];
            foreach ($sets as $number => $set) {
                $gain = 0.0;
                foreach ($set as $lay) {
                    // What gains nothing by itself gains nothing with others, where all of these are there without it too.
                    if ($worth[$lay] >= 0.0 && !$this->isNarrowed) {
                        $at += count($firsts[$number]);
                        continue 2;
                    }
                    $gain += $worth[$lay];
                }
                foreach ($firsts[$number] as $state) {
                    $best[$at++] = $value[$state] + $gain;
                }
                foreach ($others[$number] as $state => $next) {
                    $sum = $value[$state] + $gain;
                    if ($sum < $best[$next]) {
                        $best[$next] = $sum;
                        $from[$next] = $state;
                        $with[$next] = $number;
                    }
                }
            }
            $value = $best;
            $came[] = [$from, $with];
        }
        // At the end nobody stands there any more.
        $state = 0;
        for ($week = count($came) - 1; $week >= 0; --$week) {
            [$from, $with] = $came[$week];
            if (isset($from[$state])) {
                $number = $with[$state];
                $state = $from[$state];
            } else {
                for ($number = 0; $state >= count($this->firsts[$week][$number]); ++$number) {
                    $state -= count($this->firsts[$week][$number]);
                }
                $state = $this->firsts[$week][$number][$state];
            }
            array_push($taken, ...$this->sets[$week][$number]);
        }

        return $value[0];
    }

    /** @return list<array<int, int>> all ways of a week, by set: the state that follows, by the one before */
    private function on(int $week): array
    {
        $at = 0;
        $on = [];
        foreach ($this->others[$week] as $number => $ways) {
            foreach ($this->firsts[$week][$number] as $state) {
                $ways[$state] = $at++;
            }
            $on[] = $ways;
        }

        return $on;
    }

    /**
     * Tables find whole numbers by their last bits, and these often have only their first ones different: folded over, all bits count.
     * `$key ^ $key >> 16` is the number again; what is in two that share no bit is folded as one of them with `^` the other.
     */
    private static function fold(int $bits): int
    {
        return $bits ^ $bits >> 16 ^ $bits >> 32 ^ $bits >> 48;
    }

    /**
     * The best way up to each state, and what each set gains.
     *
     * @param array<int, float> $worth by lay
     *
     * @return array{list<array<int, float>>, list<list<float>>} by week and state, and by week and set
     */
    private function upToEachState(array $worth): array
    {
        $before = [[0.0]];
        $gains = [];
        foreach ($this->sets as $week => $sets) {
            $best = array_fill(0, $this->states[$week], INF);
            $value = $before[$week];
            $these = [];
            $at = 0;
            foreach ($sets as $number => $set) {
                $gain = 0.0;
                foreach ($set as $lay) {
                    $gain += $worth[$lay];
                }
                $these[] = $gain;
                foreach ($this->firsts[$week][$number] as $state) {
                    $best[$at++] = $value[$state] + $gain;
                }
                foreach ($this->others[$week][$number] as $state => $next) {
                    $sum = $value[$state] + $gain;
                    if ($sum < $best[$next]) {
                        $best[$next] = $sum;
                    }
                }
            }
            $before[] = $best;
            $gains[] = $these;
        }

        return [$before, $gains];
    }

    /**
     * @param array<int, float> $worth by lay
     * @param list<int>         $of    the batch of each lay
     *
     * @return array{array<int, list<float>>, array<int, list<int>>, array<int, array<int, float>>} by week and set, what it costs and the bits of its
     *                                                                                  batches; by week and state, the least that it costs from there on
     */
    private function fromEachStateOn(array $worth, array $of): array
    {
        $gains = $batches = [];
        foreach ($this->sets as $week => $sets) {
            $gains[$week] = $batches[$week] = [];
            foreach ($sets as $set) {
                $gain = 0.0;
                $bits = 0;
                foreach ($set as $lay) {
                    $gain += $worth[$lay];
                    $bits |= 1 << $of[$lay];
                }
                $gains[$week][] = $gain;
                $batches[$week][] = $bits;
            }
        }
        $after = [count($this->sets) => [0.0]];
        for ($week = count($this->sets) - 1; $week >= 0; --$week) {
            $value = array_fill(0, $week === 0 ? 1 : $this->states[$week - 1], INF);
            $onFrom = $after[$week + 1];
            $on = $this->on($week);
            foreach ($gains[$week] as $number => $gain) {
                foreach ($on[$number] as $state => $next) {
                    $sum = $gain + $onFrom[$next];
                    if ($sum < $value[$state]) {
                        $value[$state] = $sum;
                    }
                }
            }
            $after[$week] = $value;
        }

        return [$gains, $batches, $after];
    }
}
