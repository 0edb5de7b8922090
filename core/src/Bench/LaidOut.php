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
    private array $free;
    /** @var array<int, array<int, int>> the comfort of each laid batch, by space and week; without batches that stay where they stand */
    private array $lying;

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

    public function fits(int $lay): bool
    {
        $ask = $this->ask;
        $last = $ask->firstLeg[$lay + 1] ?? count($ask->legCell);
        for ($leg = $ask->firstLeg[$lay]; $leg < $last; ++$leg) {
            $trays = $ask->legTrays[$leg];
            $cell = $ask->legCell[$leg];
            $end = $cell + $ask->legWeeks[$leg];
            for ($i = $cell; $i < $end; ++$i) {
                if ($this->free[$i] < $trays) {
                    return false;
                }
            }
            $clash = $ask->clash[$ask->legComfort[$leg]] ?? [];
            if ($clash !== []) {
                for ($i = $cell; $i < $end; ++$i) {
                    foreach ($this->lying[$i] as $comfort) {
                        if (isset($clash[$comfort])) {
                            return false;
                        }
                    }
                }
            }
        }

        return true;
    }

    public function put(int $batch, int $lay): void
    {
        $ask = $this->ask;
        $last = $ask->firstLeg[$lay + 1] ?? count($ask->legCell);
        for ($leg = $ask->firstLeg[$lay]; $leg < $last; ++$leg) {
            $trays = $ask->legTrays[$leg];
            $comfort = $ask->legComfort[$leg];
            $cell = $ask->legCell[$leg];
            $end = $cell + $ask->legWeeks[$leg];
            for ($i = $cell; $i < $end; ++$i) {
                $this->free[$i] -= $trays;
                $this->lying[$i][$batch] = $comfort;
            }
        }
        $this->at[$batch] = $lay;
        $this->score += $ask->layCost[$lay] - $ask->leftOut[$batch];
    }

    public function take(int $batch): void
    {
        $ask = $this->ask;
        $lay = $this->at[$batch];
        $last = $ask->firstLeg[$lay + 1] ?? count($ask->legCell);
        for ($leg = $ask->firstLeg[$lay]; $leg < $last; ++$leg) {
            $trays = $ask->legTrays[$leg];
            $cell = $ask->legCell[$leg];
            $end = $cell + $ask->legWeeks[$leg];
            for ($i = $cell; $i < $end; ++$i) {
                $this->free[$i] += $trays;
                unset($this->lying[$i][$batch]);
            }
        }
        $this->at[$batch] = self::NOWHERE;
        $this->score -= $ask->layCost[$lay] - $ask->leftOut[$batch];
    }

    /** @return list<int> batches that have to go for this lay, the dearest first */
    public function inTheWay(int $lay, Luck $luck): array
    {
        $ask = $this->ask;
        $out = [];
        $last = $ask->firstLeg[$lay + 1] ?? count($ask->legCell);
        for ($leg = $ask->firstLeg[$lay]; $leg < $last; ++$leg) {
            $cell = $ask->legCell[$leg];
            $end = $cell + $ask->legWeeks[$leg];
            $clash = $ask->clash[$ask->legComfort[$leg]] ?? [];
            for ($i = $cell; $i < $end; ++$i) {
                foreach ($this->lying[$i] as $other => $comfort) {
                    if (isset($clash[$comfort])) {
                        $out[$other] = true;
                    }
                }
            }
            for ($i = $cell; $i < $end; ++$i) {
                $lack = $ask->legTrays[$leg] - $this->free[$i];
                if ($lack <= 0) {
                    continue;
                }
                $here = [];
                foreach ($this->lying[$i] as $other => $comfort) {
                    if (isset($out[$other])) {
                        $lack -= $this->traysIn($other, $i);
                    } else {
                        $here[$other] = $ask->leftOut[$other] * (64 + $luck->below(64));
                    }
                }
                asort($here);
                foreach ($here as $other => $worth) {
                    if ($lack <= 0) {
                        break;
                    }
                    $out[$other] = true;
                    $lack -= $this->traysIn($other, $i);
                }
            }
        }
        $out = array_keys($out);
        usort($out, static fn (int $a, int $b) => [$ask->leftOut[$b], $a] <=> [$ask->leftOut[$a], $b]);

        return $out;
    }

    private function traysIn(int $batch, int $cell): int
    {
        $ask = $this->ask;
        $leg = $ask->firstLeg[$this->at[$batch]];
        while ($cell < $ask->legCell[$leg] || $cell >= $ask->legCell[$leg] + $ask->legWeeks[$leg]) {
            ++$leg;
        }

        return $ask->legTrays[$leg];
    }

    public function clear(): void
    {
        $this->at = array_fill(0, count($this->ask->names), self::NOWHERE);
        $this->free = $this->ask->free;
        $this->lying = array_fill(0, count($this->free), []);
        $this->score = array_sum($this->ask->leftOut);
    }
}
