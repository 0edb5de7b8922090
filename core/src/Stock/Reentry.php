<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** For how long nobody goes in after a treatment, as its label says: the label decides, this only counts the hours. */
final class Reentry
{
    /** Hours; what keeps longer is told in days on the label, and is no re-entry time. */
    private const MOST = 240.0;

    private function __construct(public readonly \DateTimeImmutable $at, public readonly float $hours)
    {
    }

    /** @throws Refused for `reentryHours` */
    public static function of(\DateTimeImmutable $at, float $hours): self
    {
        return $hours >= 0.0 && $hours <= self::MOST
            ? new self($at, $hours)
            : throw Refused::because('out_of_range', 'reentryHours', Fact::of('refused.reentry.hours', most: (int) self::MOST));
    }

    /** The minute from which one may go in again. */
    public function until(): \DateTimeImmutable
    {
        return $this->at->modify(sprintf('+%d minutes', (int) ceil(60.0 * $this->hours)));
    }

    public function keepsOut(\DateTimeImmutable $now): bool
    {
        return $this->at <= $now && $now < $this->until();
    }
}
