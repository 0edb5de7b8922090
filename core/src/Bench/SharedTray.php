<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** The last tray of a batch where it is not full: what is left over of others can stand in it too. */
final class SharedTray
{
    /**
     * Holes that are free in the last tray of a batch.
     *
     * @param int       $holes  that it takes in all its trays
     * @param list<int> $others holes that are taken in that tray by what is left over of others
     */
    public static function free(int $holes, int $cells, array $others): int
    {
        return max(0, $cells - self::over($holes, $cells) - array_sum($others));
    }

    /** Whether what is left over of a batch could stand in the last tray of another at all: where both are in trays of the same kind, by their ids. */
    public static function suits(int $kind, int $hosts): bool
    {
        return $kind === $hosts;
    }

    /** Whether it stands there: for as long as the other lies on a bench, and in the same zone, by their ids. */
    public static function stands(int $kind, int $hosts, bool $isHostThere, int $zone, int $hostsZone): bool
    {
        return self::suits($kind, $hosts) && $isHostThere && $zone === $hostsZone;
    }

    /** Holes that a batch takes in its last tray: what is left over of it once its other trays are full. */
    public static function over(int $holes, int $cells): int
    {
        return $holes < 1 ? 0 : ($holes - 1) % max(1, $cells) + 1;
    }
}
