<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use WetCradle\Core\Compute\Fields;

/** Moves as they are written in a request. */
final class MoveReader
{
    private const MOST = 400;

    /** @return list<Move> from the list `moves`; none is made yet, so it is all the same what was seen */
    public static function tried(Fields $in): array
    {
        return array_map(self::one(...), $in->objects('moves', self::MOST));
    }

    /** @return list<Move> from the list `moves`, each with the version that the mover saw */
    public static function seen(Fields $in): array
    {
        return array_map(static function (Fields $entry): Move {
            $entry->count('version', 1);

            return self::one($entry);
        }, $in->objects('moves', self::MOST));
    }

    /**
     * @param list<array<string, mixed>> $moves written as in a request
     *
     * @return list<Move>
     */
    public static function all(array $moves): array
    {
        return array_map(static fn (array $move) => self::one(Fields::of($move)), $moves);
    }

    private static function one(Fields $entry): Move
    {
        $day = static fn (string $name) => $entry->has($name) ? $entry->day($name) : null;
        $then = null;
        if ($entry->has('then')) {
            $next = $entry->object('then');
            $then = ['zone' => $next->count('zone', 1), 'on' => $next->day('on')];
            $next->done();
        }
        $pots = null;
        if ($entry->has('pots')) {
            $stand = $entry->object('pots');
            $pots = ['zone' => $stand->count('zone', 1), 'spaced' => $stand->has('spaced') ? $stand->flag('spaced') : null];
            $stand->done();
        }
        $parts = array_map(static function (Fields $part): array {
            $said = ['zone' => $part->count('zone', 1), 'trays' => $part->count('trays', 1, 10_000)];
            $part->done();

            return $said;
        }, $entry->has('parts') ? $entry->objects('parts', 10) : []);
        $move = new Move(
            $entry->text('code', 20),
            $day('stickOn'),
            $entry->has('heldDays') ? $entry->count('heldDays') : null,
            $entry->has('zone') ? $entry->count('zone', 1) : null,
            rtrim($entry->pathOf(''), '.'),
            $entry->has('version') ? $entry->count('version', 1) : null,
            $day('on'),
            $then,
            $entry->has('trayKind') ? $entry->count('trayKind', 1) : null,
            $parts,
            $pots,
        );
        $entry->done();

        return $move;
    }
}
