<?php

declare(strict_types=1);

namespace WetCradle\Core\Records;

/** Whether a name that was written is one that is known, or only looks like it. */
final class LookAlike
{
    /** Letters of which one may be another. */
    private const ONE_IN = 6;
    private const MOST_SHOWN = 3;

    /** Without what people write differently and mean the same by: case, spaces, quotes, points, accents. */
    public static function plain(string $name): string
    {
        $letters = \Normalizer::normalize(mb_strtolower($name), \Normalizer::FORM_D);
        $letters = preg_replace('/\p{M}+/u', '', $letters === false ? $name : $letters);
        $letters = str_replace(["'", '’', '‘', '"', '“', '”', '`'], '', (string) $letters);

        return trim((string) preg_replace('/[^\p{L}\p{N}%]+/u', ' ', $letters));
    }

    /**
     * @template T of int|string
     *
     * @param array<T, string> $known
     *
     * @return ?T whose name it is, but for how it is written
     */
    public static function same(string $name, array $known): int|string|null
    {
        $plain = self::plain($name);
        foreach ($known as $key => $other) {
            if ($plain !== '' && self::plain($other) === $plain) {
                return $key;
            }
        }

        return null;
    }

    /**
     * @template T of int|string
     *
     * @param array<T, string> $known
     *
     * @return list<T> those that look like it, the likest first
     */
    public static function near(string $name, array $known): array
    {
        $plain = self::plain($name);
        $far = [];
        foreach ($known as $key => $other) {
            $there = self::plain($other);
            $distance = levenshtein(substr($plain, 0, 255), substr($there, 0, 255));
            $isPart = min(strlen($plain), strlen($there)) >= 4 && (str_contains($there, $plain) || str_contains($plain, $there));
            if ($distance <= max(1, intdiv(strlen($there), self::ONE_IN)) || $isPart) {
                $far[] = [$distance, $key];
            }
        }
        usort($far, static fn (array $a, array $b) => $a[0] <=> $b[0]);

        return array_column(array_slice($far, 0, self::MOST_SHOWN), 1);
    }
}
