<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * A batch's code: a syllable and two digits, such as RAK-47. It can be called across a noisy bench, and none of its
 * characters looks like another (no O/0, I/1/L, S/5, B/8, Z/2, G/6). Numbers that follow each other get codes far apart.
 */
final class BatchCode
{
    private const FIRST = ['K', 'R', 'M', 'T', 'F', 'J', 'H'];
    private const VOWELS = ['A', 'E', 'U'];
    private const LAST = ['K', 'R', 'M', 'T', 'X', 'N', 'P'];
    private const DIGITS = ['3', '4', '7', '9'];
    private const UNFIT = ['FUK', 'KUM', 'FAT', 'KAK', 'TUR', 'HUN', 'JAP'];
    /** Shares no factor with the number of codes, so that stepping by it meets every code once. */
    private const STRIDE = 997;

    private function __construct(public readonly string $written)
    {
    }

    /** How many different codes there are before a third digit is needed. */
    public static function many(): int
    {
        return count(self::syllables()) * 16;
    }

    /**
     * The code of the n-th batch of the nursery, n from 1.
     *
     * @throws Refused for `number`
     */
    public static function ofNumber(int $n): self
    {
        if ($n < 1) {
            throw Refused::because('out_of_range', 'number', Fact::of('refused.batch_code.out_of_range'));
        }
        $many = self::many();
        $round = intdiv($n - 1, $many);
        $place = ($n - 1) % $many * self::STRIDE % $many;
        $syllables = self::syllables();
        $digits = self::DIGITS[intdiv($place, 4) % 4].self::DIGITS[$place % 4];
        for (; $round > 0; $round = intdiv($round, 4)) {
            $digits .= self::DIGITS[$round % 4];
        }

        return new self($syllables[intdiv($place, 16)].'-'.$digits);
    }

    /** As somebody may type it: any case, with or without the dash. */
    public static function typed(string $typed): ?self
    {
        $plain = strtoupper((string) preg_replace('/[^a-zA-Z0-9]/', '', $typed));
        if (preg_match('/^([KRMTFJH][AEU][KRMTXNP])([3479]{2,8})$/', $plain, $match) !== 1) {
            return null;
        }

        return new self($match[1].'-'.$match[2]);
    }

    /** @return list<string> */
    private static function syllables(): array
    {
        $all = [];
        foreach (self::FIRST as $first) {
            foreach (self::VOWELS as $vowel) {
                foreach (self::LAST as $last) {
                    $all[] = $first.$vowel.$last;
                }
            }
        }

        return array_values(array_diff($all, self::UNFIT));
    }
}
