<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

/** On what a zone stands; what is under a bench may lie below another zone. */
enum Stands: string
{
    case Bench = 'bench';
    case Under = 'under';
    case Floor = 'floor';
}
