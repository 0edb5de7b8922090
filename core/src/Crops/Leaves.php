<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** How many leaves a piece keeps. */
enum Leaves: string
{
    case All = 'all';
    case TwoToFour = 'two_to_four';
    case Halved = 'halved';
    case None = 'none';
}
