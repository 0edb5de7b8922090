<?php

declare(strict_types=1);

namespace WetCradle\Core\Numbers;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** How many of `count` succeed when each does with the same share, of which only a Beta is known. */
final class BetaBinomial
{
    /**
     * The chance of each number from none to all. Built outwards from the likeliest number, so that nothing underflows:
     * P(k+1) ÷ P(k) = (n − k)(a + k) ÷ ((k + 1)(b + n − k − 1)).
     *
     * @return non-empty-list<float> P(0) … P(count), summing to 1
     *
     * @throws Refused for `count`
     */
    public static function chances(int $count, Beta $share): array
    {
        if ($count < 0) {
            throw Refused::because('negative', 'count', Fact::of('refused.beta_binomial.negative'));
        }
        [$n, $a, $b] = [$count, $share->a, $share->b];
        $ratio = static fn (int $k): float => ($n - $k) * ($a + $k) / (($k + 1) * ($b + $n - $k - 1));
        $mode = max(0, min($n, (int) round($n * $share->mean())));
        $weights = array_fill(0, $n + 1, 0.0);
        $weights[$mode] = $sum = 1.0;
        for ($k = $mode, $w = 1.0; $k < $n; ++$k) {
            $sum += $weights[$k + 1] = $w *= $ratio($k);
        }
        for ($k = $mode, $w = 1.0; $k > 0; --$k) {
            $sum += $weights[$k - 1] = $w /= $ratio($k - 1);
        }

        return array_values(array_map(static fn (float $weight) => $weight / $sum, $weights));
    }
}
