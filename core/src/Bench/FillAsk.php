<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\Week;

/** What is asked of a filling: the stage of the batches, and where the search goes on from. */
final class FillAsk
{
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
}
