<?php

declare(strict_types=1);

namespace WetCradle\Core\Numbers;

/** ln Γ(x) for x > 0, to about 1e-14: the recurrence up to 9, then Stirling's series (Abramowitz & Stegun 6.1.41). */
final class LogGamma
{
    public static function of(float $x): float
    {
        $product = 1.0;
        while ($x < 9.0) {
            $product *= $x;
            $x += 1.0;
        }
        $y = 1.0 / ($x * $x);
        $series = (1 / 12 - $y * (1 / 360 - $y * (1 / 1260 - $y * (1 / 1680 - $y * (1 / 1188 - $y * (691 / 360360)))))) / $x;

        return ($x - 0.5) * log($x) - $x + 0.918938533204672742 + $series - log($product);
    }

    /** ln B(a, b). */
    public static function ofBeta(float $a, float $b): float
    {
        return self::of($a) + self::of($b) - self::of($a + $b);
    }
}
