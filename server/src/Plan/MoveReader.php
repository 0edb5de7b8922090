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
        return array_map(static function (Fields $one): Move {
            $one->count('version', 1);

            return self::one($one);
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

    private static function one(Fields $one): Move
    {
        $day = static fn (string $name) => $one->has($name) ? $one->day($name) : null;
        $then = null;
        if ($one->has('then')) {
            $next = $one->object('then');
            $then = ['zone' => $next->count('zone', 1), 'on' => $next->day('on')];
            $next->done();
        }
        $pots = null;
        if ($one->has('pots')) {
            $stand = $one->object('pots');
            $pots = ['zone' => $stand->count('zone', 1), 'spaced' => $stand->has('spaced') && $stand->flag('spaced')];
            $stand->done();
        }
        $parts = array_map(static function (Fields $part): array {
            $said = ['zone' => $part->count('zone', 1), 'trays' => $part->count('trays', 1, 10_000)];
            $part->done();

            return $said;
        }, $one->has('parts') ? $one->objects('parts', 10) : []);
        $move = new Move(
            $one->text('code', 20),
            $day('stickOn'),
            $one->has('heldDays') ? $one->count('heldDays') : null,
            $one->has('zone') ? $one->count('zone', 1) : null,
            rtrim($one->pathOf(''), '.'),
            $one->has('version') ? $one->count('version', 1) : null,
            $day('on'),
            $then,
            $one->has('trayKind') ? $one->count('trayKind', 1) : null,
            $parts,
            $pots,
        );
        $one->done();

        return $move;
    }
}
