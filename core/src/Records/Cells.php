<?php

declare(strict_types=1);

namespace WetCradle\Core\Records;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\NumberSigns;
use WetCradle\Core\Numbers\TypedNumber;
use WetCradle\Core\Refused;

/** Reads cells by the signs and the order of days of whoever wrote the table. Each refusal names the field. */
final class Cells
{
    /** What people put where they know nothing. */
    private const NOTHING = ['', '-', '–', '—', '?', 'n/a', 'na', 'none', 'nil', 'x'];
    private const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
    private const FIRST_YEAR = 1950;
    /** The day from which spreadsheets count. */
    private const DAY_NOUGHT = '1899-12-30';

    /** @param array<string, string> $cells by field */
    public function __construct(
        private readonly array $cells,
        private readonly NumberSigns $signs,
        private readonly DayOrder $order,
        private readonly \DateTimeImmutable $today,
    ) {
    }

    public function has(string $field): bool
    {
        return !in_array(mb_strtolower($this->cells[$field] ?? ''), self::NOTHING, true);
    }

    /** @throws Refused */
    public function words(string $field, int $longest = 120): string
    {
        $this->must($field);
        $words = $this->cells[$field];

        return mb_strlen($words) > $longest ? throw self::refuse('too_long', $field, longest: $longest) : $words;
    }

    public function wordsOrNull(string $field, int $longest = 120): ?string
    {
        return $this->has($field) ? $this->words($field, $longest) : null;
    }

    /**
     * One of several words, or the beginning of only one of them.
     *
     * @param list<string> $choices
     *
     * @throws Refused
     */
    public function oneOf(string $field, array $choices): string
    {
        $written = LookAlike::plain($this->words($field));
        $meant = in_array($written, $choices, true)
            ? [$written]
            : array_values(array_filter($choices, static fn (string $choice) => $written !== '' && str_starts_with($choice, $written)));

        return count($meant) === 1
            ? $meant[0]
            : throw Refused::because('unknown', $field, Fact::of('refused.cell.not_one_of', cell: $this->cells[$field], choices: $choices));
    }

    /** @throws Refused */
    public function count(string $field, int $most = 2_000_000): int
    {
        $number = $this->number($field);
        if (floor($number) !== $number || $number < 0 || $number > $most) {
            throw self::refuse('not_a_count', $field, cell: $this->cells[$field], most: $most);
        }

        return (int) $number;
    }

    public function countOrNull(string $field, int $most = 2_000_000): ?int
    {
        return $this->has($field) ? $this->count($field, $most) : null;
    }

    /** @throws Refused */
    public function number(string $field): float
    {
        $this->must($field);
        $readings = TypedNumber::of($this->cells[$field], $this->signs)->readings;

        return count($readings) === 1
            ? $readings[0]
            : throw self::refuse($readings === [] ? 'not_a_number' : 'two_readings', $field, cell: $this->cells[$field]);
    }

    /**
     * So many, or a share of what it is a part of: `340` or `85 %`.
     *
     * @throws Refused
     */
    public function countOrShareOf(string $field, int $all): int
    {
        $this->must($field);
        if (!str_ends_with($this->cells[$field], '%')) {
            return $this->count($field);
        }
        $share = TypedNumber::of(rtrim($this->cells[$field], '% '), $this->signs)->readings;
        if (count($share) !== 1 || $share[0] < 0 || $share[0] > 100) {
            throw self::refuse('not_a_share', $field, cell: $this->cells[$field]);
        }

        return (int) round($all * $share[0] / 100);
    }

    /**
     * A day; of a week its Monday; of a year alone nothing is known but the year.
     *
     * @return array{day: ?\DateTimeImmutable, year: int}
     *
     * @throws Refused
     */
    public function dayOrYear(string $field): array
    {
        $this->must($field);
        $cell = mb_strtolower($this->cells[$field]);
        if (preg_match('/^(19|20)\d\d$/', $cell) === 1) {
            return ['day' => null, 'year' => $this->year((int) $cell, $field)];
        }
        $day = $this->day($field);

        return ['day' => $day, 'year' => (int) $day->format('Y')];
    }

    /** @throws Refused */
    public function day(string $field): \DateTimeImmutable
    {
        $this->must($field);
        $cell = mb_strtolower($this->cells[$field]);
        $cell = (string) preg_replace('/[ t]\d{1,2}:\d\d(:\d\d)?$/', '', $cell);
        if (preg_match('/^(\d{4})[-.\/](\d{1,2})[-.\/](\d{1,2})$/', $cell, $of) === 1) {
            return $this->dated((int) $of[1], (int) $of[2], (int) $of[3], $field);
        }
        if (preg_match('/^(\d{1,2})[-.\/](\d{1,2})[-.\/](\d{2}|\d{4})$/', $cell, $of) === 1) {
            [$day, $month] = $this->order === DayOrder::DayFirst ? [(int) $of[1], (int) $of[2]] : [(int) $of[2], (int) $of[1]];

            return $this->dated(self::whole((int) $of[3]), $month, $day, $field);
        }
        if (preg_match('/^(\d{4})[- ]?(?:w|kw|wk|week) ?(\d{1,2})$/', $cell, $of) === 1
            || preg_match('/^(?:w|kw|wk|week) ?(\d{1,2})[ \/,-]+(\d{4})$/', $cell, $of) === 1) {
            [$year, $number] = strlen($of[1]) === 4 ? [(int) $of[1], (int) $of[2]] : [(int) $of[2], (int) $of[1]];

            return $number >= 1 && $number <= 53 ? Week::inYear($this->year($year, $field), $number)->monday() : throw $this->noDay($field);
        }
        if (preg_match('/^(\d{1,2})[. -]+([a-z]{3})[a-z]*[., -]+(\d{2}|\d{4})$/', $cell, $of) === 1) {
            return $this->dated(self::whole((int) $of[3]), $this->month($of[2], $field), (int) $of[1], $field);
        }
        if (preg_match('/^([a-z]{3})[a-z]*[. ]+(\d{1,2})(?:st|nd|rd|th)?,? +(\d{4})$/', $cell, $of) === 1) {
            return $this->dated((int) $of[3], $this->month($of[1], $field), (int) $of[2], $field);
        }
        if (preg_match('/^\d{5}$/', $cell) === 1) {
            $day = (new \DateTimeImmutable(self::DAY_NOUGHT))->modify("+{$cell} days");

            return $this->dated((int) $day->format('Y'), (int) $day->format('n'), (int) $day->format('j'), $field);
        }
        throw $this->noDay($field);
    }

    private function dated(int $year, int $month, int $day, string $field): \DateTimeImmutable
    {
        return checkdate($month, $day, $this->year($year, $field))
            ? new \DateTimeImmutable(sprintf('%04d-%02d-%02d', $year, $month, $day))
            : throw $this->noDay($field);
    }

    private function month(string $name, string $field): int
    {
        $month = array_search($name, self::MONTHS, true);

        return $month === false ? throw $this->noDay($field) : $month + 1;
    }

    private function year(int $year, string $field): int
    {
        return $year < self::FIRST_YEAR || $year > (int) $this->today->format('Y') + 20
            ? throw self::refuse('no_year', $field, cell: $this->cells[$field])
            : $year;
    }

    private static function whole(int $year): int
    {
        return $year < 100 ? 2000 + $year : $year;
    }

    private function noDay(string $field): Refused
    {
        return self::refuse('not_a_day', $field, cell: $this->cells[$field]);
    }

    private function must(string $field): void
    {
        if (!$this->has($field)) {
            throw self::refuse('missing', $field);
        }
    }

    private static function refuse(string $why, string $field, int|string ...$figures): Refused
    {
        return Refused::because($why, $field, Fact::of("refused.cell.{$why}", ...$figures));
    }
}
