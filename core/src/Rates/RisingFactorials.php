<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Numbers\LogGamma;

/**
 * S(x) = Σ wᵢ·(ln Γ(x + nᵢ) − ln Γ(x)), the batches' share of a beta-binomial likelihood, wanted at thousands of x.
 *
 * S is smooth in u = ln x (its nearest singularities lie π away from the real axis), so it is worked out exactly at
 * nodes 0.04 apart and read between them from eight neighbours (Lagrange). The error stays far below 1e-8 of S, and
 * sixty batches cost a few thousand gamma functions instead of a million.
 */
final class RisingFactorials
{
    private const SPACING = 0.04;
    /** ln of the smallest x wanted, 0.005·2, less the neighbours to its left. */
    private const LEFT = -4.605170185988091 - 4 * self::SPACING;
    /** Enough nodes to reach ln(0.995·500) and four neighbours on. */
    private const NODES = 281;

    /** @var array<int, float> weight by count */
    private array $weights = [];
    /** @var list<float>|null */
    private ?array $nodes = null;

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
     * S at x = φ·j/steps for j = 1 … steps − 1.
     *
     * @return array<int, float>
     */
    public function alongShares(float $lnPhi, int $steps): array
    {
        if ($this->weights === []) {
            return array_fill(1, $steps - 1, 0.0);
        }
        $nodes = $this->nodes ??= $this->atNodes();
        // Barycentric weights of eight equally spaced points: (−1)^i · C(7, i).
        $values = [];
        for ($j = 1; $j < $steps; ++$j) {
            $t = ($lnPhi + log($j / $steps) - self::LEFT) / self::SPACING;
            $i = (int) $t - 3;
            $d = $t - $i;
            $whole = (int) $d;
            if ($d - $whole < 1e-9) {
                $values[$j] = $nodes[$i + $whole];
                continue;
            }
            $c0 = 1.0 / $d;
            $c1 = -7.0 / ($d - 1.0);
            $c2 = 21.0 / ($d - 2.0);
            $c3 = -35.0 / ($d - 3.0);
            $c4 = 35.0 / ($d - 4.0);
            $c5 = -21.0 / ($d - 5.0);
            $c6 = 7.0 / ($d - 6.0);
            $c7 = -1.0 / ($d - 7.0);
            $values[$j] = ($c0 * $nodes[$i] + $c1 * $nodes[$i + 1] + $c2 * $nodes[$i + 2] + $c3 * $nodes[$i + 3]
                + $c4 * $nodes[$i + 4] + $c5 * $nodes[$i + 5] + $c6 * $nodes[$i + 6] + $c7 * $nodes[$i + 7])
                / ($c0 + $c1 + $c2 + $c3 + $c4 + $c5 + $c6 + $c7);
        }

        return $values;
    }

    /** @return list<float> */
    private function atNodes(): array
    {
        $nodes = [];
        for ($i = 0; $i < self::NODES; ++$i) {
            $nodes[] = $this->exactAt(exp(self::LEFT + $i * self::SPACING));
        }

        return $nodes;
    }
}
