<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

/** How the windows of sheets are brought to the site: by weeks, or by its own warmth. */
enum WindowsBy: string
{
    case Weeks = 'weeks';
    case DegreeDays = 'degree_days';
}
