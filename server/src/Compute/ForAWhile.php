<?php

declare(strict_types=1);

namespace WetCradle\Server\Compute;

use WetCradle\Core\Compute\Going;

/** Lets a search go on for so many seconds, and no longer. */
final class ForAWhile implements Going
{
    private readonly float $until;

    public function __construct(float $seconds, private readonly Going $other)
    {
        $this->until = microtime(true) + $seconds;
    }

    public function on(float $share): bool
    {
        return microtime(true) < $this->until && $this->other->on($share);
    }
}
