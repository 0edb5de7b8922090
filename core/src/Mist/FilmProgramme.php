<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** When mist is given: as soon as so much of the film on the leaf has dried, no sooner and no later than so many minutes after the last time. */
final class FilmProgramme implements SprayProgramme
{
    private function __construct(
        private readonly float $filmMm,
        public readonly float $refillShare,
        public readonly int $minMinutes,
        public readonly int $maxMinutes,
        private readonly float $litresPerFiring,
    ) {
    }

    /**
     * @param Fields $in {filmMm: of water on a leaf that has just been misted, refillShare: of it that may dry before it is wetted anew, minMinutes,
     *                   maxMinutes, litresPerFiring} among others
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

    /** Of figures that were read, and are in bounds. */
    public static function of(float $filmMm, float $refillShare, int $minMinutes, int $maxMinutes, float $litresPerFiring): self
    {
        return new self($filmMm, $refillShare, $minMinutes, $maxMinutes, $litresPerFiring);
    }

    /** @return array{filmMm: float, refillShare: float, minMinutes: int, maxMinutes: int, litresPerFiring: float} */
    public function toArray(): array
    {
        return [
            'filmMm' => $this->filmMm, 'refillShare' => $this->refillShare, 'minMinutes' => $this->minMinutes, 'maxMinutes' => $this->maxMinutes,
            'litresPerFiring' => $this->litresPerFiring,
        ];
    }

    public function filmMm(): float
    {
        return $this->filmMm;
    }

    public function litresPerFiring(): float
    {
        return $this->litresPerFiring;
    }

    public function firesAt(int $minute, int $since, float $film): bool
    {
        $isThin = $film <= $this->filmMm * (1.0 - $this->refillShare) + MistDay::DRY;

        return ($isThin && $since >= $this->minMinutes) || $since >= $this->maxMinutes;
    }
}
