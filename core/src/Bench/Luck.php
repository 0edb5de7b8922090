<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** Whole numbers as by chance, the same each time for the same seed. */
final class Luck
{
    private int $now;

    public function __construct(int $seed)
    {
        $this->now = ($seed * 2_654_435_761 + 12_345) & 0x7FFFFFFF;
    }

    /** From 0 to below this. */
    public function below(int $end): int
    {
        $this->now = ($this->now * 1_103_515_245 + 12_345) & 0x7FFFFFFF;

        return ($this->now * $end) >> 31;
    }
}
