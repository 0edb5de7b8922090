<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Refused;

/** How much one pair of hands does in an hour. The nursery's own figures; the defaults are a middling pair. */
final class WorkNorms
{
    private function __construct(public readonly int $stuckAnHour, public readonly int $pottedAnHour)
    {
    }

    public static function of(int $stuckAnHour, int $pottedAnHour): self
    {
        if ($stuckAnHour < 1) {
            throw Refused::because('out_of_range', 'stuckAnHour', 'At least one cutting is stuck in an hour.');
        }
        if ($pottedAnHour < 1) {
            throw Refused::because('out_of_range', 'pottedAnHour', 'At least one plant is potted in an hour.');
        }

        return new self($stuckAnHour, $pottedAnHour);
    }

    public function hoursToStick(int $cuttings): float
    {
        return (float) ($cuttings / $this->stuckAnHour);
    }

    public function hoursToPot(int $plants): float
    {
        return (float) ($plants / $this->pottedAnHour);
    }
}
