<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\LogGamma;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Refused;

/**
 * One batch: how much of it roots in the end and how fast, by what is known of its crop, what its checks have shown, and what
 * has died. A cutting roots in the end with chance π; of those, by τ the share F(τ) has. The rest dies sooner or later.
 */
final class BatchForecast implements Calculation
{
    /** What is less is taken for nothing. */
    public const LEAST = 1e-12;
    private const SHARES = 50;
    private const SPEEDS = 31;
    private const SPEED_STEP = 0.16;
    private const SHAPES = [-1.5, -0.75, 0.0, 0.75, 1.5];
    /** More are never made of one batch. */
    private const MOST_CHECKS = 100;
    /** Of those that will never root, by how much they may be dead at a check. */
    private const DEAD = 8;

    /** @var list<array{share: float, d50: float, shape: float, log: float}> */
    private array $points = [];
    private readonly float $gone;

    /**
     * @param Beta             $rate     of a new batch of the crop, mishaps apart
     * @param float            $trayPhi  how alike the trays of one batch are
     * @param list<LiftedThen> $checks   in the order in which they were made
     */
    private function __construct(
        Beta $rate,
        Mishap $mishap,
        float $d50,
        float $d50Sd,
        float $shape,
        float $shapeSd,
        private readonly float $trayPhi,
        private readonly int $stuck,
        int $culled,
        private readonly array $checks,
    ) {
        $this->gone = $culled / $stuck;
        $believed = self::believed($rate, $mishap);
        for ($i = 0; $i < self::SPEEDS; ++$i) {
            $z = ($i - intdiv(self::SPEEDS, 2)) * self::SPEED_STEP;
            foreach (self::SHAPES as $k) {
                $at = ['d50' => $d50 * exp($z * $d50Sd), 'shape' => $shape * exp($k * $shapeSd)];
                // What is still there may root to the last one; more than is there cannot.
                foreach ($believed as [$share, $log]) {
                    if ($share <= 1.0 - $this->gone + self::LEAST) {
                        $this->points[] = ['share' => $share, 'log' => $log - 0.5 * $z ** 2 - 0.5 * $k ** 2] + $at;
                    }
                }
            }
        }
    }

    public static function name(): string
    {
        return 'batch_forecast';
    }

    /**
     * @param Fields $in {rate: {a, b}, mishap: {chance, a, b}, d50, d50Sd, shape, shapeSd, trayPhi, stuck, culled,
     *                   checks: [{tau, lifted, rooted, dead, culled, trays}], at, step, readyShare}
     *
     * @return array<string, float>
     *
     * @throws Refused for the field that is wrong
     */
    public static function compute(Fields $in): array
    {
        $rate = $in->object('rate');
        $beta = $rate->here(static fn () => Beta::of($rate->positive('a', 1e6), $rate->positive('b', 1e6)));
        $rate->done();
        $mishap = Mishap::read($in->object('mishap'));
        [$d50, $d50Sd, $shape, $shapeSd, $trayPhi] = [
            $in->positive('d50', 1e6), $in->positive('d50Sd', 10.0), $in->positive('shape', 1000.0), $in->positive('shapeSd', 10.0),
            $in->positive('trayPhi', 1e9),
        ];
        $stuck = $in->count('stuck', 1);
        $culled = $in->count('culled');
        if ($culled > $stuck) {
            throw $in->refuse('more_than_there_are', 'culled', Fact::of('refused.batch_forecast.more_than_stuck', stuck: $stuck));
        }
        $checks = array_map(static fn (Fields $check) => LiftedThen::read($check, $stuck), $in->objects('checks', self::MOST_CHECKS));
        [$at, $step] = [$in->number('at', 0.0, 1e6), $in->number('step', 0.0, 1e6)];
        $readyShare = $in->share('readyShare');
        $in->done();
        if (!($readyShare > 0.0 && $readyShare < 1.0)) {
            throw $in->refuse('out_of_range', 'readyShare', Fact::of('refused.batch_forecast.ready_share'));
        }
        $forecast = self::of($beta, $mishap, $d50, $d50Sd, $shape, $shapeSd, $trayPhi, $stuck, $culled, $checks);

        return [
            'finalRate' => $forecast->finalRate(), 'finalLow80' => $forecast->finalLow80, 'finalHigh80' => $forecast->finalHigh80,
            'd50' => $forecast->d50(), 'shape' => $forecast->shape(), 'rootedAt' => $forecast->rootedAt($at), 'deadThere' => $forecast->deadThere(),
            'readyTau' => $forecast->readyTau($readyShare), 'readyLow80' => $forecast->readyTau($readyShare, 0.1),
            'readyHigh80' => $forecast->readyTau($readyShare, 0.9), 'readyByNow' => $forecast->readyBy($at, $readyShare),
            'chanceInStep' => $forecast->chanceInStep($at, $step),
        ];
    }

    /**
     * @param list<LiftedThen> $checks
     *
     * @throws Refused impossible for `culled` where nothing is left that could be
     */
    public static function of(
        Beta $rate,
        Mishap $mishap,
        float $d50,
        float $d50Sd,
        float $shape,
        float $shapeSd,
        float $trayPhi,
        int $stuck,
        int $culled,
        array $checks,
    ): Forecast {
        return (new self($rate, $mishap, $d50, $d50Sd, $shape, $shapeSd, $trayPhi, $stuck, $culled, $checks))->forecast();
    }

    /** @throws Refused impossible for `culled` */
    private function forecast(): Forecast
    {
        $dead = [];
        foreach ($this->checks as $i => $check) {
            $dead = $this->see($check, $i === count($this->checks) - 1);
        }
        if ($this->points === []) {
            throw Refused::because('impossible', 'culled', Fact::of('refused.batch_forecast.nothing_left'));
        }
        $best = max(array_column($this->points, 'log'));
        $pairs = $shares = [];
        foreach ($this->points as $i => $point) {
            $weight = exp($point['log'] - $best);
            $key = "{$point['d50']} {$point['shape']}";
            $pairs[$key] ??= ['d50' => $point['d50'], 'shape' => $point['shape'], 'weight' => 0.0, 'final' => 0.0, 'dead' => 0.0];
            $pairs[$key]['weight'] += $weight;
            $pairs[$key]['final'] += $weight * $point['share'];
            $pairs[$key]['dead'] += $weight * ($dead[$i] ?? 0.0) * (1.0 - $this->gone - $point['share']);
            $shares[(string) $point['share']] = [$point['share'], ($shares[(string) $point['share']][1] ?? 0.0) + $weight];
        }
        $all = array_sum(array_column($pairs, 'weight'));
        $folded = array_map(static fn (array $pair) => [
            'weight' => $pair['weight'] / $all,
            'final' => $pair['final'] / max(self::LEAST ** 2, $pair['weight']), 'dead' => $pair['dead'] / max(self::LEAST ** 2, $pair['weight']),
        ] + $pair, array_values($pairs));
        $shares = array_map(static fn (array $share) => [$share[0], $share[1] / $all], array_values($shares));

        return new Forecast($folded, Forecast::quantile($shares, 0.1), Forecast::quantile($shares, 0.9), $this->gone);
    }

    /**
     * Weighs every point by what a check has shown; those that it rules out are left.
     *
     * @return array<int, float> of those that will never root, the mean share that is dead, by point; only of the last check
     */
    private function see(LiftedThen $check, bool $isLast): array
    {
        $room = 1.0 - $check->culled / $this->stuck;
        // Plants of one tray are alike: each further one of a tray tells less.
        $weight = 1.0 / (1.0 + max(0.0, $check->lifted / $check->trays - 1.0) / ($this->trayPhi + 1.0));
        $undecided = $check->lifted - $check->rooted - $check->dead;
        $points = $dead = [];
        $best = -INF;
        foreach ($this->points as $point) {
            $share = $point['share'];
            if ($share >= $room) {
                continue;
            }
            $rooted = min(1.0 - self::LEAST, max(self::LEAST, $share * RootCurve::reached($check->tau, $point['d50'], $point['shape']) / $room));
            $never = ($room - $share) / $room;
            $ofRooted = $check->rooted * log($rooted);
            $logs = [];
            for ($j = 1; $j <= self::DEAD; ++$j) {
                $gone = ($j - 0.5) / self::DEAD * $never;
                $logs[$j] = $weight * ($ofRooted + $check->dead * log(max(self::LEAST, $gone)) + $undecided * log(max(self::LEAST, 1.0 - $rooted - $gone)));
            }
            $most = max($logs);
            $sum = $ofDead = 0.0;
            foreach ($logs as $j => $log) {
                $p = exp($log - $most);
                $sum += $p;
                $ofDead += $p * ($j - 0.5) / self::DEAD;
            }
            $point['log'] += $most + log($sum / self::DEAD);
            $best = max($best, $point['log']);
            $points[] = $point;
            if ($isLast) {
                $dead[] = $ofDead / $sum;
            }
        }
        $this->points = $points;
        if (!$isLast) {
            // What could be left out without anybody seeing it makes the next check quicker.
            $this->points = array_values(array_filter($points, static fn (array $point) => $point['log'] > $best - 60.0));
        }

        return $dead;
    }

    /** @return list<array{float, float}> shares that may root in the end, each with the logarithm of how much it is believed */
    private static function believed(Beta $rate, Mishap $mishap): array
    {
        $believed = [];
        for ($i = 0; $i < self::SHARES; ++$i) {
            $share = (2 * $i + 1) / (2 * self::SHARES);
            $density = (1.0 - $mishap->chance) * self::density($rate, $share) + $mishap->chance * self::density($mishap->leaves, $share);
            if ($density > 0.0) {
                $believed[] = [$share, log($density)];
            }
        }

        return $believed;
    }

    private static function density(Beta $beta, float $x): float
    {
        return exp(($beta->a - 1.0) * log($x) + ($beta->b - 1.0) * log(1.0 - $x) - LogGamma::ofBeta($beta->a, $beta->b));
    }
}
