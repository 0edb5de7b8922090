<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

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

    /** Commas, semicolons or tabs between the columns; a first row of words is a heading. */
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
                : throw self::wrong($i, 'must be a month or a day, and its mean in °C');
            if ($mean < -60.0 || $mean > 60.0) {
                throw self::wrong($i, 'says '.$cells[1].' °C; the mean of a day lies between -60 and 60 °C');
            }
            $month = array_search(strtolower(substr($cells[0], 0, 3)), self::MONTHS, true);
            $number = ctype_digit($cells[0]) ? (int) $cells[0] - 1 : $month;
            if ($number !== false) {
                if ($number < 0 || $number > 11 || isset($months[$number])) {
                    throw self::wrong($i, sprintf('names month %s, which is %s', $cells[0], isset($months[$number]) ? 'there already' : 'none of the twelve'));
                }
                $months[$number] = $mean;
                continue;
            }
            $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $cells[0]);
            if ($day === false || $day->format('Y-m-d') !== $cells[0]) {
                throw self::wrong($i, sprintf('begins with “%s”, which is neither a month nor a day like 2027-05-12', $cells[0]));
            }
            $days[$cells[0]] = $mean;
        }
        if ($months === [] && $days === []) {
            throw Refused::because('empty', 'csv', 'There is no row with a month or a day and its mean.');
        }
        if ($months !== [] && count($months) !== 12) {
            throw Refused::because('wrong_length', 'csv', sprintf('An ordinary year has twelve months; there are %d.', count($months)));
        }
        ksort($months);
        ksort($days);

        return new self($months === [] ? null : array_values($months), $days);
    }

    private static function wrong(int $line, string $says): Refused
    {
        return Refused::because('not_a_table', 'csv', sprintf('Line %d %s.', $line + 1, $says));
    }
}
