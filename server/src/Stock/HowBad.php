<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

/** How bad it is what an inspection found. */
enum HowBad: string
{
    case Slight = 'slight';
    case Some = 'some';
    case Bad = 'bad';
}
