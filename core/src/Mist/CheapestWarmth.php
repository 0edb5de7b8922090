<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

/** How cool a zone's medium may be kept so that each batch there still comes in its order's week. */
final class CheapestWarmth
{
    /** °C between two settings that are tried. */
    private const STEP = 0.5;

    /**
     * The coolest setting that all bear; the one that is set where no cooler one does.
     *
     * @param float        $set     °C
     * @param float        $coolest °C that the zone can be kept at
     * @param list<Warmed> $there
     */
    public static function of(float $set, float $coolest, array $there): float
    {
        $cheapest = $set;
        for ($medium = $set - self::STEP; $medium >= $coolest - 1e-9; $medium -= self::STEP) {
            foreach ($there as $one) {
                if (!$one->bears($medium)) {
                    return $cheapest;
                }
            }
            $cheapest = $medium;
        }

        return $cheapest;
    }
}
