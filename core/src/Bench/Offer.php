<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefaults;

/** A zone's answer to a batch. */
final class Offer
{
    /**
     * @param ?string            $reason     null when it can lie there; else one of NEARNESS
     * @param int                $leastFree  trays free in the fullest of its weeks
     * @param array<string, int> $freeByWeek written week → trays free
     * @param list<Tenant>       $neighbours who else lies there in those weeks
     */
    public function __construct(
        public readonly Zone $zone,
        public readonly ?string $reason,
        public readonly Fact $words,
        public readonly int $leastFree,
        public readonly array $freeByWeek,
        public readonly array $neighbours,
    ) {
    }

    /** The reasons by how near they are to a yes: a week or a tray away, other neighbours, another zone altogether. */
    private const NEARNESS = [
        'no_room' => 1, 'closed' => 1, 'sharing' => 2, 'no_warmth' => 3, 'no_water' => 3, 'frost' => 4, 'only_pots' => 5, 'not_beside_stock' => 6,
        'beside_stock' => 6, 'not_open_ground' => 6, 'open_ground' => 6,
    ];

    /**
     * Of several zones' answers to one batch, the order in which they are offered: those that can take it first, of these
     * the one that suits it best, then the one that it fills best; of the others the one that comes nearest.
     *
     * @param Tenant $batch the batch as it would lie there
     *
     * @return array{int, float, int} the least first
     */
    public function rank(Tenant $batch, HouseDefaults $house): array
    {
        return [$this->reason === null ? 0 : self::NEARNESS[$this->reason] ?? 9, $this->zone->distanceFrom($batch, $house), $this->leastFree];
    }

    public function isYes(): bool
    {
        return $this->reason === null;
    }
}
