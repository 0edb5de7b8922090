<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

/** In which half of the world the nursery lies. */
enum Hemisphere: string
{
    case North = 'north';
    case South = 'south';
}
