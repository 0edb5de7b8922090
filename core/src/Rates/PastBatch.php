<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Refused;

/** What one finished batch tells of its crop: how many of how many rooted, and how much it counts (0 to 1 or more). */
final class PastBatch
{
    private function __construct(
        public readonly int $rooted,
        public readonly int $stuck,
        public readonly float $weight,
    ) {
    }

    public static function of(int $rooted, int $stuck, float $weight = 1.0): self
    {
        if ($stuck < 0 || $rooted < 0) {
            throw Refused::because('negative', $stuck < 0 ? 'stuck' : 'rooted', 'A count cannot be negative.');
        }
        if ($rooted > $stuck) {
            throw Refused::because('more_than_there_are', 'rooted', sprintf('rooted cannot be %d when only %d were stuck.', $rooted, $stuck));
        }
        if (!is_finite($weight) || $weight < 0.0) {
            throw Refused::because('negative', 'weight', 'weight cannot be negative.');
        }

        return new self($rooted, $stuck, $weight);
    }
}
