<?php

declare(strict_types=1);

namespace WetCradle\Core\Numbers;

/** The standard normal: its distribution function, and seeded draws that are the same on every machine. */
final class Normal
{
    /** Acklam's approximation: one in the centre, one in the tails, the highest power first. */
    private const CENTRE_FROM = 0.02425;
    private const CENTRE_OVER = [
        -3.969683028665376e+01, 2.209460984245205e+02, -2.759285104469687e+02, 1.383577518672690e+02, -3.066479806614716e+01, 2.506628277459239,
    ];
    private const CENTRE_UNDER = [
        -5.447609879822406e+01, 1.615858368580409e+02, -1.556989798598866e+02, 6.680131188771972e+01, -1.328068155288572e+01, 1.0,
    ];
    private const TAIL_OVER = [
        -7.784894002430293e-03, -3.223964580411365e-01, -2.400758277161838, -2.549732539343734, 4.374664141464968, 2.938163982698783,
    ];
    private const TAIL_UNDER = [7.784695709041462e-03, 3.224671290700398e-01, 2.445134137142996, 3.754408661907416, 1.0];

    /** Steps of an even draw. */
    private const UNITS = 2 ** 53;

    private function __construct(private readonly \Random\Randomizer $random)
    {
    }

    public static function seeded(int $seed): self
    {
        return new self(new \Random\Randomizer(new \Random\Engine\Xoshiro256StarStar($seed)));
    }

    /** @return list<float> so many draws, by Box and Muller's transform */
    public function draws(int $many): array
    {
        $draws = [];
        for ($i = 0; $i < $many; $i += 2) {
            $radius = sqrt(-2.0 * log((($this->random->nextInt() >> 10) + 0.5) / self::UNITS));
            $angle = 2.0 * M_PI * (($this->random->nextInt() >> 10) + 0.5) / self::UNITS;
            $draws[] = $radius * cos($angle);
            $draws[] = $radius * sin($angle);
        }

        return array_slice($draws, 0, $many);
    }

    /** @return list<float> so many even draws: more than 0 and less than 1 */
    public function units(int $many): array
    {
        $units = [];
        for ($i = 0; $i < $many; ++$i) {
            $units[] = (($this->random->nextInt() >> 10) + 0.5) / self::UNITS;
        }

        return $units;
    }

    /** P(Z ≤ z), to about 1e-7 (Abramowitz and Stegun 26.2.17). */
    public static function below(float $z): float
    {
        $t = 1.0 / (1.0 + 0.2316419 * abs($z));
        $tail = exp(-0.5 * $z * $z) / sqrt(2.0 * M_PI) * $t * (0.319381530 + $t * (-0.356563782 + $t * (1.781477937 + $t * (-1.821255978 + $t * 1.330274429))));

        return $z >= 0.0 ? 1.0 - $tail : $tail;
    }

    /** The z below which a share of draws lies, to about 1e-9 of it (Acklam's rational approximation). */
    public static function quantile(float $p): float
    {
        $tail = min($p, 1.0 - $p);
        if ($tail <= 0.0) {
            return $p <= 0.0 ? -INF : INF;
        }
        if ($tail < self::CENTRE_FROM) {
            $q = sqrt(-2.0 * log($tail));
            $z = self::polynomial(self::TAIL_OVER, $q) / self::polynomial(self::TAIL_UNDER, $q);

            return $p < 0.5 ? $z : -$z;
        }
        $q = $p - 0.5;

        return $q * self::polynomial(self::CENTRE_OVER, $q * $q) / self::polynomial(self::CENTRE_UNDER, $q * $q);
    }

    /** @param non-empty-list<float> $by the highest power first */
    private static function polynomial(array $by, float $x): float
    {
        return array_reduce($by, static fn (float $sum, float $one) => $sum * $x + $one, 0.0);
    }
}
