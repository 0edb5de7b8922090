<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** Which end of a root or hardwood piece is cut slanting, so that it is not stuck upside down. */
enum Slanted: string
{
    case Below = 'below';
    case Above = 'above';
    case Neither = 'neither';
}
