<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

/** A film programme by day, and by night what its rule says. */
final class DayAndNight implements SprayProgramme
{
    private function __construct(private readonly Misting $misting, private readonly int $sunrise, private readonly int $sunset)
    {
    }

    /** @param non-empty-list<AirHour> $hours of the day, which say when the sun is up */
    public static function over(Misting $misting, array $hours): self
    {
        $sunny = array_keys(array_filter($hours, static fn (AirHour $hour) => $hour->netRadiation > 0.0));

        return new self($misting, $sunny === [] ? 0 : 60 * min($sunny), $sunny === [] ? 0 : 60 * (max($sunny) + 1));
    }

    public function filmMm(): float
    {
        return $this->misting->filmMm;
    }

    public function litresPerFiring(): float
    {
        return $this->misting->litresPerFiring();
    }

    public function firesAt(int $minute, int $since, float $film): bool
    {
        return $this->misting->fires($minute >= $this->sunrise && $minute < $this->sunset, $since, $film);
    }

    /** Minutes of the day in which the sun is up. */
    public function daylight(): int
    {
        return $this->sunset - $this->sunrise;
    }

    /**
     * @param list<int> $firings minutes of the day
     *
     * @return int of them while the sun is up
     */
    public function byDay(array $firings): int
    {
        return count(array_filter($firings, fn (int $minute) => $minute >= $this->sunrise && $minute < $this->sunset));
    }
}
