<?php

declare(strict_types=1);

namespace WetCradle\Server\Compute;

/** A long computation is running; this one can begin when it is over. */
final class Busy extends \RuntimeException
{
    public function __construct(string $what, string $who)
    {
        parent::__construct(sprintf('%s is at it: %s. Such work is done one at a time; this begins when that is over.', $who, $what));
    }
}
