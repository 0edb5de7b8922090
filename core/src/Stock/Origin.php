<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

/** Where the plants of a stock block come from. */
enum Origin: string
{
    case Own = 'own';
    case Bought = 'bought';
    case ThirdParty = 'third_party';
    case Wild = 'wild';

    /** Whether material of it is propagated only with a permit. */
    public function needsPermit(): bool
    {
        return $this === self::ThirdParty || $this === self::Wild;
    }
}
