<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/** What batches of a crop can be sorted by, to see whether it makes a difference. */
enum Sort: string
{
    case Way = 'way';
    case Material = 'material';
    case Block = 'block';
    /** The one stock plant that gave all of it. */
    case Parent = 'parent';
    case Grade = 'grade';
    case Hormone = 'hormone';
    case HormoneLot = 'hormone_lot';
    case HormoneAge = 'hormone_age';
    case Held = 'held';
    case Mix = 'mix';
    case Zone = 'zone';
    case Month = 'month';
    case Weather = 'weather';
    case Tray = 'tray';
    case Person = 'person';
    case Year = 'year';
}
