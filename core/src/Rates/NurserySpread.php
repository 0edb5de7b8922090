<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;

/**
 * How much batches of any crop differ from each other in this nursery. A crop with one batch says nothing of it by itself and
 * borrows what all the others say, so that its first batch makes its plan better and not worse.
 *
 * Ways' ln φ ~ Normal(m, 0.7); m ~ Normal(ln 20, 0.7) on 25 points from ln 4 to ln 150; each way's likelihood of ln φ is that of
 * `crop_rate` with its mean summed out.
 */
final class NurserySpread implements Calculation
{
    private const POINTS = 25;
    /** More ways than any nursery has. */
    private const MOST = 300;
    /** Of the ways' ln φ around the nursery's. */
    private const WAYS_LN_SD = 0.7;

    /**
     * @param float $phi     what a way's φ is likely to be
     * @param float $lnPhiSd how sure that is
     */
    private function __construct(public readonly float $phi, public readonly float $lnPhiSd)
    {
    }

    public static function name(): string
    {
        return 'nursery_spread';
    }

    /**
     * @param Fields $in {ways: [{prior: {rate, strength, phi}, batches: [{rooted, stuck, weight}]}]}
     *
     * @return array{phi: float, lnPhiSd: float}
     */
    public static function compute(Fields $in): array
    {
        $ways = [];
        foreach ($in->objects('ways', self::MOST) as $way) {
            $ways[] = ['prior' => CropPrior::read($way->object('prior')), 'batches' => array_map(PastBatch::read(...), $way->objects('batches'))];
            $way->done();
        }
        $in->done();
        $spread = self::learn($ways);

        return ['phi' => $spread->phi, 'lnPhiSd' => $spread->lnPhiSd];
    }

    /** @param list<array{prior: CropPrior, batches: list<PastBatch>}> $ways */
    public static function learn(array $ways): self
    {
        return self::byLikelihoods(array_map(static fn (array $way) => CropRate::likelihoodOfSpread($way['prior'], $way['batches']), $ways));
    }

    /** @param list<non-empty-list<float>> $likely how likely each way's batches are, by the points of `CropRate::lnPhis` */
    public static function byLikelihoods(array $likely): self
    {
        $points = CropRate::lnPhis();
        $step = (log(150.0) - log(4.0)) / (self::POINTS - 1);
        $logs = [];
        for ($i = 0; $i < self::POINTS; ++$i) {
            $m = log(4.0) + $i * $step;
            $weights = array_map(static fn (float $lnPhi) => exp(-0.5 * (($lnPhi - $m) / self::WAYS_LN_SD) ** 2), $points);
            $all = array_sum($weights);
            $log = -0.5 * (($m - log(20.0)) / 0.7) ** 2;
            foreach ($likely as $way) {
                $log += log(array_sum(array_map(static fn (float $weight, float $of) => $weight * $of, $weights, $way)) / $all);
            }
            $logs[$i] = [$m, $log];
        }
        $best = max(array_column($logs, 1));
        $sum = $first = $second = 0.0;
        foreach ($logs as [$m, $log]) {
            $p = exp($log - $best);
            $sum += $p;
            $first += $p * $m;
            $second += $p * $m * $m;
        }
        $mean = $first / $sum;

        return new self(exp($mean), sqrt(self::WAYS_LN_SD ** 2 + max(0.0, $second / $sum - $mean ** 2)));
    }
}
