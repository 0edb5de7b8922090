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
    /** What is less likely than the likeliest by more than this, as a logarithm, has no weight in sums of doubles. */
    private const NO_WEIGHT = 40.0;
    /** Of those that will never root, by how much they may be dead at a check. */
    private const DEAD = 8;

    /**
     * @param list<array{pair: int, share: float, d50: float, shape: float, log: float}> $points how likely each is by what was seen so far
     * @param array<int, float>                                              $failed by share, how likely that is a batch that failed
     * @param array<int, float>                                              $dead   of those that will never root, the mean share
     *                                                                       that was dead at the last check, by point
     */
    private function __construct(
        private readonly float $trayPhi,
        private readonly int $stuck,
        private readonly array $points,
        private readonly array $failed,
        private readonly array $dead = [],
    ) {
    }

    /**
     * Before any check.
     *
     * @param Beta  $rate    of a new batch of the crop, mishaps apart
     * @param float $trayPhi how alike the trays of one batch are
     * @param int   $stuck   in all, 1 or more
     */
    public static function begin(Beta $rate, Mishap $mishap, float $d50, float $d50Sd, float $shape, float $shapeSd, float $trayPhi, int $stuck): self
    {
        $points = [];
        $believed = self::believed($rate, $mishap);
        for ($i = 0; $i < self::SPEEDS; ++$i) {
            $z = ($i - intdiv(self::SPEEDS, 2)) * self::SPEED_STEP;
            foreach (self::SHAPES as $j => $k) {
                $at = ['pair' => count(self::SHAPES) * $i + $j, 'd50' => $d50 * exp($z * $d50Sd), 'shape' => $shape * exp($k * $shapeSd)];
                foreach ($believed as [$share, $log]) {
                    $points[] = ['share' => $share, 'log' => $log - 0.5 * $z ** 2 - 0.5 * $k ** 2] + $at;
                }
            }
        }

        return new self($trayPhi, $stuck, $points, array_map(static fn (array $one) => $one[2], $believed));
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
        $known = self::begin($rate, $mishap, $d50, $d50Sd, $shape, $shapeSd, $trayPhi, $stuck);
        foreach ($checks as $check) {
            $known = $known->seeing($check);
        }

        return $known->forecast($culled);
    }

    /**
     * @param int $culled dead ones that were taken out by now
     *
     * @throws Refused impossible for `culled` where nothing is left that could be
     */
    public function forecast(int $culled): Forecast
    {
        $gone = $culled / $this->stuck;
        // What is still there may root to the last one; more than is there cannot.
        $points = array_filter($this->points, static fn (array $point) => $point['share'] <= 1.0 - $gone + self::LEAST);
        if ($points === []) {
            throw Refused::because('impossible', 'culled', Fact::of('refused.batch_forecast.nothing_left'));
        }
        $best = max(array_column($points, 'log'));
        $pairs = $shares = [];
        foreach ($points as $i => $point) {
            $weight = exp($point['log'] - $best);
            $pair = $point['pair'];
            $pairs[$pair] ??= ['d50' => $point['d50'], 'shape' => $point['shape'], 'weight' => 0.0, 'final' => 0.0, 'dead' => 0.0];
            $pairs[$pair]['weight'] += $weight;
            $pairs[$pair]['final'] += $weight * $point['share'];
            $pairs[$pair]['dead'] += $weight * ($this->dead[$i] ?? 0.0) * (1.0 - $gone - $point['share']);
            $cell = (int) ($point['share'] * self::SHARES);
            $shares[$cell] = [$point['share'], ($shares[$cell][1] ?? 0.0) + $weight];
        }
        $all = array_sum(array_column($pairs, 'weight'));
        $folded = array_map(static fn (array $pair) => [
            'weight' => $pair['weight'] / $all,
            'final' => $pair['final'] / max(self::LEAST ** 2, $pair['weight']), 'dead' => $pair['dead'] / max(self::LEAST ** 2, $pair['weight']),
        ] + $pair, array_values($pairs));
        $shares = array_map(static fn (array $share) => [$share[0], $share[1] / $all], array_values($shares));
        [$fails, $usual, $square] = [0.0, 0.0, 0.0];
        foreach ($shares as [$share, $weight]) {
            $failed = $this->failed[(int) ($share * self::SHARES)] ?? 0.0;
            $fails += $weight * $failed;
            $usual += $weight * (1.0 - $failed) * $share;
            $square += $weight * (1.0 - $failed) * $share ** 2;
        }
        $rest = max(self::LEAST, 1.0 - $fails);

        return new Forecast(
            $folded,
            Forecast::quantile($shares, 0.1),
            Forecast::quantile($shares, 0.9),
            $gone,
            $fails,
            $usual / $rest,
            sqrt(max(0.0, $square / $rest - ($usual / $rest) ** 2)),
        );
    }

    /** Weighs every point by what a check has shown; those that it rules out are left. */
    public function seeing(LiftedThen $check): self
    {
        $room = 1.0 - $check->culled / $this->stuck;
        // Plants of one tray are alike: each further one of a tray tells less.
        $weight = 1.0 / (1.0 + max(0.0, $check->lifted / $check->trays - 1.0) / ($this->trayPhi + 1.0));
        $undecided = $weight * ($check->lifted - $check->rooted - $check->dead);
        [$ofRooted, $ofDead] = [$weight * $check->rooted, $weight * $check->dead];
        $points = $dead = $byShare = [];
        $least = $this->points === [] ? 0.0 : max(array_column($this->points, 'log')) - self::NO_WEIGHT;
        foreach ($this->points as $point) {
            $share = $point['share'];
            // What could be left out without anybody seeing it makes the next check quicker.
            if ($share >= $room || $point['log'] < $least) {
                continue;
            }
            $rooted = min(1.0 - self::LEAST, max(self::LEAST, $share * RootCurve::reached($check->tau, $point['d50'], $point['shape']) / $room));
            // How many may be dead is the same at every speed.
            $gone = $byShare[(int) ($share * self::SHARES)] ??= self::dead(($room - $share) / $room, $ofDead);
            $logs = [];
            foreach ($gone as [$by, $log]) {
                $logs[] = $log + $undecided * log(max(self::LEAST, 1.0 - $rooted - $by));
            }
            $most = max($logs);
            $sum = $dying = 0.0;
            foreach ($logs as $j => $log) {
                $p = exp($log - $most);
                $sum += $p;
                $dying += $p * $j;
            }
            $point['log'] += $ofRooted * log($rooted) + $most + log($sum / self::DEAD);
            $points[] = $point;
            $dead[] = ($dying / $sum + 0.5) / self::DEAD;
        }

        return new self($this->trayPhi, $this->stuck, $points, $this->failed, $dead);
    }

    /**
     * @param float $never the share of those there that will never root
     * @param float $seen  dead ones seen, weighed
     *
     * @return non-empty-list<array{float, float}> by how much of them is dead: the share of all there, and how likely that makes what was seen
     */
    private static function dead(float $never, float $seen): array
    {
        return array_map(static function (int $j) use ($never, $seen): array {
            $gone = ($j - 0.5) / self::DEAD * $never;

            return [$gone, $seen * log(max(self::LEAST, $gone))];
        }, range(1, self::DEAD));
    }

    /**
     * @return array<int, array{float, float, float}> shares that may root in the end, each with the logarithm of how much it is
     *                                                believed, and how likely it is then that the batch failed
     */
    private static function believed(Beta $rate, Mishap $mishap): array
    {
        $believed = [];
        for ($i = 0; $i < self::SHARES; ++$i) {
            $share = (2 * $i + 1) / (2 * self::SHARES);
            $failed = $mishap->chance * self::density($mishap->leaves, $share);
            $density = (1.0 - $mishap->chance) * self::density($rate, $share) + $failed;
            if ($density > 0.0) {
                $believed[$i] = [$share, log($density), $failed / $density];
            }
        }

        return $believed;
    }

    private static function density(Beta $beta, float $x): float
    {
        return exp(($beta->a - 1.0) * log($x) + ($beta->b - 1.0) * log(1.0 - $x) - LogGamma::ofBeta($beta->a, $beta->b));
    }
}
