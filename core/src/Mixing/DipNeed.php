<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;

/** How much dip so many cuttings take, never more: what stands in the cup as deep as stems are dipped, and what clings to each. */
final class DipNeed
{
    /** @param float $depthCm how deep the stems are dipped */
    public static function liquid(int $cuttings, float $depthCm, HouseDefaults $house): Volume
    {
        self::check($cuttings, $depthCm);
        $inCup = M_PI * ($house->number(HouseDefault::CupWidth) / 2.0) ** 2 * $depthCm;

        return Volume::of($inCup + $cuttings * $depthCm * $house->number(HouseDefault::ClingsLiquid));
    }

    public static function powder(int $cuttings, float $depthCm, HouseDefaults $house): Mass
    {
        self::check($cuttings, $depthCm);

        return Mass::of($house->number(HouseDefault::PowderInCup) + $cuttings * $depthCm * $house->number(HouseDefault::ClingsPowder));
    }

    /** @throws Refused for `cuttings` or `depthCm` */
    private static function check(int $cuttings, float $depthCm): void
    {
        if ($cuttings < 1) {
            throw Refused::because('out_of_range', 'cuttings', Fact::of('refused.dip_need.out_of_range'));
        }
        if (!($depthCm > 0.0) || $depthCm > 40.0) {
            throw Refused::because('out_of_range', 'depthCm', Fact::of('refused.dip_need.out_of_range_depth_cm'));
        }
    }
}
