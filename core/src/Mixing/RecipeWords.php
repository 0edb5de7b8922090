<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

/**
 * A mix as growers say it: "perlite 2 : coir 1", "2 parts perlite to 1 of coir", "3:7 perlite and coir", "70 % coir, 30 % perlite",
 * "half perlite half vermiculite", "perlite, vermiculite and compost in thirds", "a third perlite, the rest coir",
 * "two parts perlite to one of coir", "coir 7 perlite 3".
 */
final class RecipeWords
{
    private const NUMBER = '\d+(?:[.,]\d+)?';
    /** Shares that have a word. */
    private const SHARES = [
        'three quarters' => 0.75, 'two thirds' => 2 / 3, 'half' => 0.5, 'one half' => 0.5, 'a half' => 0.5, 'third' => 1 / 3, 'one third' => 1 / 3,
        'a third' => 1 / 3, 'quarter' => 0.25, 'one quarter' => 0.25, 'a quarter' => 0.25, 'fifth' => 0.2, 'one fifth' => 0.2, 'a fifth' => 0.2,
    ];
    /** How many things are alike in what is said so. */
    private const ALIKE = [
        'equal parts' => null, 'equal' => null, 'equally' => null, 'halves' => 2, 'half and half' => 2, 'thirds' => 3, 'quarters' => 4, 'fifths' => 5,
    ];
    /** Numbers that have a word, from one on. */
    private const WORDS = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];

    /** @return non-empty-list<array{name: string, parts: float}>|null null where it is only a name */
    public static function read(string $words): ?array
    {
        // "One third" is a share; "one of coir" is a number.
        $words = preg_replace_callback(
            '/\b('.implode('|', self::WORDS).')\b(?!\s+(?:half|thirds?|quarters?|fifths?)\b)/i',
            static fn (array $said) => (string) (1 + (int) array_search(strtolower($said[1]), self::WORDS, true)),
            $words,
        ) ?? $words;

        return self::alike($words) ?? self::ratio($words) ?? self::amounts($words);
    }

    /** @return non-empty-list<array{name: string, parts: float}>|null of what is there as much of each */
    private static function alike(string $words): ?array
    {
        $said = implode('|', array_keys(self::ALIKE));
        if (preg_match("/^(?:in )?({$said})(?: of)?[ :,]+(.+)$/i", $words, $match) === 1) {
            [$said, $of] = [$match[1], $match[2]];
        } elseif (preg_match("/^(.+?),? (?:in )?({$said})$/i", $words, $match) === 1) {
            [$of, $said] = [$match[1], $match[2]];
        } else {
            return null;
        }
        $names = self::names($of);
        $many = self::ALIKE[strtolower($said)] ?? count($names);
        if ($names === [] || count($names) !== $many || $many < 2) {
            return null;
        }

        return array_map(static fn (string $name): array => ['name' => $name, 'parts' => 1.0], $names);
    }

    /** @return non-empty-list<array{name: string, parts: float}>|null where the numbers stand together, before or after the names */
    private static function ratio(string $words): ?array
    {
        $ratio = self::NUMBER.'(?: ?: ?'.self::NUMBER.')+';
        if (preg_match("/^({$ratio})(?: of)?[ ,]+(\D.*)$/", $words, $match) === 1) {
            [$numbers, $of] = [$match[1], $match[2]];
        } elseif (preg_match("/^(.*\D)[ ,]+({$ratio})$/", $words, $match) === 1) {
            [$of, $numbers] = [$match[1], $match[2]];
        } else {
            return null;
        }
        $parts = array_map(self::number(...), explode(':', $numbers));
        $names = self::names($of);
        // "2:1 perlite coir": with nothing between them, each word is a name.
        $names = count($names) === 1 ? preg_split('/\s+/', $names[0]) ?: [] : $names;
        if (count($names) !== count($parts) || in_array(0.0, $parts, true) || preg_grep('/\d/', $names) !== []) {
            return null;
        }

        return array_map(static fn (string $name, float $part) => ['name' => $name, 'parts' => $part], $names, $parts);
    }

    /** @return non-empty-list<array{name: string, parts: float}>|null where each has its own number or share */
    private static function amounts(string $words): ?array
    {
        $shares = implode('|', array_keys(self::SHARES));
        $found = [];
        $rest = null;
        foreach (self::pieces($words, $shares) as $piece) {
            if (preg_match('/^(?:the )?rest(?: of it)?(?: is| of)? (.+)$/i', $piece, $match) === 1 && $rest === null) {
                $rest = count($found);
                $found[] = ['name' => $match[1], 'amount' => 0.0, 'isShare' => true];
                continue;
            }
            $one = self::amount($piece, $shares);
            if ($one === null) {
                return null;
            }
            $found[] = $one;
        }
        $isShare = $found !== [] && array_filter($found, static fn (array $one) => !$one['isShare']) === [];
        $all = array_sum(array_column($found, 'amount'));
        $amounts = array_map(static fn (array $one, int $i): float => $i === $rest ? max(0.0, 1.0 - $all) : $one['amount'], $found, array_keys($found));
        $mixed = !$isShare && array_filter($found, static fn (array $one) => $one['isShare']) !== [];
        if ($found === [] || $mixed || ($isShare && ($all > 1.005 || count($found) < 2)) || min($amounts) <= 0.0) {
            return null;
        }

        return array_map(
            static fn (array $one, float $part) => ['name' => $one['name'], 'parts' => $part],
            $found,
            $isShare ? self::asParts($amounts) : $amounts,
        );
    }

    /** @return list<string> what is said of each thing; a share begins the next of them, whether anything stands between or not */
    private static function pieces(string $words, string $shares): array
    {
        if (str_contains($words, ':')) {
            return array_map(trim(...), explode(':', $words));
        }
        $between = '\s*(?:;|\+|&|,(?!\d)|\band\b|\bto\b)\s*';
        $begins = '(?<!\bone)(?<!\ba)(?<!\btwo)(?<!\bthree)\s+(?=(?:'.$shares.'|\d+(?:[.,]\d+)? ?%|\d+\/\d+)\s)';

        // "Coir 7 perlite 3": with nothing between them, each number ends what it counts, or begins it where one stands first.
        $next = preg_match('/^\d/', $words) === 1 ? '(?<=\pL)\s+(?=\d+(?:[.,]\d+)? )' : '(?<=\d|part|parts)\s+(?=\pL)(?!(?:parts?|of|mm|cm)\b)';

        return array_values(array_map(trim(...), preg_split("/{$between}|{$begins}|{$next}/iu", $words, -1, PREG_SPLIT_NO_EMPTY) ?: []));
    }

    /**
     * Shares as parts: 2 to 1 where that is just what they are, else parts of a hundred.
     *
     * @param non-empty-list<float> $shares
     *
     * @return non-empty-list<float>
     */
    private static function asParts(array $shares): array
    {
        $least = min($shares);
        $parts = array_map(static fn (float $share) => round($share / $least), $shares);
        foreach ($shares as $i => $share) {
            if (abs($share / $least - $parts[$i]) > 1e-6) {
                return array_map(static fn (float $one) => round(100 * $one, 1), $shares);
            }
        }

        return $parts;
    }

    /** @return ?array{name: string, amount: float, isShare: bool} null where it says no amount */
    private static function amount(string $piece, string $shares): ?array
    {
        $number = self::NUMBER;
        $share = "{$shares}|{$number} ?%|\d+\/\d+";
        if (preg_match("/^({$share})(?: of)? (.*\pL.*)$/iu", $piece, $match) === 1) {
            return ['name' => $match[2], 'amount' => self::share($match[1]), 'isShare' => true];
        }
        if (preg_match("/^(.*\pL.*?),? ({$number} ?%|\d+\/\d+)$/u", $piece, $match) === 1) {
            return ['name' => $match[1], 'amount' => self::share($match[2]), 'isShare' => true];
        }
        if (preg_match("/^({$number})(?: parts?)?(?: of)? (.*\pL.*)$/iu", $piece, $match) === 1) {
            return ['name' => $match[2], 'amount' => self::number($match[1]), 'isShare' => false];
        }
        if (preg_match("/^(.*\pL.*?) ({$number})(?: parts?)?$/iu", $piece, $match) === 1) {
            return ['name' => $match[1], 'amount' => self::number($match[2]), 'isShare' => false];
        }

        return null;
    }

    /** @return list<string> */
    private static function names(string $words): array
    {
        $names = preg_split('/\s*(?:[:;+&\/,]|\band\b)\s*/i', trim($words), -1, PREG_SPLIT_NO_EMPTY);

        return array_values(array_map(trim(...), $names ?: []));
    }

    private static function number(string $written): float
    {
        return (float) str_replace(',', '.', trim($written));
    }

    private static function share(string $written): float
    {
        $word = strtolower(trim($written));
        if (str_contains($word, '/')) {
            [$over, $under] = array_map(self::number(...), explode('/', $word));

            return $under > 0.0 ? $over / $under : 0.0;
        }

        return self::SHARES[$word] ?? self::number(rtrim($word, ' %')) / 100.0;
    }
}
