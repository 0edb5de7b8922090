<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** The ground a zone takes in its house, in metres from the corner of the house. */
final class Footprint
{
    /** Metres by which edges may cross and still be said to touch: less than anybody measures. */
    private const TOUCHING = 1e-6;

    private function __construct(
        public readonly float $x,
        public readonly float $y,
        public readonly float $length,
        public readonly float $width,
        public readonly float $aisle,
        public readonly bool $isUnder,
    ) {
    }

    /**
     * @param float $aisle   metres of way that are left free beside it
     * @param bool  $isUnder whether it is below a bench, where another zone stands above it
     */
    public static function of(float $x, float $y, float $length, float $width, float $aisle, bool $isUnder): self
    {
        return new self($x, $y, $length, $width, $aisle, $isUnder);
    }

    /** Whether the two cannot both be there: they share ground, and neither is below the other. */
    public function isInTheWayOf(self $other): bool
    {
        $apart = $this->x >= $other->x + $other->length - self::TOUCHING
            || $other->x >= $this->x + $this->length - self::TOUCHING
            || $this->y >= $other->y + $other->width - self::TOUCHING
            || $other->y >= $this->y + $this->width - self::TOUCHING;

        return !$apart && $this->isUnder === $other->isUnder;
    }

    /**
     * Where a new zone begins across the house: beyond all that is there, with the wider of the two aisles between.
     *
     * @param list<self> $there
     */
    public static function beyond(array $there, float $aisle): float
    {
        return max([0.0, ...array_map(static fn (self $zone) => $zone->y + $zone->width + max($zone->aisle, $aisle), $there)]);
    }
}
