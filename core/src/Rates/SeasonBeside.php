<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/** How a crop rooted in one season beside how it did in all before, and what of its batches was different. */
final class SeasonBeside
{
    /** Of fewer that could root, in either, nothing is said. */
    private const FEW = 100;
    /** Nearer to each other, nothing is said either. */
    private const APART = 0.05;
    /** Of the best, and of the worst, so many. */
    private const TOLD = 2;

    /** @param list<Unlike> $unlike */
    private function __construct(public readonly float $now, public readonly float $before, public readonly array $unlike)
    {
    }

    /**
     * Of which crops it is told: the best and the worst of those that rooted otherwise than before.
     *
     * @template K of array-key
     *
     * @param array<K, array{now: SeasonSum, before: SeasonSum}> $crops
     *
     * @return array{better: list<K>, worse: list<K>} those that differ most first
     */
    public static function told(array $crops): array
    {
        $apart = [];
        foreach ($crops as $key => ['now' => $now, 'before' => $before]) {
            $by = $now->rate() === null || $before->rate() === null ? 0.0 : $now->rate() - $before->rate();
            if (abs($by) >= self::APART && min($now->could, $before->could) >= self::FEW) {
                $apart[$key] = $by;
            }
        }
        $better = array_filter($apart, static fn (float $by) => $by > 0);
        $worse = array_filter($apart, static fn (float $by) => $by < 0);
        arsort($better);
        asort($worse);

        return ['better' => array_slice(array_keys($better), 0, self::TOLD), 'worse' => array_slice(array_keys($worse), 0, self::TOLD)];
    }

    /**
     * @param list<SortedBatch> $now
     * @param list<SortedBatch> $before
     */
    public static function of(SeasonSum $sum, SeasonSum $sumBefore, array $now, array $before): self
    {
        return new self((float) $sum->rate(), (float) $sumBefore->rate(), Unlike::of($now, $before));
    }
}
