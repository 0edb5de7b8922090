<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** What a house is filled with: batches to be rooted, weaned ones that need no mist any more, or pots. */
enum FillStage: string
{
    case Rooting = 'rooting';
    case Weaning = 'weaning';
    case Potted = 'potted';
}
