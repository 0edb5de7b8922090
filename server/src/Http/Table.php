<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

/** Rows of a table for a spreadsheet, separated by commas (RFC 4180). */
final class Table
{
    /**
     * Text that a spreadsheet would take for a formula stands behind an apostrophe, which the spreadsheet does not show: what a
     * customer is called must not reckon anything on the computer of whoever opens it.
     *
     * @param resource                           $file
     * @param list<string|int|float|null> $cells
     */
    public static function row($file, array $cells): void
    {
        fputcsv($file, array_map(
            static fn (string|int|float|null $cell) => is_string($cell) && preg_match('/^[=+\-@\t\r]/', $cell) === 1 ? "'".$cell : $cell,
            $cells,
        ), escape: '');
    }
}
