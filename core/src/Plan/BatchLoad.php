<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Method;

/** What one batch asks of the house: bench for its weeks, hands when it is stuck and when it is potted. */
final class BatchLoad
{
    /** @param bool $inItsPot whether it is stuck in the pot that it is sold in */
    public function __construct(
        public readonly Tenant $tenant,
        public readonly bool $underMist,
        public readonly int $toStick,
        public readonly Week $potWeek,
        public readonly int $toPot,
        public readonly Week $weanWeek,
        public readonly ?Method $method = null,
        public readonly string $pot = '',
        public readonly bool $inItsPot = false,
    ) {
    }

    /** What is no batch takes bench, and no hands that are planned. */
    public static function guest(Tenant $tenant, bool $underMist): self
    {
        return new self($tenant, $underMist, 0, $tenant->to, 0, $tenant->to);
    }

    public function hoursToPot(WorkNorms $norms): float
    {
        return $norms->hoursToPot($this->toPot, $this->pot, $this->inItsPot ? $this->tenant->trays : null);
    }

    /** How many of a batch not yet counted will be potted, by what its crop has learnt. */
    public static function expected(int $cuttings, float $rate): int
    {
        return (int) round($cuttings * $rate);
    }
}
