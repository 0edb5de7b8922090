<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** How stout bundled hardwood is: each grade is bundled by itself, and roots at a pace of its own. */
enum Grade: string
{
    case Thick = 'thick';
    case Thin = 'thin';
    case Whips = 'whips';
}
