<?php

declare(strict_types=1);

namespace WetCradle\Core\Records;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * A table as somebody keeps it: plain text of any usual separator and encoding, with titles above its heading, empty lines
 * and rows of different length. Quotes as in RFC 4180.
 */
final class Table
{
    public const MOST_ROWS = 5_000;
    public const MOST_COLUMNS = 60;
    private const LONGEST_CELL = 2_000;
    private const SEPARATORS = ["\t", ';', ',', '|'];
    /** Characters by which the separator is told. */
    private const TOLD_BY = 20_000;

    /**
     * @param non-empty-list<string>        $columns by their headings, no two of one name
     * @param array<int, list<string>>      $rows    as many cells as there are columns, by the line of the table, which counts from 1
     */
    private function __construct(public readonly array $columns, public readonly array $rows)
    {
    }

    /** @throws Refused for `table` */
    public static function read(string $bytes): self
    {
        $text = str_replace(["\r\n", "\r"], "\n", self::decoded($bytes));
        if (trim($text) === '') {
            throw self::refuse('empty');
        }
        $lines = self::lines($text, self::separator($text));
        $heading = self::heading($lines);
        $many = $heading === null ? max(array_map(count(...), $lines)) : count($lines[$heading]);
        if ($many > self::MOST_COLUMNS) {
            throw self::refuse('columns', most: self::MOST_COLUMNS);
        }
        $rows = [];
        foreach ($lines as $line => $cells) {
            if ($line > ($heading ?? 0)) {
                $rows[$line] = array_slice(array_pad($cells, $many, ''), 0, $many);
            }
        }
        if ($rows === []) {
            throw self::refuse('no_rows');
        }

        return new self(self::named($heading === null ? array_fill(0, $many, '') : $lines[$heading]), $rows);
    }

    private static function decoded(string $bytes): string
    {
        if (str_starts_with($bytes, "PK\x03\x04") || str_starts_with($bytes, "\xD0\xCF\x11\xE0")) {
            throw self::refuse('spreadsheet');
        }
        foreach (["\xFF\xFE" => 'UTF-16LE', "\xFE\xFF" => 'UTF-16BE'] as $mark => $encoding) {
            if (str_starts_with($bytes, $mark)) {
                $bytes = mb_convert_encoding(substr($bytes, 2), 'UTF-8', $encoding);
            }
        }
        $bytes = str_starts_with($bytes, "\u{FEFF}") ? substr($bytes, 3) : $bytes;
        // What is text holds no signs that steer a machine.
        if (preg_match('/[\x00-\x08\x0E-\x1F]/', $bytes) === 1) {
            throw self::refuse('not_text');
        }

        return mb_check_encoding($bytes, 'UTF-8') ? $bytes : mb_convert_encoding($bytes, 'UTF-8', 'Windows-1252');
    }

    /** The one by which most lines have the same number of cells, and the more of them the better. */
    private static function separator(string $text): string
    {
        $some = strlen($text) <= self::TOLD_BY ? $text : substr($text, 0, (int) (strrpos(substr($text, 0, self::TOLD_BY), "\n") ?: self::TOLD_BY));
        // What stands within quotes separates nothing.
        $plain = explode("\n", (string) preg_replace('/(?:^|(?<=[,;|\t\n]))"(?:[^"]|"")*"/', '', $some));
        $best = [0, ','];
        foreach (self::SEPARATORS as $separator) {
            $wide = array_filter(array_map(static fn (string $line) => substr_count($line, $separator), $plain));
            $alike = $wide === [] ? 0 : max(array_count_values($wide));
            if ($alike > $best[0]) {
                $best = [$alike, $separator];
            }
        }

        return $best[1];
    }

    /** @return non-empty-array<int, list<string>> those in which anything stands, by the line of the table: one that runs on within quotes is one */
    private static function lines(string $text, string $separator): array
    {
        $lines = $cells = [];
        $text = rtrim($text, "\n")."\n";
        [$at, $end, $line] = [0, strlen($text), 1];
        while ($at < $end) {
            $cell = '';
            if ($text[$at] === '"') {
                for (++$at, $open = true; $open;) {
                    $close = strpos($text, '"', $at);
                    if ($close === false || $close - $at > self::LONGEST_CELL) {
                        throw self::refuse('quotes', line: $line);
                    }
                    $cell .= substr($text, $at, $close - $at);
                    $open = ($text[$close + 1] ?? '') === '"';
                    $cell .= $open ? '"' : '';
                    $at = $close + ($open ? 2 : 1);
                }
            }
            $long = strcspn($text, $separator."\n", $at);
            if ($long > self::LONGEST_CELL) {
                throw self::refuse('cell', line: $line);
            }
            $cells[] = self::tidy($cell.substr($text, $at, $long));
            $at += $long + 1;
            if ($text[$at - 1] !== "\n") {
                continue;
            }
            if (implode('', $cells) !== '') {
                $lines[$line] = $cells;
            }
            $cells = [];
            ++$line;
            if (count($lines) > self::MOST_ROWS + 1) {
                throw self::refuse('rows', most: self::MOST_ROWS);
            }
        }

        return $lines === [] ? throw self::refuse('empty') : $lines;
    }

    private static function tidy(string $cell): string
    {
        return trim((string) preg_replace('/[\s\x{00A0}\x{202F}]+/u', ' ', $cell));
    }

    /**
     * The first line with several cells and no figure in any of them; what stands above it are titles.
     *
     * @param non-empty-array<int, list<string>> $lines
     */
    private static function heading(array $lines): ?int
    {
        $widest = max(array_map(count(...), $lines));
        foreach ($lines as $line => $cells) {
            $filled = array_filter($cells, static fn (string $cell) => $cell !== '');
            if (count($filled) >= min(2, $widest)) {
                return array_filter($filled, static fn (string $cell) => preg_match('/^[\d.,\/ -]+%?$/', $cell) === 1) === [] ? $line : null;
            }
        }

        return null;
    }

    /**
     * @param non-empty-list<string>|list<string> $heads
     *
     * @return non-empty-list<string>
     */
    private static function named(array $heads): array
    {
        $named = [];
        foreach ($heads as $i => $head) {
            $name = $head === '' ? sprintf('%d', $i + 1) : $head;
            for ($again = 2, $as = $name; in_array($as, $named, true); ++$again) {
                $as = sprintf('%s (%d)', $name, $again);
            }
            $named[] = $as;
        }

        return $named === [] ? throw self::refuse('empty') : $named;
    }

    private static function refuse(string $why, int ...$figures): Refused
    {
        return Refused::because($why, 'table', Fact::of("refused.table.{$why}", ...$figures));
    }
}
