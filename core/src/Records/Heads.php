<?php

declare(strict_types=1);

namespace WetCradle\Core\Records;

/** Which column of a table holds what, guessed by what its heading says. */
final class Heads
{
    /**
     * Each field takes the column whose heading says it best, and no column is taken twice.
     *
     * @param list<string>                $columns
     * @param array<string, list<string>> $words   what a field is headed by, most telling first
     * @param callable(string, int): bool $mayBe   whether what stands in a column could be that
     *
     * @return array<string, int> columns by field, where one was found
     */
    public static function guess(array $columns, array $words, callable $mayBe): array
    {
        $pairs = [];
        foreach ($words as $field => $said) {
            foreach ($columns as $column => $head) {
                $alike = self::alike($head, $said);
                if ($alike > 0 && $mayBe($field, $column)) {
                    $pairs[] = [$alike, $field, $column];
                }
            }
        }
        usort($pairs, static fn (array $a, array $b) => [$b[0], $a[2]] <=> [$a[0], $b[2]]);
        $found = [];
        foreach ($pairs as [, $field, $column]) {
            if (!isset($found[$field]) && !in_array($column, $found, true)) {
                $found[$field] = $column;
            }
        }

        return $found;
    }

    /** @param list<string> $said */
    private static function alike(string $head, array $said): int
    {
        $plain = LookAlike::plain($head);
        $best = 0;
        foreach ($said as $rank => $word) {
            $word = LookAlike::plain($word);
            $best = max($best, match (true) {
                $plain === $word => 1000 - $rank,
                // A heading says more than the field is called by, or less.
                preg_match('/\b'.preg_quote($word, '/').'\b/', $plain) === 1 => 100 + strlen($word) - $rank,
                default => 0,
            });
        }

        return $best;
    }
}
