<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Calendar\Week;

/** A sign that the plant gave: one of a way's windows opened in this week, or was over by it, whatever the calendar says. */
final class SignSeen
{
    public function __construct(public readonly int $window, public readonly Week $week, public readonly bool $isOver = false)
    {
    }
}
