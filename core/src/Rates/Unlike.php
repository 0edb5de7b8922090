<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/** What most of some batches are, and most of the others are not. */
final class Unlike
{
    /** Told where it is so of at least as many of these, and of at most as many of the others. */
    private const OF_THESE = 0.75;
    private const OF_OTHERS = 1 / 3;
    /** Of fewer others nothing is unlike. */
    private const FEW = 3;

    /**
     * @param float $here   the share of these, 0 to 1
     * @param float $others the share of the others, 0 to 1
     */
    private function __construct(public readonly Sort $sort, public readonly string $is, public readonly float $here, public readonly float $others)
    {
    }

    /**
     * @param list<SortedBatch> $these
     * @param list<SortedBatch> $others
     *
     * @return list<self> the most unlike first
     */
    public static function of(array $these, array $others): array
    {
        $unlike = [];
        foreach (Sort::cases() as $sort) {
            // What lies together in time is of one time.
            if ($sort === Sort::Year) {
                continue;
            }
            $here = self::known($sort, $these);
            $there = self::known($sort, $others);
            if ($here === [] || count($there) < self::FEW) {
                continue;
            }
            $many = array_count_values($here);
            arsort($many);
            $is = (string) array_key_first($many);
            $share = $many[$is] / count($here);
            $same = count(array_keys($there, $is, true)) / count($there);
            if ($share >= self::OF_THESE && $same <= self::OF_OTHERS) {
                $unlike[] = new self($sort, $is, $share, $same);
            }
        }
        usort($unlike, static fn (self $a, self $b) => $a->others - $a->here <=> $b->others - $b->here);

        return $unlike;
    }

    /**
     * @param list<SortedBatch> $batches
     *
     * @return list<string>
     */
    private static function known(Sort $sort, array $batches): array
    {
        return array_values(array_filter(
            array_map(static fn (SortedBatch $batch) => $batch->is($sort), $batches),
            static fn (?string $is) => $is !== null,
        ));
    }
}
