<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;

/** A day under mist, minute by minute: the film on the leaf dries by the air over it, and is wetted anew as the programme says. */
final class MistDay implements Calculation
{
    public const MINUTES = 60 * AirHour::IN_A_DAY;
    /** A film that is thinner, in mm, is none. */
    public const DRY = 1e-9;
    private const FIRST = 5;

    /** A film with more of its water than this has been given more than it needs, where a nursery says no other. */
    private const SOAKED = 0.9;

    /**
     * @param list<int>   $firings       minutes of the day
     * @param int         $dryMinutes    in which there was no film
     * @param int         $soakedMinutes in which the film was all but full
     * @param list<float> $film          mm at the end of each minute
     */
    private function __construct(
        public readonly array $firings,
        public readonly int $dryMinutes,
        public readonly int $soakedMinutes,
        public readonly float $litres,
        public readonly array $film,
    ) {
    }

    public static function name(): string
    {
        return 'mist_day';
    }

    /**
     * @param Fields $in {hours: 24 of {air, humidity, netRadiation, wind}, filmMm, refillShare, minMinutes, maxMinutes, litresPerFiring}
     *
     * @return array{firings: int, first: list<int>, dryMinutes: int, litres: float}
     */
    public static function compute(Fields $in): array
    {
        $programme = FilmProgramme::read($in);
        $day = self::under($programme, AirHour::day($in));
        $in->done();

        return [
            'firings' => count($day->firings), 'first' => array_slice($day->firings, 0, self::FIRST),
            'dryMinutes' => $day->dryMinutes, 'litres' => $day->litres,
        ];
    }

    /**
     * The day begins with a full film, as if it had fired in minute 0.
     *
     * @param non-empty-list<AirHour> $hours
     * @param float                   $soakedFrom share of a film from which it counts as soaked
     */
    public static function under(SprayProgramme $programme, array $hours, float $soakedFrom = self::SOAKED): self
    {
        $loses = array_map(static fn (AirHour $hour) => $hour->evaporation() / 60.0, $hours);
        $full = $film = $programme->filmMm();
        $firings = $films = [];
        $dry = $soaked = $last = 0;
        for ($minute = 0; $minute < self::MINUTES; ++$minute) {
            $film = max(0.0, $film - $loses[intdiv($minute, 60)]);
            $dry += $film <= self::DRY ? 1 : 0;
            $soaked += $film > $soakedFrom * $full ? 1 : 0;
            if ($programme->firesAt($minute, $minute - $last, $film)) {
                $firings[] = $last = $minute;
                $film = $full;
            }
            $films[] = $film;
        }

        return new self($firings, $dry, $soaked, count($firings) * $programme->litresPerFiring(), $films);
    }
}
