<?php

declare(strict_types=1);

namespace WetCradle\Core\Book;

use WetCradle\Core\Fact;

/** Where a plant stands in the book. */
enum State: string
{
    case ToStick = 'to_stick';
    case Stuck = 'stuck';
    case Rooted = 'rooted';
    case Potted = 'potted';
    case Grown = 'grown';
    case Sold = 'sold';
    case Lost = 'lost';

    /** Whether plants in this state are alive and ours. */
    public function isLive(): bool
    {
        return $this !== self::Sold && $this !== self::Lost;
    }

    /** The state that follows in the ordinary course, if any. */
    public function next(): ?self
    {
        return match ($this) {
            self::ToStick => self::Stuck,
            self::Stuck => self::Rooted,
            self::Rooted => self::Potted,
            self::Potted => self::Grown,
            self::Grown => self::Sold,
            self::Sold, self::Lost => null,
        };
    }

    public function words(): Fact
    {
        return Fact::of("state.{$this->value}");
    }
}
