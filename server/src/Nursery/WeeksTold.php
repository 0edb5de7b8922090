<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

/** How a nursery likes to be told of weeks: by number, or by the date of their Monday. */
enum WeeksTold: string
{
    case Numbers = 'numbers';
    case Dates = 'dates';
}
