<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\CropRate;
use WetCradle\Core\Rates\InWords;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rates\RateInterval;
use WetCradle\Core\Rates\StickCount;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** Learning from batches behaves as a propagator would expect of it. */
final class LearningTest extends TestCase
{
    public function testMoreBatchesAlikeMakeTheRateSurer(): void
    {
        $before = INF;
        for ($n = 1; $n <= 16; $n *= 2) {
            $learnt = CropRate::learn(CropPrior::of(0.6, 10, 20), array_fill(0, $n, PastBatch::of(80, 100)));
            self::assertLessThan($before, $learnt->rateSd);
            $before = $learnt->rateSd;
        }
        self::assertEqualsWithDelta(0.8, $learnt->rate, 0.02);
    }

    public function testUnevenBatchesMakeTheNextOneLessSureThoughTheMeanIsTheSame(): void
    {
        $even = CropRate::learn(CropPrior::of(0.7, 10, 20), array_fill(0, 8, PastBatch::of(70, 100)));
        $uneven = CropRate::learn(CropPrior::of(0.7, 10, 20), [...array_fill(0, 4, PastBatch::of(95, 100)), ...array_fill(0, 4, PastBatch::of(45, 100))]);
        self::assertEqualsWithDelta($even->rate, $uneven->rate, 0.05);
        self::assertGreaterThan(1.5 * $even->newBatchSd, $uneven->newBatchSd);
        $stick = static fn (CropRate $r) => StickCount::forGood(200, [$r->forNewBatch])->fewestFor(0.9)[0];
        self::assertGreaterThan($stick($even), $stick($uneven));
    }

    public function testOneDisasterLowersTheRateButDoesNotDrownTheRest(): void
    {
        $good = array_fill(0, 9, PastBatch::of(85, 100));
        $without = CropRate::learn(CropPrior::of(0.8, 10, 20), $good);
        $with = CropRate::learn(CropPrior::of(0.8, 10, 20), [...$good, PastBatch::of(3, 100)]);
        self::assertLessThan($without->rate, $with->rate);
        self::assertGreaterThan(0.65, $with->rate);
        self::assertLessThan($without->forNewBatch->quantile(0.1), $with->forNewBatch->quantile(0.1));
    }

    public function testAHeavierBatchPullsHarder(): void
    {
        $last = 1.0;
        foreach ([0.0, 0.25, 0.5, 1.0, 2.0] as $weight) {
            $rate = CropRate::learn(CropPrior::of(0.8, 10, 20), [PastBatch::of(90, 100), PastBatch::of(20, 100, $weight)])->rate;
            self::assertLessThan($last, $rate);
            $last = $rate;
        }
    }

    public function testAStrongerSheetIsHarderToMove(): void
    {
        $last = 0.0;
        foreach ([2, 10, 50, 250] as $strength) {
            $rate = CropRate::learn(CropPrior::of(0.9, $strength, 20), [PastBatch::of(30, 100), PastBatch::of(35, 100)])->rate;
            self::assertGreaterThan($last, $rate);
            $last = $rate;
        }
    }

    public function testExtremesStayInside(): void
    {
        foreach ([[0, 1], [1, 1], [0, 100_000], [100_000, 100_000], [0, 0]] as [$rooted, $stuck]) {
            $learnt = CropRate::learn(CropPrior::of(0.5, 1, 20), [PastBatch::of($rooted, $stuck)]);
            self::assertGreaterThan(0.0, $learnt->rate);
            self::assertLessThan(1.0, $learnt->rate);
            self::assertGreaterThan(0.0, $learnt->forNewBatch->a);
            self::assertFalse(is_nan($learnt->newBatchSd));
        }
    }

    public function testTheIntervalTightensAndKeepsItsOrder(): void
    {
        $before = 1.0;
        foreach ([10, 40, 160, 640] as $checked) {
            $found = RateInterval::of(Beta::of(1, 1)->plus((int) (0.7 * $checked), (int) (0.3 * $checked)));
            self::assertLessThan($found['low80'], $found['low95']);
            self::assertLessThan($found['mean'], $found['low80']);
            self::assertLessThan($found['high80'], $found['mean']);
            self::assertLessThan($found['high95'], $found['high80']);
            self::assertLessThan($before, $found['high95'] - $found['low95']);
            $before = $found['high95'] - $found['low95'];
        }
    }

    /** @return iterable<string, array{0: int, 1: int, 2: float}> */
    public static function exact(): iterable
    {
        // P(at least n good of S) under Beta(1, 1) is (S − n + 1) ÷ (S + 1): every number of good ones is as likely.
        foreach ([[1, 1], [3, 9], [24, 120], [50, 60], [7, 7]] as [$needed, $stick]) {
            yield "{$needed} of {$stick}" => [$needed, $stick, ($stick - $needed + 1) / ($stick + 1)];
        }
    }

    #[DataProvider('exact')]
    public function testTheChanceAgreesWithTheExactOne(int $needed, int $stick, float $chance): void
    {
        self::assertEqualsWithDelta($chance, StickCount::forGood($needed, [Beta::of(1, 1)])->chanceOf($stick), 1e-12);
    }

    public function testTheChanceAgreesWithPlayingIt(): void
    {
        mt_srand(21);
        $hits = 0;
        for ($i = 0; $i < 20_000; ++$i) {
            // An urn with 5 good and 2 bad, one more of the drawn kind put back each time.
            [$good, $all, $drawn] = [5, 7, 0];
            for ($s = 0; $s < 30; ++$s) {
                if (mt_rand(1, $all) <= $good) {
                    ++$good;
                    ++$drawn;
                }
                ++$all;
            }
            $hits += $drawn >= 20 ? 1 : 0;
        }
        self::assertEqualsWithDelta($hits / 20_000, StickCount::forGood(20, [Beta::of(5, 2)])->chanceOf(30), 0.012);
    }

    public function testTooFewHaveNoChanceAndAllAreNeverCertain(): void
    {
        $count = StickCount::forGood(50, [Beta::of(9, 1)]);
        self::assertSame(0.0, $count->chanceOf(49));
        self::assertGreaterThan(0.0, $count->chanceOf(50));
        self::assertLessThanOrEqual(1.0, $count->chanceOf(5000));
    }

    public function testAnotherStageAsksForMore(): void
    {
        $rooting = Beta::of(45, 5);
        $one = StickCount::forGood(300, [$rooting])->fewestFor(0.9)[0];
        $two = StickCount::forGood(300, [$rooting, Beta::of(95, 5)])->fewestFor(0.9)[0];
        $three = StickCount::forGood(300, [$rooting, Beta::of(95, 5), Beta::of(97, 3)])->fewestFor(0.9)[0];
        self::assertLessThan($two, $one);
        self::assertLessThan($three, $two);
    }

    /** @return iterable<string, array{0: float, 1: string}> */
    public static function shares(): iterable
    {
        yield 'tenths' => [0.7, 'share.in_10 n=7'];
        yield 'nearly a tenth' => [0.72, 'share.in_10 n=7'];
        yield 'between tenths' => [0.65, 'share.in_20 n=13'];
        yield 'quarters' => [0.751, 'share.three_quarters'];
        yield 'a quarter' => [0.25, 'share.a_quarter'];
        yield 'high' => [0.97, 'share.in_100 n=97'];
        yield 'low' => [0.02, 'share.in_100 n=2'];
        yield 'all' => [0.999, 'share.nearly_all'];
        yield 'none' => [0.001, 'share.hardly_any'];
    }

    #[DataProvider('shares')]
    public function testSharesAreSaidAsPeopleSayThem(float $share, string $words): void
    {
        self::assertSame($words, Told::of(InWords::share($share)));
    }

    public function testNonsenseIsRefused(): void
    {
        $cases = [
            static fn () => PastBatch::of(5, 4),
            static fn () => PastBatch::of(-1, 4),
            static fn () => PastBatch::of(1, -4),
            static fn () => PastBatch::of(1, 4, -0.1),
            static fn () => PastBatch::of(1, 4, NAN),
            static fn () => CropPrior::of(0.0, 10, 20),
            static fn () => CropPrior::of(1.0, 10, 20),
            static fn () => CropPrior::of(0.5, 0, 20),
            static fn () => CropPrior::of(0.5, 10, INF),
            static fn () => Beta::of(0, 1),
            static fn () => Beta::of(1, NAN),
            static fn () => StickCount::forGood(0, [Beta::of(1, 1)]),
            static fn () => Range::of(NAN, 1),
        ];
        foreach ($cases as $i => $case) {
            try {
                $case();
                self::fail("Case {$i} should have been refused.");
            } catch (Refused $refused) {
                self::assertNotSame('', $refused->field);
            }
        }
    }

    public function testRangesMeetAtTheirEnds(): void
    {
        self::assertTrue(Range::of(10, 18)->overlaps(Range::of(18, 22)));
        self::assertFalse(Range::of(10, 17.9)->overlaps(Range::of(18, 22)));
        self::assertSame(
            ['18–22 °C', '18 °C', 20.0],
            Told::of([Range::of(18, 22)->words(' °C'), Range::of(18, 18)->words(' °C'), Range::of(18, 22)->middle()]),
        );
    }
}
