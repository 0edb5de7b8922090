<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\Week;

/** What is asked of a filling: the stage of the batches, and where the search goes on from. */
final class FillAsk
{
    /**
     * Steps of the search in each round: the first one soon shows something, and each begins its search from the beginning, so that what
     * needs longer is found only by longer ones. The last goes for all that follow.
     */
    private const STEPS = [20_000, 60_000, 120_000];
    /** Batches of a house in which one round takes long enough as it is. */
    private const LARGE = 150;

    /**
     * @param int                                         $round  of the search; each looks elsewhere
     * @param array<string, array{zone: int, week: Week}> $before where the best plan so far has them, by code; else where they are planned
     * @param bool                                        $spaced whether pots stand apart, or pot-thick
     */
    public function __construct(
        public readonly FillStage $stage,
        public readonly int $round,
        public readonly array $before,
        public readonly bool $mayPart,
        public readonly bool $mayMove,
        public readonly ?WhatIf $whatIf = null,
        public readonly bool $spaced = false,
    ) {
    }

    /** Steps of the search in this round, in a house of so many batches. */
    public function steps(int $batches): int
    {
        return $batches > self::LARGE ? self::STEPS[0] : self::STEPS[max(0, min($this->round, count(self::STEPS)) - 1)];
    }
}
