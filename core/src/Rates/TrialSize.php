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
    /** How often a difference that is there is to be seen. */
    public const POWER = 0.8;
    /** How often one is seen that is not there. */
    private const ALPHA = 0.05;
    /** By how much more must root before most would change how they do it, and the most that anything can come to. */
    private const WORTH_WHILE = 0.15;
    private const NEAR_ALL = 0.95;
    /** One tray alone says nothing of how trays differ. */
    private const LEAST_TRAYS = 2;

    private function __construct(public readonly float $cuttingsPerArm, public readonly float $designEffect, public readonly int $traysPerArm)
    {
    }

    /**
     * The size of a trial that sees a difference four times in five, and one that is not there once in twenty.
     *
     * @param float $usually the share that roots as it is done now
     * @param float $hoped   the share that would make a difference
     * @param float $phi     how alike trays are here
     *
     * @throws Refused for `rateB` where both rates are the same
     */
    public static function ofOne(float $usually, float $hoped, int $perTray, float $phi): self
    {
        return self::of($usually, $hoped, $perTray, $phi, self::POWER, self::ALPHA);
    }

    /** The share that would be worth changing for, where nobody has said one; less than usual where nearly all root already. */
    public static function worthWhile(float $usually): float
    {
        $more = min(self::NEAR_ALL, $usually + self::WORTH_WHILE);

        return $more > $usually + 0.02 ? $more : $usually - self::WORTH_WHILE;
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
