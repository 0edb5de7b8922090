<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** Which end of a piece is up. */
enum Up: string
{
    case Tip = 'tip';
    case CrownEnd = 'crown_end';
    case Flat = 'flat';
    case Either = 'either';
}
