<?php

declare(strict_types=1);

namespace WetCradle\Core\Book;

/** How a batch stands as a whole, read from what stands in the book. */
enum BatchState: string
{
    case Planned = 'planned';
    case Rooting = 'rooting';
    case PartRooted = 'part_rooted';
    case Rooted = 'rooted';
    case Potted = 'potted';
    case Gone = 'gone';
    case Lost = 'lost';

    /** @param array<string, int> $standing state value → count, over all lines of the batch; [] before it is stuck */
    public static function of(array $standing): self
    {
        $at = static fn (State $state) => $standing[$state->value] ?? 0;
        $further = $at(State::Rooted) + $at(State::Potted) + $at(State::Grown) + $at(State::Sold);

        return match (true) {
            array_sum($standing) === 0 => self::Planned,
            $at(State::Stuck) + $at(State::ToStick) > 0 => $further > 0 ? self::PartRooted : self::Rooting,
            $at(State::Rooted) > 0 => self::Rooted,
            $at(State::Potted) + $at(State::Grown) > 0 => self::Potted,
            $at(State::Sold) > 0 => self::Gone,
            default => self::Lost,
        };
    }
}
