<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A calendar week, Monday to Sunday, written 2026-W48 (ISO 8601). */
final class Week
{
    private ?int $ordinal = null;

    private function __construct(private readonly \DateTimeImmutable $monday)
    {
    }

    /** @throws Refused for the field that is wrong */
    public static function of(string $written, string $field = 'week'): self
    {
        if (preg_match('/^(\d{4})-W(\d{2})$/', $written, $match) === 1) {
            [$year, $number] = [(int) $match[1], (int) $match[2]];
            $week = new self((new \DateTimeImmutable('2000-01-01'))->setISODate($year, max(1, $number)));
            if ($number >= 1 && $week->written() === $written && $year >= 1990 && $year <= 2100) {
                return $week;
            }
        }
        throw Refused::because('not_a_week', $field, Fact::of('refused.week.not_a_week', written: $written));
    }

    public static function containing(\DateTimeImmutable $day): self
    {
        return new self((new \DateTimeImmutable('2000-01-01'))->setISODate((int) $day->format('o'), (int) $day->format('W')));
    }

    public static function ofOrdinal(int $ordinal): self
    {
        $first = new self(new \DateTimeImmutable('1970-01-05'));

        return $first->plus($ordinal - $first->ordinal());
    }

    /** The numbered week of a year; its last one where the year has no week 53. */
    public static function inYear(int $year, int $number): self
    {
        $weeks = (int) (new \DateTimeImmutable(sprintf('%d-12-28', $year)))->format('W');

        return new self((new \DateTimeImmutable('2000-01-01'))->setISODate($year, min($weeks, $number)));
    }

    public function monday(): \DateTimeImmutable
    {
        return $this->monday;
    }

    public function sunday(): \DateTimeImmutable
    {
        return $this->monday->modify('+6 days');
    }

    public function plus(int $weeks): self
    {
        return new self($this->monday->modify(sprintf('%+d days', 7 * $weeks)));
    }

    /** How many weeks from this one to the other; negative when the other is earlier. */
    public function until(self $other): int
    {
        return $other->ordinal() - $this->ordinal();
    }

    /** Weeks since the Monday of 1970-W02: consecutive weeks have consecutive ordinals. */
    public function ordinal(): int
    {
        return $this->ordinal ??= (int) round($this->monday->getTimestamp() / 604800);
    }

    public function holds(\DateTimeImmutable $day): bool
    {
        return $day >= $this->monday && $day < $this->monday->modify('+7 days');
    }

    public function written(): string
    {
        return $this->monday->format('o-\WW');
    }

    /** The week's number in its year, 1 to 53. */
    public function number(): int
    {
        return (int) $this->monday->format('W');
    }
}
