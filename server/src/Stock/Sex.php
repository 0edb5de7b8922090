<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

/** Of a stock plant of a kind that has two. */
enum Sex: string
{
    case Female = 'female';
    case Male = 'male';
}
