<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

/** What one batch will use up: on the day it is stuck, and on the day it is potted. */
final class BatchNeeds
{
    /**
     * @param int     $trays 0 once it is stuck
     * @param ?string $hormone how it is dipped, in words; null where it is not
     * @param int     $pots  expected to be potted; 0 once it is
     * @param bool    $inItsPot whether it is stuck in the pot that it is sold in: its pots are filled on that day, each cell of its trays one
     */
    public function __construct(
        public readonly \DateTimeImmutable $stickOn,
        public readonly int $trays,
        public readonly string $trayKind,
        public readonly int $cells,
        public readonly float $cellMl,
        public readonly string $mix,
        public readonly int $cuttings,
        public readonly ?string $hormone,
        public readonly \DateTimeImmutable $potOn,
        public readonly int $pots,
        public readonly string $pot,
        public readonly float $potMl,
        public readonly string $pottingMix,
        public readonly bool $inItsPot = false,
    ) {
    }
}
