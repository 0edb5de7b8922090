<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/**
 * What the counted batches of one way tell the whole nursery: which were likely mishaps, and how much the others differ. Asked
 * by what is believed before anything was learnt, so that it is another only when its own sheet or batches are.
 */
final class WayTells
{
    /**
     * @param array<int, float>         $marked  by batch, those that were likely a mishap, with the chance of so few
     * @param list<array{int, int}>     $mishaps rooted and stuck of what is held for a mishap, by a person or by itself
     * @param int                       $batches in all, mishaps among them
     * @param non-empty-list<float> $spread  how likely the others are at each point of ln φ
     */
    private function __construct(
        public readonly array $marked,
        public readonly array $mishaps,
        public readonly int $batches,
        public readonly array $spread,
    ) {
    }

    /** @param array<int, CountedBatch> $batches by batch */
    public static function of(CropPrior $sheet, array $batches): self
    {
        $nothing = NurseryLearnt::nothing();
        $prior = $sheet->spreadAs($nothing->phi, $nothing->lnPhiSd);
        // Of one that is still rooting nobody knows yet.
        $said = array_map(
            static fn (CountedBatch $batch) => $batch->said ?? false,
            array_filter($batches, static fn (CountedBatch $batch) => $batch->said !== null || $batch->isRooting),
        );
        $failed = LikelyMishaps::among($prior, array_map(static fn (CountedBatch $batch) => $batch->ofStuck, $batches), $said);
        // Where what is known to have gone by a mishap explains it, the rest tells of the crop as any batch does.
        $marked = LikelyMishaps::among($prior, array_map(static fn (CountedBatch $batch) => $batch->ofCould, $batches), $said);
        $mishaps = $ordinary = [];
        foreach ($batches as $id => $batch) {
            if ($batch->said ?? isset($failed[$id])) {
                $mishaps[] = [$batch->ofStuck->rooted, $batch->ofStuck->stuck];
            }
            if (!($batch->said ?? isset($marked[$id]))) {
                $ordinary[] = $batch->ofCould;
            }
        }

        return new self($marked, $mishaps, count($batches), CropRate::likelihoodOfSpread($prior, $ordinary));
    }

    /**
     * As it was kept.
     *
     * @param array<int, float>     $marked
     * @param list<array{int, int}> $mishaps
     * @param non-empty-list<float> $spread
     */
    public static function kept(array $marked, array $mishaps, int $batches, array $spread): self
    {
        return new self($marked, $mishaps, $batches, $spread);
    }
}
