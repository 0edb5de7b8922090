<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Numbers\Beta;

/**
 * What all crops of a nursery have taught together: how much batches differ here, and how often one fails whole. Kept to two
 * digits, so that one more batch does not make every forecast another.
 */
final class NurseryLearnt
{
    private function __construct(
        public readonly float $phi,
        public readonly float $lnPhiSd,
        public readonly Mishap $mishap,
        public readonly int $mishaps,
        public readonly int $batches,
    ) {
    }

    /** Before any batch. */
    public static function nothing(): self
    {
        return self::of([]);
    }

    /** @param list<WayTells> $ways */
    public static function of(array $ways): self
    {
        $spread = NurserySpread::byLikelihoods(array_map(static fn (WayTells $way) => $way->spread, $ways));
        $mishaps = array_merge(...array_map(static fn (WayTells $way) => $way->mishaps, $ways));
        $batches = array_sum(array_map(static fn (WayTells $way) => $way->batches, $ways));
        $mishap = Mishap::learn(array_map(static fn (array $one) => PastBatch::of(...$one), $mishaps), $batches);

        return new self(
            self::twoDigits($spread->phi),
            self::twoDigits($spread->lnPhiSd),
            Mishap::of(self::twoDigits($mishap->chance), Beta::of(self::twoDigits($mishap->leaves->a), self::twoDigits($mishap->leaves->b))),
            count($mishaps),
            $batches,
        );
    }

    /** As it was kept. */
    public static function kept(float $phi, float $lnPhiSd, Mishap $mishap, int $mishaps, int $batches): self
    {
        return new self($phi, $lnPhiSd, $mishap, $mishaps, $batches);
    }

    private static function twoDigits(float $value): float
    {
        return (float) sprintf('%.1e', $value);
    }
}
