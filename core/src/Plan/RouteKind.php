<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

/** How a wanted number may be come by. */
enum RouteKind: string
{
    case OneBatch = 'one_batch';
    case Staggered = 'staggered';
    case HoldOver = 'hold_over';
    case DivideOverYears = 'divide_over_years';
    case BuyIn = 'buy_in';
}
