<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;

/** How a zone's valve is set: how far the film may dry, the gaps, the night, how long it stays open and what flows while it does. */
final class Misting
{
    /** Levels of mist that a sheet knows, from none to full. */
    public const FULL = 3;
    /** Of a film, what is left when a sparing night wets it. */
    private const ALL_BUT_GONE = 0.1;
    private const STEPS = 20;
    private const MINUTES = 5;

    private function __construct(
        public readonly float $filmMm,
        public readonly float $refillShare,
        public readonly int $minMinutes,
        public readonly int $maxMinutes,
        public readonly NightRule $night,
        public readonly int $nightMinutes,
        public readonly int $seconds,
        public readonly int $nozzles,
        public readonly float $litresAMinute,
    ) {
    }

    /**
     * For a level of a sheet, eased by the steps of weaning taken: the film may dry further and the gaps grow longer with each,
     * until at the last a leaf dries wholly between two firings.
     *
     * @param int   $level   1 to 3
     * @param float $eased   share of the steps taken
     * @param int   $nozzles over the zone
     */
    public static function at(int $level, float $eased, int $nozzles, HouseDefaults $house): self
    {
        $dries = $house->number(match (true) {
            $level >= self::FULL => HouseDefault::FilmDriesFull,
            $level === 2 => HouseDefault::FilmDriesMedium,
            default => HouseDefault::FilmDriesLight,
        });
        $gap = $house->number(HouseDefault::MistGapMost) * (1.0 + ($house->number(HouseDefault::WeanedGap) - 1.0) * $eased);

        return new self(
            $house->number(HouseDefault::LeafFilm),
            // Steps that a controller can be set to, so that it is not asked for a change that nobody could see.
            round(self::STEPS * ($dries + (1.0 - $dries) * $eased)) / self::STEPS,
            $house->whole(HouseDefault::MistGapLeast),
            min(MistDay::MINUTES, self::MINUTES * (int) round($gap / self::MINUTES)),
            $eased <= 0.0 ? NightRule::Sparing : NightRule::Off,
            $house->whole(HouseDefault::MistGapAtNight),
            $house->whole(HouseDefault::FiringSeconds),
            $nozzles,
            $house->number(HouseDefault::NozzleFlow),
        );
    }

    /**
     * @param Fields $in {filmMm, refillShare, minMinutes, maxMinutes, night, nightMinutes, seconds, nozzles, litresAMinute: of one nozzle}
     *
     * @throws Refused for the field that is wrong
     */
    public static function read(Fields $in): self
    {
        $misting = new self(
            $in->number('filmMm', 0.001, 10),
            $in->number('refillShare', 0.01, 1),
            $in->count('minMinutes', 0, MistDay::MINUTES),
            $in->count('maxMinutes', 1, MistDay::MINUTES),
            $in->choice('night', NightRule::class),
            $in->count('nightMinutes', 0, MistDay::MINUTES),
            $in->count('seconds', 1, 600),
            $in->count('nozzles', 1, 10_000),
            $in->number('litresAMinute', 0.01, 100),
        );
        $in->done();
        if ($misting->maxMinutes < $misting->minMinutes) {
            throw $in->refuse('upside_down', 'maxMinutes', Fact::of('refused.film_programme.upside_down', least: $misting->minMinutes));
        }

        return $misting;
    }

    /**
     * @return array{
     *     filmMm: float, refillShare: float, minMinutes: int, maxMinutes: int, night: string, nightMinutes: int, seconds: int, nozzles: int,
     *     litresAMinute: float,
     * }
     */
    public function toArray(): array
    {
        return [
            'filmMm' => $this->filmMm, 'refillShare' => $this->refillShare, 'minMinutes' => $this->minMinutes, 'maxMinutes' => $this->maxMinutes,
            'night' => $this->night->value, 'nightMinutes' => $this->nightMinutes, 'seconds' => $this->seconds, 'nozzles' => $this->nozzles,
            'litresAMinute' => $this->litresAMinute,
        ];
    }

    public function litresPerFiring(): float
    {
        return $this->nozzles * $this->litresAMinute * $this->seconds / 60.0;
    }

    /** Whether a leaf that has dried is wetted: always by day, and at night unless it is off. */
    public function wetsDryLeavesAt(bool $isDay): bool
    {
        return $isDay || $this->night !== NightRule::Off;
    }

    /**
     * Whether the valve opens.
     *
     * @param int   $since minutes since it did last
     * @param float $film  mm that are left on the leaf
     */
    public function fires(bool $isDay, int $since, float $film): bool
    {
        return match ($isDay ? NightRule::AsByDay : $this->night) {
            NightRule::AsByDay => $this->film()->firesAt(0, $since, $film),
            NightRule::Sparing => $film <= self::ALL_BUT_GONE * $this->filmMm + MistDay::DRY && $since >= $this->nightMinutes,
            NightRule::Off => false,
        };
    }

    public function film(): FilmProgramme
    {
        return FilmProgramme::of($this->filmMm, $this->refillShare, $this->minMinutes, $this->maxMinutes, $this->litresPerFiring());
    }

    /** @param non-empty-list<AirHour> $hours of a day */
    public function over(array $hours): DayAndNight
    {
        return DayAndNight::over($this, $hours);
    }

    /**
     * About how many minutes lie between two firings while the sun is up: what a clock would be set to for such a day.
     *
     * @param non-empty-list<AirHour> $hours of a day
     */
    public function every(array $hours): ?int
    {
        $spray = $this->over($hours);
        $firings = $spray->byDay(MistDay::under($spray, $hours)->firings);

        return $firings === 0 ? null : (int) round($spray->daylight() / $firings);
    }
}
