<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/**
 * Which batches of a crop were likely a mishap: so few rooted that it has nothing to do with the crop. The least likely of all
 * is taken out first, since it makes the others look ordinary, then the rest is asked again. A person has the last word.
 */
final class LikelyMishaps
{
    /** Only of those of which the smallest shares rooted is it asked. */
    private const LOWEST = 3;

    /**
     * @template K of array-key
     *
     * @param array<K, PastBatch> $batches weighed for the way of which they are asked
     * @param array<K, bool>      $said    what somebody has said of some: that it was one, or that it was none
     *
     * @return array<K, float> those that likely were, each with the chance of so few
     */
    public static function among(CropPrior $prior, array $batches, array $said): array
    {
        $others = array_filter($batches, static fn (int|string $key) => !($said[$key] ?? false), ARRAY_FILTER_USE_KEY);
        $found = [];
        do {
            $asked = array_diff_key($others, $said);
            uasort($asked, static fn (PastBatch $a, PastBatch $b) => $a->rooted * $b->stuck <=> $b->rooted * $a->stuck);
            $least = null;
            $largest = -1;
            foreach (array_slice($asked, 0, self::LOWEST, true) as $key => $batch) {
                // More of it rooted than of one that was as large and is asked already: it is no more unlike the rest.
                if ($batch->stuck <= $largest) {
                    continue;
                }
                $largest = $batch->stuck;
                $surprise = BatchSurprise::of($prior, array_values(array_diff_key($others, [$key => true])), $batch);
                if ($surprise->isLikelyAMishap() && $surprise->chanceAsLow < ($least['chance'] ?? 1.0)) {
                    $least = ['key' => $key, 'chance' => $surprise->chanceAsLow];
                }
            }
            if ($least !== null) {
                $found[$least['key']] = $least['chance'];
                unset($others[$least['key']]);
            }
        } while ($least !== null);

        return $found;
    }
}
