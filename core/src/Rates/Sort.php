<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/** What batches of a crop can be sorted by, to see whether it makes a difference. */
enum Sort: string
{
    case Way = 'way';
    case Material = 'material';
    case Block = 'block';
    case Hormone = 'hormone';
    case Mix = 'mix';
    case Zone = 'zone';
    case Month = 'month';
    case Tray = 'tray';
    case Person = 'person';
    case Year = 'year';
}
