<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

/** One winter's rest of a block: from the day it is left to the frost, over the day it is started again, until something may be taken. */
final class StockRest
{
    public function __construct(
        public readonly \DateTimeImmutable $from,
        public readonly \DateTimeImmutable $restart,
        public readonly \DateTimeImmutable $takeFrom,
    ) {
    }

    /** Whether nothing is taken on any of these days. */
    public function touches(\DateTimeImmutable $first, \DateTimeImmutable $last): bool
    {
        return $this->from <= $last && $first < $this->takeFrom;
    }
}
