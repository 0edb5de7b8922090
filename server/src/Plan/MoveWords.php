<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\MoveBreak;
use WetCradle\Server\Nursery\House;

/** What breaks when a batch is moved, in sentences. */
final class MoveWords
{
    public function __construct(private readonly House $house)
    {
    }

    public function say(MoveBreak $break): string
    {
        return match (true) {
            $break->day !== null => sprintf('%s has gone by.', $break->day->format('j M')),
            $break->week !== null => $this->window($break->week, (int) $break->opensIn),
            $break->material !== null => sprintf('%s is %s.', $break->block, $break->material->words()),
            $break->reason !== null => sprintf('%s: %s', $break->block, lcfirst($break->reason['words'])),
            $break->place !== null => sprintf('%s %s.', $break->zone, $break->kind === 'no_room' ? 'is '.$break->place->words : $break->place->words),
            default => sprintf('Ready %d %s after %s wants it.', $break->weeks, $break->weeks === 1 ? 'week' : 'weeks', $break->customer ?? 'our own target'),
        };
    }

    private function window(Week $week, int $opensIn): string
    {
        return sprintf(
            'Its material is not right in %s; it will be %d %s later.',
            $this->house->nursery()->telling()->week($week),
            $opensIn,
            $opensIn === 1 ? 'week' : 'weeks',
        );
    }
}
