<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Rooting\CardinalTemperatures;

/** A batch that roots in a medium that is kept warm, and how much later it may be. */
final class Warmed
{
    /**
     * @param float $planned  °C that its plan reckons with
     * @param float $coolest  °C under which its sheet wants no medium
     * @param int   $daysLeft until it has roots, as planned
     * @param ?int  $slack    days by which it may be later and still be there in its order's week; null where nobody waits for it
     */
    public function __construct(
        public readonly string $batch,
        private readonly CardinalTemperatures $cardinal,
        private readonly float $planned,
        public readonly float $coolest,
        private readonly int $daysLeft,
        public readonly ?int $slack,
    ) {
    }

    /** Days by which it is later where the medium is so warm from today on; null where it never roots. */
    public function daysLater(float $medium): ?float
    {
        [$given, $reckoned] = [$this->cardinal->progressAt($medium), $this->cardinal->progressAt($this->planned)];

        return $given <= 0.0 || $reckoned <= 0.0 ? null : $this->daysLeft * ($reckoned / $given - 1.0);
    }

    public function bears(float $medium): bool
    {
        $later = $this->daysLater($medium);

        return $medium >= $this->coolest && $later !== null && ($this->slack === null || $later <= max(0, $this->slack));
    }
}
