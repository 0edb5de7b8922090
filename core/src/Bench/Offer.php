<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** A zone's answer to a batch. */
final class Offer
{
    /**
     * @param ?string            $reason     null when it can lie there; else no_water, no_warmth, closed, no_room or sharing
     * @param int                $leastFree  trays free in the fullest of its weeks
     * @param array<string, int> $freeByWeek written week → trays free
     * @param list<Tenant>       $neighbours who else lies there in those weeks
     */
    public function __construct(
        public readonly Zone $zone,
        public readonly ?string $reason,
        public readonly string $words,
        public readonly int $leastFree,
        public readonly array $freeByWeek,
        public readonly array $neighbours,
    ) {
    }

    public function isYes(): bool
    {
        return $this->reason === null;
    }
}
