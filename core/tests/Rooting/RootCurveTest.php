<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rooting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\RootCurve;
use WetCradle\Core\Rooting\WaitOrClear;

/** What a batch may yet root, learnt from what was lifted; and whether to wait for it. */
final class RootCurveTest extends TestCase
{
    public function testAGoodCheckLiftsTheRateAndABadOneTooEarlySpeaksOfSlownessFirst(): void
    {
        $none = $this->curve([]);
        $good = $this->curve([['tau' => 28.0, 'lifted' => 20, 'rooted' => 18]]);
        $slow = $this->curve([['tau' => 20.0, 'lifted' => 20, 'rooted' => 0]]);
        self::assertGreaterThan($none->finalRate(), $good->finalRate());
        self::assertLessThan($none->d50(), $good->d50());
        self::assertGreaterThan($none->d50() * 1.05, $slow->d50(), 'Nothing at 20 says slow.');
        self::assertGreaterThan(0.9 * $none->finalRate(), $slow->finalRate(), 'It says little of what comes in the end.');
    }

    public function testTheCurveRisesAndItsRangeHoldsItAndNarrowsWithWhatIsSeen(): void
    {
        $none = $this->curve([]);
        $seen = $this->curve([['tau' => 28.0, 'lifted' => 60, 'rooted' => 24], ['tau' => 35.0, 'lifted' => 60, 'rooted' => 38]]);
        $last = -1.0;
        foreach (range(0, 70, 5) as $tau) {
            $now = $seen->rootedAt((float) $tau);
            [$low, $high] = $seen->rangeAt((float) $tau);
            self::assertGreaterThanOrEqual($last, $now);
            self::assertGreaterThanOrEqual($low - 0.01, $now);
            self::assertLessThanOrEqual($high + 0.01, $now);
            [$least, $most] = $none->rangeAt((float) $tau);
            self::assertLessThanOrEqual($most - $least + 1e-9, $high - $low);
            $last = $now;
        }
        self::assertSame(0.0, $seen->rootedAt(0.0));
        [[$low, $high], [$least, $most]] = [$seen->d50Range(), $none->d50Range()];
        self::assertTrue($low < $seen->d50() && $seen->d50() < $high);
        self::assertLessThan($most - $least, $high - $low);
    }

    /** The reference cases' own inputs, rootedAt by the written formula, reckoned with other software. */
    public function testTheShareRootedIsTheMeanOverTheWholeGrid(): void
    {
        self::assertEqualsWithDelta(0.35, $this->curve([])->rootedAt(28.0), 1e-9, 'Of 7 in 10, half at the day of half.');
        self::assertEqualsWithDelta(
            0.6109561008377984,
            $this->curve([['tau' => 21.0, 'lifted' => 20, 'rooted' => 2], ['tau' => 28.0, 'lifted' => 20, 'rooted' => 11]])->rootedAt(35.0),
            1e-9,
        );
        self::assertEqualsWithDelta(
            0.35988709997731483,
            $this->curve([['tau' => 28.0, 'lifted' => 20, 'rooted' => 1], ['tau' => 35.0, 'lifted' => 20, 'rooted' => 3]])->rootedAt(42.0),
            1e-9,
        );
    }

    public function testAnEmptyCheckSaysNothingAndOrderDoesNotMatter(): void
    {
        $a = ['tau' => 21.0, 'lifted' => 20, 'rooted' => 3];
        $b = ['tau' => 30.0, 'lifted' => 15, 'rooted' => 9];
        self::assertEqualsWithDelta(
            $this->curve([$a, $b])->finalRate(),
            $this->curve([$b, ['tau' => 9.0, 'lifted' => 0, 'rooted' => 0], $a])->finalRate(),
            1e-12,
        );
    }

    public function testNonsenseIsRefusedByName(): void
    {
        $in = ['rate' => ['a' => 3, 'b' => 2], 'd50' => 28, 'shape' => 6, 'checks' => [], 'at' => 28, 'readyShare' => 0.9];
        foreach ([
            ['checks[0].rooted', ['checks' => [['tau' => 3, 'lifted' => 4, 'rooted' => 5]]]],
            ['checks[0].tau', ['checks' => [['tau' => -3, 'lifted' => 4, 'rooted' => 2]]]],
            ['readyShare', ['readyShare' => 1]],
            ['d50', ['d50' => 0]],
            ['rate.a', ['rate' => ['a' => 0, 'b' => 1]]],
        ] as [$field, $bad]) {
            try {
                RootCurve::compute(Fields::of($bad + $in));
                self::fail("{$field} was let through.");
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
    }

    public function testMoreWorthOrLessRentNeverShortensTheWait(): void
    {
        $wait = static fn (float $value, float $cost, float $tau = 28.0) => WaitOrClear::of(0.7, 28.0, 6.0, $tau, 120, 7.0, 8, $value, $cost, 0.03);
        $last = 0;
        foreach ([0.1, 0.5, 1.0, 2.0, 5.0] as $value) {
            $now = $wait($value, 9.0)->waitSteps();
            self::assertGreaterThanOrEqual($last, $now);
            $last = $now;
        }
        $last = 99;
        foreach ([0.0, 5.0, 9.0, 20.0, 60.0] as $cost) {
            $now = $wait(1.1, $cost)->waitSteps();
            self::assertLessThanOrEqual($last, $now);
            $last = $now;
        }
        self::assertSame(8, $wait(1.1, 0.0)->waitSteps(), 'Where the place costs nothing, one waits.');
        self::assertSame([0, 0.0], [$wait(0.0, 9.0)->waitSteps(), $wait(0.0, 9.0)->gain()]);
        self::assertSame(0, $wait(0.0, 0.0)->waitSteps(), 'Of equally good ones the soonest.');
    }

    public function testTheBestStepIsTheBestOfAllAndPlantsAreNeverMoreThanThereAre(): void
    {
        mt_srand(11);
        for ($i = 0; $i < 200; ++$i) {
            $unrooted = mt_rand(0, 400);
            $call = WaitOrClear::of(
                mt_rand(1, 99) / 100,
                mt_rand(10, 60),
                mt_rand(2, 12),
                mt_rand(0, 90),
                $unrooted,
                7.0,
                10,
                mt_rand(1, 30) / 10,
                mt_rand(0, 200) / 10,
                mt_rand(0, 20) / 100,
            );
            self::assertEqualsWithDelta($call->gain(), [0.0, ...array_column($call->steps, 'cumulative')][$call->waitSteps()], 1e-9);
            self::assertLessThanOrEqual($unrooted + 1e-9, array_sum(array_column($call->steps, 'gain')));
            foreach ($call->steps as $step) {
                self::assertLessThanOrEqual($call->gain() + 1e-9, $step['cumulative']);
                self::assertGreaterThanOrEqual(0.0, $step['chance']);
            }
        }
    }

    public function testACloseCallIsCalledOne(): void
    {
        $call = static fn (float $value) => WaitOrClear::of(0.55, 28.0, 6.0, 40.0, 60, 7.0, 6, $value, 6.0, 0.05);
        self::assertFalse($call(0.2)->isClose(6.0, 0.15), 'Far from worth it.');
        $turns = 6.0 / $call(1.0)->steps[0]['gain'];
        self::assertTrue($call($turns * 0.99)->isClose(6.0, 0.15));
        self::assertTrue($call($turns * 1.02)->isClose(6.0, 0.15));
        self::assertFalse($call($turns * 3)->isClose(6.0, 0.15));
    }

    public function testACheckThatCannotBeIsRefused(): void
    {
        foreach ([[10.0, 5, 6], [10.0, 5, -1], [-0.1, 5, 2], [NAN, 5, 2], [INF, 5, 2]] as [$tau, $lifted, $rooted]) {
            try {
                $this->curve([['tau' => 5.0, 'lifted' => 5, 'rooted' => 1], ['tau' => $tau, 'lifted' => $lifted, 'rooted' => $rooted]]);
                self::fail("{$rooted} of {$lifted} at {$tau}");
            } catch (Refused $refused) {
                self::assertSame('checks[1].rooted', $refused->field);
            }
        }
    }

    /** @param list<array{tau: float, lifted: int, rooted: int}> $checks */
    private function curve(array $checks): RootCurve
    {
        return RootCurve::of(Beta::of(28, 12), 28.0, 6.0, $checks);
    }
}
