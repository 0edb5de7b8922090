<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Potted;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Whereabouts;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\Setting;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Potting\PotLot;
use WetCradle\Server\Stock\Claim;

/** A batch, or a part of one, as a move would have it. */
final class Placed
{
    /**
     * @param Zone                                                $zone where it lies first
     * @param list<array{zone: Zone, from: \DateTimeImmutable}>   $then where it goes on, in order
     * @param ?Potted                                             $potted its pots, where their place is settled
     * @param bool                                                $isPart whether it is split off and becomes a batch of its own
     * @param bool                                                $isNew whether it would lie anywhere that it did not before
     * @param ?PotLot                                             $lot the lot that is carried elsewhere, of this batch among others
     */
    public function __construct(
        public readonly Move $move,
        public readonly Batch $batch,
        public readonly PlainDates $dates,
        public readonly Zone $zone,
        public readonly array $then,
        public readonly int $held,
        public readonly int $trays,
        public readonly int $planned,
        public readonly TrayKind $trayKind,
        public readonly ?Potted $potted,
        public readonly bool $isPart,
        public readonly bool $isNew,
        public readonly ?PotLot $lot = null,
    ) {
    }

    /** What is moved: the batch, or the lot. */
    public function code(): string
    {
        return $this->lot->code ?? $this->batch->code;
    }

    /** What it would count under a licence, moved so. */
    public function claim(string $field): Claim
    {
        return new Claim(
            $this->batch->code,
            $this->batch->crop,
            $this->dates->stickOn,
            $this->dates->readyOn,
            Setting::plantsOf($this->planned, $this->batch->amount->together),
            $this->batch->amount->needed ?? Setting::plantsOf($this->planned, $this->batch->amount->together),
            $field,
        );
    }

    /** @return non-empty-list<array{zone: int, tenant: Tenant}> where it would lie from when to when */
    public function legs(HouseDefaults $house): array
    {
        $pots = $this->potted?->zone === null ? [] : [['zone' => $this->potted->zone, 'tenant' => $this->potted->tenant()]];
        if ($this->lot !== null) {
            return $pots === [] ? throw new \LogicException('What is potted stands somewhere when it is moved.') : $pots;
        }

        return [...Whereabouts::legs(
            Berths::tenant(
                $this->batch->code,
                $this->batch->way(),
                $this->dates,
                $this->trayKind->positionsOf($this->batch->isStuck() ? $this->batch->trays() : $this->trays),
            ),
            (int) $this->zone->id,
            $this->dates->weanOn,
            array_map(static fn (array $on) => ['zone' => (int) $on['zone']->id, 'from' => $on['from']], $this->then),
            $house,
        ), ...$pots];
    }

    /** Where it lies, or goes next. */
    public function lastZone(): Zone
    {
        return $this->then === [] ? $this->zone : $this->then[array_key_last($this->then)]['zone'];
    }
}
