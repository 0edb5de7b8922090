<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** When in the day pieces are taken. */
enum TimeOfDay: string
{
    case Early = 'early';
    case Any = 'any';
    case Dry = 'dry';
}
