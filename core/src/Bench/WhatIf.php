<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** Something that is not so, supposed to see what it would give. */
enum WhatIf: string
{
    /** One more bench like the largest under mist. */
    case Bench = 'bench';
    /** Cells half a centimetre narrower. */
    case Cells = 'cells';
    /** Off the mist two weeks sooner. */
    case Weaning = 'weaning';

    public const SOONER_WEEKS = 2;
    public const NARROWER_CM = 0.5;

    /** Tray positions for as many holes in trays of the same size whose cells are so much narrower, each way. */
    public static function narrowerCells(int $cells, float $lengthCm, float $widthCm): int
    {
        $pitch = sqrt($lengthCm * $widthCm / $cells);

        return max(1, (int) floor($cells * ($pitch / max(0.5, $pitch - self::NARROWER_CM)) ** 2));
    }
}
