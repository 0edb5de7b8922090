<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/** Batches of a crop that are alike in one thing, and what is learnt of them. */
final class RateGroup
{
    /**
     * @param string                              $is       what they are alike in
     * @param list<string>                        $codes    of its batches
     * @param CropRate                            $learnt   of the next batch of its kind
     * @param float                               $borrowed how much of that is the crop's and not its own, 0 to 1
     * @param list<array{sort: Sort, is: string}> $also     in what else all its batches are alike, and most others are not
     */
    public function __construct(
        public readonly string $is,
        public readonly array $codes,
        public readonly int $stuck,
        public readonly int $rooted,
        public readonly CropRate $learnt,
        public readonly float $borrowed,
        public readonly array $also,
    ) {
    }
}
