<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Seeded chance: the same seed plays the same seasons. */
final class Chance
{
    private readonly Randomizer $random;

    public function __construct(int $seed)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    public function between(int $low, int $high): int
    {
        return $this->random->getInt($low, max($low, $high));
    }

    /** From 0 up to and without 1. */
    public function unit(): float
    {
        return $this->random->getInt(0, 1_000_000) / 1_000_001;
    }

    public function happens(float $chance): bool
    {
        return $this->unit() < $chance;
    }

    /**
     * @template T
     *
     * @param non-empty-list<T> $of
     *
     * @return T
     */
    public function oneOf(array $of): mixed
    {
        return $of[$this->between(0, count($of) - 1)];
    }

    public function normal(): float
    {
        return sqrt(-2.0 * log(1.0 - $this->unit())) * cos(2.0 * M_PI * $this->unit());
    }

    /** A share with this mean whose scatter is that of a Beta of strength phi, kept off the ends. */
    public function shareAround(float $mean, float $phi): float
    {
        return min(0.985, max(0.03, $mean + $this->normal() * sqrt($mean * (1.0 - $mean) / ($phi + 1.0))));
    }

    public function binomial(int $n, float $p): int
    {
        $p = min(1.0, max(0.0, $p));
        if ($n * $p * (1.0 - $p) > 25.0) {
            return min($n, max(0, (int) round($n * $p + $this->normal() * sqrt($n * $p * (1.0 - $p)))));
        }
        $hits = 0;
        for ($i = 0; $i < $n; ++$i) {
            $hits += $this->happens($p) ? 1 : 0;
        }

        return $hits;
    }
}
