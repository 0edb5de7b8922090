<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/** Rates and chances as people say them. */
final class InWords
{
    /** "7 in 10", finer where tenths would say too little. */
    public static function share(float $share): string
    {
        return match (true) {
            $share >= 0.995 => 'nearly all',
            $share >= 0.95, $share < 0.05 && $share >= 0.005 => sprintf('%d in 100', (int) round(100 * $share)),
            $share < 0.005 => 'hardly any',
            abs($share - 0.75) < 0.012 => '3 in 4',
            abs($share - 0.25) < 0.012 => '1 in 4',
            abs(10 * $share - round(10 * $share)) > 0.3 => sprintf('%d in 20', (int) round(20 * $share)),
            default => sprintf('%d in 10', (int) round(10 * $share)),
        };
    }

    public static function chance(float $chance): string
    {
        return match (true) {
            $chance >= 0.995 => 'near certainty',
            $chance < 0.005 => 'hardly any chance',
            default => 'a chance of '.self::share($chance),
        };
    }

    /**
     * "7 in 10, from 6 batches; the worst was 4 in 10; 8 batches in 10 give 52 to 86 in 100".
     *
     * @param list<PastBatch> $batches
     */
    public static function rate(CropRate $rate, array $batches): string
    {
        $range = sprintf(
            '8 batches in 10 give %d to %d in 100',
            (int) round(100 * $rate->forNewBatch->quantile(0.1)),
            (int) round(100 * $rate->forNewBatch->quantile(0.9)),
        );
        $counted = array_filter($batches, static fn (PastBatch $b) => $b->stuck > 0);
        if ($counted === []) {
            return sprintf('%s, from the crop sheet alone: no batch counted yet; %s.', ucfirst(self::share($rate->rate)), $range);
        }
        $worst = min(array_map(static fn (PastBatch $b) => $b->rooted / $b->stuck, $counted));
        $from = count($counted) === 1 ? '1 batch' : count($counted).' batches';

        return sprintf('%s, from %s; the worst was %s; %s.', ucfirst(self::share($rate->rate)), $from, self::share($worst), $range);
    }
}
