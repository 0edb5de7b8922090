<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use Random\Engine\Mt19937;
use Random\Randomizer;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\BetaBinomial;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\CropRate;
use WetCradle\Core\Rates\NurserySpread;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rates\StickCount;

/**
 * What is promised against what comes true, by made-up nurseries whose truth is known: for a chance that is asked, the number to
 * stick by what is learnt, and the chance that it really gives.
 */
final class Calibration
{
    public const ASKED = [0.5, 0.8, 0.9, 0.95];
    public const BATCHES = [0, 1, 3, 6, 12];
    public const SPREADS = [5.0, 20.0, 100.0];
    /** What a new sheet's rate is worth, in plants. */
    public const STRENGTH = 4.0;
    private const STUCK = 200;
    private const NEEDED = 150;

    private readonly Randomizer $chance;

    private function __construct(int $seed)
    {
        $this->chance = new Randomizer(new Mt19937($seed));
    }

    /**
     * @param float $tooHigh by how much sheets are too hopeful
     *
     * @return array<int|string, array<int, array<string, float>>> reached, by spread, number of past batches and chance asked
     */
    public static function reached(float $tooHigh, int $tries, int $seed): array
    {
        $self = new self($seed);
        $table = [];
        foreach (self::SPREADS as $spread) {
            foreach (self::BATCHES as $batches) {
                $sums = array_fill_keys(array_map(strval(...), self::ASKED), 0.0);
                for ($try = 0; $try < $tries; ++$try) {
                    // Many tries share a nursery: what it borrows is of many ways, and moves little.
                    $borrowed = $try % 25 === 0 ? $self->nursery($spread, $tooHigh) : $borrowed ?? throw new \LogicException('The first makes it.');
                    foreach ($self->one($spread, $batches, $tooHigh, $borrowed) as $asked => $reached) {
                        $sums[$asked] += $reached / $tries;
                    }
                }
                $table[(string) $spread][$batches] = $sums;
            }
        }

        return $table;
    }

    /** What eight other ways teach of the spread, each with a few batches. */
    private function nursery(float $spread, float $tooHigh): NurserySpread
    {
        $ways = [];
        for ($i = 0; $i < 8; ++$i) {
            $mean = 0.45 + 0.4 * $this->any();
            $ways[] = ['prior' => CropPrior::of(min(0.97, $mean + $tooHigh), self::STRENGTH, 20.0), 'batches' => $this->batches(4, $mean, $spread)];
        }

        return NurserySpread::learn($ways);
    }

    /** @return array<string, float> the chance reached, by the one asked */
    private function one(float $spread, int $batches, float $tooHigh, NurserySpread $borrowed): array
    {
        $mean = 0.7;
        $sheet = CropPrior::of(min(0.97, $mean + $tooHigh), self::STRENGTH, $borrowed->phi, $borrowed->lnPhiSd);
        $learnt = CropRate::learn($sheet, $this->batches($batches, $mean, $spread))->forNewBatch;
        $truth = Beta::of($mean * $spread, (1.0 - $mean) * $spread);
        $reached = [];
        foreach (self::ASKED as $asked) {
            [$stick] = StickCount::forGood(self::NEEDED, [$learnt])->fewestFor($asked);
            $reached[(string) $asked] = array_sum(array_slice(BetaBinomial::chances($stick, $truth), self::NEEDED));
        }

        return $reached;
    }

    /** @return list<PastBatch> */
    private function batches(int $many, float $mean, float $spread): array
    {
        return $many === 0 ? [] : array_map(function () use ($mean, $spread): PastBatch {
            $share = $this->beta($mean * $spread, (1.0 - $mean) * $spread);
            $rooted = 0;
            for ($i = 0; $i < self::STUCK; ++$i) {
                $rooted += $this->any() < $share ? 1 : 0;
            }

            return PastBatch::of($rooted, self::STUCK);
        }, range(1, $many));
    }

    /** Between 0 and 1, neither of them. */
    private function any(): float
    {
        return $this->chance->getInt(1, 999_999_999) / 1e9;
    }

    private function beta(float $a, float $b): float
    {
        return Beta::of($a, $b)->quantile($this->any());
    }
}
