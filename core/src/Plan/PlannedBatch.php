<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

/** A batch as a kept version of a plan holds it: all that can be planned anew of it. */
final class PlannedBatch
{
    /**
     * @param list<int>                               $orders   numbers of the orders it is for
     * @param string                                  $stickOn  YYYY-MM-DD, as all days here
     * @param ?Named                                  $trayKind null in a version that did not keep it
     * @param list<array{zone: Named, from: string}> $movesOn  zones it goes to after its first
     * @param ?array{zone: Named, spaced: bool}      $pots     where its pots stand
     * @param ?string                                 $potWeek  the week its potting was given; null where it is potted when it is due
     */
    public function __construct(
        public readonly string $code,
        public readonly string $crop,
        public readonly array $orders,
        public readonly Named $block,
        public readonly Named $zone,
        public readonly int $trays,
        public readonly int $cuttings,
        public readonly string $stickOn,
        public readonly int $heldDays,
        public readonly string $readyOn,
        public readonly bool $stuck,
        public readonly ?Named $trayKind,
        public readonly array $movesOn,
        public readonly ?array $pots,
        public readonly ?string $potWeek,
    ) {
    }

    /**
     * @param array{
     *     code: string, crop: string, orders: list<int>, block: array{id: int, name: string}, zone: array{id: int, name: string},
     *     trays: int, cuttings: int, stickOn: string, heldDays: int, readyOn: string, stuck: bool,
     *     trayKind?: ?array{id: int, name: string}, movesOn?: list<array{zone: array{id: int, name: string}, from: string}>,
     *     pots?: ?array{zone: array{id: int, name: string}, spaced: bool}, potWeek?: ?string,
     * } $is as a version stores it; the older it is, the less it says
     */
    public static function of(array $is): self
    {
        $pots = $is['pots'] ?? null;

        return new self(
            $is['code'],
            $is['crop'],
            $is['orders'],
            Named::of($is['block']),
            Named::of($is['zone']),
            $is['trays'],
            $is['cuttings'],
            $is['stickOn'],
            $is['heldDays'],
            $is['readyOn'],
            $is['stuck'],
            isset($is['trayKind']) ? Named::of($is['trayKind']) : null,
            array_map(static fn (array $on) => ['zone' => Named::of($on['zone']), 'from' => $on['from']], $is['movesOn'] ?? []),
            $pots === null ? null : ['zone' => Named::of($pots['zone']), 'spaced' => $pots['spaced']],
            $is['potWeek'] ?? null,
        );
    }

    /**
     * @return array{
     *     code: string, crop: string, orders: list<int>, block: array{id: int, name: string}, zone: array{id: int, name: string},
     *     trays: int, cuttings: int, stickOn: string, heldDays: int, readyOn: string, stuck: bool,
     *     trayKind: ?array{id: int, name: string}, movesOn: list<array{zone: array{id: int, name: string}, from: string}>,
     *     pots: ?array{zone: array{id: int, name: string}, spaced: bool}, potWeek: ?string,
     * }
     */
    public function toArray(): array
    {
        return [
            'code' => $this->code, 'crop' => $this->crop, 'orders' => $this->orders,
            'block' => $this->block->toArray(), 'zone' => $this->zone->toArray(),
            'trays' => $this->trays, 'cuttings' => $this->cuttings, 'stickOn' => $this->stickOn, 'heldDays' => $this->heldDays,
            'readyOn' => $this->readyOn, 'stuck' => $this->stuck, 'trayKind' => $this->trayKind?->toArray(),
            'movesOn' => array_map(static fn (array $on) => ['zone' => $on['zone']->toArray(), 'from' => $on['from']], $this->movesOn),
            'pots' => $this->pots === null ? null : ['zone' => $this->pots['zone']->toArray(), 'spaced' => $this->pots['spaced']],
            'potWeek' => $this->potWeek,
        ];
    }

    /** Whether it goes on to the same zones on the same days. */
    public function movesOnAs(self $other): bool
    {
        if (count($this->movesOn) !== count($other->movesOn)) {
            return false;
        }
        foreach ($this->movesOn as $i => $on) {
            if ($on['from'] !== $other->movesOn[$i]['from'] || !$on['zone']->is($other->movesOn[$i]['zone'])) {
                return false;
            }
        }

        return true;
    }

    /** Whether its pots stand in the same place in the same way. */
    public function potsStandAs(self $other): bool
    {
        return $this->pots === null || $other->pots === null
            ? $this->pots === $other->pots
            : $this->pots['spaced'] === $other->pots['spaced'] && $this->pots['zone']->is($other->pots['zone']);
    }
}
