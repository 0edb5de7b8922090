<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** How the pieces stand in their tray: what in, how many to a hole, how deep. */
final class Setting
{
    /**
     * @param string $mix      as it is written on sheets: "peat 1, perlite 1"
     * @param int    $trayKind its id
     * @param int    $each     pieces to a hole
     * @param bool   $apart    whether the rooted pieces of a hole are potted apart; several that stay together are insurance, and one plant
     */
    public function __construct(
        public readonly string $mix,
        public readonly MixKind $mixKind,
        public readonly int $trayKind,
        public readonly int $each,
        public readonly float $depthCm,
        public readonly bool $apart = false,
    ) {
    }

    /** Pieces that make one plant: those of a hole that stay together. */
    public function together(): int
    {
        return $this->apart ? 1 : $this->each;
    }

    /** Holes that so many pieces take. */
    public function holesFor(int $pieces): int
    {
        return self::plantsOf($pieces, $this->each);
    }

    /**
     * Holes that a batch takes.
     *
     * @param ?int $came    how many of it are counted as having come in: plants, and so holes, where the pieces of a hole stay together; null while
     *                      it is not stuck
     * @param int  $planned pieces
     */
    public function holesTaken(?int $came, int $planned): int
    {
        return $came === null || $this->apart ? $this->holesFor($came ?? $planned) : $came;
    }

    /** Plants that a tray can give, of so many holes. */
    public function plantsIn(int $holes): int
    {
        return $this->apart ? $holes * $this->each : $holes;
    }

    /** The fewest whole trays in which so many plants stand. */
    public function traysOf(int $plants, int $holes): int
    {
        return Trays::toHold($plants, $this->plantsIn($holes))->number;
    }

    /** Plants that so many pieces can give, where each hole holds as many as make one. */
    public static function plantsOf(int $pieces, int $together): int
    {
        return intdiv($pieces + $together - 1, max(1, $together));
    }
}
