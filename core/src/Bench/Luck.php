<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** Numbers as by chance, the same each time for the same seed. */
final class Luck
{
    private int $now;

    public function __construct(int $seed)
    {
        $this->now = ($seed * 2_654_435_761 + 12_345) & 0x7FFFFFFF;
    }

    /** A whole number from 0 to below this. */
    public function below(int $end): int
    {
        $this->now = ($this->now * 1_103_515_245 + 12_345) & 0x7FFFFFFF;

        return ($this->now * $end) >> 31;
    }

    /** Drawn from a Gumbel distribution: added to each of several worths, the largest sum is that of each as often as exp(worth) is of all. */
    public function gumbel(): float
    {
        $this->now = ($this->now * 1_103_515_245 + 12_345) & 0x7FFFFFFF;

        return -log(-log(($this->now + 1) / 0x80000001));
    }
}
