<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

/** A step of growing on, in the order in which they mostly come. */
enum StepKind: string
{
    case Shade = 'shade';
    case Feed = 'feed';
    case Space = 'space';
    case Winter = 'winter';
    case Harden = 'harden';
    case Outside = 'outside';
    case Ready = 'ready';
}
