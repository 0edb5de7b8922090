<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Rooting\ReadyCheck;
use WetCradle\Core\Rooting\StageTally;

/** One check of a line: when, what was lifted, and how it was judged. */
final class Looked
{
    public function __construct(
        public readonly \DateTimeImmutable $on,
        public readonly StageTally $tally,
        public readonly ReadyCheck $judged,
    ) {
    }
}
