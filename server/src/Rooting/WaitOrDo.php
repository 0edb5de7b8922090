<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

/** What can be chosen here for plants that are unrooted still; sticking afresh is chosen at its order. */
enum WaitOrDo: string
{
    case Wait = 'wait';
    case Clear = 'clear';
    case Cooler = 'cooler';
    case Dip = 'dip';
}
