<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

/** As what a rooting hormone is weighed. */
enum AuxinForm: string
{
    case Acid = 'acid';
    case Salt = 'salt';
}
