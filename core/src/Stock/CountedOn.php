<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

/** When a plant counts under a licence. */
enum CountedOn: string
{
    case Sticking = 'sticking';
    case Sale = 'sale';
}
