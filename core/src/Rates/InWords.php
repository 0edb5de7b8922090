<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Fact;

/** Rates and chances as people say them. */
final class InWords
{
    /** "7 in 10", finer where tenths would say too little. */
    public static function share(float $share): Fact
    {
        return match (true) {
            $share >= 0.995 => Fact::of('share.nearly_all'),
            $share >= 0.95, $share < 0.05 && $share >= 0.005 => Fact::of('share.in_100', n: (int) round(100 * $share)),
            $share < 0.005 => Fact::of('share.hardly_any'),
            abs($share - 0.75) < 0.012 => Fact::of('share.three_quarters'),
            abs($share - 0.25) < 0.012 => Fact::of('share.a_quarter'),
            abs(10 * $share - round(10 * $share)) > 0.3 => Fact::of('share.in_20', n: (int) round(20 * $share)),
            default => Fact::of('share.in_10', n: (int) round(10 * $share)),
        };
    }

    /** "94 in 100", where one stands beside another. */
    public static function inHundred(float $share): Fact
    {
        return Fact::of('share.in_100', n: (int) round(100 * $share));
    }

    public static function chance(float $chance): Fact
    {
        return match (true) {
            $chance >= 0.995 => Fact::of('chance.near_certainty'),
            $chance < 0.005 => Fact::of('chance.hardly_any'),
            default => Fact::of('chance.of', share: self::share($chance)),
        };
    }

    /**
     * "7 in 10, from 6 batches; the worst was 4 in 10; 8 batches in 10 give 52 to 86 in 100".
     *
     * @param list<PastBatch> $batches
     */
    public static function rate(CropRate $rate, array $batches): Fact
    {
        $range = Fact::of(
            'rate.range',
            low: (int) round(100 * $rate->forNewBatch->quantile(0.1)),
            high: (int) round(100 * $rate->forNewBatch->quantile(0.9)),
        );
        $counted = array_filter($batches, static fn (PastBatch $b) => $b->stuck > 0);
        if ($counted === []) {
            return Fact::of('rate.from_sheet', share: self::share($rate->rate), range: $range);
        }
        $worst = min(array_map(static fn (PastBatch $b) => $b->rooted / $b->stuck, $counted));

        return Fact::of('rate.learnt', share: self::share($rate->rate), batches: count($counted), worst: self::share($worst), range: $range);
    }
}
