<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * A few batches taken up together and laid anew in the best way there is, around all that stays: a search of all ways, cut off
 * where it cannot win, and ended after so many tries. Each lay knows by the bits of a whole number which others it rules out.
 *
 * With heat, each cost is shaken by chance first, so that what is dearer is taken now and then, the more the hotter.
 */
final class Block
{
    /** Lays looked at in one block: as many as a whole number has bits. */
    private const LAYS = 62;
    /** Ways tried before it is ended. */
    private const TRIED = 1000;

    /** @var list<list<int>> the bits of the lays of each batch, cheapest first */
    private array $bits = [];
    /** @var list<float> what it costs to leave each batch out */
    private array $out = [];
    /** @var list<int> the lay of each bit */
    private array $lay = [];
    /** @var list<float> */
    private array $cost = [];
    /** @var list<int> by bit, the lay's trays */
    private array $trays = [];
    /** @var list<int> by bit, its first cell */
    private array $from = [];
    /** @var list<int> by bit, the cell after its last */
    private array $to = [];
    /** @var array<int, int> all bits of each batch */
    private array $all = [];
    /** @var array<int, float> by a whole number of which only that bit is set */
    private array $costOf = [];
    /** @var array<int, int> trays free, by cell */
    private array $free;
    /** @var array<int, int> by bit, those that may still be taken beside it */
    private array $beside = [];
    /** @var array<int, int> the bit of each batch in the way being tried, -1 where it is left out */
    private array $now = [];
    /** @var array<int, int> the same of the best way so far */
    private array $best = [];
    private float $limit = 0.0;
    private int $many = 0;
    private int $tries = 0;

    /** @param non-empty-list<int> $batches without a place now, dearest to leave out first */
    private function __construct(private readonly ToPlace $ask, private readonly LaidOut $house, private readonly array $batches)
    {
    }

    /**
     * @param non-empty-list<int> $batches
     * @param list<list<int>>     $lays    by batch, cheapest first
     *
     * @return int ways tried
     */
    public static function layAnew(ToPlace $ask, LaidOut $house, array $batches, array $lays, float $heat, Luck $luck): int
    {
        usort($batches, static fn (int $a, int $b) => [$ask->leftOut[$b], $a] <=> [$ask->leftOut[$a], $b]);
        $was = [];
        foreach ($batches as $batch) {
            $was[] = $house->at[$batch];
            if (!$house->isOut($batch)) {
                $house->take($batch);
            }
        }
        $block = new self($ask, $house, $batches);
        $block->gather($lays, $was, $heat, $luck);
        $block->ruleOut();
        $block->free = $house->free;
        $block->try(0, (1 << count($block->lay)) - 1, 0.0);
        foreach ($block->best as $i => $bit) {
            if ($bit >= 0) {
                $house->put($batches[$i], $block->lay[$bit]);
            }
        }

        return $block->tries + count($block->lay);
    }

    /**
     * @param list<list<int>> $lays
     * @param list<int>       $was  where each lay, so that nothing worse need be taken
     */
    private function gather(array $lays, array $was, float $heat, Luck $luck): void
    {
        $of = $many = $cheapest = [];
        foreach ($this->batches as $i => $batch) {
            $out = $this->ask->leftOut[$batch] - ($heat > 0.0 ? $heat * $luck->gumbel() : 0.0);
            $of[$i] = [];
            foreach ($this->house->fitting($lays[$batch]) as $lay) {
                $cost = $this->ask->layCost[$lay] - ($heat > 0.0 ? $heat * $luck->gumbel() : 0.0);
                if ($cost < $out || $lay === $was[$i]) {
                    $of[$i][$lay] = $cost;
                }
            }
            asort($of[$i]);
            $first = reset($of[$i]);
            $this->out[] = $out;
            $cheapest[$i] = $first === false || $first > $out ? $out : $first;
            $this->limit += $was[$i] === LaidOut::NOWHERE ? $out : $of[$i][$was[$i]];
        }
        // What is dearer than this by itself cannot be made up for by the others.
        $most = $this->limit - array_sum($cheapest) + 1e-9;
        foreach ($of as $i => $costs) {
            $many[$i] = 0;
            foreach ($costs as $cost) {
                if ($cost - $cheapest[$i] > $most) {
                    break;
                }
                ++$many[$i];
            }
        }
        for ($all = array_sum($many); $all > self::LAYS; --$all) {
            --$many[array_search(max($many), $many, true)];
        }
        foreach ($this->batches as $i => $batch) {
            $costs = array_slice($of[$i], 0, $many[$i], true);
            if ($was[$i] !== LaidOut::NOWHERE && !isset($costs[$was[$i]])) {
                $costs = array_slice($costs, 0, $many[$i] - 1, true) + [$was[$i] => $of[$i][$was[$i]]];
            }
            $this->bits[$i] = [];
            $this->best[$i] = -1;
            foreach ($costs as $lay => $cost) {
                $bit = count($this->lay);
                if ($lay === $was[$i]) {
                    $this->best[$i] = $bit;
                }
                $this->bits[$i][] = $bit;
                $this->lay[] = $lay;
                $this->cost[] = $cost;
            }
        }
        $this->limit -= 1e-9;
        $this->many = count($this->batches);
        $this->now = $this->best;
    }

    /** Which lays cannot be had together: in one zone in one week, wanting other warmth or water, or too many trays. */
    private function ruleOut(): void
    {
        $ask = $this->ask;
        $free = $this->house->free;
        $beside = array_fill(0, count($this->lay), (1 << count($this->lay)) - 1);
        $byZone = [];
        foreach ($this->lay as $bit => $lay) {
            $this->trays[] = $ask->layTrays[$lay];
            $this->from[] = $cell = $ask->layCell[$lay];
            $this->to[] = $cell + $ask->layWeeks[$lay];
            $byZone[intdiv($cell, $ask->weeks)][] = $bit;
        }
        [$trays, $from, $to] = [$this->trays, $this->from, $this->to];
        foreach ($byZone as $bits) {
            while (($a = array_pop($bits)) !== null) {
                [$first, $last, $room] = [$from[$a], $to[$a], $trays[$a]];
                $clash = $ask->clash[$ask->layComfort[$this->lay[$a]]] ?? [];
                foreach ($bits as $b) {
                    if ($from[$b] >= $last || $to[$b] <= $first) {
                        continue;
                    }
                    if (!isset($clash[$ask->layComfort[$this->lay[$b]]])) {
                        $both = $room + $trays[$b];
                        for ($cell = max($first, $from[$b]), $end = min($last, $to[$b]); $cell < $end && $free[$cell] >= $both; ++$cell) {
                        }
                        if ($cell === $end) {
                            continue;
                        }
                    }
                    $beside[$a] &= ~(1 << $b);
                    $beside[$b] &= ~(1 << $a);
                }
            }
        }
        $this->beside = $beside;
        foreach ($this->bits as $i => $bits) {
            $this->all[$i] = $bits === [] ? 0 : (1 << end($bits) + 1) - (1 << $bits[0]);
        }
        foreach ($this->cost as $bit => $cost) {
            $this->costOf[1 << $bit] = $cost;
        }
    }

    private function try(int $i, int $may, float $cost): void
    {
        ++$this->tries;
        $least = $cost;
        for ($j = $i; $j < $this->many; ++$j) {
            // The lays of a batch follow each other, cheapest first: the lowest bit left is the cheapest lay left.
            $left = $may & $this->all[$j];
            $least += $left === 0 ? $this->out[$j] : $this->costOf[$left & -$left];
        }
        if ($least >= $this->limit) {
            return;
        }
        if ($i === $this->many) {
            $this->limit = $cost - 1e-9;
            $this->best = $this->now;

            return;
        }
        foreach ($this->bits[$i] as $bit) {
            if (!($may >> $bit & 1) || $this->tries > self::TRIED) {
                continue;
            }
            // Three may be too many where each two of them have room.
            $trays = $this->trays[$bit];
            [$from, $to] = [$this->from[$bit], $this->to[$bit]];
            for ($cell = $from; $cell < $to && $this->free[$cell] >= $trays; ++$cell) {
            }
            if ($cell < $to) {
                continue;
            }
            for ($cell = $from; $cell < $to; ++$cell) {
                $this->free[$cell] -= $trays;
            }
            $this->now[$i] = $bit;
            $this->try($i + 1, $may & $this->beside[$bit], $cost + $this->cost[$bit]);
            for ($cell = $from; $cell < $to; ++$cell) {
                $this->free[$cell] += $trays;
            }
        }
        $this->now[$i] = -1;
        $this->try($i + 1, $may, $cost + $this->out[$i]);
    }
}
