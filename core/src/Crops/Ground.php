<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** On what pieces root: on a bench or floor of a house, or outdoors, where no bench would do. */
enum Ground: string
{
    case Bench = 'bench';
    /** Beside the stock plants, where what roots on its mother is pinned or hangs. */
    case BesideStock = 'beside_stock';
    /** Open ground, in rows, where what is planted out stands. */
    case Open = 'open';

    /** Whether it is outdoors, and as warm and wet as the weather. */
    public function isOutdoors(): bool
    {
        return $this !== self::Bench;
    }
}
