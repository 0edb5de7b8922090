<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

/** What "1 to 10" means on a label: one part in ten of the whole, or one part and ten of water. */
enum RatioReading: string
{
    case InTotal = 'in_total';
    case ToParts = 'to_parts';
}
