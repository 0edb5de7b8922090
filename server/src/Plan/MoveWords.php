<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use WetCradle\Core\Bench\Offer;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\MoveBreak;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Server\Nursery\House;

/** What breaks when a batch is moved, in sentences. */
final class MoveWords
{
    public function __construct(private readonly House $house)
    {
    }

    public function say(MoveBreak $break): string
    {
        $of = $break->of;

        return match (true) {
            ($of['day'] ?? null) instanceof \DateTimeImmutable => sprintf('%s has gone by.', $of['day']->format('j M')),
            ($of['week'] ?? null) instanceof Week => $this->window($of['week'], (int) $of['opensIn']),
            ($of['offer'] ?? null) instanceof BlockOffer => sprintf('%s is %s.', $of['block'], $of['offer']->words()),
            isset($of['reason']) => sprintf('%s: %s', $of['block'], lcfirst((string) $of['reason']['words'])),
            ($of['offer'] ?? null) instanceof Offer => sprintf('%s %s.', $of['zone'], $break->kind === 'no_room' ? 'is '.$of['offer']->words : $of['offer']->words),
            default => sprintf('Ready %d %s after %s wants it.', $of['weeks'], $of['weeks'] === 1 ? 'week' : 'weeks', $of['customer'] ?? 'our own target'),
        };
    }

    private function window(Week $week, int $opensIn): string
    {
        return sprintf('Its material is not right in %s; it will be %d %s later.', $this->house->nursery()->telling()->week($week), $opensIn, $opensIn === 1 ? 'week' : 'weeks');
    }
}
