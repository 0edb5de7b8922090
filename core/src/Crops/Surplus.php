<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** How many more than wanted are stuck: by what is to be expected, or for a chance of enough. */
enum Surplus: string
{
    case Expected = 'expected';
    case Chance = 'chance';
}
