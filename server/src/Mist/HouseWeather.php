<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use WetCradle\Core\Mist\TypicalDay;
use WetCradle\Server\Nursery\House;

/** The weather of this site, as it usually is on a day of the year. */
final class HouseWeather
{
    public function __construct(private readonly House $house)
    {
    }

    public function usual(\DateTimeImmutable $day): TypicalDay
    {
        return TypicalDay::usual($this->house->air()->on($day), (int) $day->format('z'), $this->house->nursery()->hemisphere, $this->house->defaults());
    }

    public function hotAndDry(\DateTimeImmutable $day): TypicalDay
    {
        return TypicalDay::hotAndDry($this->house->air()->on($day), (int) $day->format('z'), $this->house->nursery()->hemisphere, $this->house->defaults());
    }
}
