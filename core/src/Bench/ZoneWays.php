<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * All ways in which one zone can be filled, walked from week to week. What stands on from one week into the next is a state;
 * from each state, all sets of lays that may begin in a week lead on to others. The ways are listed once; then the best of them
 * is found for any worths of lays, by itself and without any search (dynamic programming over the weeks).
 */
final class ZoneWays
{
    /** Lays that may begin in one week: as many as a whole number has bits. */
    private const STARTERS = 62;
    /** What sums of the same costs may differ by that were added in another order. */
    private const ROUNDED = 1e-4;

    /**
     * @param list<list<list<int>>> $sets by week, sets of lays that may begin
     * @param list<list<array<int, int>>> $on by week and set, the ways on: the state that follows, by the one before
     * @param list<int> $states by week, how many may follow
     * @param bool $isNarrowed whether what has fewer lays may be missing while what has more is there
     */
    private function __construct(
        private readonly array $sets,
        private readonly array $on,
        private readonly array $states,
        public readonly int $ways,
        private readonly bool $isNarrowed = false,
    ) {
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
     * @param list<int> $of   the batch of each lay
     * @param int       $most ways to be listed
     *
     * @return ?self null where there are more
     */
    public static function of(ToPlace $ask, int $space, array $of, int $most): ?self
    {
        $begin = [];
        foreach ($ask->layCell as $lay => $cell) {
            if (intdiv($cell, $ask->weeks) === $space) {
                $begin[$cell][] = $lay;
            }
        }
        $states = [[]];
        $allSets = $allOn = $counts = [];
        $ways = 0;
        for ($cell = $space * $ask->weeks, $end = $cell + $ask->weeks; $cell < $end; ++$cell) {
            $starters = $begin[$cell] ?? [];
            if (count($starters) > self::STARTERS) {
                return null;
            }
            $beside = self::beside($ask, $of, $starters, [...$starters, ...array_merge(...$states)]);
            // What begins is known by bits: of the set, its lays; those that stand on into the next week, and their trays.
            $number = $sets = $on = $setStays = $setTrays = $next = $numberOf = [];
            $nextFree = $ask->free[$cell + 1] ?? 0;
            $starterOf = [];
            foreach ($starters as $i => $lay) {
                $starterOf[1 << $i] = $lay;
            }
            foreach ($states as $state => $standing) {
                $may = (1 << count($starters)) - 1;
                $room = $ask->free[$cell];
                $stays = [];
                $trays = 0;
                foreach ($standing as $lay) {
                    $may &= $beside[$lay];
                    $room -= $ask->layTrays[$lay];
                    if ($ask->layCell[$lay] + $ask->layWeeks[$lay] > $cell + 1) {
                        $stays[] = $lay;
                        $trays += $ask->layTrays[$lay];
                    }
                }
                $name = implode(' ', $stays).'+';
                $todo = [[0, $may, $room]];
                while ($todo !== []) {
                    [$set, $may, $room] = array_pop($todo);
                    if (!isset($number[$set])) {
                        $number[$set] = count($sets);
                        $lays = $stay = [];
                        $standsOn = 0;
                        for ($bits = $set; $bits !== 0; $bits &= $bits - 1) {
                            $lays[] = $lay = $starterOf[$bits & -$bits];
                            if ($ask->layWeeks[$lay] > 1) {
                                $stay[] = $lay;
                                $standsOn += $ask->layTrays[$lay];
                            }
                        }
                        $sets[] = $lays;
                        $on[] = [];
                        $setStays[] = $stay;
                        $setTrays[] = $standsOn;
                    }
                    $which = $number[$set];
                    if ($trays + $setTrays[$which] <= $nextFree || $trays + $setTrays[$which] === 0) {
                        $both = $name.implode(' ', $setStays[$which]);
                        if (!isset($numberOf[$both])) {
                            $numberOf[$both] = count($next);
                            $next[] = [...$stays, ...$setStays[$which]];
                        }
                        $on[$which][$state] = $numberOf[$both];
                        if (++$ways > $most) {
                            return null;
                        }
                    }
                    for (; $may !== 0; $may &= $may - 1) {
                        $bit = $may & -$may;
                        $lay = $starterOf[$bit];
                        if ($ask->layTrays[$lay] <= $room) {
                            $todo[] = [$set | $bit, $may & ~($bit | $bit - 1) & $beside[$lay], $room - $ask->layTrays[$lay]];
                        }
                    }
                }
            }
            $states = $next;
            $allSets[] = $sets;
            $allOn[] = $on;
            $counts[] = count($states);
        }

        return new self($allSets, $allOn, $counts, $ways);
    }

    /**
     * @param list<int> $of
     * @param list<int> $starters lays that begin in a week
     * @param list<int> $lays
     *
     * @return array<int, int> by lay, the starters that may lie beside it, by bits
     */
    private static function beside(ToPlace $ask, array $of, array $starters, array $lays): array
    {
        $beside = [];
        foreach ($lays as $lay) {
            if (!isset($beside[$lay])) {
                $clash = $ask->clash[$ask->layComfort[$lay]] ?? [];
                $beside[$lay] = 0;
                foreach ($starters as $i => $other) {
                    if ($of[$other] !== $of[$lay] && !isset($clash[$ask->layComfort[$other]])) {
                        $beside[$lay] |= 1 << $i;
                    }
                }
            }
        }

        return $beside;
    }

    /**
     * The same zone without some lays.
     *
     * @param array<int, true> $gone by lay
     */
    public function without(array $gone): self
    {
        $allSets = $allOn = $counts = [];
        $number = [0 => 0];
        $many = 0;
        foreach ($this->sets as $week => $sets) {
            $keptSets = $keptOn = $next = [];
            foreach ($sets as $of => $set) {
                foreach ($set as $lay) {
                    if (isset($gone[$lay])) {
                        continue 2;
                    }
                }
                $ways = [];
                foreach ($this->on[$week][$of] as $state => $to) {
                    if (isset($number[$state])) {
                        $ways[$number[$state]] = $next[$to] ??= count($next);
                    }
                }
                if ($ways !== []) {
                    $keptSets[] = $set;
                    $keptOn[] = $ways;
                    $many += count($ways);
                }
            }
            $allSets[] = $keptSets;
            $allOn[] = $keptOn;
            $counts[] = count($next);
            $number = $next;
        }

        return new self($allSets, $allOn, $counts, $many, $this->isNarrowed);
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
            foreach ($this->sets[$week] as $number => $set) {
                $gain = $gains[$week][$number];
                $ways = [];
                foreach ($this->on[$week][$number] as $state => $next) {
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

        return self::numbered(array_values($allSets), array_values($allOn));
    }

    /**
     * States are numbered anew, without those that no way passes.
     *
     * @param list<list<list<int>>>       $sets
     * @param list<list<array<int, int>>> $on   each state on a way is reached by another, or is the first
     */
    private static function numbered(array $sets, array $on): self
    {
        $number = [0 => 0];
        $counts = [];
        $many = 0;
        foreach ($on as $week => $all) {
            $next = [];
            foreach ($all as $of => $old) {
                $ways = [];
                foreach ($old as $state => $to) {
                    $ways[$number[$state]] = $next[$to] ??= count($next);
                }
                $on[$week][$of] = $ways;
                $many += count($ways);
            }
            $counts[] = count($next);
            $number = $next;
        }

        return new self($sets, $on, $counts, $many, true);
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
            foreach ($this->sets[$week] as $number => $set) {
                $gain = $gains[$week][$number];
                $cheapest = INF;
                foreach ($this->on[$week][$number] as $state => $next) {
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
        foreach ($this->sets as $week => $sets) {
            $next = [];
            foreach (array_keys($sets) as $number) {
                [$gain, $new] = [$gains[$week][$number], $batches[$week][$number]];
                $folded = self::fold($new);
                foreach ($this->on[$week][$number] as $state => $to) {
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
            foreach ($sets as $number => $set) {
                $new = $sum = 0;
                foreach ($set as $lay) {
                    $new |= 1 << $of[$lay];
                    $sum += $cost[$lay];
                }
                if (($new & ~$filling) !== 0) {
                    continue;
                }
                foreach ($this->on[$week][$number] as $state => $to) {
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
            $from = $with = array_fill(0, $this->states[$week], 0);
            foreach ($sets as $number => $set) {
                $gain = 0.0;
                foreach ($set as $lay) {
                    // What gains nothing by itself gains nothing with others, where all of these are there without it too.
                    if ($worth[$lay] >= 0.0 && !$this->isNarrowed) {
                        continue 2;
                    }
                    $gain += $worth[$lay];
                }
                foreach ($this->on[$week][$number] as $state => $next) {
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
            array_push($taken, ...$this->sets[$week][$with[$state]]);
            $state = $from[$state];
        }

        return $value[0];
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
     * @return array{list<list<float>>, list<list<float>>} by week and state, and by week and set
     */
    private function upToEachState(array $worth): array
    {
        $before = [[0.0]];
        $gains = [];
        foreach ($this->sets as $week => $sets) {
            $best = array_fill(0, $this->states[$week], INF);
            $value = $before[$week];
            $these = [];
            foreach ($sets as $number => $set) {
                $gain = 0.0;
                foreach ($set as $lay) {
                    $gain += $worth[$lay];
                }
                $these[] = $gain;
                foreach ($this->on[$week][$number] as $state => $next) {
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
            foreach ($gains[$week] as $number => $gain) {
                foreach ($this->on[$week][$number] as $state => $next) {
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
