<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\Week;

/**
 * The weeks in which a stock plant grows: those whose middle is warmer than its crop's base. What was taken grows back in
 * them and in no others, so that a plant cut in late autumn is no fuller in January; but within a year it has been pruned
 * and grown anew, whatever it needs.
 */
final class GrowingWeeks
{
    /** Days from a Monday to the middle of its week. */
    private const MIDDLE = 3;

    /** @var array<int, bool> by ordinal */
    private array $grows = [];

    /** @param ?SiteAir $air null where every week counts */
    private function __construct(private readonly ?SiteAir $air, private readonly float $base)
    {
    }

    /** @param float $base °C below which the crop does not grow */
    public static function of(SiteAir $air, float $base): self
    {
        return new self($air, $base);
    }

    /** Weeks as they come, warm or cold. */
    public static function all(): self
    {
        return new self(null, 0.0);
    }

    /**
     * The week in which what was taken in one week has grown back.
     *
     * @param int $week  ordinal
     * @param int $weeks of growth that it needs
     */
    public function backIn(int $week, int $weeks): int
    {
        if ($this->air === null || $weeks === 0) {
            return $week + $weeks;
        }
        $last = $week + max(BlockOffer::WEIGHS_WEEKS, $weeks);
        for ($now = $week; $weeks > 0 && $now < $last; ++$now) {
            $weeks -= $this->isWarm($now, $this->air) ? 1 : 0;
        }

        return $now;
    }

    /** Whether it grows in a week, by its ordinal. */
    public function grows(int $week): bool
    {
        return $this->air === null || $this->isWarm($week, $this->air);
    }

    private function isWarm(int $week, SiteAir $air): bool
    {
        return $this->grows[$week] ??= $air->onNumber(Week::mondayNumber($week) + self::MIDDLE) > $this->base;
    }
}
