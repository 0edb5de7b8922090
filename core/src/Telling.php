<?php

declare(strict_types=1);

namespace WetCradle\Core;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Numbers\Range;

/** How a nursery likes to be told of warmth and weeks. What is computed is always °C and calendar weeks. */
final class Telling
{
    private function __construct(private readonly bool $fahrenheit, private readonly bool $weeksByDate)
    {
    }

    public static function plain(): self
    {
        return new self(false, false);
    }

    public static function of(Temperature $temperature, WeeksTold $weeks): self
    {
        return new self($temperature === Temperature::Fahrenheit, $weeks === WeeksTold::Dates);
    }

    /** "18–22 °C", or "64–72 °F". */
    public function warmth(Range $celsius): string
    {
        return $this->fahrenheit
            ? Range::of(round($celsius->low * 1.8 + 32.0), round($celsius->high * 1.8 + 32.0))->words(' °F')
            : $celsius->words(' °C');
    }

    /** "week 22", or "the week of 31 May". */
    public function week(Week $week): string
    {
        return $this->weeksByDate ? 'the week of '.$week->monday()->format('j M') : 'week '.$week->number();
    }
}
