<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Whole;
use WetCradle\Core\Refused;

/** How much bench things take, counted in tray positions: one is the footprint of the nursery's first kind of tray. */
final class Positions
{
    /**
     * The positions one tray takes, by the sizes of both in cm.
     *
     * @throws Refused for the field that is wrong
     */
    public static function each(float $length, float $width, float $standardLength, float $standardWidth): float
    {
        foreach (['lengthCm' => $length, 'widthCm' => $width, 'standardLengthCm' => $standardLength, 'standardWidthCm' => $standardWidth] as $field => $side) {
            if (!is_finite($side) || $side <= 0.0) {
                throw Refused::because('not_positive', $field, Fact::of('refused.positions.not_positive'));
            }
        }

        return $length * $width / ($standardLength * $standardWidth);
    }

    /** Whole positions that so many trays take, together. */
    public static function ofTrays(int $trays, float $each): int
    {
        return max(1, Whole::up($trays * $each));
    }

    /**
     * The width of pots that together take the room of these, in cm.
     *
     * @param non-empty-list<array{pots: int, acrossCm: float}> $pots
     */
    public static function acrossOf(array $pots): float
    {
        $room = array_sum(array_map(static fn (array $some) => $some['pots'] * $some['acrossCm'] ** 2, $pots));

        return sqrt($room / array_sum(array_column($pots, 'pots')));
    }

    /**
     * Whole positions that pots take: pot-thick, each beside the next, or spaced.
     *
     * @throws Refused for `acrossCm`
     */
    public static function ofPots(int $pots, float $acrossCm, bool $spaced, float $positionCm2, HouseDefaults $house): int
    {
        if ($acrossCm <= 0.0 || $positionCm2 <= 0.0) {
            throw Refused::because('not_positive', 'acrossCm', Fact::of('refused.positions.not_positive_across_cm'));
        }
        $pitch = $spaced ? $house->number(HouseDefault::PotsApart) * $acrossCm : $acrossCm;

        return max(1, Whole::up($pots * $pitch ** 2 / $positionCm2));
    }
}
