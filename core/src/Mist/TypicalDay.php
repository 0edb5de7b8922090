<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;

/** A day of weather over the leaves, drawn from a few numbers that a person can see and change. */
final class TypicalDay
{
    /** The hour in which it is warmest. */
    private const WARMEST = 15.0;
    private const NOON = 12.0;
    private const TILT = 23.44;
    /** The day of the year on which days are as long as nights, in spring of the north. */
    private const EQUINOX = 80.0;
    /** W/m² of a clear sky with the sun overhead. */
    private const OVERHEAD = 950.0;

    private function __construct(
        public readonly float $mean,
        public readonly float $swing,
        public readonly float $humidity,
        public readonly float $noonRadiation,
        public readonly float $daylight,
        public readonly float $wind,
    ) {
    }

    /**
     * @param Fields $in {mean: °C, swing: °C between the coolest and the warmest hour, humidity: % at the mean, noonRadiation: W/m² that
     *                   a leaf takes up at noon, daylight: hours, wind: m/s over the leaves}
     *
     * @throws Refused for the field that is wrong
     */
    public static function read(Fields $in): self
    {
        $day = new self(
            $in->number('mean', -20, 45),
            $in->number('swing', 0, 30),
            $in->number('humidity', 5, 100),
            $in->number('noonRadiation', 0, 1000),
            $in->number('daylight', 0, 24),
            $in->number('wind', 0, 10),
        );
        $in->done();

        return $day;
    }

    /**
     * A usual day of a month: as warm as the site's air, as long and as sunny as the sun stands then.
     *
     * @param float $mean °C of the site's air
     */
    public static function usual(float $mean, int $dayOfYear, Hemisphere $hemisphere, HouseDefaults $house): self
    {
        return self::with($mean, 9.0, 80.0, $dayOfYear, $hemisphere, $house, 1.0, 0.2);
    }

    /** A hot, dry day at about the same time: warmer, clearer, windier, and with air that draws water. */
    public static function hotAndDry(float $mean, int $dayOfYear, Hemisphere $hemisphere, HouseDefaults $house): self
    {
        return self::with($mean + 9.0, 14.0, 50.0, $dayOfYear, $hemisphere, $house, 1.3, 0.5);
    }

    /** The same in a house that is kept so warm. */
    public function notCoolerThan(?float $kept): self
    {
        return $kept === null || $kept <= $this->mean
            ? $this
            : new self(round($kept, 1), $this->swing, $this->humidity, $this->noonRadiation, $this->daylight, $this->wind);
    }

    private static function with(
        float $mean,
        float $swing,
        float $humidity,
        int $dayOfYear,
        Hemisphere $hemisphere,
        HouseDefaults $house,
        float $clear,
        float $wind,
    ): self {
        $sign = $hemisphere === Hemisphere::North ? 1.0 : -1.0;
        $tilt = deg2rad($sign * self::TILT * sin(2.0 * M_PI * ($dayOfYear - self::EQUINOX) / 365.0));
        $latitude = deg2rad($house->number(HouseDefault::Latitude));
        $daylight = 24.0 / M_PI * acos(max(-1.0, min(1.0, -tan($latitude) * tan($tilt))));
        $noon = self::OVERHEAD * max(0.0, cos($latitude - $tilt)) * $house->number(HouseDefault::LeafTakesUp) * $clear;

        return new self(round($mean, 1), $swing, $humidity, round($noon), round($daylight, 1), $wind);
    }

    /**
     * Hour by hour: warmest in the afternoon, with as much water in the air all day, so that it is dampest before dawn; the sun
     * from its rise to its set.
     *
     * @return non-empty-list<AirHour>
     */
    public function hours(): array
    {
        $vapour = $this->humidity / 100.0 * Vpd::saturation($this->mean);
        $rises = self::NOON - $this->daylight / 2.0;

        return array_map(function (int $hour) use ($vapour, $rises): AirHour {
            $middle = $hour + 0.5;
            $air = $this->mean + $this->swing / 2.0 * cos(2.0 * M_PI * ($middle - self::WARMEST) / 24.0);
            $sun = $this->daylight > 0.0 && abs($middle - self::NOON) < $this->daylight / 2.0 ? sin(M_PI * ($middle - $rises) / $this->daylight) : 0.0;

            return AirHour::of($air, min(100.0, 100.0 * $vapour / Vpd::saturation($air)), $this->noonRadiation * $sun, $this->wind);
        }, range(0, AirHour::IN_A_DAY - 1));
    }

    /** @return array{mean: float, swing: float, humidity: float, noonRadiation: float, daylight: float, wind: float} */
    public function toArray(): array
    {
        return [
            'mean' => $this->mean, 'swing' => $this->swing, 'humidity' => $this->humidity, 'noonRadiation' => $this->noonRadiation,
            'daylight' => $this->daylight, 'wind' => $this->wind,
        ];
    }
}
