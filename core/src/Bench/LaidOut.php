<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** Batches as they are laid out in the house now: who lies where, what is free, what that costs. Without faults at every moment. */
final class LaidOut
{
    public const NOWHERE = -1;

    /** @var array<int, int> the lay of each batch, or NOWHERE */
    public array $at;
    /** The sum of what all lays and all left out cost. */
    public int $score;
    /** @var array<int, int> trays free, by cell */
    public array $free;
    /** @var array<int, array<int, int>> the comfort of each batch that lies there, by cell; without those that stay where they stand */
    public array $lying;

    public function __construct(private readonly ToPlace $ask)
    {
        $this->clear();
    }

    public function isOut(int $batch): bool
    {
        return $this->at[$batch] === self::NOWHERE;
    }

    public function costOf(int $batch): int
    {
        $lay = $this->at[$batch];

        return $lay < 0 ? $this->ask->leftOut[$batch] : $this->ask->layCost[$lay];
    }

    /** Whether there is room for it, beside nobody that clashes with it. */
    public function fits(int $lay): bool
    {
        return $this->fitting([$lay]) !== [];
    }

    /**
     * @param list<int> $lays
     * @param int       $most how many are enough
     *
     * @return list<int> those that fit, each by itself
     */
    public function fitting(array $lays, int $most = PHP_INT_MAX): array
    {
        $free = $this->free;
        $lying = $this->lying;
        $cells = $this->ask->layCell;
        $weeks = $this->ask->layWeeks;
        $traysOf = $this->ask->layTrays;
        $fitting = [];
        foreach ($lays as $lay) {
            $trays = $traysOf[$lay];
            $from = $cells[$lay];
            $end = $from + $weeks[$lay];
            for ($cell = $from; $cell < $end; ++$cell) {
                if ($free[$cell] < $trays) {
                    continue 2;
                }
            }
            $clash = $this->ask->clash[$this->ask->layComfort[$lay]] ?? [];
            if ($clash !== []) {
                for ($cell = $from; $cell < $end; ++$cell) {
                    foreach ($lying[$cell] as $comfort) {
                        if (isset($clash[$comfort])) {
                            continue 3;
                        }
                    }
                }
            }
            $fitting[] = $lay;
            if (--$most < 1) {
                break;
            }
        }

        return $fitting;
    }

    public function put(int $batch, int $lay): void
    {
        $ask = $this->ask;
        $trays = $ask->layTrays[$lay];
        $comfort = $ask->layComfort[$lay];
        $end = $ask->layCell[$lay] + $ask->layWeeks[$lay];
        for ($i = $ask->layCell[$lay]; $i < $end; ++$i) {
            $this->free[$i] -= $trays;
            $this->lying[$i][$batch] = $comfort;
        }
        $this->at[$batch] = $lay;
        $this->score += $ask->layCost[$lay] - $ask->leftOut[$batch];
    }

    public function take(int $batch): void
    {
        $ask = $this->ask;
        $lay = $this->at[$batch];
        $trays = $ask->layTrays[$lay];
        $end = $ask->layCell[$lay] + $ask->layWeeks[$lay];
        for ($i = $ask->layCell[$lay]; $i < $end; ++$i) {
            $this->free[$i] += $trays;
            unset($this->lying[$i][$batch]);
        }
        $this->at[$batch] = self::NOWHERE;
        $this->score -= $ask->layCost[$lay] - $ask->leftOut[$batch];
    }

    public function clear(): void
    {
        $this->at = array_fill(0, count($this->ask->names), self::NOWHERE);
        $this->free = $this->ask->free;
        $this->lying = array_fill(0, count($this->free), []);
        $this->score = array_sum($this->ask->leftOut);
    }
}
