<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** How a rooting hormone is given. */
enum HormoneKind: string
{
    case None = 'none';
    case Powder = 'powder';
    case Liquid = 'liquid';
}
