<?php

declare(strict_types=1);

namespace WetCradle\Server\StandIn;

use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mist\AirHour;
use WetCradle\Core\Mist\MistDay;
use WetCradle\Core\Mist\Quantity;
use WetCradle\Core\Mist\ZoneProgramme;

/** A bench with a valve, a heating mat, leaves and sensors, minute by minute. */
final class SimulatedZone
{
    /** Share of what parts it from its set-point that a warm mat makes good in a minute, and of what parts it from the air that it loses. */
    private const WARMS = 0.03;
    private const COOLS = 0.0045;
    /** Percentage points by which wet leaves make the air over them damper. */
    private const MISTED = 20.0;
    /** Hours by which a clock that is wrong is behind. */
    private const WRONG = 12;
    /** °C, or points of damp, by which a sensor that drifts is off after an hour. */
    private const DRIFTS = 0.6;

    /** °C by which a sensor in the mix says more or less than it is. */
    private const FLUTTERS = 0.05;

    private float $medium;
    private float $film = 0.0;
    /** The film as its controller reckons it: it does not see whether the water comes. */
    private float $reckoned = 0.0;
    private int $since = 0;
    private float $litres = 0.0;
    private float $light = 0.0;
    private int $minutes = 0;
    public int $dryMinutes = 0;
    /** @var array<string, float> */
    private array $said = [];

    /** @param ZoneProgramme $programme that its controller obeys */
    public function __construct(public readonly string $name, public ZoneProgramme $programme, private readonly HouseDefaults $house)
    {
        $this->medium = $programme->medium ?? 12.0;
        $this->film = $this->reckoned = $programme->mist->filmMm ?? 0.0;
    }

    /**
     * A minute goes by.
     *
     * @param AirHour     $air    over the house
     * @param list<Fault> $faults that it has now
     */
    public function goOn(AirHour $air, \DateTimeImmutable $at, array $faults): void
    {
        $has = static fn (FaultKind $kind) => array_filter($faults, static fn (Fault $fault) => $fault->kind === $kind) !== [];
        $isOn = !$has(FaultKind::PowerCut);
        $leaf = $this->over($air);
        $this->film = max(0.0, $this->film - $leaf->evaporation() / 60.0);
        $this->reckoned = max(0.0, $this->reckoned - $leaf->evaporation() / 60.0);
        ++$this->since;
        ++$this->minutes;
        $this->light += $leaf->netRadiation / $this->house->number(HouseDefault::LeafTakesLight);
        $mist = $this->programme->mist;
        $works = $isOn && !$has(FaultKind::PumpOff);
        $share = $has(FaultKind::NozzlesBlocked) ? 0.3 : 1.0;
        if ($works && $has(FaultKind::ValveOpen)) {
            $this->litres += ($mist === null ? 8.0 : $mist->nozzles * $mist->litresAMinute) * $share;
            [$this->film, $this->since] = [$mist->filmMm ?? 0.1, 0];
        } elseif ($mist !== null && $isOn && $this->fires($air, $at, $has(FaultKind::ClockWrong))) {
            $share = $works ? $share : 0.0;
            $this->litres += $share * $mist->litresPerFiring();
            [$this->film, $this->reckoned, $this->since] = [min($mist->filmMm, $this->film + $share * $mist->filmMm), $mist->filmMm, 0];
        }
        $this->dryMinutes += $mist !== null && $this->film <= MistDay::DRY ? 1 : 0;
        $set = $this->programme->medium;
        $heats = $isOn && !$has(FaultKind::HeatOff) && $set !== null && $this->medium < $set;
        // A mat that is on makes good what is lost to the air, and more.
        $this->medium += $heats ? self::WARMS * ($set - $this->medium) : self::COOLS * ($air->air - $this->medium);
    }

    /** Whether its controller opens the valve: by the film, and at night as its rule says. */
    private function fires(AirHour $air, \DateTimeImmutable $at, bool $isClockWrong): bool
    {
        $mist = $this->programme->mist;
        if ($mist === null) {
            return false;
        }
        $hour = ((int) $at->format('G') + self::WRONG) % 24;

        return $mist->fires($isClockWrong ? $hour >= 6 && $hour < 20 : $air->netRadiation > 0.0, $this->since, $this->reckoned);
    }

    /** The air over its leaves: damper while they are wet. */
    private function over(AirHour $air): AirHour
    {
        $damper = $this->programme->mist !== null && $this->film > MistDay::DRY ? self::MISTED : 0.0;

        return AirHour::of($air->air, min(99.0, $air->humidity + $damper), $air->netRadiation, $air->wind);
    }

    /**
     * What its sensors say of the minutes since they said something last.
     *
     * @param AirHour     $air    over the house
     * @param list<Fault> $faults that it has now
     *
     * @return ?array<string, float> by quantity; null where nothing comes from it
     */
    public function says(AirHour $air, \DateTimeImmutable $at, array $faults): ?array
    {
        $minutes = max(1, $this->minutes);
        $over = $this->over($air);
        $said = [
            Quantity::Air->value => round($over->air, 2), Quantity::Humidity->value => round($over->humidity, 1),
            Quantity::Medium->value => round($this->medium + self::FLUTTERS * (crc32($this->name.$at->getTimestamp()) % 3 - 1), 2),
            Quantity::Light->value => round($this->light / $minutes, 1),
            Quantity::Flow->value => round($this->litres / $minutes, 3),
        ];
        [$this->litres, $this->light, $this->minutes] = [0.0, 0.0, 0];
        foreach ($faults as $fault) {
            foreach ($fault->of === null ? [Quantity::Air, Quantity::Humidity, Quantity::Medium] : [$fault->of] as $quantity) {
                $name = $quantity->value;
                $is = $said[$name] ?? null;
                $said[$name] = match ($fault->kind) {
                    FaultKind::SensorStuck => $this->said[$name] ?? $is,
                    FaultKind::SensorGone => null,
                    FaultKind::SensorDrifts => $is === null ? null : round($is + self::DRIFTS * $fault->hours($at), 2),
                    default => $is,
                };
            }
            if ($fault->kind === FaultKind::PowerCut) {
                return null;
            }
        }
        $this->said = array_filter($said, static fn (?float $one) => $one !== null);

        return $this->said;
    }
}
