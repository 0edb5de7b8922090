<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

/**
 * How fast one batch rooted by its own checks, once it is known how many did in the end: half of those by `d50` thermal days.
 * The sheet only says where to look: what it believes is taken out again, so that a way can learn from many batches without
 * hearing its sheet many times. On the grid of the forecast, with a wider reach.
 */
final class OwnPace
{
    private const SPEEDS = 61;
    private const SHAPES = 17;
    /** How far is looked, as a standard deviation of the logarithm. */
    private const REACH_SD = 0.5;

    /**
     * @param float $lnSd      how sure d50 is, as a standard deviation of its logarithm
     * @param float $shapeLnSd the same of the shape
     */
    private function __construct(
        public readonly float $d50,
        public readonly float $lnSd,
        public readonly float $shape,
        public readonly float $shapeLnSd,
    ) {
    }

    /** As it was kept. */
    public static function kept(float $d50, float $lnSd, float $shape, float $shapeLnSd): self
    {
        return new self($d50, $lnSd, $shape, $shapeLnSd);
    }

    /**
     * @param float            $final  the share of all stuck that rooted in the end
     * @param list<LiftedThen> $checks
     *
     * @return ?self null where its checks say nothing of how fast
     */
    public static function of(RootingPace $sheet, float $final, float $trayPhi, int $stuck, array $checks): ?self
    {
        if ($final <= 0.0 || $checks === []) {
            return null;
        }
        $points = [];
        for ($i = 0; $i < self::SPEEDS; ++$i) {
            $z = 2.4 * (2 * $i / (self::SPEEDS - 1) - 1);
            for ($j = 0; $j < self::SHAPES; ++$j) {
                $k = 2.4 * (2 * $j / (self::SHAPES - 1) - 1);
                $d50 = $sheet->halfAt * exp($z * self::REACH_SD);
                $shape = $sheet->shape * exp($k * self::REACH_SD);
                $log = -0.5 * ($z ** 2 + $k ** 2);
                foreach ($checks as $check) {
                    $room = max(BatchForecast::LEAST, 1.0 - $check->culled / max(1, $stuck));
                    $weight = 1.0 / (1.0 + max(0.0, $check->lifted / max(1, $check->trays) - 1.0) / ($trayPhi + 1.0));
                    $p = min(1.0 - 1e-6, max(1e-6, $final * RootCurve::reached($check->tau, $d50, $shape) / $room));
                    $log += $weight * ($check->rooted * log($p) + ($check->lifted - $check->rooted) * log(1.0 - $p));
                }
                $points[] = [$z, $k, $log];
            }
        }
        $best = max(array_column($points, 2));
        $sum = $z1 = $z2 = $k1 = $k2 = 0.0;
        foreach ($points as [$z, $k, $log]) {
            $weight = exp($log - $best);
            $sum += $weight;
            $z1 += $weight * $z;
            $z2 += $weight * $z ** 2;
            $k1 += $weight * $k;
            $k2 += $weight * $k ** 2;
        }
        $speed = self::without($z1 / $sum, $z2 / $sum);
        $steepness = self::without($k1 / $sum, $k2 / $sum);

        return $speed === null ? null : new self(
            $sheet->halfAt * exp($speed[0] * self::REACH_SD),
            $speed[1] * self::REACH_SD,
            $sheet->shape * exp(($steepness[0] ?? 0.0) * self::REACH_SD),
            ($steepness[1] ?? 100.0) * self::REACH_SD,
        );
    }

    /**
     * Mean and deviation without the standard normal that was believed before.
     *
     * @return ?array{float, float} null where nothing was learnt
     */
    private static function without(float $mean, float $square): ?array
    {
        $precision = 1.0 / max(1e-6, $square - $mean ** 2) - 1.0;

        return $precision < 0.05 ? null : [max(-2.4, min(2.4, $mean * (1.0 + $precision) / $precision)), sqrt(1.0 / $precision)];
    }
}
