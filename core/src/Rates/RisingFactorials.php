<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Numbers\LogGamma;

/**
 * S(x) = Σ wᵢ·(ln Γ(x + nᵢ) − ln Γ(x)), the batches' share of a beta-binomial likelihood, wanted at thousands of x.
 *
 * S is smooth in u = ln x (its nearest singularities lie π away from the real axis), so it is worked out exactly at
 * nodes about 0.035 apart and read between them from eight neighbours (Lagrange). The error stays far below 1e-8 of S, and
 * sixty batches cost a few thousand gamma functions instead of a million. From one φ to the next is a whole number of nodes,
 * so what each neighbour weighs depends on the share alone.
 */
final class RisingFactorials
{
    /** Nodes from one point of ln φ to the next. */
    private const PER_PHI = 4;

    /** @var array<int, float> weight by count */
    private array $weights = [];

    /** @param list<array{0: int, 1: float}> $terms counts with their weights */
    public function __construct(array $terms)
    {
        foreach ($terms as [$count, $weight]) {
            if ($count > 0 && $weight > 0.0) {
                $this->weights[$count] = ($this->weights[$count] ?? 0.0) + $weight;
            }
        }
    }

    public function exactAt(float $x): float
    {
        $sum = 0.0;
        $all = 0.0;
        foreach ($this->weights as $count => $weight) {
            $sum += $weight * LogGamma::of($x + $count);
            $all += $weight;
        }

        return $sum - $all * LogGamma::of($x);
    }

    /**
     * S at x = φ·j/steps for j = 1 … steps − 1, at each φ.
     *
     * @param non-empty-list<float> $lnPhis equally far apart
     *
     * @return non-empty-list<array<int, float>> by the points of ln φ, and by j
     */
    public function alongShares(array $lnPhis, int $steps): array
    {
        if ($this->weights === []) {
            return array_map(static fn () => array_fill(1, $steps - 1, 0.0), $lnPhis);
        }
        $spacing = (($lnPhis[1] ?? $lnPhis[0] + 0.16) - $lnPhis[0]) / self::PER_PHI;
        $left = $lnPhis[0] - log($steps) - 4 * $spacing;
        $nodes = [];
        for ($i = 0, $end = (int) ceil(log($steps) / $spacing) + self::PER_PHI * count($lnPhis) + 8; $i < $end; ++$i) {
            $nodes[] = $this->exactAt(exp($left + $i * $spacing));
        }
        $values = array_map(static fn () => [], $lnPhis);
        for ($j = 1; $j < $steps; ++$j) {
            $t = ($lnPhis[0] + log($j / $steps) - $left) / $spacing;
            $i = (int) ($t + 1e-9) - 3;
            [$c0, $c1, $c2, $c3, $c4, $c5, $c6, $c7] = self::neighbours($t - $i);
            foreach ($lnPhis as $k => $_) {
                $values[$k][$j] = $c0 * $nodes[$i] + $c1 * $nodes[$i + 1] + $c2 * $nodes[$i + 2] + $c3 * $nodes[$i + 3]
                    + $c4 * $nodes[$i + 4] + $c5 * $nodes[$i + 5] + $c6 * $nodes[$i + 6] + $c7 * $nodes[$i + 7];
                $i += self::PER_PHI;
            }
        }

        return $values;
    }

    /**
     * What each of eight neighbours weighs at a place between the fourth and the fifth, in nodes from the first; 1 in all.
     *
     * @return array{float, float, float, float, float, float, float, float}
     */
    private static function neighbours(float $at): array
    {
        if (abs($at - 3.0) < 1e-9) {
            return [0.0, 0.0, 0.0, 1.0, 0.0, 0.0, 0.0, 0.0];
        }
        // Barycentric weights of eight equally spaced points: (−1)^i · C(7, i).
        $c = [
            1.0 / $at, -7.0 / ($at - 1.0), 21.0 / ($at - 2.0), -35.0 / ($at - 3.0),
            35.0 / ($at - 4.0), -21.0 / ($at - 5.0), 7.0 / ($at - 6.0), -1.0 / ($at - 7.0),
        ];
        $all = array_sum($c);

        return [$c[0] / $all, $c[1] / $all, $c[2] / $all, $c[3] / $all, $c[4] / $all, $c[5] / $all, $c[6] / $all, $c[7] / $all];
    }
}
