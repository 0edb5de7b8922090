<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;

/** How fast the film of water on a leaf dries. */
final class FilmEvaporation implements Calculation
{
    public static function name(): string
    {
        return 'film_evaporation';
    }

    /**
     * @param Fields $in {air: °C, humidity: %, netRadiation: W/m², wind: m/s}
     *
     * @return array{mmPerHour: float}
     */
    public static function compute(Fields $in): array
    {
        return ['mmPerHour' => AirHour::read($in)->evaporation()];
    }
}
