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
     */
    public function __construct(
        public readonly string $mix,
        public readonly MixKind $mixKind,
        public readonly int $trayKind,
        public readonly int $each,
        public readonly float $depthCm,
    ) {
    }
}
