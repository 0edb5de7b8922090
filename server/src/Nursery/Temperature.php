<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

/** In what a nursery likes to be told of warmth. */
enum Temperature: string
{
    case Celsius = 'celsius';
    case Fahrenheit = 'fahrenheit';
}
