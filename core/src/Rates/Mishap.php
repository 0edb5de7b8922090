<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Refused;

/** That a batch fails as a whole, whatever its crop: how often that happens here, and what share it leaves. */
final class Mishap
{
    /** From so many on, what mishaps leave is learnt. */
    private const KNOWN_FROM = 5;

    private function __construct(public readonly float $chance, public readonly Beta $leaves)
    {
    }

    /** @throws Refused for `chance` */
    public static function of(float $chance, Beta $leaves): self
    {
        if (!($chance >= 0.0 && $chance < 1.0)) {
            throw Refused::because('out_of_range', 'chance', Fact::of('refused.mishap.out_of_range'));
        }

        return new self($chance, $leaves);
    }

    /**
     * Learnt from the nursery's own: what they leave is taken for granted until so many are known, then matched to them.
     *
     * @param list<PastBatch> $mishaps
     * @param int             $batches in all, mishaps among them
     */
    public static function learn(array $mishaps, int $batches): self
    {
        $known = count($mishaps);
        $chance = (1.0 + $known) / (13.0 + max($known, $batches));
        if ($known < self::KNOWN_FROM) {
            return new self($chance, Beta::of(1.0, 5.0));
        }
        $shares = array_map(static fn (PastBatch $b) => $b->rooted / max(1, $b->stuck), $mishaps);
        $mean = min(0.99, max(0.01, array_sum($shares) / $known));
        $spread = array_sum(array_map(static fn (float $share) => ($share - $mean) ** 2, $shares)) / ($known - 1);

        // No wider than two ends, and no narrower than shares of a hundred differ by chance.
        return new self($chance, Beta::matching($mean, min(0.9 * $mean * (1.0 - $mean), max(0.01 * $mean * (1.0 - $mean), $spread))));
    }

    /** @param Fields $in {chance, a, b} */
    public static function read(Fields $in): self
    {
        $mishap = $in->here(static fn () => self::of($in->number('chance', 0.0, 1.0), Beta::of($in->positive('a', 1e6), $in->positive('b', 1e6))));
        $in->done();

        return $mishap;
    }
}
