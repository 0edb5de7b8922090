<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use WetCradle\Server\Crops\Way;

/** A way roots faster or slower here than was known: days that rest on it are others. */
final class SpeedLearnt
{
    public function __construct(public readonly Way $way)
    {
    }
}
