<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** Whether pieces may be washed before they are stuck. */
enum Wash: string
{
    case Allowed = 'allowed';
    case Never = 'never';
}
