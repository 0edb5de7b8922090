<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

/** A batch as a kept version of a plan holds it: all that can be planned anew of it. */
final class PlannedBatch
{
    /**
     * @param list<int>                                $orders
     * @param ?string                                  $trayKind null in a version that did not keep it
     * @param list<array{zone: string, from: string}> $movesOn  zones it goes to after its first
     * @param ?array{zone: string, spaced: bool}      $pots     where its pots stand
     * @param ?string                                  $potWeek  the week its potting was given; null where it is potted when it is due
     */
    private function __construct(
        public readonly string $code,
        public readonly string $crop,
        public readonly array $orders,
        public readonly string $block,
        public readonly string $zone,
        public readonly int $trays,
        public readonly int $cuttings,
        public readonly string $stickOn,
        public readonly int $heldDays,
        public readonly string $readyOn,
        public readonly bool $stuck,
        public readonly ?string $trayKind,
        public readonly array $movesOn,
        public readonly ?array $pots,
        public readonly ?string $potWeek,
    ) {
    }

    /**
     * @param array{
     *     code: string, crop: string, orders: list<int>, block: string, zone: string, trays: int, cuttings: int,
     *     stickOn: string, heldDays: int, readyOn: string, stuck: bool, trayKind?: ?string,
     *     movesOn?: list<array{zone: string, from: string}>, pots?: ?array{zone: string, spaced: bool},
     *     potWeek?: ?string,
     * } $is
     */
    public static function of(array $is): self
    {
        return new self(
            $is['code'],
            $is['crop'],
            $is['orders'],
            $is['block'],
            $is['zone'],
            $is['trays'],
            $is['cuttings'],
            $is['stickOn'],
            $is['heldDays'],
            $is['readyOn'],
            $is['stuck'],
            $is['trayKind'] ?? null,
            $is['movesOn'] ?? [],
            $is['pots'] ?? null,
            $is['potWeek'] ?? null,
        );
    }

    /**
     * @return array{
     *     code: string, crop: string, orders: list<int>, block: string, zone: string, trays: int, cuttings: int,
     *     stickOn: string, heldDays: int, readyOn: string, stuck: bool, trayKind: ?string,
     *     movesOn: list<array{zone: string, from: string}>, pots: ?array{zone: string, spaced: bool}, potWeek: ?string,
     * }
     */
    public function toArray(): array
    {
        return [
            'code' => $this->code, 'crop' => $this->crop, 'orders' => $this->orders, 'block' => $this->block, 'zone' => $this->zone,
            'trays' => $this->trays, 'cuttings' => $this->cuttings, 'stickOn' => $this->stickOn, 'heldDays' => $this->heldDays,
            'readyOn' => $this->readyOn, 'stuck' => $this->stuck, 'trayKind' => $this->trayKind, 'movesOn' => $this->movesOn,
            'pots' => $this->pots, 'potWeek' => $this->potWeek,
        ];
    }
}
