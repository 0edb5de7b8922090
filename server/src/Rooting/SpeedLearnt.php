<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use WetCradle\Server\Crops\Way;

/** Ways that root faster or slower here than was known: days that rest on them are others. */
final class SpeedLearnt
{
    /** @param list<Way> $ways */
    public function __construct(public readonly array $ways)
    {
    }
}
