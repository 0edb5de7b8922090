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

    /** @param Fields $in {chance, a, b} */
    public static function read(Fields $in): self
    {
        $mishap = $in->here(static fn () => self::of($in->number('chance', 0.0, 1.0), Beta::of($in->positive('a', 1e6), $in->positive('b', 1e6))));
        $in->done();

        return $mishap;
    }
}
