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
    /**
     * @param list<list<list<int>>> $sets by week, sets of lays that may begin
     * @param list<array<int, list<int>>> $on by week and set, the ways on: pairs of a state and the one that follows
     * @param list<int> $states by week, how many may follow
     */
    private function __construct(private readonly array $sets, private readonly array $on, private readonly array $states, public readonly int $ways)
    {
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
        $suits = static function (int $lay, array $others) use ($ask, $of): bool {
            $clash = $ask->clash[$ask->layComfort[$lay]] ?? [];
            foreach ($others as $other) {
                if ($of[$other] === $of[$lay] || isset($clash[$ask->layComfort[$other]])) {
                    return false;
                }
            }

            return true;
        };
        $trays = static fn (array $lays) => array_sum(array_map(static fn (int $lay) => $ask->layTrays[$lay], $lays));
        $states = ['at' => []];
        $allSets = $allOn = $counts = [];
        $ways = 0;
        for ($cell = $space * $ask->weeks, $end = $cell + $ask->weeks; $cell < $end; ++$cell) {
            $sets = $numbers = $next = $on = [];
            foreach (array_values($states) as $state => $standing) {
                $todo = [[[], 0, $ask->free[$cell] - $trays($standing)]];
                while ($todo !== []) {
                    [$set, $i, $room] = array_pop($todo);
                    $key = implode(' ', $set);
                    if (!isset($numbers[$key])) {
                        $numbers[$key] = count($sets);
                        $sets[] = $set;
                        $on[] = [];
                    }
                    $stays = array_values(array_filter(
                        [...$standing, ...$set],
                        static fn (int $lay) => $ask->layCell[$lay] + $ask->layWeeks[$lay] > $cell + 1,
                    ));
                    $name = 'at'.implode(' ', $stays);
                    if (!isset($next[$name]) && $stays !== [] && $trays($stays) > $ask->free[$cell + 1]) {
                        // What stands on has no room in the next week.
                        $next[$name] = false;
                    }
                    $next[$name] ??= $stays;
                    if ($next[$name] !== false) {
                        $on[$numbers[$key]][] = [$state, $name];
                        if (++$ways > $most) {
                            return null;
                        }
                    }
                    $starters = $begin[$cell] ?? [];
                    for ($n = count($starters); $i < $n; ++$i) {
                        $lay = $starters[$i];
                        if ($ask->layTrays[$lay] <= $room && $suits($lay, $standing) && $suits($lay, $set)) {
                            $todo[] = [[...$set, $lay], $i + 1, $room - $ask->layTrays[$lay]];
                        }
                    }
                }
            }
            $states = array_filter($next, is_array(...));
            $number = array_flip(array_keys($states));
            $allSets[] = $sets;
            $pairs = [];
            foreach ($on as $set => $followed) {
                $pairs[$set] = [];
                foreach ($followed as [$state, $name]) {
                    $pairs[$set][] = $state;
                    $pairs[$set][] = $number[$name];
                }
            }
            $allOn[] = $pairs;
            $counts[] = count($states);
        }

        return new self($allSets, $allOn, $counts, $ways);
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
                $ways = $this->on[$week][$of];
                $pairs = [];
                for ($w = 0, $end = count($ways); $w < $end; $w += 2) {
                    if (isset($number[$ways[$w]])) {
                        $pairs[] = $number[$ways[$w]];
                        $pairs[] = $next[$ways[$w + 1]] ??= count($next);
                    }
                }
                if ($pairs !== []) {
                    $keptSets[] = $set;
                    $keptOn[] = $pairs;
                    $many += intdiv(count($pairs), 2);
                }
            }
            $allSets[] = $keptSets;
            $allOn[] = $keptOn;
            $counts[] = count($next);
            $number = $next;
        }

        return new self($allSets, $allOn, $counts, $many);
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
        $before = [[0.0]];
        $gains = [];
        foreach ($this->sets as $week => $sets) {
            $best = array_fill(0, $this->states[$week], INF);
            $value = $before[$week];
            foreach ($sets as $number => $set) {
                $gain = 0.0;
                foreach ($set as $lay) {
                    $gain += $worth[$lay];
                }
                $gains[$week][$number] = $gain;
                $ways = $this->on[$week][$number];
                for ($w = 0, $end = count($ways); $w < $end; $w += 2) {
                    $sum = $value[$ways[$w]] + $gain;
                    if ($sum < $best[$ways[$w + 1]]) {
                        $best[$ways[$w + 1]] = $sum;
                    }
                }
            }
            $before[] = $best;
        }
        $last = count($this->sets);
        $after = [0.0];
        $least = $before[$last][0];
        $more = [];
        for ($week = $last - 1; $week >= 0; --$week) {
            $value = array_fill(0, count($before[$week]), INF);
            foreach ($this->sets[$week] as $number => $set) {
                $gain = $gains[$week][$number];
                $ways = $this->on[$week][$number];
                $cheapest = INF;
                for ($w = 0, $end = count($ways); $w < $end; $w += 2) {
                    $sum = $gain + $after[$ways[$w + 1]];
                    if ($sum < $value[$ways[$w]]) {
                        $value[$ways[$w]] = $sum;
                    }
                    $sum += $before[$week][$ways[$w]];
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
            $from = $with = [];
            foreach ($sets as $number => $set) {
                $gain = 0.0;
                foreach ($set as $lay) {
                    // What gains nothing by itself gains nothing with others.
                    if ($worth[$lay] >= 0.0) {
                        continue 2;
                    }
                    $gain += $worth[$lay];
                }
                $ways = $this->on[$week][$number];
                for ($w = 0, $end = count($ways); $w < $end; $w += 2) {
                    $sum = $value[$ways[$w]] + $gain;
                    $next = $ways[$w + 1];
                    if ($sum < $best[$next]) {
                        $best[$next] = $sum;
                        $from[$next] = $ways[$w];
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
}
