<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** A stay in one zone: so many trays from a week on, for so many weeks, wanting this comfort. */
final class Leg
{
    /**
     * @param int $space the zone's number in the list of spaces
     * @param int $from  week, counted from 0
     */
    public function __construct(
        public readonly int $space,
        public readonly int $from,
        public readonly int $weeks,
        public readonly int $trays,
        public readonly Comfort $comfort,
    ) {
    }
}
