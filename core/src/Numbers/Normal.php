<?php

declare(strict_types=1);

namespace WetCradle\Core\Numbers;

/** The standard normal: its distribution function, and seeded draws that are the same on every machine. */
final class Normal
{
    private ?float $spare = null;

    private function __construct(private readonly \Random\Randomizer $random)
    {
    }

    public static function seeded(int $seed): self
    {
        return new self(new \Random\Randomizer(new \Random\Engine\Xoshiro256StarStar($seed)));
    }

    /** Box and Muller's transform. */
    public function draw(): float
    {
        if ($this->spare !== null) {
            [$kept, $this->spare] = [$this->spare, null];

            return $kept;
        }
        $radius = sqrt(-2.0 * log($this->unit()));
        $angle = 2.0 * M_PI * $this->unit();
        $this->spare = $radius * sin($angle);

        return $radius * cos($angle);
    }

    /** P(Z ≤ z), to about 1e-7 (Abramowitz and Stegun 26.2.17). */
    public static function below(float $z): float
    {
        $t = 1.0 / (1.0 + 0.2316419 * abs($z));
        $tail = exp(-0.5 * $z * $z) / sqrt(2.0 * M_PI) * $t * (0.319381530 + $t * (-0.356563782 + $t * (1.781477937 + $t * (-1.821255978 + $t * 1.330274429))));

        return $z >= 0.0 ? 1.0 - $tail : $tail;
    }

    /** Even: more than 0 and less than 1. */
    public function unit(): float
    {
        return (($this->random->nextInt() >> 10) + 0.5) / 2 ** 53;
    }
}
