<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * All ways in which one zone can be filled, as forks: at each, one lay begins or is passed over, and what may follow is another fork.
 * Forks from which the same may follow are one and the same, so that they are a fraction of the ways there are (a reduced decision
 * diagram). They are listed once (`ListedWays`); then the best way is found for any worths of lays, by itself and without any search:
 * from the last forks to the first, each is worth the better of both.
 *
 * A fork is known by its place, from 2 on; those that may follow one come before it. From `BARRED` no way goes on, and at `END` all is
 * laid.
 */
final class ZoneWays
{
    public const BARRED = 0;
    public const END = 1;
    /** What sums of the same costs may differ by that were added in another order. */
    private const ROUNDED = 1e-4;

    /**
     * @param list<array{int, list<int>, list<int>}> $lays       each that begins in any way, the last first; with its forks: what follows
     *                                                          where it is passed over, and where it is laid
     * @param int                                    $first      the fork at which all ways begin
     * @param int                                    $forks      how many there are
     * @param bool                                   $isNarrowed whether what has fewer lays may be missing while what has more is there
     */
    public function __construct(
        private readonly array $lays,
        private readonly int $first,
        public readonly int $forks,
        private readonly bool $isNarrowed = false,
    ) {
    }

    /** Whether no way is left at all, not even to leave it empty. */
    public function isBarred(): bool
    {
        return $this->first === self::BARRED;
    }

    /** @return array<int, true> by lay, those that any way has */
    public function lays(): array
    {
        return array_fill_keys(array_column($this->lays, 0), true);
    }

    /**
     * The same zone without some lays.
     *
     * @param array<int, true> $gone by lay
     */
    public function without(array $gone): self
    {
        $worth = [];
        foreach ($this->lays as [$lay]) {
            $worth[$lay] = isset($gone[$lay]) ? INF : 0.0;
        }

        return $this->cut($worth, 0.0, $this->isNarrowed);
    }

    /**
     * The same zone without ways that cost more than its best way and this.
     *
     * @param array<int, float> $worth by lay
     */
    public function within(array $worth, float $room): self
    {
        return $this->cut($worth, $room + self::ROUNDED, true);
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
        $value = $this->values($worth);
        $before = $this->before($worth);
        $more = [];
        $fork = self::END;
        foreach ($this->lays as [$lay, , $withs]) {
            $least = INF;
            foreach ($withs as $with) {
                $sum = $before[++$fork] + $value[$with];
                if ($sum < $least) {
                    $least = $sum;
                }
            }
            $more[$lay] = $least + $worth[$lay] - $value[$this->first];
        }

        return $more;
    }

    /**
     * All sets of batches that the zone can have for at most so much more than its best way costs, each at the cheapest way for it.
     *
     * @param array<int, float> $worth by lay
     * @param list<int>         $of    the batch of each lay, each below what a whole number has bits
     * @param int               $left  forks and sets that may still be looked at; those looked at are taken from it
     *
     * @return ?array{list<int>, list<float>} by the bits of the batches, how much more than the best way, cheapest first; null where it
     *                                        took too much
     */
    public function fillings(array $worth, array $of, float $room, int &$left): ?array
    {
        $value = $this->values($worth);
        $most = $value[$this->first] + $room;
        $at = [$this->first => [0 => 0.0]];
        $fork = $this->forks + 1;
        for ($i = count($this->lays) - 1; $i >= 0; --$i) {
            [$lay, $withouts, $withs] = $this->lays[$i];
            $gain = $worth[$lay];
            $folded = self::fold(1 << $of[$lay]);
            for ($j = count($withs) - 1; $j >= 0; --$j, --$fork) {
                if (!isset($at[$fork])) {
                    continue;
                }
                $here = $at[$fork];
                unset($at[$fork]);
                $left -= 1 + count($here);
                if ($left < 0) {
                    return null;
                }
                $with = $withs[$j];
                $limit = $most - $gain - $value[$with];
                foreach ($here as $key => $cost) {
                    if ($cost <= $limit) {
                        $all = $key ^ $folded;
                        if (!isset($at[$with][$all]) || $cost + $gain < $at[$with][$all]) {
                            $at[$with][$all] = $cost + $gain;
                        }
                    }
                }
                $without = $withouts[$j];
                $limit = $most - $value[$without];
                if (!isset($at[$without]) && $value[$without] <= $value[$fork]) {
                    $at[$without] = $here;
                } else {
                    foreach ($here as $key => $cost) {
                        if ($cost <= $limit && (!isset($at[$without][$key]) || $cost < $at[$without][$key])) {
                            $at[$without][$key] = $cost;
                        }
                    }
                }
            }
        }
        $fillings = $dearer = [];
        $ends = $at[self::END] ?? [];
        asort($ends);
        foreach ($ends as $key => $cost) {
            $fillings[] = $key ^ $key >> 16;
            $dearer[] = $cost - $value[$this->first];
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
        $at = [$this->first => [0 => [0, []]]];
        $fork = $this->forks + 1;
        for ($i = count($this->lays) - 1; $i >= 0; --$i) {
            [$lay, $withouts, $withs] = $this->lays[$i];
            $new = 1 << $of[$lay];
            for ($j = count($withs) - 1; $j >= 0; --$j, --$fork) {
                foreach ($at[$fork] ?? [] as $key => [$spent, $lays]) {
                    if ($spent < ($at[$withouts[$j]][$key][0] ?? PHP_INT_MAX)) {
                        $at[$withouts[$j]][$key] = [$spent, $lays];
                    }
                    if (($new & ~$filling) === 0 && $spent + $cost[$lay] < ($at[$withs[$j]][$key | $new][0] ?? PHP_INT_MAX)) {
                        $at[$withs[$j]][$key | $new] = [$spent + $cost[$lay], [...$lays, $lay]];
                    }
                }
                unset($at[$fork]);
            }
        }

        return $at[self::END][$filling][1];
    }

    /**
     * The best way through the weeks.
     *
     * @param array<int, float> $worth by lay; less than nothing is a gain
     * @param list<int>         $taken the lays it takes are laid to these
     */
    public function best(array $worth, array &$taken): float
    {
        $value = $this->values($worth);
        $fork = $this->forks + 1;
        $at = $this->first;
        for ($i = count($this->lays) - 1; $at > self::END; --$i) {
            [$lay, $withouts, $withs] = $this->lays[$i];
            $fork -= count($withs);
            if ($at > $fork) {
                $j = $at - $fork - 1;
                if ($worth[$lay] + $value[$withs[$j]] < $value[$withouts[$j]]) {
                    $taken[] = $lay;
                    $at = $withs[$j];
                } else {
                    $at = $withouts[$j];
                }
            }
        }

        return $value[$this->first];
    }

    /**
     * What all costs from each fork on, in the best way. This is where the time goes.
     *
     * @param array<int, float> $worth by lay
     *
     * @return list<float> by fork
     */
    private function values(array $worth): array
    {
        $value = [INF, 0.0];
        foreach ($this->lays as [$lay, $withouts, $withs]) {
            $gain = $worth[$lay];
            if ($gain >= 0.0 && !$this->isNarrowed) {
                // What gains nothing by itself gains nothing with others, where all of these are there without it too.
                foreach ($withouts as $without) {
                    $value[] = $value[$without];
                }
                continue;
            }
            foreach ($withs as $i => $with) {
                $laid = $gain + $value[$with];
                $passed = $value[$withouts[$i]];
                $value[] = $laid < $passed ? $laid : $passed;
            }
        }

        return $value;
    }

    /**
     * What all costs up to each fork, in the best way.
     *
     * @param array<int, float> $worth by lay
     *
     * @return array<int, float> by fork
     */
    private function before(array $worth): array
    {
        $fork = $this->forks + 1;
        $before = array_fill(0, $fork + 1, INF);
        $before[$this->first] = 0.0;
        for ($i = count($this->lays) - 1; $i >= 0; --$i) {
            [$lay, $withouts, $withs] = $this->lays[$i];
            $gain = $worth[$lay];
            for ($j = count($withs) - 1; $j >= 0; --$j, --$fork) {
                $passed = $before[$fork];
                $laid = $passed + $gain;
                if ($passed < $before[$withouts[$j]]) {
                    $before[$withouts[$j]] = $passed;
                }
                if ($laid < $before[$withs[$j]]) {
                    $before[$withs[$j]] = $laid;
                }
            }
        }

        return $before;
    }

    /** @param array<int, float> $worth by lay */
    private function cut(array $worth, float $room, bool $isNarrowed): self
    {
        $value = $this->values($worth);
        $before = $this->before($worth);
        $most = $value[$this->first] + $room;
        if ($most === INF) {
            return new self([], self::BARRED, 0, $isNarrowed);
        }
        $place = [self::BARRED, self::END];
        $kept = [];
        $many = 0;
        $fork = self::END;
        foreach ($this->lays as [$lay, $withouts, $withs]) {
            $gain = $worth[$lay];
            $known = $keptWithouts = $keptWiths = [];
            foreach ($withs as $i => $with) {
                $so = $before[++$fork];
                $passed = $withouts[$i];
                $passed = $so + $value[$passed] <= $most ? $place[$passed] : self::BARRED;
                $laid = $so + $gain + $value[$with] <= $most ? $place[$with] : self::BARRED;
                if ($laid === self::BARRED) {
                    $place[] = $passed;
                } else {
                    $both = $laid << 32 | $passed;
                    if (!isset($known[$both])) {
                        $known[$both] = ++$many + self::END;
                        $keptWithouts[] = $passed;
                        $keptWiths[] = $laid;
                    }
                    $place[] = $known[$both];
                }
            }
            if ($keptWiths !== []) {
                $kept[] = [$lay, $keptWithouts, $keptWiths];
            }
        }

        return new self($kept, $place[$this->first], $many, $isNarrowed);
    }

    /**
     * Tables find whole numbers by their last bits, and these often have only their first ones different: folded over, all bits count.
     * `$key ^ $key >> 16` is the number again; what is in two that share no bit is folded as one of them with `^` the other.
     */
    private static function fold(int $bits): int
    {
        return $bits ^ $bits >> 16 ^ $bits >> 32 ^ $bits >> 48;
    }
}
