<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;

/** One run of weeks in which material is right on this site, this year's or another's. */
final class OpenWeeks
{
    /** @param int $moved weeks by which an observed sign moved it; null where none was seen */
    public function __construct(
        public readonly Week $from,
        public readonly Week $to,
        public readonly Sign $sign,
        public readonly int $window,
        public readonly Fact $why,
        public readonly ?int $moved,
    ) {
    }
}
