<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/** How many nozzles hang over a zone. */
final class Nozzles
{
    /**
     * @param ?int  $said as somebody counted them; by the size of the bench where nobody has
     * @param float $area m²
     */
    public static function over(?int $said, float $area, HouseDefaults $house): int
    {
        return $said ?? max(1, (int) round($area * $house->number(HouseDefault::NozzlesAMetre)));
    }
}
