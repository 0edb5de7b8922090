<?php

declare(strict_types=1);

namespace WetCradle\Core\Compute;

/** A calculation that searches: stopped early it says what it has found so far. */
interface Stoppable extends Calculation
{
    /**
     * @return array<string, mixed> what goes out as JSON
     *
     * @throws \WetCradle\Core\Refused for input it cannot work with
     */
    public static function computeUntil(Fields $in, ?Going $going): array;
}
