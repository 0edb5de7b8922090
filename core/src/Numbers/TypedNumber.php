<?php

declare(strict_types=1);

namespace WetCradle\Core\Numbers;

/**
 * A number as a person typed it, read by the signs of the nursery.
 *
 * Most of what is typed can be read in one way only, whatever the nursery's signs: `2,5`, `1.234,5`, `1 000`. One point or
 * comma with three digits behind it may stand before decimals or between thousands. Where it is the nursery's sign between
 * thousands, or its decimal sign before decimals that say something, it is taken for that. Everything else that can be read in
 * two ways has two readings, and the person is asked.
 */
final class TypedNumber
{
    /** @param list<float> $readings none where it is no number, two where it can be read in two ways */
    private function __construct(public readonly array $readings)
    {
    }

    public static function of(string $typed, NumberSigns $signs): self
    {
        $plain = str_replace(["\u{2212}", "\u{00A0}", "\u{202F}", "\u{2009}", "\u{2019}"], ['-', ' ', ' ', ' ', "'"], trim($typed));
        $minus = str_starts_with($plain, '-') ? -1.0 : 1.0;
        $plain = preg_replace('/^[-+]/', '', $plain);
        if (preg_match('/^([1-9]\d{0,2})([.,])(\d{3})$/', (string) $plain, $lone) === 1) {
            [, $whole, $sign, $rest] = $lone;
            [$thousands, $share] = [$minus * (float) ($whole.$rest), $minus * (float) "{$whole}.{$rest}"];

            return new self(match (true) {
                $sign === $signs->grouping() => [$thousands],
                $sign === $signs->decimal() && (int) $rest > 0 => [$share],
                default => [$thousands, $share],
            });
        }
        // Thousands with one sign between them all, and another one before decimals; or digits with one sign before decimals.
        if (preg_match('/^([1-9]\d{0,2}(?:([ \'.,])\d{3})(?:\2\d{3})*)(?:(?!\2)[.,](\d*))?$/', (string) $plain, $match) === 1
            || preg_match('/^(\d*)()[.,]?(\d*)$/', (string) $plain, $match) === 1) {
            [$whole, $rest] = [str_replace([' ', "'", '.', ','], '', $match[1]), $match[3] ?? ''];

            return new self($whole.$rest === '' ? [] : [$minus * (float) "0{$whole}.{$rest}0"]);
        }

        return new self([]);
    }
}
