<?php

declare(strict_types=1);

namespace WetCradle\Core\Numbers;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A Beta(a, b) distribution over a share: what is believed of a rate. */
final class Beta
{
    private function __construct(public readonly float $a, public readonly float $b)
    {
    }

    /** @throws Refused for `b` or `a` */
    public static function of(float $a, float $b): self
    {
        if (!is_finite($a) || !is_finite($b) || $a <= 0.0 || $b <= 0.0) {
            throw Refused::because('out_of_range', $a > 0.0 && is_finite($a) ? 'b' : 'a', Fact::of('refused.beta.out_of_range'));
        }

        return new self($a, $b);
    }

    /** A belief with this mean that is worth `strength` earlier plants. */
    public static function ofMean(float $mean, float $strength): self
    {
        return self::of($mean * $strength, (1.0 - $mean) * $strength);
    }

    /** The Beta with this mean and variance; the variance must be under mean·(1 − mean). */
    public static function matching(float $mean, float $variance): self
    {
        $strength = $mean * (1.0 - $mean) / $variance - 1.0;

        return self::of($mean * $strength, (1.0 - $mean) * $strength);
    }

    /**
     * The one Beta that stands for several stages in a row, by the mean and variance of their product.
     *
     * @param non-empty-list<self> $stages
     */
    public static function product(array $stages): self
    {
        if (count($stages) === 1) {
            return $stages[0];
        }
        $mean = 1.0;
        $square = 1.0;
        foreach ($stages as $stage) {
            $mean *= $stage->mean();
            $square *= $stage->mean() ** 2 + $stage->variance();
        }

        return self::matching($mean, $square - $mean ** 2);
    }

    /**
     * The chance that at least one of `many` succeeds, each with this same unknown share: as one Beta, by mean and variance.
     * E[(1 − θ)^n] is the product of (b + i) ÷ (a + b + i) for i under n.
     */
    public function atLeastOneIn(int $many): self
    {
        if ($many <= 1) {
            return $this;
        }
        $none = $noneTwice = 1.0;
        for ($i = 0; $i < 2 * $many; ++$i) {
            $factor = ($this->b + $i) / ($this->a + $this->b + $i);
            $none *= $i < $many ? $factor : 1.0;
            $noneTwice *= $factor;
        }

        return self::matching(1.0 - $none, $noneTwice - $none ** 2);
    }

    public function mean(): float
    {
        return $this->a / ($this->a + $this->b);
    }

    public function variance(): float
    {
        $sum = $this->a + $this->b;

        return $this->a * $this->b / ($sum * $sum * ($sum + 1.0));
    }

    public function plus(int $rooted, int $not): self
    {
        return new self($this->a + $rooted, $this->b + $not);
    }

    /** P(share ≤ x). */
    public function cdf(float $x): float
    {
        return self::below($this->a, $this->b, $x);
    }

    /** P(share ≥ x), kept exact where it is small. */
    public function chanceAtLeast(float $x): float
    {
        return self::below($this->b, $this->a, 1.0 - $x);
    }

    /** The share below which the given probability lies: Newton's method kept inside a bracket. */
    public function quantile(float $p): float
    {
        $low = 0.0;
        $high = 1.0;
        $x = $this->mean();
        $scale = LogGamma::ofBeta($this->a, $this->b);
        for ($i = 0; $i < 400; ++$i) {
            $miss = $this->cdf($x) - $p;
            if ($miss < 0.0) {
                $low = $x;
            } else {
                $high = $x;
            }
            $density = exp(($this->a - 1.0) * log($x) + ($this->b - 1.0) * log(1.0 - $x) - $scale);
            $next = $density > 0.0 && is_finite($density) ? $x - $miss / $density : -1.0;
            if ($next <= $low || $next >= $high) {
                $next = match (true) {
                    $low === 0.0 => $high / 16.0,
                    $low < $high / 16.0 => sqrt($low * $high),
                    default => ($low + $high) / 2.0,
                };
            }
            if (abs($next - $x) <= 1e-14 * $x || $next === $high || $next === $low || $next < 1e-300) {
                return $next;
            }
            $x = $next;
        }

        return $x;
    }

    /** The regularised incomplete beta function by Lentz's continued fraction (Numerical Recipes 6.4). */
    private static function below(float $a, float $b, float $x): float
    {
        if ($x <= 0.0) {
            return 0.0;
        }
        if ($x >= 1.0) {
            return 1.0;
        }
        $front = exp($a * log($x) + $b * log(1.0 - $x) - LogGamma::ofBeta($a, $b));

        return $x < ($a + 1.0) / ($a + $b + 2.0)
            ? $front * self::fraction($a, $b, $x) / $a
            : 1.0 - $front * self::fraction($b, $a, 1.0 - $x) / $b;
    }

    private static function fraction(float $a, float $b, float $x): float
    {
        $tiny = 1e-300;
        $c = 1.0;
        $d = 1.0 - ($a + $b) * $x / ($a + 1.0);
        $d = 1.0 / (abs($d) < $tiny ? $tiny : $d);
        $sum = $d;
        for ($m = 1; $m <= 20000; ++$m) {
            foreach ([
                $m * ($b - $m) * $x / (($a + 2 * $m - 1.0) * ($a + 2 * $m)),
                -($a + $m) * ($a + $b + $m) * $x / (($a + 2 * $m) * ($a + 2 * $m + 1.0)),
            ] as $term) {
                $d = 1.0 + $term * $d;
                $d = 1.0 / (abs($d) < $tiny ? $tiny : $d);
                $c = 1.0 + $term / $c;
                $c = abs($c) < $tiny ? $tiny : $c;
                $sum *= $d * $c;
            }
            if (abs($d * $c - 1.0) < 1e-16) {
                break;
            }
        }

        return $sum;
    }
}
