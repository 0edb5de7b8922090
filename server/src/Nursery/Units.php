<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

/** In what lengths and volumes are shown. */
enum Units: string
{
    case Metric = 'metric';
    case Us = 'us';
}
