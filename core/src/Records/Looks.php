<?php

declare(strict_types=1);

namespace WetCradle\Core\Records;

/** What most cells of a column look like. Years alone may be days or figures. */
enum Looks
{
    case Days;
    case Figures;
    case Either;

    private const MOST = 0.6;
    private const DAY = '~^\d{1,4}[./-] ?\d{1,2}[./-] ?\d{2,4}|\b(jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)|\d{4}-?w\d|\b(week|wk|kw) ?\d~i';
    private const FIGURE = "~^[\\d.,' ]+%?$~";
    private const YEAR = '/^(19|20)\d\d$/';

    /** @param list<string> $cells */
    public static function of(array $cells): self
    {
        $filled = array_filter($cells, static fn (string $cell) => $cell !== '');
        $are = static fn (string $what): bool => count(preg_grep($what, $filled) ?: []) > self::MOST * count($filled);

        return match (true) {
            $filled === [], $are(self::YEAR) => self::Either,
            $are(self::DAY) => self::Days,
            $are(self::FIGURE) => self::Figures,
            default => self::Either,
        };
    }
}
