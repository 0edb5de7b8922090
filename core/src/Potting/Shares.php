<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * Plants of several batches that stand mixed in one lot cannot be told apart: what is lost, grown or sent is shared among
 * them by how many of each there are, whole plants by the largest remainder, so that the counts still add up.
 */
final class Shares
{
    /**
     * @param array<int, int> $there plants by line
     *
     * @return array<int, int> of the count by line, those with none left out
     *
     * @throws Refused for the field that is wrong
     */
    public static function of(int $count, array $there, string $field = 'count'): array
    {
        $all = array_sum($there);
        if ($count < 1) {
            throw Refused::because('out_of_range', $field, Fact::of('refused.shares.out_of_range'));
        }
        if ($count > $all) {
            throw Refused::because('more_than_there_are', $field, Fact::of('refused.shares.more_than_there_are', all: $all, count: $count));
        }
        $shares = $remainders = [];
        foreach ($there as $line => $some) {
            $shares[$line] = intdiv($count * $some, $all);
            $remainders[$line] = ($count * $some) % $all;
        }
        uksort($remainders, static fn (int $a, int $b) => [$remainders[$b], $a] <=> [$remainders[$a], $b]);
        foreach (array_slice(array_keys($remainders), 0, $count - array_sum($shares)) as $line) {
            ++$shares[$line];
        }

        return array_filter($shares);
    }
}
