<?php

declare(strict_types=1);

namespace WetCradle\Core\Records;

/** What a nursery that begins enters first, in the order in which it is easiest. */
enum FirstStep: string
{
    case Benches = 'benches';
    case Crops = 'crops';
    case Stock = 'stock';
    case Inspection = 'inspection';
    case PastBatches = 'past_batches';
    case Orders = 'orders';
    case Plan = 'plan';

    /** @return list<self> what must be there before it */
    public function needs(): array
    {
        return match ($this) {
            self::Benches, self::Crops => [],
            self::Stock, self::PastBatches, self::Orders => [self::Crops],
            self::Inspection => [self::Stock],
            self::Plan => [self::Benches, self::Crops, self::Stock, self::Orders],
        };
    }

    /** Whether a first plan can be had without it, if a worse one. */
    public function mayWait(): bool
    {
        return $this === self::Inspection || $this === self::PastBatches;
    }
}
