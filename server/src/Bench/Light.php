<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

/** How light it is in a zone. */
enum Light: string
{
    case Full = 'full';
    case Shade = 'shade';
    case Dim = 'dim';
}
