<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/**
 * How much a past batch counts for the next one: a fifth less for each season gone by, and half when it was
 * propagated another way than the one now meant. Defaults of ours, not laws.
 */
final class HistoryWeight
{
    private const PER_SEASON = 0.8;
    private const ANOTHER_WAY = 0.5;

    public static function of(int $seasonsAgo, bool $sameWay): float
    {
        return self::PER_SEASON ** max(0, $seasonsAgo) * ($sameWay ? 1.0 : self::ANOTHER_WAY);
    }
}
