<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use WetCradle\Core\Calendar\Week;

/** What is asked of a filling: the stage of the batches, and where the search goes on from. */
final class FillAsk
{
    public const STAGES = ['rooting', 'weaning', 'potted'];
    /** One more bench like the largest under mist, cells 5 mm narrower, off the mist two weeks sooner. */
    public const WHAT_IFS = ['bench', 'cells', 'weaning'];

    /**
     * @param int                                      $round  of the search; each looks elsewhere
     * @param ?string                                  $whatIf something that is not so, to see what it would give
     * @param bool                                     $spaced whether pots stand apart, or pot-thick
     * @param array<string, array{zone: int, week: Week}> $before where the best plan so far has them, by code; else where they are planned
     */
    public function __construct(
        public readonly string $stage,
        public readonly int $round,
        public readonly array $before,
        public readonly bool $mayPart,
        public readonly bool $mayMove,
        public readonly ?string $whatIf = null,
        public readonly bool $spaced = false,
    ) {
    }
}
