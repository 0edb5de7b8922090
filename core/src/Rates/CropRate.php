<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
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
     * @param Fields $in {prior: {rate, strength, phi}, batches: [{rooted, stuck, weight}]}
     *
     * @return array{rate: float, rateSd: float, newBatchSd: float, a: float, b: float, low80: float, high80: float}
     *
     * @throws Refused for `rooted`
     */
    public static function compute(Fields $in): array
    {
        $sheet = $in->object('prior');
        $prior = CropPrior::of($sheet->share('rate'), $sheet->positive('strength', 1e6), $sheet->positive('phi', 1e6));
        $sheet->done();
        $batches = [];
        foreach ($in->objects('batches') as $entry) {
            $stuck = $entry->count('stuck');
            $rooted = $entry->count('rooted');
            if ($rooted > $stuck) {
                throw $entry->refuse('more_than_there_are', 'rooted', Fact::of('refused.crop_rate.more_than_there_are', rooted: $rooted, stuck: $stuck));
            }
            $batches[] = PastBatch::of($rooted, $stuck, $entry->number('weight', 0.0, 1000.0));
            $entry->done();
        }
        $in->done();

        return self::learn($prior, $batches)->toArray();
    }

    /** @param list<PastBatch> $batches */
    public static function learn(CropPrior $prior, array $batches): self
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

        $logs = [];
        $best = -INF;
        $lnLow = log(2.0);
        $step = (log(500.0) - $lnLow) / (self::PHI_POINTS - 1);
        for ($k = 0; $k < self::PHI_POINTS; ++$k) {
            $lnPhi = $lnLow + $k * $step;
            $base = -0.5 * ($lnPhi - log($prior->phi)) ** 2 - $stuckTerms->exactAt(exp($lnPhi));
            $rooted = $rootedTerms->alongShares($lnPhi, self::STEPS);
            $failed = $failedTerms->alongShares($lnPhi, self::STEPS);
            for ($j = 1; $j < self::STEPS; ++$j) {
                $log = $base + $muPrior[$j] + $rooted[$j] + $failed[self::STEPS - $j];
                $logs[$k][$j] = $log;
                if ($log > $best) {
                    $best = $log;
                }
            }
        }

        $sum = $sumMu = $sumMuSquare = $sumWithin = 0.0;
        foreach ($logs as $k => $row) {
            $phi = exp($lnLow + $k * $step);
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
