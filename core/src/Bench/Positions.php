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

    /**
     * Trays in which a batch stands: all that it was stuck in for as long as none of it went on, whatever was lost from among
     * them; once some was potted or went elsewhere, what is left is set together.
     *
     * @param int $trays   it was stuck in
     * @param int $came    plants that came into it
     * @param int $inTrays that are in trays now
     * @param int $lost    of those that came
     */
    public static function traysLeft(int $trays, int $came, int $inTrays, int $lost): int
    {
        return $came - $lost <= $inTrays ? $trays : max(1, min($trays, Whole::up($trays * $inTrays / $came)));
    }

    /** Whole positions that so many trays take, together. */
    public static function ofTrays(int $trays, float $each): int
    {
        return max(1, Whole::up($trays * $each));
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
