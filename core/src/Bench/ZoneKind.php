<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** What covers a zone, and what that means for its warmth. */
enum ZoneKind: string
{
    case Mist = 'mist';
    case Cover = 'cover';
    case Open = 'open';
    case Frame = 'frame';

    /** Whether it has no heat of its own. */
    public function goesWithAir(): bool
    {
        return $this === self::Frame;
    }
}
