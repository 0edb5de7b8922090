<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** How taken material is held until it is stuck: moist and shaded, cold, or dry until its cut has sealed. */
enum HoldWay: string
{
    case Shaded = 'shaded';
    case Cold = 'cold';
    case Dry = 'dry';
}
