<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;

/**
 * A share that the batches of a way have taught, by the model of its rooting rate, since batches differ in this too: how many of
 * what rooted come through potting and growing on, or how many of what was left longer after a count still root.
 */
final class LearntShare
{
    /** A sheet may say that all come through, or none; a model needs room on either side. */
    private const NEAR_ALL = 0.995;

    private function __construct(public readonly Beta $share, public readonly int $batches)
    {
    }

    /**
     * @param Beta            $usual   what its sheet or the house believes
     * @param list<PastBatch> $batches that have come to their end; what a mishap took left out
     *
     * @return ?self null where no batch has come so far
     */
    public static function learn(Beta $usual, NurseryLearnt $nursery, array $batches): ?self
    {
        if ($batches === []) {
            return null;
        }
        $mean = max(1.0 - self::NEAR_ALL, min(self::NEAR_ALL, $usual->mean()));
        $learnt = CropRate::learn(CropPrior::of($mean, $usual->a + $usual->b, $nursery->phi, $nursery->lnPhiSd), $batches)->forNewBatch;

        return new self($learnt, count($batches));
    }

    /** Of what is left longer after a full count, before any of it was counted: some may yet root, and little is known of it. */
    public static function usualOfLeftLonger(HouseDefaults $house): Beta
    {
        return Beta::ofMean($house->number(HouseDefault::LeftLongerRoots), $house->number(HouseDefault::LeftLongerWorth));
    }

    /** As it was kept. */
    public static function kept(float $a, float $b, int $batches): self
    {
        return new self(Beta::of($a, $b), $batches);
    }
}
