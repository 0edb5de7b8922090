<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * What is still green and unrooted: what it may yet give step by step, against the rent of its place. One that is unrooted at
 * τ roots within a step s with the chance π(F(τ+s) − F(τ)) ÷ (1 − πF(τ)); those are taken off, of the rest some die.
 */
final class WaitOrClear implements Calculation
{
    /** @param list<array{chance: float, gain: float, net: float, cumulative: float}> $steps `gain` in plants, the others but the chance in money */
    private function __construct(public readonly array $steps)
    {
    }

    public static function name(): string
    {
        return 'wait_or_clear';
    }

    /**
     * @param Fields $in {finalRate, d50, shape, tau, unrooted, stepTau, maxSteps, valuePerPlant, costPerStep, lossPerStep}
     *
     * @return array{waitSteps: int, gain: float, steps: list<array{chance: float, gain: float, net: float, cumulative: float}>}
     */
    public static function compute(Fields $in): array
    {
        $call = self::of(
            $in->share('finalRate'),
            $in->positive('d50', 1e6),
            $in->positive('shape', 1000),
            $in->number('tau', 0, 1e6),
            $in->count('unrooted'),
            $in->positive('stepTau', 1e6),
            $in->count('maxSteps', 1, 1000),
            $in->number('valuePerPlant', 0, 1e9),
            $in->number('costPerStep', 0, 1e12),
            self::loss($in),
        );
        $in->done();

        return ['waitSteps' => $call->waitSteps(), 'gain' => $call->gain(), 'steps' => $call->steps];
    }

    /**
     * None may die in a step, but not all.
     *
     * @throws Refused for `lossPerStep`
     */
    private static function loss(Fields $in): float
    {
        $loss = $in->number('lossPerStep', 0.0);

        return $loss < 1.0 ? $loss : throw $in->refuse('out_of_range', 'lossPerStep', Fact::of('refused.wait_or_clear.all_die'));
    }

    /**
     * @param float $stepTau thermal days in a step
     * @param float $loss    share of the unrooted that dies in a step
     */
    public static function of(
        float $finalRate,
        float $d50,
        float $shape,
        float $tau,
        int $unrooted,
        float $stepTau,
        int $maxSteps,
        float $value,
        float $cost,
        float $loss,
    ): self {
        return self::by(static function (int $step) use ($finalRate, $d50, $shape, $tau, $stepTau): float {
            $before = RootCurve::reached($tau + $step * $stepTau, $d50, $shape);
            $after = RootCurve::reached($tau + ($step + 1) * $stepTau, $d50, $shape);
            $still = 1.0 - $finalRate * $before;

            return $still <= 0.0 ? 0.0 : $finalRate * ($after - $before) / $still;
        }, $unrooted, $maxSteps, $value, $cost, $loss);
    }

    /**
     * The same by what is believed of a batch, averaged over what is not known of it.
     *
     * @param ?Forecast $forecast null where nothing of it is left that could root
     */
    public static function byForecast(
        ?Forecast $forecast,
        float $tau,
        int $unrooted,
        float $stepTau,
        int $maxSteps,
        float $value,
        float $cost,
        float $loss,
    ): self {
        return self::by(
            static fn (int $step): float => min(1.0, $forecast?->chanceInStep($tau + $step * $stepTau, $stepTau) ?? 0.0),
            $unrooted,
            $maxSteps,
            $value,
            $cost,
            $loss,
        );
    }

    /** @param \Closure(int): float $chanceIn that one that is unrooted when a step begins roots within it */
    private static function by(\Closure $chanceIn, int $unrooted, int $maxSteps, float $value, float $cost, float $loss): self
    {
        $steps = [];
        $left = (float) $unrooted;
        $cumulative = 0.0;
        for ($step = 0; $step < $maxSteps; ++$step) {
            $chance = $chanceIn($step);
            $gain = $left * $chance;
            $net = $gain * $value - $cost;
            $cumulative += $net;
            $steps[] = ['chance' => $chance, 'gain' => $gain, 'net' => $net, 'cumulative' => $cumulative];
            $left = ($left - $gain) * (1.0 - $loss);
        }

        return new self($steps);
    }

    /** After how many steps to stop: 0 to clear now. Of equally good ones the soonest. */
    public function waitSteps(): int
    {
        $best = 0;
        $most = 0.0;
        foreach ($this->steps as $i => $step) {
            if ($step['cumulative'] > $most) {
                [$best, $most] = [$i + 1, $step['cumulative']];
            }
        }

        return $best;
    }

    /** What waiting till then brings more than clearing now. */
    public function gain(): float
    {
        return max([0.0, ...array_column($this->steps, 'cumulative')]);
    }

    /** Plants that come of waiting till then. */
    public function plants(): float
    {
        return array_sum(array_column(array_slice($this->steps, 0, $this->waitSteps()), 'gain'));
    }

    /**
     * Whether a little more or less would turn it: against the rent of the steps it turns on.
     *
     * @param float $share of what is at stake, under which it is a close call
     */
    public function isClose(float $cost, float $share): bool
    {
        if ($cost <= 0.0 || $this->steps === []) {
            return false;
        }
        $steps = $this->waitSteps();

        return $steps === 0 ? $this->steps[0]['net'] > -$share * $cost : $this->gain() < $share * $cost * $steps;
    }
}
