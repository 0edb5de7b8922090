<?php

declare(strict_types=1);

namespace WetCradle\Core;

/** How much an order matters, the most first. */
enum Priority: string
{
    case Must = 'must';
    case Should = 'should';
    case Nice = 'nice';

    /** The smaller, the sooner it is served. */
    public function rank(): int
    {
        return (int) array_search($this, self::cases(), true);
    }
}
