<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/**
 * Plantlets that are left on a runner to root beside their plant. The further of two feeds through the nearer until it has
 * roots of its own, and so holds it back: neither is cut loose before.
 */
enum Plantlets
{
    case One;
    case Two;

    /**
     * @param Fields $in a sheet as it is kept, with `method`, `cut` and `water`
     */
    public static function read(Fields $in): self
    {
        return self::of($in->choice('method', Method::class), Cut::read($in->object('cut')), WaySheet::waterOf($in));
    }

    public static function of(Method $method, Cut $cut, Water $water): self
    {
        return $method === Method::Runner && $water->isOnMother() && $cut->plantlets === 2 ? self::Two : self::One;
    }

    /** Days for which the nearer, rooted, waits for the further. */
    public function holdBack(HouseDefaults $house): int
    {
        return $this === self::Two ? $house->whole(HouseDefault::FurtherPlantlet) : 0;
    }

    /** The share with roots from which they are cut loose: of two, all the nearer ones and as many of the further as of any others. */
    public function looseFrom(HouseDefaults $house): float
    {
        $share = $house->number(HouseDefault::WeanFrom);

        return $this === self::Two ? (1.0 + $share) / 2.0 : $share;
    }
}
