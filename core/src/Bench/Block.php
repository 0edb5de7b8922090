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
    /** @var array<int, int> by bit, those that may still be taken beside it */
    private array $beside = [];
    /** @var array<int, int> the bit of each batch in the way being tried, -1 where it is left out */
    private array $now = [];
    /** @var array<int, int> the same of the best way so far */
    private array $best = [];
    private float $limit = 0.0;
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
        $of = $many = [];
        foreach ($this->batches as $i => $batch) {
            $this->out[] = $this->ask->leftOut[$batch] - ($heat > 0.0 ? $heat * $luck->gumbel() : 0.0);
            $of[$i] = [];
            foreach ($lays[$batch] as $lay) {
                if ($this->house->fits($lay)) {
                    $of[$i][$lay] = $this->ask->layCost[$lay] - ($heat > 0.0 ? $heat * $luck->gumbel() : 0.0);
                }
            }
            asort($of[$i]);
            $many[$i] = count($of[$i]);
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
            $this->limit += $this->best[$i] < 0 ? $this->out[$i] : $this->cost[$this->best[$i]];
        }
        $this->now = $this->best;
    }

    /** Which lays cannot be had together: in one zone in one week, wanting other warmth or water, or too many trays. */
    private function ruleOut(): void
    {
        $ask = $this->ask;
        $all = (1 << count($this->lay)) - 1;
        $beside = array_fill(0, count($this->lay), $all);
        $byFirst = [];
        foreach ($this->lay as $bit => $lay) {
            $byFirst[intdiv($ask->layCell[$lay], $ask->weeks)][] = $bit;
        }
        foreach ($byFirst as $bits) {
            foreach ($bits as $k => $a) {
                $la = $this->lay[$a];
                $from = $ask->layCell[$la];
                $to = $from + $ask->layWeeks[$la];
                $trays = $ask->layTrays[$la];
                $clash = $ask->clash[$ask->layComfort[$la]] ?? [];
                for ($n = count($bits) - 1; $n > $k; --$n) {
                    $b = $bits[$n];
                    $lb = $this->lay[$b];
                    $first = max($from, $ask->layCell[$lb]);
                    $last = min($to, $ask->layCell[$lb] + $ask->layWeeks[$lb]);
                    if ($first >= $last) {
                        continue;
                    }
                    $isRuledOut = isset($clash[$ask->layComfort[$lb]]);
                    $both = $trays + $ask->layTrays[$lb];
                    for ($cell = $first; !$isRuledOut && $cell < $last; ++$cell) {
                        $isRuledOut = $this->house->free[$cell] < $both;
                    }
                    if ($isRuledOut) {
                        $beside[$a] &= ~(1 << $b);
                        $beside[$b] &= ~(1 << $a);
                    }
                }
            }
        }
        $this->beside = $beside;
    }

    private function try(int $i, int $may, float $cost): void
    {
        ++$this->tries;
        $least = $cost;
        for ($j = $i; isset($this->batches[$j]); ++$j) {
            $cheapest = $this->out[$j];
            foreach ($this->bits[$j] as $bit) {
                if ($may >> $bit & 1) {
                    $cheapest = min($cheapest, $this->cost[$bit]);
                    break;
                }
            }
            $least += $cheapest;
        }
        if ($least >= $this->limit - 1e-9) {
            return;
        }
        if (!isset($this->batches[$i])) {
            $this->limit = $cost;
            $this->best = $this->now;

            return;
        }
        $ask = $this->ask;
        foreach ($this->bits[$i] as $bit) {
            if (!($may >> $bit & 1) || $this->tries > self::TRIED) {
                continue;
            }
            // Three may be too many where each two of them have room.
            $lay = $this->lay[$bit];
            $trays = $ask->layTrays[$lay];
            $from = $ask->layCell[$lay];
            $to = $from + $ask->layWeeks[$lay];
            for ($cell = $from; $cell < $to && $this->house->free[$cell] >= $trays; ++$cell) {
            }
            if ($cell < $to) {
                continue;
            }
            for ($cell = $from; $cell < $to; ++$cell) {
                $this->house->free[$cell] -= $trays;
            }
            $this->now[$i] = $bit;
            $this->try($i + 1, $may & $this->beside[$bit], $cost + $this->cost[$bit]);
            for ($cell = $from; $cell < $to; ++$cell) {
                $this->house->free[$cell] += $trays;
            }
        }
        $this->now[$i] = -1;
        $this->try($i + 1, $may, $cost + $this->out[$i]);
    }
}
