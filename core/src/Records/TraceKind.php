<?php

declare(strict_types=1);

namespace WetCradle\Core\Records;

/** Where plants come from, what they are on their way, and where they go, in that order. */
enum TraceKind: string
{
    case Block = 'block';
    case Hormone = 'hormone';
    case Batch = 'batch';
    case Lot = 'lot';
    case Order = 'order';
    case Customer = 'customer';

    /** Whether plants can be called back by it: whoever has bought some is told, and not called back. */
    public function isRecalled(): bool
    {
        return $this !== self::Order && $this !== self::Customer;
    }
}
