<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

/** How far a lifted cutting's foot has come, in the order in which it happens. */
enum RootStage: string
{
    case Nothing = 'nothing';
    case Callus = 'callus';
    case Initials = 'initials';
    case AtWall = 'at_wall';
    case AtHole = 'at_hole';
    case RootBound = 'root_bound';
    case Dead = 'dead';

    /** Whether it counts as rooted: roots that reach the wall of the cell hold the mix together when it is potted. */
    public function isRooted(): bool
    {
        return match ($this) {
            self::AtWall, self::AtHole, self::RootBound => true,
            default => false,
        };
    }
}
