<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Refused;

/** Some plants of an order on their way: how many there are, and what share of them will be good. */
final class Standing
{
    private function __construct(public readonly int $count, public readonly Beta $good)
    {
    }

    /** @param non-empty-list<Beta> $stages still before them: rooting, potting, growing on */
    public static function of(int $count, array $stages): self
    {
        if ($count < 0) {
            throw Refused::because('negative', 'count', 'There cannot be fewer than no plants.');
        }

        return new self($count, Beta::product($stages));
    }

    public function mean(): float
    {
        return $this->count * $this->good->mean();
    }

    /** Of a BetaBinomial: the plants of one batch share its luck. */
    public function variance(): float
    {
        $m = $this->good->mean();
        $strength = $this->good->a + $this->good->b;

        return $this->count * $m * (1.0 - $m) * ($strength + $this->count) / ($strength + 1.0);
    }
}
