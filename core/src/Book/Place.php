<?php

declare(strict_types=1);

namespace WetCradle\Core\Book;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** One column of the book: a line of a batch, and a state. */
final class Place
{
    private function __construct(public readonly int $line, public readonly State $state)
    {
    }

    /** @throws Refused for `line` */
    public static function of(int $line, State $state): self
    {
        if ($line < 1) {
            throw Refused::because('unknown', 'line', Fact::of('refused.place.unknown'));
        }

        return new self($line, $state);
    }

    public function equals(self $other): bool
    {
        return $this->line === $other->line && $this->state === $other->state;
    }

    public function key(): string
    {
        return $this->line.':'.$this->state->value;
    }
}
