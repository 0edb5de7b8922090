<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Crops\Method;

/** A batch on the bench, or planned to be there, with what the rail wants to know of it. */
final class Lying
{
    /**
     * @param int                $cuttings stuck, or planned to be
     * @param int                $plants   that they make: several cuttings may be one
     * @param \DateTimeImmutable $off      the day it left the bench, or is to be potted
     * @param ?int               $potted   potted when it left, or of what was counted still to be; null before
     * @param int                $way      the way by which it was, or is to be, propagated
     * @param \DateTimeImmutable $weaned   the day it was, or is to be, weaned
     * @param string             $pot      that its order asks for; empty where nobody waits
     * @param bool               $inItsPot whether it is stuck in the pot that it is sold in
     * @param non-empty-list<array{zone: int, tenant: Tenant}> $legs where it lies from when to when
     */
    public function __construct(
        public readonly Tenant $tenant,
        public readonly int $zone,
        public readonly bool $underMist,
        public readonly int $cuttings,
        public readonly int $plants,
        public readonly \DateTimeImmutable $off,
        public readonly ?int $potted,
        public readonly int $way,
        public readonly \DateTimeImmutable $weaned,
        public readonly Method $method,
        public readonly string $pot,
        public readonly array $legs,
        public readonly bool $inItsPot,
    ) {
    }
}
