<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** Where what is potted stands through its winter. */
enum Winter: string
{
    case Outside = 'outside';
    case ColdFrame = 'cold_frame';
    case FrostFree = 'frost_free';
    case AsCells = 'as_cells';
}
