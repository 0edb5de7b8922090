<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

/** When mist is given, and how much. */
interface SprayProgramme
{
    /** Of water on a leaf that has just been misted, mm. */
    public function filmMm(): float;

    public function litresPerFiring(): float;

    /**
     * @param int   $minute of the day
     * @param int   $since  minutes since it last fired
     * @param float $film   mm that are left on the leaf
     */
    public function firesAt(int $minute, int $since, float $film): bool;
}
