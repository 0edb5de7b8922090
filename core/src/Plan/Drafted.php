<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Bench\Berth;
use WetCradle\Core\Fact;

/** What a draft proposes for one or more orders; or why it found nothing for them. */
final class Drafted
{
    /**
     * @param non-empty-list<int> $orders
     * @param ?int                $saved  cuttings that sharing their insurance saves; null where nothing is shared
     * @param ?Fact               $refusal why no batch was found
     * @param int                 $part    which of several batches for the same orders
     * @param int                $heldDays that it stands in its trays longer than it must, until there are hands to pot it
     */
    public function __construct(
        public readonly array $orders,
        public readonly Want $want,
        public readonly ?Route $route,
        public readonly ?Berth $berth,
        public readonly ?int $saved,
        public readonly ?Fact $refusal,
        public readonly ?Fact $nearest,
        public readonly int $part = 1,
        public readonly int $parts = 1,
        public readonly int $heldDays = 0,
    ) {
    }
}
