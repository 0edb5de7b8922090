<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** When mist is given: as soon as so much of the film on the leaf has dried, no sooner and no later than so many minutes after the last time. */
final class FilmProgramme
{
    private function __construct(
        public readonly float $filmMm,
        public readonly float $refillShare,
        public readonly int $minMinutes,
        public readonly int $maxMinutes,
        public readonly float $litresPerFiring,
    ) {
    }

    /**
     * @param float $filmMm      of water on a leaf that has just been misted
     * @param float $refillShare of it that may dry before it is wetted anew
     *
     * @throws Refused for `filmMm`, `refillShare`, `minMinutes`, `maxMinutes` or `litresPerFiring`
     */
    public static function of(float $filmMm, float $refillShare, int $minMinutes, int $maxMinutes, float $litresPerFiring): self
    {
        return self::read(Fields::of([
            'filmMm' => $filmMm, 'refillShare' => $refillShare, 'minMinutes' => $minMinutes, 'maxMinutes' => $maxMinutes, 'litresPerFiring' => $litresPerFiring,
        ]));
    }

    /**
     * @param Fields $in with the fields of `of` among others
     *
     * @throws Refused for `filmMm`, `refillShare`, `minMinutes`, `maxMinutes` or `litresPerFiring`
     */
    public static function read(Fields $in): self
    {
        $programme = new self(
            $in->positive('filmMm', 100),
            $in->number('refillShare', 0, 1),
            $in->count('minMinutes', 0, MistDay::MINUTES),
            $in->count('maxMinutes', 1, 100 * MistDay::MINUTES),
            $in->number('litresPerFiring', 0, 1e6),
        );
        if ($programme->maxMinutes < $programme->minMinutes) {
            throw $in->refuse('upside_down', 'maxMinutes', Fact::of('refused.film_programme.upside_down', least: $programme->minMinutes));
        }

        return $programme;
    }

    /** @param int $minutes since it last fired */
    public function firesAfter(int $minutes, float $filmMm): bool
    {
        $isThin = $filmMm <= $this->filmMm * (1.0 - $this->refillShare) + MistDay::DRY;

        return ($isThin && $minutes >= $this->minMinutes) || $minutes >= $this->maxMinutes;
    }
}
