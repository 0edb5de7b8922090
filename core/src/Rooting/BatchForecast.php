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
    private const NO_WEIGHT = 30.0;
    /** A sum that is less has lost what doubles can tell apart; logarithms have not. */
    private const SMALLEST = 1e-280;
    /** Of those that will never root, by how much they may be dead at a check. */
    private const DEAD = 8;

    /**
     * @param non-empty-list<array{float, float}> $paces  d50 and shape of each pair
     * @param array<int, array<int, float>>       $logs   how likely each is by what was seen so far, by pair and cell of the share
     * @param array<int, float>                   $failed by cell, how likely that is a batch that failed
     * @param array<int, array<int, float>>       $dead   of those that will never root, the mean share that was dead at the last
     *                                                    check, by pair and cell
     */
    private function __construct(
        private readonly float $trayPhi,
        private readonly int $stuck,
        private readonly array $paces,
        private readonly array $logs,
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
        $paces = $logs = [];
        $believed = self::believed($rate, $mishap);
        for ($i = 0; $i < self::SPEEDS; ++$i) {
            $z = ($i - intdiv(self::SPEEDS, 2)) * self::SPEED_STEP;
            foreach (self::SHAPES as $k) {
                $paces[] = [$d50 * exp($z * $d50Sd), $shape * exp($k * $shapeSd)];
                $logs[] = array_map(static fn (array $share) => $share[0] - 0.5 * $z ** 2 - 0.5 * $k ** 2, $believed);
            }
        }

        return new self($trayPhi, $stuck, $paces, $logs, array_map(static fn (array $share) => $share[1], $believed));
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
        $most = 1.0 - $gone + self::LEAST;
        $best = self::best($this->logs, static fn (int $cell) => self::share($cell) <= $most);
        $pairs = $shares = [];
        foreach ($this->logs as $pair => $logs) {
            [$all, $final, $dead] = [0.0, 0.0, 0.0];
            foreach ($logs as $cell => $log) {
                $share = self::share($cell);
                if ($share > $most) {
                    continue;
                }
                $weight = exp($log - $best);
                $all += $weight;
                $final += $weight * $share;
                $dead += $weight * ($this->dead[$pair][$cell] ?? 0.0) * (1.0 - $gone - $share);
                $shares[$cell] = [$share, ($shares[$cell][1] ?? 0.0) + $weight];
            }
            if ($all > 0.0) {
                [$d50, $shape] = $this->paces[$pair];
                $pairs[] = ['d50' => $d50, 'shape' => $shape, 'weight' => $all, 'final' => $final / $all, 'dead' => $dead / $all];
            }
        }
        if ($pairs === [] || $shares === []) {
            throw Refused::because('impossible', 'culled', Fact::of('refused.batch_forecast.nothing_left'));
        }
        $all = array_sum(array_column($pairs, 'weight'));
        $folded = array_map(static fn (array $pair) => ['weight' => $pair['weight'] / $all] + $pair, $pairs);
        $shares = array_map(static fn (array $share) => [$share[0], $share[1] / $all], $shares);
        [$fails, $usual, $square] = [0.0, 0.0, 0.0];
        foreach ($shares as $cell => [$share, $weight]) {
            $failed = $this->failed[$cell] ?? 0.0;
            $fails += $weight * $failed;
            $usual += $weight * (1.0 - $failed) * $share;
            $square += $weight * (1.0 - $failed) * $share ** 2;
        }
        $rest = max(self::LEAST, 1.0 - $fails);

        return new Forecast(
            $folded,
            Forecast::quantile(array_values($shares), 0.1),
            Forecast::quantile(array_values($shares), 0.9),
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
        // How many may be dead is the same at every speed.
        $gone = [];
        foreach ($this->failed as $cell => $_) {
            if (self::share($cell) < $room) {
                $gone[$cell] = self::dead(($room - self::share($cell)) / $room, $ofDead);
            }
        }
        // No point is likelier than it would be if as many were dead as suits the dead that were seen best, and as few as suits the
        // undecided best. A point that even so has no weight beside the best of all is not looked at closer.
        $bounds = $alive = [];
        foreach ($this->logs as $pair => $logs) {
            $reached = RootCurve::reached($check->tau, ...$this->paces[$pair]) / $room;
            foreach (array_intersect_key($logs, $gone) as $cell => $log) {
                $rooted = min(1.0 - self::LEAST, max(self::LEAST, self::share($cell) * $reached));
                $alive[$pair][$cell] = 1.0 - $rooted;
                $bounds[$pair][$cell] = $log + $ofRooted * log($rooted) + $gone[$cell]['best']
                    + $undecided * log(max(self::LEAST, 1.0 - $rooted - $gone[$cell]['shares'][0]));
            }
        }
        $least = -INF;
        foreach ($bounds as $pair => $some) {
            $most = max($some);
            if ($most > $least) {
                $cell = (int) array_search($most, $some, true);
                $least = max($least, $most + self::closer($alive[$pair][$cell], $gone[$cell], $undecided)[0] - self::NO_WEIGHT);
            }
        }
        $logs = $dead = [];
        foreach ($bounds as $pair => $some) {
            foreach ($some as $cell => $bound) {
                if ($bound >= $least) {
                    [$less, $dead[$pair][$cell]] = self::closer($alive[$pair][$cell], $gone[$cell], $undecided);
                    $logs[$pair][$cell] = $bound + $less;
                }
            }
        }

        return new self($this->trayPhi, $this->stuck, $this->paces, $logs, $this->failed, $dead);
    }

    /**
     * @param float $alive     share of those there
     * @param array{best: float, shares: non-empty-list<float>, ways: non-empty-list<float>, logs: non-empty-list<float>} $gone as
     *        `dead` gives it
     * @param float $undecided seen, weighed
     *
     * @return array{float, float} by how much less likely a point is than its bound, as a logarithm, and the mean share of those
     *                             that never root that is dead then
     */
    private static function closer(float $alive, array $gone, float $undecided): array
    {
        $first = max(self::LEAST, $alive - $gone['shares'][0]);
        $sum = $dying = 0.0;
        foreach ($gone['shares'] as $j => $share) {
            $left = $alive - $share;
            $way = $gone['ways'][$j] * (($left > self::LEAST ? $left : self::LEAST) / $first) ** $undecided;
            $sum += $way;
            $dying += $way * $j;
        }
        $scale = 0.0;
        if ($sum < self::SMALLEST) {
            // Doubles end here; logarithms do not.
            $logs = [];
            foreach ($gone['shares'] as $j => $share) {
                $logs[] = $gone['logs'][$j] + $undecided * log(max(self::LEAST, $alive - $share) / $first);
            }
            $scale = max($logs);
            $sum = $dying = 0.0;
            foreach ($logs as $j => $log) {
                $way = exp($log - $scale);
                $sum += $way;
                $dying += $way * $j;
            }
        }

        return [$scale + log($sum / self::DEAD), ($dying / $sum + 0.5) / self::DEAD];
    }

    /**
     * @param float $never the share of those there that will never root
     * @param float $seen  dead ones seen, weighed
     *
     * @return array{best: float, shares: non-empty-list<float>, ways: non-empty-list<float>, logs: non-empty-list<float>} by how
     *         much of them is dead: the share of all there, and how likely what was seen is beside the likeliest of these, itself
     *         and as a logarithm; `best` is the logarithm of the likeliest
     */
    private static function dead(float $never, float $seen): array
    {
        $shares = array_map(static fn (int $j) => ($j - 0.5) / self::DEAD * $never, range(1, self::DEAD));
        $logs = array_map(static fn (float $share) => $seen * log(max(self::LEAST, $share)), $shares);
        $best = max($logs);
        $logs = array_map(static fn (float $log) => $log - $best, $logs);

        return ['best' => $best, 'shares' => $shares, 'ways' => array_map(exp(...), $logs), 'logs' => $logs];
    }

    /**
     * @return array<int, array{float, float}> by cell of the share that may root in the end: the logarithm of how much it is
     *                                         believed, and how likely it is then that the batch failed
     */
    private static function believed(Beta $rate, Mishap $mishap): array
    {
        $believed = [];
        for ($cell = 0; $cell < self::SHARES; ++$cell) {
            $failed = $mishap->chance * self::density($mishap->leaves, self::share($cell));
            $density = (1.0 - $mishap->chance) * self::density($rate, self::share($cell)) + $failed;
            if ($density > 0.0) {
                $believed[$cell] = [log($density), $failed / $density];
            }
        }

        return $believed;
    }

    private static function share(int $cell): float
    {
        return (2 * $cell + 1) / (2 * self::SHARES);
    }

    /**
     * @param array<int, array<int, float>> $logs   by pair and cell
     * @param \Closure(int): bool           $counts whether a cell does
     */
    private static function best(array $logs, \Closure $counts): float
    {
        $best = -INF;
        foreach ($logs as $some) {
            $some = array_filter($some, $counts, ARRAY_FILTER_USE_KEY);
            $best = $some === [] ? $best : max($best, ...$some);
        }

        return $best;
    }

    private static function density(Beta $beta, float $x): float
    {
        return exp(($beta->a - 1.0) * log($x) + ($beta->b - 1.0) * log(1.0 - $x) - LogGamma::ofBeta($beta->a, $beta->b));
    }
}
