<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Refused;

/**
 * What the next batch of a crop will do, learnt from past batches that differ by more than chance.
 *
 * Batch i has its own rate θᵢ ~ Beta(μφ, (1−μ)φ) and rootedᵢ ~ Binomial(stuckᵢ, θᵢ). The posterior over μ and φ is
 * summed on the grid μ = 0.005…0.995, ln φ = 41 points from ln 2 to ln 500. `forNewBatch` has the spread of a NEW
 * batch, not of the mean: that is what a plan has to survive.
 */
final class CropRate implements Calculation
{
    private const STEPS = 200;
    private const PHI_POINTS = 41;

    private function __construct(
        public readonly float $rate,
        public readonly float $rateSd,
        public readonly float $newBatchSd,
        public readonly Beta $forNewBatch,
    ) {
    }

    public static function name(): string
    {
        return 'crop_rate';
    }

    /**
     * @param Fields $in {prior: {rate, strength, phi, lnPhiSd?}, batches: [{rooted, stuck, weight}]}
     *
     * @return array{rate: float, rateSd: float, newBatchSd: float, a: float, b: float, low80: float, high80: float}
     *
     * @throws Refused for `rooted`
     */
    public static function compute(Fields $in): array
    {
        $prior = CropPrior::read($in->object('prior'));
        $batches = array_map(PastBatch::read(...), $in->objects('batches'));
        $in->done();

        return self::learn($prior, $batches)->toArray();
    }

    /** @param list<PastBatch> $batches */
    public static function learn(CropPrior $prior, array $batches): self
    {
        $logs = [];
        $best = -INF;
        foreach (self::likelihoods($prior, $batches) as $k => $row) {
            $ofPhi = -0.5 * ((self::lnPhis()[$k] - log($prior->phi)) / $prior->lnPhiSd) ** 2;
            $logs[$k] = array_map(static fn (float $log) => $log + $ofPhi, $row);
            $best = max($best, ...$logs[$k]);
        }

        $sum = $sumMu = $sumMuSquare = $sumWithin = 0.0;
        foreach ($logs as $k => $row) {
            $phi = exp(self::lnPhis()[$k]);
            $within = 0.0;
            foreach ($row as $j => $log) {
                if ($log < $best - 700.0) {
                    continue;
                }
                $p = exp($log - $best);
                $mu = $j / self::STEPS;
                $sum += $p;
                $sumMu += $p * $mu;
                $sumMuSquare += $p * $mu * $mu;
                $within += $p * $mu * (1.0 - $mu);
            }
            $sumWithin += $within / ($phi + 1.0);
        }
        $rate = $sumMu / $sum;
        $ofMean = max(0.0, $sumMuSquare / $sum - $rate * $rate);
        $ofNew = $ofMean + $sumWithin / $sum;

        return new self($rate, sqrt($ofMean), sqrt($ofNew), Beta::matching($rate, $ofNew));
    }

    /** @return non-empty-list<float> the points of ln φ on which is summed */
    public static function lnPhis(): array
    {
        $step = (log(500.0) - log(2.0)) / (self::PHI_POINTS - 1);

        return array_map(static fn (int $k) => log(2.0) + $k * $step, range(0, self::PHI_POINTS - 1));
    }

    /**
     * How likely the batches are at each ln φ, the mean rate summed out by the sheet's belief, what is believed of φ left out.
     *
     * @param list<PastBatch> $batches
     *
     * @return non-empty-list<float> relative to the likeliest, by the points of `lnPhis`
     */
    public static function likelihoodOfSpread(CropPrior $prior, array $batches): array
    {
        $rows = self::likelihoods($prior, $batches);
        $best = max(array_map(static fn (array $row): float => max($row), $rows));

        return array_map(static fn (array $row) => array_sum(array_map(static fn (float $log) => exp($log - $best), $row)), $rows);
    }

    /**
     * @param list<PastBatch> $batches
     *
     * @return non-empty-list<non-empty-array<int, float>> logarithms by the points of ln φ, and of μ from 1 to STEPS − 1
     */
    private static function likelihoods(CropPrior $prior, array $batches): array
    {
        $rootedTerms = new RisingFactorials(array_map(static fn (PastBatch $b) => [$b->rooted, $b->weight], $batches));
        $failedTerms = new RisingFactorials(array_map(static fn (PastBatch $b) => [$b->stuck - $b->rooted, $b->weight], $batches));
        $stuckTerms = new RisingFactorials(array_map(static fn (PastBatch $b) => [$b->stuck, $b->weight], $batches));
        $alpha = $prior->rate * $prior->strength - 1.0;
        $beta = (1.0 - $prior->rate) * $prior->strength - 1.0;
        $muPrior = [];
        for ($j = 1; $j < self::STEPS; ++$j) {
            $mu = $j / self::STEPS;
            $muPrior[$j] = $alpha * log($mu) + $beta * log(1.0 - $mu);
        }

        $rooted = $rootedTerms->alongShares(self::lnPhis(), self::STEPS);
        $failed = $failedTerms->alongShares(self::lnPhis(), self::STEPS);

        return array_map(static function (float $lnPhi, array $rooted, array $failed) use ($stuckTerms, $muPrior): array {
            $base = -$stuckTerms->exactAt(exp($lnPhi));
            $row = [];
            foreach ($muPrior as $j => $ofMu) {
                $row[$j] = $base + $ofMu + $rooted[$j] + $failed[self::STEPS - $j];
            }

            return $row;
        }, self::lnPhis(), $rooted, $failed);
    }

    /** @return array{rate: float, rateSd: float, newBatchSd: float, a: float, b: float, low80: float, high80: float} */
    public function toArray(): array
    {
        return [
            'rate' => $this->rate,
            'rateSd' => $this->rateSd,
            'newBatchSd' => $this->newBatchSd,
            'a' => $this->forNewBatch->a,
            'b' => $this->forNewBatch->b,
            'low80' => $this->forNewBatch->quantile(0.1),
            'high80' => $this->forNewBatch->quantile(0.9),
        ];
    }
}
