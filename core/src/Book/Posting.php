<?php

declare(strict_types=1);

namespace WetCradle\Core\Book;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * A number of plants going from one place to another. `from` is null when they come in from the stock block,
 * `to` only when such a coming-in is reversed. Only what can happen to a plant can be made; going back is
 * a reversal of a known entry.
 */
final class Posting
{
    /** @throws Refused for `count` */
    private function __construct(
        public readonly ?Place $from,
        public readonly ?Place $to,
        public readonly int $count,
        public readonly ?LossCause $cause,
        public readonly ?int $reverses,
    ) {
        if ($count < 1) {
            throw Refused::because('out_of_range', 'count', Fact::of('refused.posting.out_of_range'));
        }
    }

    public static function comingIn(int $line, int $count): self
    {
        return new self(null, Place::of($line, State::ToStick), $count, null, null);
    }

    /**
     * To the state that follows, on the same line.
     *
     * @throws Refused for `from`
     */
    public static function on(int $line, State $from, int $count): self
    {
        $next = $from->next() ?? throw Refused::because('not_possible', 'from', Fact::of('book.goes_nowhere', state: $from));

        return new self(Place::of($line, $from), Place::of($line, $next), $count, null, null);
    }

    /** @throws Refused for `from` */
    public static function lost(int $line, State $from, LossCause $cause, int $count): self
    {
        if (!$from->isLive()) {
            throw Refused::because('not_possible', 'from', Fact::of('book.cannot_be_lost', state: $from));
        }

        return new self(Place::of($line, $from), Place::of($line, State::Lost), $count, $cause, null);
    }

    /**
     * To another line in the same state: a split or a merge.
     *
     * @throws Refused for `toLine` or `state`
     */
    public static function across(int $line, int $toLine, State $state, int $count): self
    {
        if ($line === $toLine) {
            throw Refused::because('not_possible', 'toLine', Fact::of('refused.posting.not_possible'));
        }
        if (!$state->isLive()) {
            throw Refused::because('not_possible', 'state', Fact::of('book.stay', state: $state));
        }

        return new self(Place::of($line, $state), Place::of($toLine, $state), $count, null, null);
    }

    /**
     * Back to the knife: stuck or rooted plants that become cuttings of another line.
     *
     * @throws Refused for `state`
     */
    public static function restuck(int $line, State $from, int $toLine, int $count): self
    {
        if ($line === $toLine || !in_array($from, [State::ToStick, State::Stuck, State::Rooted, State::Potted], true)) {
            throw Refused::because('not_possible', 'state', Fact::of('refused.posting.not_possible_state'));
        }

        return new self(Place::of($line, $from), Place::of($toLine, State::ToStick), $count, null, null);
    }

    /**
     * The same plants going back where they came from.
     *
     * @throws Refused for `act`
     */
    public static function reversalOf(Entry $entry): self
    {
        if ($entry->posting->isReversal()) {
            throw Refused::because('not_possible', 'act', Fact::of('refused.posting.not_possible_act'));
        }

        return new self($entry->posting->to, $entry->posting->from, $entry->posting->count, $entry->posting->cause, $entry->number);
    }

    /** A move as kept in a database. */
    public static function kept(?Place $from, ?Place $to, int $count, ?LossCause $cause, ?int $reverses): self
    {
        return new self($from, $to, $count, $cause, $reverses);
    }

    public function isReversal(): bool
    {
        return $this->reverses !== null;
    }

    public function touches(int $line): bool
    {
        return $this->to?->line === $line || $this->from?->line === $line;
    }
}
