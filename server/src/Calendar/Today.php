<?php

declare(strict_types=1);

namespace WetCradle\Server\Calendar;

use WetCradle\Core\Calendar\Week;

/** The house's calendar day. CRADLE_TODAY fixes it, or with a time of day the moment, for trying out another time of year and for tests. */
final class Today
{
    private readonly \DateTimeImmutable $day;
    private readonly ?\DateTimeImmutable $moment;

    public function __construct(string $fixed = '')
    {
        $at = new \DateTimeImmutable($fixed === '' ? 'today' : $fixed);
        $this->day = $at->setTime(0, 0);
        $this->moment = str_contains($fixed, ':') ? $at : null;
    }

    public function day(): \DateTimeImmutable
    {
        return $this->day;
    }

    public function week(): Week
    {
        return Week::containing($this->day);
    }

    /** The moment, on the house's day. */
    public function now(): \DateTimeImmutable
    {
        return $this->moment ?? $this->day->setTime(...array_map('intval', explode(':', date('H:i:s'))));
    }
}
