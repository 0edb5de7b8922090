<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** What says that a batch is to be potted. */
enum PotTrigger: string
{
    case FirstRoot = 'first_root';
    case EveryHole = 'every_hole';
    case Share = 'share';
    case Calendar = 'calendar';
}
