<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

use WetCradle\Core\Refused;

/** A propagation year: from the start of autumn, when hardwood begins, to the end of the next summer. */
final class Season
{
    private function __construct(public readonly int $startYear, private readonly int $startMonth)
    {
    }

    /** @param string $hemisphere north or south: October starts it in the north, April in the south */
    public static function containing(\DateTimeImmutable $day, string $hemisphere): self
    {
        $startMonth = match ($hemisphere) {
            'north' => 10,
            'south' => 4,
            default => throw Refused::because('unknown_choice', 'hemisphere', 'The hemisphere is north or south.'),
        };
        $year = (int) $day->format('Y');

        return new self((int) $day->format('n') >= $startMonth ? $year : $year - 1, $startMonth);
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
