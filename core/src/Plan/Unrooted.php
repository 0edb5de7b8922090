<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

/** What is still green and without roots on a line: so many, by a full count or by what is expected. */
final class Unrooted
{
    private function __construct(public readonly int $plants, public readonly bool $isCounted)
    {
    }

    /**
     * @param int   $line        its number; what was left longer after a count is a line of its own
     * @param int   $stuck       that stand there without known roots
     * @param int   $rooted      that a count found with roots
     * @param int   $stuckInAll  of the batch
     * @param float $rootedShare of all that were stuck, expected to have roots by now
     */
    public static function on(int $line, int $stuck, int $rooted, int $stuckInAll, float $rootedShare): self
    {
        return $line > 1 || $rooted > 0 ? new self($stuck, true) : new self(max(0, $stuck - (int) round($rootedShare * $stuckInAll)), false);
    }
}
