<?php

declare(strict_types=1);

namespace WetCradle\Server\StandIn;

/** A house with its weather, benches and sensors, for those who have none that says anything yet, and for trying what goes wrong. */
final class SimulatedHouse
{
    /**
     * @param list<SimulatedZone> $zones
     * @param list<Fault>         $faults
     */
    public function __construct(
        private readonly SimulatedWeather $weather,
        private readonly \DateTimeZone $clocks,
        private readonly array $zones,
        private readonly array $faults,
    ) {
    }

    /**
     * Lets time go by, and says every few minutes what the sensors say.
     *
     * @param \DateTimeImmutable $from  the minute before the first
     * @param int                $every minutes between two readings
     *
     * @return \Generator<int, array<string, float|string>> {time, zone, and by quantity}
     */
    public function goOn(\DateTimeImmutable $from, int $minutes, int $every): \Generator
    {
        for ($minute = 1; $minute <= $minutes; ++$minute) {
            $at = $from->modify(sprintf('+%d minutes', $minute))->setTimezone($this->clocks);
            $air = $this->weather->at($at);
            foreach ($this->zones as $zone) {
                $faults = array_values(array_filter($this->faults, static fn (Fault $fault) => $fault->isOn($zone->name, $at)));
                $zone->goOn($air, $at, $faults);
                $said = $minute % $every === 0 ? $zone->says($air, $at, $faults) : null;
                if ($said !== null && $said !== []) {
                    yield ['time' => $at->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d\TH:i\Z'), 'zone' => $zone->name] + $said;
                }
            }
        }
    }
}
