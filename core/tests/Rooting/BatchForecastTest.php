<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rooting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\BatchForecast;
use WetCradle\Core\Rooting\Forecast;
use WetCradle\Core\Rooting\LiftedThen;

/** What is believed of one batch: by its crop alone, and by what is seen of it. */
final class BatchForecastTest extends TestCase
{
    /** @param list<LiftedThen> $checks */
    private static function forecast(array $checks = [], int $culled = 0, float $mishap = 0.08, ?Beta $rate = null): Forecast
    {
        return BatchForecast::of(
            $rate ?? Beta::of(14, 6),
            Mishap::of($mishap, Beta::of(1, 5)),
            28.0,
            0.25,
            6.0,
            0.35,
            15.0,
            400,
            $culled,
            $checks,
        );
    }

    public function testWithoutChecksItIsWhatTheCropDoesLessTheMishaps(): void
    {
        $forecast = self::forecast();
        self::assertEqualsWithDelta(0.92 * 0.7 + 0.08 / 6, $forecast->finalRate(), 2e-3);
        self::assertCount(155, $forecast->pairs, 'Every speed with every shape.');
        self::assertEqualsWithDelta(1.0, array_sum(array_column($forecast->pairs, 'weight')), 1e-12);
        self::assertSame(0.0, $forecast->deadThere(), 'Nobody has looked.');
        self::assertEqualsWithDelta(0.7, self::forecast(mishap: 0.0)->finalRate(), 1e-4);
    }

    public function testItGoesOneWay(): void
    {
        $forecast = self::forecast([LiftedThen::of(28.0, 12, 5, 1, 4, 3)], 12);
        $rooted = $ready = -1.0;
        foreach (range(0, 80, 4) as $tau) {
            self::assertGreaterThanOrEqual($rooted, $forecast->rootedAt((float) $tau));
            self::assertGreaterThanOrEqual($ready, $forecast->readyBy((float) $tau, 0.75));
            [$rooted, $ready] = [$forecast->rootedAt((float) $tau), $forecast->readyBy((float) $tau, 0.75)];
        }
        self::assertLessThanOrEqual($forecast->finalRate(), $rooted);
        self::assertLessThan($forecast->finalHigh80, $forecast->finalLow80);
        self::assertLessThan($forecast->readyTau(0.75), $forecast->readyTau(0.75, 0.1));
        self::assertGreaterThan($forecast->readyTau(0.75), $forecast->readyTau(0.75, 0.9));
        self::assertLessThan($forecast->readyTau(0.9), $forecast->readyTau(0.75));
        self::assertSame(0.0, $forecast->chanceInStep(28.0, 0.0));
        self::assertGreaterThan($forecast->chanceInStep(28.0, 3.0), $forecast->chanceInStep(28.0, 7.0));
    }

    public function testWhatIsSeenIsBelieved(): void
    {
        $seen = array_map(static fn (int $rooted) => self::forecast([LiftedThen::of(28.0, 20, $rooted, 0, 0, 5)])->rootedAt(28.0), [0, 5, 10, 15, 20]);
        $sorted = $seen;
        sort($sorted);
        self::assertSame($sorted, $seen);
        $withDead = self::forecast([LiftedThen::of(28.0, 20, 5, 10, 0, 5)]);
        self::assertLessThan(self::forecast([LiftedThen::of(28.0, 20, 5, 0, 0, 5)])->finalRate(), $withDead->finalRate());
        self::assertGreaterThan(0.3, $withDead->deadThere());
        self::assertLessThan(0.8, self::forecast([], 100)->finalHigh80, 'A quarter is gone: it cannot root.');
    }

    public function testPlantsOfOneTrayTellLessThanPlantsOfMany(): void
    {
        $prior = self::forecast()->rootedAt(28.0);
        $from = static fn (int $trays) => abs(self::forecast([LiftedThen::of(28.0, 12, 11, 0, 0, $trays)])->rootedAt(28.0) - $prior);
        self::assertGreaterThan($from(3), $from(12));
        self::assertGreaterThan($from(1), $from(3));
        self::assertEqualsWithDelta($from(12), $from(40), 1e-12, 'No tray has less than one.');
    }

    public function testNobodyLooksAtTheSameThreeTimesToBeSurer(): void
    {
        $once = self::forecast([LiftedThen::of(40.0, 12, 9, 3, 0, 1)]);
        $often = self::forecast(array_map(static fn (float $tau) => LiftedThen::of($tau, 12, 9, 3, 0, 1), [40.0, 41.0, 42.0]));
        $wide = static fn (Forecast $of) => $of->finalHigh80 - $of->finalLow80;
        self::assertLessThan($wide($once), $wide($often));
        self::assertGreaterThan(0.1, $wide($often), 'Three times one tray is not the batch.');
    }

    /** A whole house lifted, each from a tray of its own: so unlikely in detail that only logarithms can tell, reckoned here as it is defined. */
    public function testVeryManySeenAtOnceAreWeighedToo(): void
    {
        [$lifted, $rooted, $dead, $tau] = [3000, 0, 1500, 10.0];
        $sum = $final = $dying = 0.0;
        $points = [];
        for ($i = -15; $i <= 15; ++$i) {
            foreach ([-1.5, -0.75, 0.0, 0.75, 1.5] as $k) {
                $by = 1.0 / (1.0 + ($tau / (28.0 * exp(0.16 * $i * 0.25))) ** (-6.0 * exp($k * 0.35)));
                for ($share = 0.01; $share < 1.0; $share += 0.02) {
                    $logs = [];
                    for ($j = 0.5; $j < 8.0; ++$j) {
                        $x = $j / 8.0 * (1.0 - $share);
                        $logs[] = $dead * log($x) + ($lifted - $rooted - $dead) * log(max(1e-12, 1.0 - $share * $by - $x));
                    }
                    $most = max($logs);
                    $ways = array_map(static fn (float $log) => exp($log - $most), $logs);
                    $density = 0.92 * exp(13.0 * log($share) + 5.0 * log(1.0 - $share) + log(19.0 * 8568.0))
                        + 0.08 * 5.0 * (1.0 - $share) ** 4;
                    $shares = array_map(static fn (int $j, float $way) => ($j + 0.5) / 8.0 * $way, array_keys($ways), $ways);
                    $points[] = [
                        log($density) - 0.5 * ((0.16 * $i) ** 2 + $k ** 2) + $most + log(array_sum($ways) / 8.0),
                        $share,
                        array_sum($shares) / array_sum($ways) * (1.0 - $share),
                    ];
                }
            }
        }
        $best = max(array_column($points, 0));
        foreach ($points as [$log, $share, $gone]) {
            $weight = exp($log - $best);
            [$sum, $final, $dying] = [$sum + $weight, $final + $weight * $share, $dying + $weight * $gone];
        }
        $forecast = self::forecast([LiftedThen::of($tau, $lifted, $rooted, $dead, 0, $lifted)]);
        self::assertEqualsWithDelta($final / $sum, $forecast->finalRate(), 1e-9);
        self::assertEqualsWithDelta($dying / $sum, $forecast->deadThere(), 1e-9);
    }

    public function testWhatCannotBeIsRefused(): void
    {
        foreach ([
            ['culled' => 401, 'field' => 'culled'], ['readyShare' => 1, 'field' => 'readyShare'], ['readyShare' => 0, 'field' => 'readyShare'],
            ['checks' => [['tau' => 1, 'lifted' => 4, 'rooted' => 5, 'dead' => 0, 'culled' => 0, 'trays' => 1]], 'field' => 'checks[0].rooted'],
            ['checks' => [['tau' => 1, 'lifted' => 4, 'rooted' => 3, 'dead' => 2, 'culled' => 0, 'trays' => 1]], 'field' => 'checks[0].dead'],
            ['checks' => [['tau' => 1, 'lifted' => 4, 'rooted' => 3, 'dead' => 0, 'culled' => 400, 'trays' => 1]], 'field' => 'checks[0].culled'],
            ['culled' => 400, 'field' => 'culled'], ['mishap' => ['chance' => 1, 'a' => 1, 'b' => 5], 'field' => 'mishap.chance'],
        ] as $wrong) {
            $field = $wrong['field'];
            unset($wrong['field']);
            try {
                BatchForecast::compute(Fields::of($wrong + [
                    'rate' => ['a' => 14, 'b' => 6], 'mishap' => ['chance' => 0.08, 'a' => 1, 'b' => 5], 'd50' => 28, 'd50Sd' => 0.25, 'shape' => 6,
                    'shapeSd' => 0.35, 'trayPhi' => 15, 'stuck' => 400, 'culled' => 0, 'checks' => [], 'at' => 28, 'step' => 7, 'readyShare' => 0.75,
                ]));
                self::fail("{$field} was taken.");
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
    }

    public function testTheSmallestValueThatReachesItIsTheQuantile(): void
    {
        $weighted = [[3.0, 0.5], [1.0, 0.25], [2.0, 0.25]];
        self::assertSame([1.0, 1.0, 2.0, 3.0, 3.0], array_map(static fn (float $p) => Forecast::quantile($weighted, $p), [0.0, 0.25, 0.5, 0.51, 1.0]));
    }
}
