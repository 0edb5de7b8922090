<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rooting;

use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Rooting\BatchForecast;
use WetCradle\Core\Rooting\LiftedThen;
use WetCradle\Core\Rooting\Readiness;
use WetCradle\Core\Rooting\Verdict;
use WetCradle\Core\Rooting\WaitOrClear;
use WetCradle\Core\Tests\Told;

/** What a check says with all that were made before it. */
final class ReadinessTest extends TestCase
{
    private static function before(float $rate = 0.8, int $stuck = 300): BatchForecast
    {
        return BatchForecast::begin(Beta::of(20 * $rate, 20 * (1 - $rate)), Mishap::of(0.05, Beta::of(1, 5)), 10.0, 0.25, 6.0, 0.3, 20.0, $stuck);
    }

    private static function check(LiftedThen $now, ?BatchForecast $before = null, int $there = 300): Readiness
    {
        return Readiness::of($before ?? self::before(), $now, 0.8, $there, HouseDefaults::usual());
    }

    public function testOnePlantNeverSettlesItUnlessThereIsNoOther(): void
    {
        foreach ([16.0, 30.0, 60.0] as $late) {
            self::assertSame(Verdict::LiftMore, self::check(LiftedThen::of($late, 1, 1))->verdict);
            self::assertSame(4, self::check(LiftedThen::of($late, 1, 1))->more(), 'Four more make the five of the house.');
        }
        self::assertSame(Verdict::Ready, self::check(LiftedThen::of(30.0, 1, 1), null, 1)->verdict);
    }

    public function testACropThatRootsPoorlyIsReadyWhenThoseThatWillRootHave(): void
    {
        $poor = self::before(0.45);
        $seen = self::check(LiftedThen::of(18.0, 12, 6, 3, 0, 3), $poor);
        self::assertSame(Verdict::Ready, $seen->verdict, 'Six of twelve are all that will.');
        self::assertStringStartsWith('check.ready seen=(check.lifted rooted=6 lifted=12) ', Told::of($seen->words()));
    }

    public function testWhereNoneHasRootsNothingIsPotted(): void
    {
        $none = self::check(LiftedThen::of(25.0, 12, 0, 2, 0, 3));
        self::assertSame([Verdict::LiftMore, 'check.none_will lifted=12'], [$none->verdict, Told::of($none->words())]);
        self::assertGreaterThan(0.5, $none->chance);
        $early = self::check(LiftedThen::of(6.0, 12, 0, 0, 0, 3));
        self::assertSame(Verdict::NotYet, $early->verdict);
        self::assertSame(0, $early->more());
    }

    public function testWhatWouldSettleItDoes(): void
    {
        $now = LiftedThen::of(10.0, 7, 7);
        $open = self::check($now);
        self::assertSame(Verdict::LiftMore, $open->verdict);
        self::assertNotNull($open->more());
        self::assertSame(Verdict::Ready, self::check($now->andMore($open->more()))->verdict);
        self::assertStringStartsWith('check.lift_more ', Told::of($open->words()));
        self::assertStringStartsWith('check.count_all ', Told::of(self::check($now, null, 8 + $open->more() - 1)->words()), 'That is as good as all.');
        $half = self::check(LiftedThen::of(12.0, 12, 8));
        self::assertNull($half->more());
        self::assertStringStartsWith('check.too_close ', Told::of($half->words()));
        self::assertStringStartsWith('check.wait ', Told::of(self::check(LiftedThen::of(12.0, 12, 8), null, 12)->words()));
        self::assertStringStartsWith('check.wait ', Told::of(Readiness::said(Verdict::LiftMore, 0.6, 0, 0, 0.8, null, 0)));
    }

    public function testMoreTraysAndEarlierChecksTellMore(): void
    {
        $one = self::check(LiftedThen::of(13.0, 10, 9, 0, 0, 1))->chance;
        $five = self::check(LiftedThen::of(13.0, 10, 9, 0, 0, 5))->chance;
        self::assertGreaterThan($one, $five);
        $slow = self::check(LiftedThen::of(13.0, 10, 9, 0, 0, 5), self::before()->seeing(LiftedThen::of(11.0, 10, 1, 0, 0, 5)))->chance;
        self::assertLessThan($five, $slow, 'What was late two days ago is not all there now.');
    }

    /** Truths drawn, checked every third day with as many as are asked for, until it says ready. */
    #[Group('calibration')]
    public function testWhatIsSaidToBeReadyIsAtLeastAsOftenAsItClaims(): void
    {
        $draw = new \Random\Randomizer(new \Random\Engine\Mt19937(4));
        $unit = static fn () => ($draw->getInt(0, 999_999) + 0.5) / 1_000_000;
        $normal = static fn () => sqrt(-2.0 * log($unit())) * cos(2.0 * M_PI * $unit());
        $said = $right = 0;
        foreach ([0.4, 0.6, 0.8, 0.95] as $rate) {
            for ($batch = 0; $batch < 12; ++$batch) {
                $before = self::before($rate);
                $prior = Beta::of(20 * $rate, 20 * (1 - $rate));
                $final = $prior->quantile($unit());
                [$d50, $shape] = [10.0 * exp(0.25 * $normal()), 6.0 * exp(0.3 * $normal())];
                $isReady = static fn (float $tau) => 1.0 / (1.0 + ($tau / $d50) ** -$shape) >= 0.8;
                for ($tau = 7.0; $tau <= 31.0; $tau += 3.0) {
                    // Trays of one batch differ: as alike as the model takes them to be.
                    $lifted = $rooted = 0;
                    $verdict = null;
                    for ($tray = 1; $tray <= 4 && ($verdict === null || $verdict->verdict === Verdict::LiftMore); ++$tray) {
                        $share = $final / (1.0 + ($tau / $d50) ** -$shape);
                        $here = Beta::of(20.0 * max(0.001, $share), 20.0 * max(0.001, 1.0 - $share))->quantile($unit());
                        for ($i = 0; $i < 6; ++$i) {
                            ++$lifted;
                            $rooted += $unit() < $here ? 1 : 0;
                        }
                        $verdict = self::check(LiftedThen::of($tau, $lifted, $rooted, 0, 0, $tray), $before);
                    }
                    if ($verdict->verdict === Verdict::Ready) {
                        ++$said;
                        $right += $isReady($tau) ? 1 : 0;
                        break;
                    }
                    $before = $before->seeing(LiftedThen::of($tau, $lifted, $rooted, 0, 0, $tray - 1));
                }
            }
        }
        self::assertGreaterThan(40, $said, 'Nearly all are said to be ready in the end, those that root poorly too.');
        self::assertGreaterThanOrEqual(0.9, $right / $said);
    }

    public function testWaitingIsWorthWhatTheForecastSays(): void
    {
        $forecast = self::before()->seeing(LiftedThen::of(9.0, 8, 3, 1))->forecast(0);
        $call = WaitOrClear::byForecast($forecast, 9.0, 100, 2.0, 5, 1.0, 3.0, 0.03);
        self::assertCount(5, $call->steps);
        $left = 100.0;
        foreach ($call->steps as $i => $step) {
            self::assertEqualsWithDelta($forecast->chanceInStep(9.0 + 2.0 * $i, 2.0), $step['chance'], 1e-12);
            self::assertEqualsWithDelta($left * $step['chance'], $step['gain'], 1e-9);
            $left = ($left - $step['gain']) * 0.97;
        }
    }
}
