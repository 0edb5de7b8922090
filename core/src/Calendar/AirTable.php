<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** Air as a table of plain text: `month,mean` with twelve rows, or `date,mean` with a row for each day that was measured. */
final class AirTable
{
    private const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

    /**
     * @param ?list<float>         $means °C, January to December
     * @param array<string, float> $days  °C by day
     */
    private function __construct(public readonly ?array $means, public readonly array $days)
    {
    }

    /**
     * Commas, semicolons or tabs between the columns; a first row of words is a heading.
     *
     * @throws Refused for `csv` or another field that is wrong
     */
    public static function read(string $csv): self
    {
        $months = $days = [];
        foreach (preg_split('/\R/u', trim($csv)) ?: [] as $i => $line) {
            $cells = array_map(
                static fn (string $cell) => trim($cell, " \"\u{FEFF}"),
                preg_split(strpbrk($line, ";\t") === false ? '/,/' : '/[;\t]/', trim($line), 2) ?: [],
            );
            if ($line === '' || ($i === 0 && !is_numeric(strtr($cells[count($cells) - 1], ',', '.')))) {
                continue;
            }
            $mean = count($cells) === 2 && is_numeric(strtr($cells[1], ',', '.'))
                ? (float) strtr($cells[1], ',', '.')
                : throw self::wrong($i, Fact::of('refused.air_table.no_row'));
            if ($mean < -60.0 || $mean > 60.0) {
                throw self::wrong($i, Fact::of('refused.air_table.no_mean', mean: $cells[1]));
            }
            $month = array_search(strtolower(substr($cells[0], 0, 3)), self::MONTHS, true);
            $number = ctype_digit($cells[0]) ? (int) $cells[0] - 1 : $month;
            if ($number !== false) {
                if ($number < 0 || $number > 11 || isset($months[$number])) {
                    throw self::wrong($i, Fact::of(isset($months[$number]) ? 'refused.air_table.month_twice' : 'refused.air_table.no_month', month: $cells[0]));
                }
                $months[$number] = $mean;
                continue;
            }
            $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $cells[0]);
            if ($day === false || $day->format('Y-m-d') !== $cells[0]) {
                throw self::wrong($i, Fact::of('refused.air_table.no_day', cell: $cells[0]));
            }
            $days[$cells[0]] = $mean;
        }
        if ($months === [] && $days === []) {
            throw Refused::because('empty', 'csv', Fact::of('refused.air_table.empty'));
        }
        if ($months !== [] && count($months) !== 12) {
            throw Refused::because('wrong_length', 'csv', Fact::of('refused.air_table.wrong_length', months: count($months)));
        }
        ksort($months);
        ksort($days);

        return new self($months === [] ? null : array_values($months), $days);
    }

    private static function wrong(int $line, Fact $wrong): Refused
    {
        return Refused::because('not_a_table', 'csv', Fact::of('refused.air_table.not_a_table', line: $line + 1, wrong: $wrong));
    }
}
