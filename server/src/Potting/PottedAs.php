<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use WetCradle\Server\Wanted\Pot;

/** What a batch is potted into, and with which lot it stands from then on. */
final class PottedAs
{
    /** @param ?PotLot $into a lot that is there already; null for one of its own */
    public function __construct(public readonly Pot $pot, public readonly string $mix, public readonly ?PotLot $into)
    {
    }
}
