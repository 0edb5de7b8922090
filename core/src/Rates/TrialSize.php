<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Normal;
use WetCradle\Core\Numbers\Whole;
use WetCradle\Core\Refused;

/** How many trays each arm of a trial needs, to see a difference that is there; plants of one tray are alike, and tell less than as many of several. */
final class TrialSize implements Calculation
{
    /** One tray alone says nothing of how trays differ. */
    private const LEAST_TRAYS = 2;

    private function __construct(public readonly float $cuttingsPerArm, public readonly float $designEffect, public readonly int $traysPerArm)
    {
    }

    public static function name(): string
    {
        return 'trial_size';
    }

    /**
     * @param Fields $in {rateA, rateB, perTray, phi: how alike trays of one arm are, power, alpha}
     *
     * @return array{cuttingsPerArm: float, designEffect: float, traysPerArm: int}
     *
     * @throws Refused for `rateB` where both rates are the same
     */
    public static function compute(Fields $in): array
    {
        $size = $in->here(static fn () => self::of(
            $in->share('rateA'),
            $in->share('rateB'),
            $in->count('perTray', 1, 100_000),
            $in->positive('phi', 1e9),
            $in->share('power'),
            $in->share('alpha'),
        ));
        $in->done();

        return ['cuttingsPerArm' => $size->cuttingsPerArm, 'designEffect' => $size->designEffect, 'traysPerArm' => $size->traysPerArm];
    }

    /**
     * (z₁₋α⁄₂·√(2p̄(1−p̄)) + z_power·√(pA(1−pA) + pB(1−pB)))² ÷ (pA−pB)², times 1 + (perTray−1) ÷ (φ+1).
     *
     * @throws Refused for `rateB`
     */
    public static function of(float $rateA, float $rateB, int $perTray, float $phi, float $power, float $alpha): self
    {
        if ($rateA === $rateB) {
            throw Refused::because('no_difference', 'rateB', Fact::of('refused.trial_size.no_difference'));
        }
        $mean = ($rateA + $rateB) / 2.0;
        $spread = Normal::quantile(1.0 - $alpha / 2.0) * sqrt(2.0 * $mean * (1.0 - $mean))
            + Normal::quantile($power) * sqrt($rateA * (1.0 - $rateA) + $rateB * (1.0 - $rateB));
        $designEffect = 1.0 + ($perTray - 1) / ($phi + 1.0);
        $cuttings = ($spread / ($rateA - $rateB)) ** 2 * $designEffect;

        return new self($cuttings, $designEffect, max(self::LEAST_TRAYS, Whole::up($cuttings / $perTray)));
    }
}
