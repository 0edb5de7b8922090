<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

/** A propagation year: from the start of autumn, when hardwood begins, to the end of the next summer. */
final class Season
{
    private function __construct(public readonly int $startYear, private readonly int $startMonth)
    {
    }

    /** October starts it in the north, April in the south. */
    public static function containing(\DateTimeImmutable $day, Hemisphere $hemisphere): self
    {
        $startMonth = match ($hemisphere) {
            Hemisphere::North => 10,
            Hemisphere::South => 4,
        };
        $year = (int) $day->format('Y');

        return new self((int) $day->format('n') >= $startMonth ? $year : $year - 1, $startMonth);
    }

    /** The one that begins in a year. */
    public static function beginningIn(int $year, Hemisphere $hemisphere): self
    {
        return self::containing(new \DateTimeImmutable(sprintf('%04d-12-31', $year)), $hemisphere);
    }

    public function firstDay(): \DateTimeImmutable
    {
        return new \DateTimeImmutable(sprintf('%d-%02d-01', $this->startYear, $this->startMonth));
    }

    /** The day after its last. */
    public function end(): \DateTimeImmutable
    {
        return new \DateTimeImmutable(sprintf('%d-%02d-01', $this->startYear + 1, $this->startMonth));
    }

    public function name(): string
    {
        return sprintf('%d/%02d', $this->startYear, ($this->startYear + 1) % 100);
    }
}
