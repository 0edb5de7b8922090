<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use Random\Engine\Mt19937;
use Random\Randomizer;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\BetaBinomial;
use WetCradle\Core\Plan\StickNumbers;
use WetCradle\Core\Rates\CountedBatch;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\CropRate;
use WetCradle\Core\Rates\LikelyMishaps;
use WetCradle\Core\Rates\NurseryLearnt;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rates\StickParted;
use WetCradle\Core\Rates\WayTells;

/**
 * What is promised against what comes true, by made-up nurseries whose truth is known, mishaps among it: for a chance that is
 * asked, the number that a plan says to stick by what the nursery's own book teaches, parted where one batch cannot give the
 * chance, and the chance that it really gives.
 */
final class Calibration
{
    public const ASKED = [0.5, 0.8, 0.9, 0.95];
    public const BATCHES = [0, 1, 3, 6, 12];
    public const SPREADS = [5.0, 20.0, 100.0];
    /** What a new sheet's rate is worth, in plants. */
    public const STRENGTH = 4.0;
    /** Of so many batches one fails as a whole, and leaves by Beta(1, 5). */
    private const MISHAPS = 20;
    /** Ways of the nursery, and batches of each. */
    private const WAYS = 24;
    private const OF_EACH = 12;
    private const STUCK = 200;
    private const NEEDED = 100;

    /** @var array<string, list<float>> chances of each number of good ones */
    private static array $sizes = [];
    private readonly Randomizer $chance;

    /** @param float $mean what a batch really roots on average */
    private function __construct(int $seed, private readonly float $mean)
    {
        $this->chance = new Randomizer(new Mt19937($seed));
    }

    /**
     * @param float     $mean    what a batch of the way really roots on average
     * @param float     $tooHigh by how much sheets are too hopeful
     * @param list<int> $known   past batches
     *
     * @return array<int|string, array<int, array<string, float>>> reached, by spread, number of past batches and chance asked
     */
    public static function reached(float $mean, float $tooHigh, int $tries, int $seed, array $known = self::BATCHES): array
    {
        $self = new self($seed, $mean);
        $table = [];
        foreach (self::SPREADS as $spread) {
            $sums = array_fill_keys($known, array_fill_keys(array_map(strval(...), self::ASKED), 0.0));
            $nursery = NurseryLearnt::nothing();
            for ($try = 0; $try < $tries; ++$try) {
                // Many tries share a nursery: what it teaches is of many ways, and moves little.
                $nursery = $try % 50 === 0 ? $self->nursery($spread, $tooHigh) : $nursery;
                foreach ($known as $batches) {
                    foreach ($self->one($spread, $batches, $tooHigh, $nursery) as $asked => $reached) {
                        $sums[$batches][$asked] += $reached / $tries;
                    }
                }
            }
            $table[(string) $spread] = $sums;
        }

        return $table;
    }

    /** What the other ways of the nursery teach. */
    private function nursery(float $spread, float $tooHigh): NurseryLearnt
    {
        $ways = [];
        for ($i = 0; $i < self::WAYS; ++$i) {
            $mean = 0.45 + 0.4 * $this->any();
            $ways[] = WayTells::of(
                CropPrior::of(min(0.97, $mean + $tooHigh), self::STRENGTH, 20.0),
                array_map(
                    static fn (PastBatch $past) => CountedBatch::of($past->rooted, $past->stuck, $past->stuck),
                    $this->batches(self::OF_EACH, $mean, $spread),
                ),
            );
        }

        return NurseryLearnt::of($ways);
    }

    /** @return array<string, float> the chance reached, by the one asked */
    private function one(float $spread, int $batches, float $tooHigh, NurseryLearnt $nursery): array
    {
        $sheet = CropPrior::of(min(0.97, $this->mean + $tooHigh), self::STRENGTH, $nursery->phi, $nursery->lnPhiSd);
        $past = $this->batches($batches, $this->mean, $spread);
        $ordinary = array_values(array_diff_key($past, LikelyMishaps::among($sheet, $past, [])));
        $learnt = CropRate::learn($sheet, $ordinary)->forNewBatch;
        $truth = Beta::of($this->mean * $spread, (1.0 - $this->mean) * $spread);
        $reached = [];
        foreach (self::ASKED as $asked) {
            $one = StickNumbers::forGood(self::NEEDED, [$learnt], $asked, 1, 1, $nursery->mishap->chance)->stick();
            $parted = StickNumbers::isBeyondOne($asked, $nursery->mishap->chance)
                ? StickParted::fewest(self::NEEDED, $learnt, $nursery->mishap, $asked, 3 * $one)
                : [];
            // The fewest batches that give it; where none do, one with what it can.
            $of = array_values(array_filter($parted, static fn (array $of) => $of['stick'] !== null))[0] ?? ['batches' => 1, 'stick' => $one];
            $reached[(string) $asked] = self::gives($of['batches'], $of['stick'], $truth);
        }

        return $reached;
    }

    /** The chance of enough good ones from so many batches, as even as can be, whatever anybody believes. */
    private static function gives(int $batches, int $stick, Beta $truth): float
    {
        $good = [1.0];
        for ($i = 0; $i < $batches; ++$i) {
            $size = intdiv($stick, $batches) + ($i < $stick % $batches ? 1 : 0);
            $one = self::$sizes["{$truth->a} {$truth->b} {$size}"] ??= array_map(
                static fn (float $usual, float $failed) => (1.0 - 1.0 / self::MISHAPS) * $usual + $failed / self::MISHAPS,
                BetaBinomial::chances($size, $truth),
                BetaBinomial::chances($size, Beta::of(1.0, 5.0)),
            );
            $sum = array_fill(0, count($good) + $size, 0.0);
            foreach ($good as $n => $p) {
                foreach ($one as $m => $q) {
                    $sum[$n + $m] += $p * $q;
                }
            }
            $good = $sum;
        }

        return array_sum(array_slice($good, self::NEEDED));
    }

    /** @return list<PastBatch> */
    private function batches(int $many, float $mean, float $spread): array
    {
        return $many === 0 ? [] : array_map(function () use ($mean, $spread): PastBatch {
            $share = $this->any() < 1.0 / self::MISHAPS ? $this->beta(1.0, 5.0) : $this->beta($mean * $spread, (1.0 - $mean) * $spread);
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
