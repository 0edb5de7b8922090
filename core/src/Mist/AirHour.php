<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** The air over a bench in one hour: its warmth, how damp it is, the sun that falls on the leaf, and how it moves. */
final class AirHour
{
    public const COLDEST = -40.0;
    public const HOTTEST = 70.0;
    public const IN_A_DAY = 24;

    /** Of the psychrometer, kPa a kelvin. */
    private const GAMMA = 0.0665;
    /** MJ to evaporate a litre. */
    private const LATENT = 2.45;

    private function __construct(
        public readonly float $air,
        public readonly float $humidity,
        public readonly float $netRadiation,
        public readonly float $wind,
    ) {
    }

    /**
     * @param Fields $in {air: °C, humidity: %, netRadiation: W/m² that the leaf takes up, wind: m/s}
     *
     * @throws Refused for the field that is wrong
     */
    public static function read(Fields $in): self
    {
        $hour = new self(
            $in->number('air', self::COLDEST, self::HOTTEST),
            $in->number('humidity', 0, 100),
            $in->number('netRadiation', -300, 1500),
            $in->number('wind', 0, 60),
        );
        $in->done();

        return $hour;
    }

    /** The same of figures that were reckoned, and are in bounds. */
    public static function of(float $air, float $humidity, float $netRadiation, float $wind): self
    {
        return new self($air, $humidity, $netRadiation, $wind);
    }

    /**
     * A day of them.
     *
     * @param Fields $in with `hours`
     *
     * @return non-empty-list<self>
     *
     * @throws Refused for `hours`
     */
    public static function day(Fields $in): array
    {
        $hours = array_map(self::read(...), $in->objects('hours', self::IN_A_DAY));
        if (count($hours) !== self::IN_A_DAY) {
            throw $in->refuse('wrong_length', 'hours', Fact::of('refused.air_hour.not_a_day', hours: self::IN_A_DAY));
        }

        return $hours;
    }

    /**
     * What a wet leaf loses in an hour, in mm (Penman): (Δ·Rn·0.0036 + γ·(6.43/24)·(1 + 0.536·u)·VPD) ÷ (2.45·(Δ + γ)), with
     * Δ = 4098·es ÷ (T + 237.3)².
     */
    public function evaporation(): float
    {
        $delta = 4098.0 * Vpd::saturation($this->air) / ($this->air + 237.3) ** 2;
        $drawn = self::GAMMA * (6.43 / 24.0) * (1.0 + 0.536 * $this->wind) * Vpd::of($this->air, $this->humidity);

        return ($delta * $this->netRadiation * 0.0036 + $drawn) / (self::LATENT * ($delta + self::GAMMA));
    }
}
