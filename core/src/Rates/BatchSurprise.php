<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Numbers\BetaBinomial;

/** How unlike the others one batch is: how likely so few, or so many, of it were to root by what the others teach. */
final class BatchSurprise implements Calculation
{
    /** A batch that was less likely than this is worth a look, and likely a mishap where it is low. */
    public const WORTH_A_LOOK = 1.0 / 200.0;

    private function __construct(public readonly float $expected, public readonly float $chanceAsLow, public readonly float $chanceAsHigh)
    {
    }

    public static function name(): string
    {
        return 'batch_surprise';
    }

    /**
     * @param Fields $in {prior: {rate, strength, phi, lnPhiSd?}, others: [{rooted, stuck, weight}], batch: {rooted, stuck}}
     *
     * @return array{expected: float, chanceAsLow: float, chanceAsHigh: float}
     */
    public static function compute(Fields $in): array
    {
        $prior = CropPrior::read($in->object('prior'));
        $others = array_map(PastBatch::read(...), $in->objects('others'));
        $entry = $in->object('batch');
        $batch = $entry->here(static fn () => PastBatch::of($entry->count('rooted'), $entry->count('stuck', 0, 20_000)));
        $entry->done();
        $in->done();
        $surprise = self::of($prior, $others, $batch);

        return ['expected' => $surprise->expected, 'chanceAsLow' => $surprise->chanceAsLow, 'chanceAsHigh' => $surprise->chanceAsHigh];
    }

    /** @param list<PastBatch> $others */
    public static function of(CropPrior $prior, array $others, PastBatch $batch): self
    {
        $learnt = CropRate::learn($prior, $others)->forNewBatch;
        $chances = BetaBinomial::chances($batch->stuck, $learnt);

        return new self(
            $batch->stuck * $learnt->mean(),
            min(1.0, array_sum(array_slice($chances, 0, $batch->rooted + 1))),
            min(1.0, array_sum(array_slice($chances, $batch->rooted))),
        );
    }

    /** Whether so few rooted that something went wrong that has nothing to do with the crop. */
    public function isLikelyAMishap(): bool
    {
        return $this->chanceAsLow < self::WORTH_A_LOOK;
    }
}
