<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

/** What a check of a few says of the whole. */
enum Verdict: string
{
    case Ready = 'ready';
    case NotYet = 'not_yet';
    case LiftMore = 'lift_more';
}
