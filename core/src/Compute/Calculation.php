<?php

declare(strict_types=1);

namespace WetCradle\Core\Compute;

/**
 * A named calculation: the same JSON in and out whether reached in PHP, over HTTP or on the command line.
 * A class that implements this anywhere under core/src is in the registry at once.
 */
interface Calculation
{
    /** The name it is called by, e.g. "stick_count". */
    public static function name(): string;

    /**
     * @return array<string, mixed> what goes out as JSON
     *
     * @throws \WetCradle\Core\Refused for input it cannot work with
     */
    public static function compute(Fields $in): array;
}
