<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Refused;

/**
 * What the crop sheet believes before any batch is in: a rate, how many plants' worth of evidence it is (`strength`),
 * and how alike batches are (`phi`: high means batch after batch the same, low means they scatter).
 */
final class CropPrior
{
    /** A rate of one is none that could be learnt from. */
    private const SUREST = 0.999;

    private function __construct(
        public readonly float $rate,
        public readonly float $strength,
        public readonly float $phi,
        public readonly float $lnPhiSd,
    ) {
    }

    /**
     * @param Fields $in {rate, strength, phi, lnPhiSd?}
     *
     * @throws Refused for the field that is wrong
     */
    public static function read(Fields $in): self
    {
        $prior = $in->here(static fn () => self::of(
            $in->share('rate'),
            $in->positive('strength', 1e6),
            $in->positive('phi', 1e6),
            $in->has('lnPhiSd') ? $in->positive('lnPhiSd', 100.0) : 1.0,
        ));
        $in->done();

        return $prior;
    }

    /** Of plants that are several pieces together: each is one where at least one of its pieces roots. */
    public function severalTogether(int $pieces): self
    {
        if ($pieces < 2) {
            return $this;
        }
        if (1.0 - (1.0 - $this->rate) ** $pieces >= self::SUREST) {
            return self::of(self::SUREST, $this->strength, $this->phi, $this->lnPhiSd);
        }
        $one = Beta::ofMean($this->rate, $this->strength)->atLeastOneIn($pieces);

        return self::of(min(self::SUREST, $one->mean()), $one->a + $one->b, $this->phi, $this->lnPhiSd);
    }

    /** The same rate, with how much batches differ as all crops of the nursery say. */
    public function spreadAs(float $phi, float $lnPhiSd): self
    {
        return self::of($this->rate, $this->strength, $phi, $lnPhiSd);
    }

    /**
     * @param float $lnPhiSd how sure `phi` is, as a standard deviation of its logarithm
     *
     * @throws Refused for `rate` or another field that is wrong
     */
    public static function of(float $rate, float $strength, float $phi, float $lnPhiSd = 1.0): self
    {
        if (!($rate > 0.0 && $rate < 1.0)) {
            throw Refused::because('out_of_range', 'rate', Fact::of('refused.crop_prior.out_of_range'));
        }
        foreach (['strength' => $strength, 'phi' => $phi, 'lnPhiSd' => $lnPhiSd] as $field => $value) {
            if (!is_finite($value) || $value <= 0.0) {
                throw Refused::because('not_positive', $field, Fact::of('refused.crop_prior.not_positive', field: $field));
            }
        }

        return new self($rate, $strength, $phi, $lnPhiSd);
    }
}
