<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Refused;

/** From potting to ready: by degree-days of the site's air where a crop's need is known, else by plain days. */
final class GrowingOn
{
    /** What is not reached in so many days is never reached. */
    private const FARTHEST = 3 * 366;

    private function __construct(private readonly int $days, private readonly float $degreeDays, private readonly float $base, private readonly ?SiteAir $air)
    {
    }

    public static function days(int $days): self
    {
        return new self($days, 0.0, 0.0, null);
    }

    /** @param float $base °C above which the need is counted */
    public static function degreeDays(float $need, float $base, SiteAir $air): self
    {
        if (!($need > 0.0)) {
            throw Refused::because('not_positive', 'degreeDays', 'degreeDays must be more than 0.');
        }

        return new self(0, $need, $base, $air);
    }

    /** The day on which plants potted on this day are ready: the need is met by the day before. */
    public function readyOn(\DateTimeImmutable $potOn): \DateTimeImmutable
    {
        if ($this->air === null) {
            return $potOn->add(new \DateInterval(sprintf('P%dD', $this->days)));
        }
        for ($day = $potOn, $left = $this->left(), $i = 0; $left > 0.0; ++$i) {
            $left -= $this->gain($day, $i);
            $day = $day->add(new \DateInterval('P1D'));
        }

        return $day;
    }

    /** The last day to pot for plants due on this day. */
    public function potBy(\DateTimeImmutable $due): \DateTimeImmutable
    {
        if ($this->air === null) {
            return $due->sub(new \DateInterval(sprintf('P%dD', $this->days)));
        }
        for ($day = $due, $left = $this->left(), $i = 0; $left > 0.0; ++$i) {
            $day = $day->sub(new \DateInterval('P1D'));
            $left -= $this->gain($day, $i);
        }

        return $day;
    }

    /** Sums of decimals slip by less than this takes off; a need met but for that is met. */
    private function left(): float
    {
        return $this->degreeDays - 1e-9 * max(1.0, $this->degreeDays);
    }

    private function gain(\DateTimeImmutable $day, int $days): float
    {
        if ($days > self::FARTHEST) {
            throw Refused::because('never_reached', 'degreeDays', sprintf('%s degree-days above %s °C are never reached in this climate.', $this->degreeDays, $this->base));
        }

        return $this->air === null ? 0.0 : max(0.0, $this->air->on($day) - $this->base);
    }
}
