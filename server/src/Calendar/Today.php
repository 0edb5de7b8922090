<?php

declare(strict_types=1);

namespace WetCradle\Server\Calendar;

use WetCradle\Core\Calendar\Week;

/** The house's calendar day. CRADLE_TODAY fixes it, for trying out another time of year and for tests. */
final class Today
{
    private readonly \DateTimeImmutable $day;

    public function __construct(string $fixed = '')
    {
        $this->day = new \DateTimeImmutable($fixed === '' ? 'today' : $fixed);
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
        return $this->day->setTime(...array_map('intval', explode(':', date('H:i:s'))));
    }
}
