<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\LogGamma;
use WetCradle\Core\Refused;

/**
 * Two to four arms of a trial, each of several trays. Trays of one arm differ too, by as much as the trial itself says: the
 * posterior over φ, alike in all arms, and over each arm's μ is summed on a grid.
 *
 * @phpstan-type Arm array{mean: float, sd: float, chanceBest: float}
 */
final class CompareTrays implements Calculation
{
    private const LEAST_ARMS = 2;
    private const MOST_ARMS = 4;
    private const MOST_TRAYS = 200;
    private const MOST_IN_A_TRAY = 20_000;
    private const STEPS = 200;
    private const PHI_POINTS = 25;
    private const PHI_FROM = 3.0;
    private const PHI_TO = 300.0;
    private const PHI_USUAL = 30.0;

    /** @param list<Arm> $arms */
    private function __construct(public readonly float $phi, public readonly array $arms)
    {
    }

    public static function name(): string
    {
        return 'compare_trays';
    }

    /**
     * @param Fields $in {arms: [{trays: [{rooted, stuck}]}]}
     *
     * @return array{phi: float, arms: list<Arm>}
     *
     * @throws Refused for `arms`, or `trays` or a count of one of them
     */
    public static function compute(Fields $in): array
    {
        $arms = array_map(static function (Fields $arm): array {
            $trays = array_map(static function (Fields $tray): array {
                [$rooted, $stuck] = [$tray->count('rooted', 0, self::MOST_IN_A_TRAY), $tray->count('stuck', 1, self::MOST_IN_A_TRAY)];
                $tray->done();
                if ($rooted > $stuck) {
                    throw $tray->refuse('more_than_there_are', 'rooted', Fact::of('refused.rate_chart.more_than_there_are', stuck: $stuck));
                }

                return [$rooted, $stuck];
            }, $arm->objects('trays', self::MOST_TRAYS));
            $arm->done();

            return $trays === [] ? throw $arm->refuse('empty', 'trays', Fact::of('refused.compare_trays.no_trays')) : $trays;
        }, $in->objects('arms', self::MOST_ARMS));
        if (count($arms) < self::LEAST_ARMS) {
            throw $in->refuse('empty', 'arms', Fact::of('refused.compare_trays.one_arm', least: self::LEAST_ARMS, most: self::MOST_ARMS));
        }
        $in->done();
        $compared = self::of($arms);

        return ['phi' => $compared->phi, 'arms' => $compared->arms];
    }

    /** @param non-empty-list<non-empty-list<array{int, int}>> $arms rooted and stuck of each tray */
    public static function of(array $arms): self
    {
        $phis = [];
        for ($k = 0; $k < self::PHI_POINTS; ++$k) {
            $phis[] = self::PHI_FROM * (self::PHI_TO / self::PHI_FROM) ** ($k / (self::PHI_POINTS - 1));
        }
        $given = $logs = [];
        foreach ($phis as $phi) {
            $log = -0.5 * log($phi / self::PHI_USUAL) ** 2;
            $shares = [];
            foreach ($arms as $trays) {
                $likelihoods = self::likelihoods($trays, $phi);
                $best = max($likelihoods);
                $weights = array_map(static fn (float $one) => exp($one - $best), $likelihoods);
                $sum = array_sum($weights);
                $log += $best + log($sum);
                $shares[] = array_map(static fn (float $one) => $one / $sum, $weights);
            }
            $given[] = $shares;
            $logs[] = $log;
        }
        $best = max($logs);
        $weights = array_map(static fn (float $log) => exp($log - $best), $logs);
        $sum = array_sum($weights);
        $weights = array_map(static fn (float $one) => $one / $sum, $weights);
        $phi = array_sum(array_map(static fn (float $weight, float $phi) => $weight * $phi, $weights, $phis));

        return new self($phi, self::arms($given, $weights, count($arms)));
    }

    /**
     * @param non-empty-list<array{int, int}> $trays
     *
     * @return non-empty-list<float> the logarithm for each μ, the binomial coefficients left out
     */
    private static function likelihoods(array $trays, float $phi): array
    {
        $logs = [];
        for ($j = 1; $j < self::STEPS; ++$j) {
            [$a, $b] = [$j / self::STEPS * $phi, (1.0 - $j / self::STEPS) * $phi];
            $log = -count($trays) * LogGamma::ofBeta($a, $b);
            foreach ($trays as [$rooted, $stuck]) {
                $log += LogGamma::ofBeta($rooted + $a, $stuck - $rooted + $b);
            }
            $logs[] = $log;
        }

        return $logs;
    }

    /**
     * @param list<list<list<float>>> $given   by φ and arm, how likely each μ is
     * @param list<float>             $weights of each φ
     *
     * @return list<Arm>
     */
    private static function arms(array $given, array $weights, int $many): array
    {
        $mean = $square = $chance = array_fill(0, $many, 0.0);
        foreach ($given as $k => $shares) {
            $below = array_map(self::belowOrHalf(...), $shares);
            foreach ($shares as $arm => $ofMu) {
                foreach ($ofMu as $j => $share) {
                    $mu = ($j + 1) / self::STEPS;
                    $mean[$arm] += $weights[$k] * $share * $mu;
                    $square[$arm] += $weights[$k] * $share * $mu * $mu;
                    $beats = $share;
                    foreach ($below as $other => $mass) {
                        $beats *= $other === $arm ? 1.0 : $mass[$j];
                    }
                    $chance[$arm] += $weights[$k] * $beats;
                }
            }
        }
        $all = array_sum($chance);

        return array_map(static fn (int $arm) => [
            'mean' => $mean[$arm], 'sd' => sqrt(max(0.0, $square[$arm] - $mean[$arm] ** 2)), 'chanceBest' => $chance[$arm] / $all,
        ], range(0, $many - 1));
    }

    /**
     * @param list<float> $shares
     *
     * @return list<float> for each μ, all that is below it and half of what is on it
     */
    private static function belowOrHalf(array $shares): array
    {
        $below = 0.0;
        $masses = [];
        foreach ($shares as $share) {
            $masses[] = $below + $share / 2.0;
            $below += $share;
        }

        return $masses;
    }
}
