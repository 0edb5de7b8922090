<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Rooting\StageTally;
use WetCradle\Core\Rooting\Verdict;

/** One check of a line: when, what was lifted, and how it was judged then, with all that were made before it. */
final class Looked
{
    public function __construct(
        public readonly \DateTimeImmutable $on,
        public readonly StageTally $tally,
        public readonly Verdict $verdict,
    ) {
    }
}
