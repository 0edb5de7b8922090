<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\LogGamma;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\CropRate;
use WetCradle\Core\Rates\HistoryWeight;
use WetCradle\Core\Rates\InWords;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rates\RisingFactorials;
use WetCradle\Core\Rates\StickCount;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

final class RatesTest extends TestCase
{
    public function testLogGammaAgainstFactorialsAndHalves(): void
    {
        $factorial = 1.0;
        for ($n = 1; $n <= 20; ++$n) {
            self::assertEqualsWithDelta(log($factorial), LogGamma::of((float) $n), 1e-12 * max(1.0, log($factorial)));
            $factorial *= $n;
        }
        self::assertEqualsWithDelta(0.5 * log(M_PI), LogGamma::of(0.5), 1e-13);
    }

    /** @return iterable<array{0: float, 1: float}> */
    public static function shapes(): iterable
    {
        foreach ([[1.0, 1.0], [0.05, 3.0], [28.0, 12.0], [0.5, 0.5], [4000.0, 900.0], [2.0, 0.02]] as $shape) {
            yield $shape;
        }
    }

    #[DataProvider('shapes')]
    public function testQuantileUndoesCdfAndTailsMirror(float $a, float $b): void
    {
        $beta = Beta::of($a, $b);
        $mirror = Beta::of($b, $a);
        $before = 0.0;
        foreach ([0.001, 0.025, 0.1, 0.5, 0.9, 0.975, 0.999] as $p) {
            $x = $beta->quantile($p);
            self::assertGreaterThanOrEqual($before, $x);
            self::assertEqualsWithDelta($p, $beta->cdf($x), 1e-9 + (1.0 - $x < 1e-12 ? 1.0 : 0.0));
            if ($x > 1e-12) {
                self::assertEqualsWithDelta($beta->cdf($x), $mirror->chanceAtLeast(1.0 - $x), 1e-9);
            }
            $before = $x;
        }
    }

    public function testCdfOfUniformAndOfWholeShapes(): void
    {
        self::assertEqualsWithDelta(0.37, Beta::of(1, 1)->cdf(0.37), 1e-13);
        // I_x(2, 3) = 6x² − 8x³ + 3x⁴.
        self::assertEqualsWithDelta(6 * 0.16 - 8 * 0.064 + 3 * 0.0256, Beta::of(2, 3)->cdf(0.4), 1e-13);
    }

    public function testProductOfStagesKeepsMeanAndVariance(): void
    {
        $stages = [Beta::of(7, 3), Beta::of(95, 5), Beta::of(40, 2)];
        $mean = $square = 1.0;
        foreach ($stages as $stage) {
            $mean *= $stage->mean();
            $square *= $stage->variance() + $stage->mean() ** 2;
        }
        $product = Beta::product($stages);
        self::assertEqualsWithDelta($mean, $product->mean(), 1e-12);
        self::assertEqualsWithDelta($square - $mean ** 2, $product->variance(), 1e-12);
        self::assertEqualsWithDelta($product->a, Beta::product(array_reverse($stages))->a, 1e-8);
    }

    public function testInterpolatedTermsEqualExactOnes(): void
    {
        mt_srand(7);
        $terms = [];
        for ($i = 0; $i < 40; ++$i) {
            $terms[] = [mt_rand(0, 2500), mt_rand(1, 100) / 100];
        }
        $sum = new RisingFactorials($terms);
        $lnPhis = CropRate::lnPhis();
        $rows = $sum->alongShares($lnPhis, 200);
        self::assertSame([41, range(1, 199)], [count($rows), array_keys($rows[0])]);
        foreach ([0, 17, 40] as $k) {
            foreach ($rows[$k] as $j => $value) {
                $exact = $sum->exactAt(exp($lnPhis[$k]) * $j / 200);
                self::assertEqualsWithDelta($exact, $value, 1e-11 * abs($exact));
            }
        }
        self::assertSame(array_fill(1, 9, 0.0), (new RisingFactorials([[0, 1.0], [5, 0.0]]))->alongShares($lnPhis, 10)[3], 'No batch tells nothing.');
    }

    public function testGridAgreesWithDirectSumOverTheSameGrid(): void
    {
        $batches = [PastBatch::of(41, 60, 0.7), PastBatch::of(3, 90), PastBatch::of(0, 12, 0.4)];
        $sum = $first = 0.0;
        for ($k = 0; $k < 41; ++$k) {
            $lnPhi = log(2) + $k * (log(500) - log(2)) / 40;
            for ($j = 1; $j < 200; ++$j) {
                $mu = $j / 200;
                $a = $mu * exp($lnPhi);
                $b = (1 - $mu) * exp($lnPhi);
                $log = 5.0 * log($mu) + 2.0 * log(1 - $mu) - 0.5 * ($lnPhi - log(20)) ** 2;
                foreach ($batches as $one) {
                    $log += $one->weight * (LogGamma::ofBeta($a + $one->rooted, $b + $one->stuck - $one->rooted) - LogGamma::ofBeta($a, $b));
                }
                $sum += exp($log + 80);
                $first += exp($log + 80) * $mu;
            }
        }
        self::assertEqualsWithDelta($first / $sum, CropRate::learn(CropPrior::of(6 / 9, 9, 20), $batches)->rate, 1e-9);
    }

    public function testMoreRootedNeverLowersTheRateAndOrderDoesNotMatter(): void
    {
        $prior = CropPrior::of(0.6, 10, 15);
        $last = 0.0;
        for ($rooted = 0; $rooted <= 100; $rooted += 10) {
            $batches = [PastBatch::of(70, 100), PastBatch::of($rooted, 100), PastBatch::of(20, 40, 0.5)];
            $learnt = CropRate::learn($prior, $batches);
            self::assertGreaterThan($last, $learnt->rate);
            self::assertEqualsWithDelta($learnt->rate, CropRate::learn($prior, array_reverse($batches))->rate, 1e-12);
            self::assertGreaterThanOrEqual($learnt->rateSd, $learnt->newBatchSd);
            $last = $learnt->rate;
        }
    }

    public function testSwappingRootedAndFailedMirrorsTheRate(): void
    {
        $one = CropRate::learn(CropPrior::of(0.3, 8, 20), [PastBatch::of(30, 120), PastBatch::of(11, 50)]);
        $other = CropRate::learn(CropPrior::of(0.7, 8, 20), [PastBatch::of(90, 120), PastBatch::of(39, 50)]);
        self::assertEqualsWithDelta($one->rate, 1.0 - $other->rate, 1e-10);
        self::assertEqualsWithDelta($one->newBatchSd, $other->newBatchSd, 1e-10);
    }

    public function testWeightZeroIsNoBatchAtAll(): void
    {
        $prior = CropPrior::of(0.6, 10, 15);
        self::assertEqualsWithDelta(CropRate::learn($prior, [])->rate, CropRate::learn($prior, [PastBatch::of(5, 500, 0.0)])->rate, 1e-12);
    }

    /** The fewest is enough and one fewer is not, by a sum over the whole distribution. */
    public function testFewestIsTheFewest(): void
    {
        mt_srand(11);
        for ($i = 0; $i < 60; ++$i) {
            $a = mt_rand(5, 900) / 10;
            $b = mt_rand(5, 300) / 10;
            $needed = mt_rand(1, 60);
            $confidence = mt_rand(30, 90) / 100;
            try {
                [$stick, $chance] = StickCount::forGood($needed, [Beta::of($a, $b)])->fewestFor($confidence);
            } catch (Refused) {
                continue;
            }
            if ($stick > 3000) {
                continue;
            }
            self::assertEqualsWithDelta(self::chanceByDirectSum($needed, $stick, $a, $b), $chance, 1e-9);
            self::assertGreaterThan($confidence, $chance);
            if ($stick > $needed) {
                self::assertLessThanOrEqual($confidence + 1e-10, self::chanceByDirectSum($needed, $stick - 1, $a, $b));
            }
        }
    }

    public function testMonotoneInNeedConfidenceAndRate(): void
    {
        $stick = static fn (int $needed, float $confidence, float $a) => StickCount::forGood($needed, [Beta::of($a, 4)])->fewestFor($confidence)[0];
        for ($needed = 10; $needed < 400; $needed += 37) {
            self::assertGreaterThanOrEqual($stick($needed, 0.8, 9), $stick($needed, 0.9, 9));
            self::assertGreaterThan($stick($needed, 0.9, 9), $stick($needed + 37, 0.9, 9));
            self::assertGreaterThanOrEqual($stick($needed, 0.9, 12), $stick($needed, 0.9, 9));
        }
    }

    public function testWholeQuotientDoesNotRoundUp(): void
    {
        self::assertSame(100, StickCount::forGood(70, [Beta::of(7, 3)])->simple());
        self::assertSame(101, StickCount::forGood(71, [Beta::of(71, 29)])->simple() + 1);
    }

    public function testLargeNumbersDoNotUnderflow(): void
    {
        [$stick, $chance] = StickCount::forGood(90_000, [Beta::of(700, 300)])->fewestFor(0.9);
        self::assertGreaterThan(130_000, $stick);
        self::assertEqualsWithDelta(0.9, $chance, 1e-4);
    }

    public function testOutOfReachIsRefused(): void
    {
        self::assertSame(
            'confidence: refused.stick_count.out_of_reach most=2000000 yield=0',
            Told::refusal(static fn () => StickCount::forGood(1000, [Beta::of(0.01, 5)])->fewestFor(0.999)),
        );
    }

    public function testWords(): void
    {
        self::assertSame('share.in_10 n=7', Told::of(InWords::share(0.70)));
        self::assertSame('share.in_20 n=13', Told::of(InWords::share(0.65)));
        self::assertSame('share.in_100 n=97', Told::of(InWords::share(0.97)));
        self::assertSame('chance.near_certainty', Told::of(InWords::chance(0.999)));
        $batches = [PastBatch::of(70, 100), PastBatch::of(40, 100)];
        self::assertStringStartsWith(
            'rate.learnt share=(share.in_10 n=6) batches=2 worst=(share.in_10 n=4) ',
            Told::of(InWords::rate(CropRate::learn(CropPrior::of(0.7, 10, 20), $batches), $batches)),
        );
        self::assertStringStartsWith('rate.from_sheet ', Told::of(InWords::rate(CropRate::learn(CropPrior::of(0.7, 10, 20), []), [])));
    }

    public function testOlderAndUnlikeBatchesCountLess(): void
    {
        self::assertSame(1.0, HistoryWeight::of(0, true, HouseDefaults::usual()));
        self::assertGreaterThan(HistoryWeight::of(2, true, HouseDefaults::usual()), HistoryWeight::of(1, true, HouseDefaults::usual()));
        self::assertSame(0.5 * HistoryWeight::of(1, true, HouseDefaults::usual()), HistoryWeight::of(1, false, HouseDefaults::usual()));
    }

    private static function chanceByDirectSum(int $needed, int $stick, float $a, float $b): float
    {
        $sum = 0.0;
        for ($k = $needed; $k <= $stick; ++$k) {
            $sum += exp(LogGamma::of($stick + 1.0) - LogGamma::of($k + 1.0) - LogGamma::of($stick - $k + 1.0)
                + LogGamma::ofBeta($k + $a, $stick - $k + $b) - LogGamma::ofBeta($a, $b));
        }

        return $sum;
    }
}
