<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Refused;

/** How much dip so many cuttings take, never more: what stands in the cup while they are dipped, and what clings to each. */
final class DipNeed
{
    /** cm across the cup that is poured into. */
    public const CUP_CM = 5.0;
    /** Millilitres that cling to a cm of stem; a usual figure, like the next. */
    private const CLINGS_ML = 0.02;
    /** Grams of powder that cling to a cm of stem. */
    private const CLINGS_G = 0.008;
    /** Grams of powder that must lie in a cup so that a stem can be rolled in it. */
    private const LIES_G = 5.0;

    /** @param float $depthCm how deep the stems are dipped */
    public static function liquid(int $cuttings, float $depthCm, float $cupCm = self::CUP_CM): Volume
    {
        self::check($cuttings, $depthCm);
        if (!($cupCm > 0.0)) {
            throw Refused::because('not_positive', 'cupCm', 'A cup has a width.');
        }

        return Volume::of(M_PI * ($cupCm / 2.0) ** 2 * $depthCm + $cuttings * $depthCm * self::CLINGS_ML);
    }

    public static function powder(int $cuttings, float $depthCm): Mass
    {
        self::check($cuttings, $depthCm);

        return Mass::of(self::LIES_G + $cuttings * $depthCm * self::CLINGS_G);
    }

    private static function check(int $cuttings, float $depthCm): void
    {
        if ($cuttings < 1) {
            throw Refused::because('out_of_range', 'cuttings', 'A dip is made for at least one cutting.');
        }
        if (!($depthCm > 0.0) || $depthCm > 40.0) {
            throw Refused::because('out_of_range', 'depthCm', 'Cuttings are dipped between 0 and 40 cm deep.');
        }
    }
}
