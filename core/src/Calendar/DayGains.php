<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

/** What each day adds to a need. A day is reckoned once: courses of many batches go through the same days again and again. */
final class DayGains
{
    /** @var array<int, float> by the day's number */
    private array $known = [];

    /** @param \Closure(int): float $gain of one day, by its number */
    private function __construct(private readonly \Closure $gain)
    {
    }

    /** @param \Closure(int): float $gain of one day, by its number */
    public static function by(\Closure $gain): self
    {
        return new self($gain);
    }

    /** @param int $day its number */
    public function on(int $day): float
    {
        return $this->known[$day] ??= ($this->gain)($day);
    }
}
