<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** How often a tray is looked at on the round: what stands under mist or a cover every day, what is cool and slow less often. */
final class Rounds
{
    private const DAILY = 1;
    private const EVERY_OTHER = 2;
    /** In winter dormant trays and pots dry out unseen; a week is the longest. */
    private const WEEKLY = 7;
    private const POTS = 3;
    /** °C of the day's mean below which what stands cool is at rest. */
    private const AT_REST = 6.0;

    /**
     * Days from one look to the next.
     *
     * @param float $heatLow °C its zone holds at least
     * @param float $mistHigh level its zone can give
     * @param float $air      °C, the mean of the day outside
     */
    public static function every(float $heatLow, float $mistHigh, bool $isCovered, bool $inPots, float $air): int
    {
        $isCool = $heatLow < 10.0;

        return match (true) {
            $mistHigh >= 1.0 && $heatLow >= 10.0, $isCovered => self::DAILY,
            $isCool && $air < self::AT_REST => self::WEEKLY,
            $inPots => self::POTS,
            default => self::EVERY_OTHER,
        };
    }

    /** @param ?\DateTimeImmutable $last looked at; null for never */
    public static function isDue(?\DateTimeImmutable $last, int $every, \DateTimeImmutable $today): bool
    {
        return $last === null || (int) $last->setTime(0, 0)->diff($today->setTime(0, 0))->format('%r%a') >= $every;
    }
}
