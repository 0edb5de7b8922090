<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Refused;

/**
 * What a batch has rooted and may yet root: the share rooted by τ thermal days is π·F(τ), F(τ) = 1 ÷ (1 + (τ ÷ d50)^−shape),
 * with π the share that ever will and d50 when half of those have. Both are learnt from checks, each Binomial(lifted, π·F(τ)),
 * on a grid; before any check π is what the way has learnt and ln d50 is Normal(its sheet's, 0.25).
 */
final class RootCurve implements Calculation
{
    private const RATE_STEP = 0.005;
    private const RATES = 199;
    private const D50_STEPS = 61;
    private const D50_REACH = 0.75;
    private const D50_SD = 0.25;
    /** Cells of the scale on which limits of a share are read. */
    private const CELLS = 1000;

    /** @var list<array{rate: float, d50: float, weight: float}> weights sum to 1 */
    private array $grid;

    /** @param list<array{tau: float, lifted: int, rooted: int}> $checks */
    private function __construct(Beta $rate, float $d50, private readonly float $shape, array $checks)
    {
        $logs = [];
        $seen = array_values(array_filter($checks, static fn (array $c) => $c['lifted'] > 0));
        for ($j = 0; $j < self::D50_STEPS; ++$j) {
            $by = -self::D50_REACH + 2.0 * self::D50_REACH * $j / (self::D50_STEPS - 1);
            $half = $d50 * exp($by);
            $shares = array_map(fn (array $c) => self::reached($c['tau'], $half, $this->shape), $seen);
            for ($i = 1; $i <= self::RATES; ++$i) {
                $pi = $i * self::RATE_STEP;
                $log = ($rate->a - 1.0) * log($pi) + ($rate->b - 1.0) * log(1.0 - $pi) - $by ** 2 / (2.0 * self::D50_SD ** 2);
                foreach ($seen as $k => $check) {
                    $p = min(1.0 - 1e-12, max(1e-12, $pi * $shares[$k]));
                    $log += $check['rooted'] * log($p) + ($check['lifted'] - $check['rooted']) * log(1.0 - $p);
                }
                $logs[] = [$pi, $half, $log];
            }
        }
        $most = max(array_column($logs, 2));
        $all = 0.0;
        foreach ($logs as [, , $log]) {
            $all += exp($log - $most);
        }
        $this->grid = array_map(static fn (array $at) => ['rate' => $at[0], 'd50' => $at[1], 'weight' => exp($at[2] - $most) / $all], $logs);
    }

    public static function name(): string
    {
        return 'root_curve';
    }

    /**
     * @param Fields $in {rate: {a, b}, d50, shape, checks: [{tau, lifted, rooted}], at, readyShare}
     *
     * @return array{finalRate: float, d50: float, rootedAt: float, readyTau: float}
     *
     * @throws Refused for `rooted` or `readyShare`
     */
    public static function compute(Fields $in): array
    {
        $rate = $in->object('rate');
        $beta = Beta::of($rate->positive('a', 1e9), $rate->positive('b', 1e9));
        $rate->done();
        $checks = array_map(static function (Fields $check): array {
            $read = ['tau' => $check->number('tau', 0, 1e6), 'lifted' => $check->count('lifted'), 'rooted' => $check->count('rooted')];
            if ($read['rooted'] > $read['lifted']) {
                throw $check->refuse(
                    'more_than_there_are',
                    'rooted',
                    Fact::of('refused.root_curve.more_than_there_are', rooted: $read['rooted'], lifted: $read['lifted']),
                );
            }
            $check->done();

            return $read;
        }, $in->objects('checks', 1000));
        $curve = self::of($beta, $in->positive('d50', 1e6), $in->positive('shape', 1000), $checks);
        $at = $in->number('at', 0, 1e6);
        $share = $in->share('readyShare');
        if ($share <= 0.0 || $share >= 1.0) {
            throw $in->refuse('out_of_range', 'readyShare', Fact::of('refused.root_curve.out_of_range'));
        }
        $in->done();

        return ['finalRate' => $curve->finalRate(), 'd50' => $curve->d50(), 'rootedAt' => $curve->rootedAt($at), 'readyTau' => $curve->readyTau($share)];
    }

    /**
     * @param Beta                                                     $rate   what the way has learnt of the share that roots
     * @param float                                                    $d50    thermal days by which half of those have, by the sheet
     * @param list<array{tau: float, lifted: int, rooted: int}> $checks
     *
     * @throws Refused for the field that is wrong
     */
    public static function of(Beta $rate, float $d50, float $shape, array $checks): self
    {
        foreach ($checks as $i => $check) {
            if ($check['rooted'] < 0 || $check['rooted'] > $check['lifted'] || !is_finite($check['tau']) || $check['tau'] < 0.0) {
                throw Refused::because(
                    'more_than_there_are',
                    "checks[{$i}].rooted",
                    Fact::of('refused.root_curve.more_than_lifted', rooted: $check['rooted'], lifted: $check['lifted']),
                );
            }
        }

        return new self($rate, $d50, $shape, $checks);
    }

    /** The share of the cuttings that will have rooted in the end, expected. */
    public function finalRate(): float
    {
        return $this->mean(static fn (array $at) => $at['rate']);
    }

    /** Thermal days after which half of the cuttings that will ever root have rooted, expected. */
    public function d50(): float
    {
        return $this->mean(static fn (array $at) => $at['d50']);
    }

    /**
     * Between which thermal days half of those that will have, eight times in ten.
     *
     * @return array{float, float}
     */
    public function d50Range(): array
    {
        $by = [];
        foreach ($this->grid as $at) {
            $by[(string) $at['d50']] = ($by[(string) $at['d50']] ?? 0.0) + $at['weight'];
        }
        $limits = [];
        $below = 0.0;
        foreach ($by as $d50 => $weight) {
            $below += $weight;
            foreach ([0.1, 0.9] as $i => $limit) {
                if (!isset($limits[$i]) && $below >= $limit) {
                    $limits[$i] = (float) $d50;
                }
            }
        }

        return [$limits[0] ?? $this->d50(), $limits[1] ?? $this->d50()];
    }

    /** The share of stuck cuttings rooted by then, expected. */
    public function rootedAt(float $tau): float
    {
        return $this->mean(fn (array $at) => $at['rate'] * self::reached($tau, $at['d50'], $this->shape));
    }

    /** Thermal days after which this share of the cuttings that will ever root have rooted. */
    public function readyTau(float $share): float
    {
        return $this->d50() * ($share / (1.0 - $share)) ** (1.0 / $this->shape);
    }

    /**
     * Between which shares eight in ten such batches lie by then.
     *
     * @return array{float, float}
     */
    public function rangeAt(float $tau): array
    {
        $cells = array_fill(0, self::CELLS + 1, 0.0);
        foreach ($this->grid as $at) {
            $cells[(int) round(self::CELLS * $at['rate'] * self::reached($tau, $at['d50'], $this->shape))] += $at['weight'];
        }
        $limits = [];
        $below = 0.0;
        foreach ($cells as $cell => $weight) {
            $below += $weight;
            foreach ([0.1, 0.9] as $i => $limit) {
                if (!isset($limits[$i]) && $below >= $limit) {
                    $limits[$i] = $cell / self::CELLS;
                }
            }
        }

        return [$limits[0] ?? 0.0, $limits[1] ?? 1.0];
    }

    /** Of the cuttings that will ever root, the share that has rooted by τ thermal days. */
    public static function reached(float $tau, float $d50, float $shape): float
    {
        return $tau <= 0.0 ? 0.0 : 1.0 / (1.0 + ($tau / $d50) ** -$shape);
    }

    /** @param \Closure(array{rate: float, d50: float, weight: float}): float $of */
    private function mean(\Closure $of): float
    {
        $mean = 0.0;
        foreach ($this->grid as $at) {
            $mean += $at['weight'] * $of($at);
        }

        return $mean;
    }
}
