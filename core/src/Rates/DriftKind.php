<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/** What a chart of batches shows that chance seldom does. */
enum DriftKind: string
{
    case Below = 'below';
    case Above = 'above';
    case RunBelow = 'run_below';
    case RunAbove = 'run_above';
}
