<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Calendar\DayNumber;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Numbers\Range;

/** How warm a rooting medium is: kept at one set-point, or as the air is, within what its zone lets through. */
final class Medium
{
    private function __construct(public readonly ?float $setPoint, private readonly ?SiteAir $air, private readonly ?Range $held)
    {
    }

    /** @param float $setPoint °C */
    public static function kept(float $setPoint): self
    {
        return new self($setPoint, null, null);
    }

    /** @param Range $held °C that the place never leaves: frost kept out, vents opened */
    public static function inAir(SiteAir $air, Range $held): self
    {
        return new self(null, $air, $held);
    }

    /** Media that are equally warm have equal keys. */
    public function key(): string
    {
        return $this->held === null ? (string) $this->setPoint : 'air '.$this->held->words('°C');
    }

    /** °C on a day. */
    public function on(\DateTimeImmutable $day): float
    {
        return $this->onNumber(DayNumber::of($day));
    }

    /** The same for a day by its number, where many follow each other. */
    public function onNumber(int $day): float
    {
        if ($this->setPoint !== null || $this->air === null || $this->held === null) {
            return (float) $this->setPoint;
        }

        return max($this->held->low, min($this->held->high, $this->air->onNumber($day)));
    }
}
