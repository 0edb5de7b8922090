<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A need that days add up to, each by its warmth: degree-days or thermal days. */
final class Need
{
    /** What is not reached in so many days is never reached: two winters and the summers between say all. */
    private const FARTHEST = 3 * 366;

    /** @param string $field named when it is never reached */
    private function __construct(
        private readonly float $need,
        private readonly DayGains $gains,
        private readonly string $field,
        private readonly string|Fact $never,
    ) {
    }

    /** @param string|Fact $never what is said when it is never reached */
    public static function of(float $need, DayGains $gains, string $field, string|Fact $never): self
    {
        return new self($need, $gains, $field, $never);
    }

    /** The first day by which the days from the start have met it; it is met by the day before. */
    public function metOn(\DateTimeImmutable $start): \DateTimeImmutable
    {
        return $this->walk($start, +1);
    }

    /** The last day from which the days to the day before the end meet it. */
    public function startBy(\DateTimeImmutable $end): \DateTimeImmutable
    {
        return $this->walk($end, -1);
    }

    /** @throws Refused for the field that is wrong */
    private function walk(\DateTimeImmutable $day, int $step): \DateTimeImmutable
    {
        $number = DayNumber::of($day);
        // Sums of decimals slip by less than this takes off; a need met but for that is met.
        $left = $this->need - 1e-9 * max(1.0, $this->need);
        for ($days = 0; $left > 0.0; ++$days) {
            if ($days > self::FARTHEST) {
                throw Refused::because('never_reached', $this->field, $this->never);
            }
            $left -= $this->gains->on($step > 0 ? $number + $days : $number - $days - 1);
        }

        return $days === 0 ? $day : $day->modify(sprintf('%+d days', $step * $days));
    }
}
