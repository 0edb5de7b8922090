<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

/** A kind of work, in the order in which a day in the house goes. */
enum Job: string
{
    case Short = 'short';
    case Collect = 'collect';
    case Stick = 'stick';
    case Wean = 'wean';
    case Check = 'check';
    case Pot = 'pot';
    case Plan = 'plan';

    public function placeInDay(): int
    {
        return (int) array_search($this, self::cases(), true);
    }
}
