<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Fact;

/** Of a stock plant of a kind that has two, and of all that is cut from it. */
enum Sex: string
{
    case Female = 'female';
    case Male = 'male';

    public function words(): Fact
    {
        return Fact::of("sex.{$this->value}");
    }
}
