<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use WetCradle\Core\Potting\ToPot;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Wanted\Pot;

/** A line that waits to be potted, or a batch that is planned and will. */
final class Queued
{
    /**
     * @param ?Line    $line   null of a batch that is only planned
     */
    public function __construct(
        public readonly Batch $batch,
        public readonly ?Line $line,
        public readonly int $stuck,
        public readonly int $rooted,
        public readonly ToPot $toPot,
        public readonly Pot $pot,
    ) {
    }

    public function number(): int
    {
        return $this->line->number ?? 0;
    }
}
