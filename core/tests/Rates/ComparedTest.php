<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calculations;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Numbers\Normal;
use WetCradle\Core\Rates\BreakEven;
use WetCradle\Core\Rates\CompareArms;
use WetCradle\Core\Rates\CompareTrays;
use WetCradle\Core\Rates\RateChart;
use WetCradle\Core\Rates\TrialSize;
use WetCradle\Core\Refused;

/** Rates held against each other: arms of a trial, batches in their order, raising against buying in. */
final class ComparedTest extends TestCase
{
    public function testAtTheBreakEvenRateBothCostTheSame(): void
    {
        foreach ([[0.09, 0.31, 0.95, 0.6], [0.02, 0.5, 0.8, 1.4], [0.0, 0.1, 0.9, 0.5]] as [$stuck, $potted, $good, $price]) {
            $rate = BreakEven::of($stuck, $potted, $good, $price);
            self::assertNotNull($rate);
            if ($rate > 0.0) {
                self::assertEqualsWithDelta($price, ($stuck / $rate + $potted) / $good, 1e-12);
            }
        }
        self::assertSame(1.0, BreakEven::of(0.2, 0.3, 1.0, 0.5), 'Every one has to root.');
        self::assertNull(BreakEven::of(0.21, 0.3, 1.0, 0.5));
        self::assertNull(BreakEven::of(0.01, 0.5, 1.0, 0.5), 'Potting alone costs as much.');
    }

    public function testOneDisasterIsShownAndDoesNotHideItself(): void
    {
        $stuck = array_fill(0, 12, 100);
        $usual = [80, 89, 73, 90, 82, 74, 86, 92, 72, 81, 88, 75];
        $chart = RateChart::of($usual, $stuck);
        self::assertSame([[], []], [$chart->out, $chart->runs]);
        $disaster = RateChart::of(array_replace($usual, [5 => 5]), $stuck);
        self::assertSame([5], $disaster->out);
        self::assertLessThan(1.5 * $chart->sigmaZ, $disaster->sigmaZ);
    }

    public function testALongStretchOnOneSideIsARun(): void
    {
        $stuck = array_fill(0, 16, 100);
        self::assertSame([[0, 7], [8, 15]], RateChart::of([...array_fill(0, 8, 90), ...array_fill(0, 8, 70)], $stuck)->runs);
        self::assertSame([], RateChart::of([...array_fill(0, 7, 90), 70, ...array_fill(0, 7, 90), 70], $stuck)->runs, 'Seven are none.');
        self::assertSame([[0, 8]], RateChart::of([...array_fill(0, 9, 90), 20, 40, 20, 90, 30, 90, 30], $stuck)->runs);
    }

    public function testWhatNeverDiffersHasNoLimitsApart(): void
    {
        foreach ([[10, 10, 10], [0, 0, 0], [5, 5, 5]] as $rooted) {
            $chart = RateChart::of($rooted, [10, 10, 10]);
            self::assertSame([0.0, [], []], [$chart->sigmaZ, $chart->out, $chart->runs]);
            self::assertSame($chart->lower, $chart->upper);
        }
        self::assertSame([0.8, 0.0], [RateChart::of([80], [100])->centre, RateChart::of([80], [100])->sigmaZ], 'One batch shows no drift.');
    }

    /** @return array<string, float> */
    private static function arms(int $a, int $ofA, int $b, int $ofB): array
    {
        return CompareArms::compute(Fields::of(['a' => ['rooted' => $a, 'stuck' => $ofA], 'b' => ['rooted' => $b, 'stuck' => $ofB]]));
    }

    public function testTheOtherWayRoundItIsTheSame(): void
    {
        foreach ([[88, 104, 71, 104], [3, 10, 40, 50], [0, 20, 20, 20], [500, 1000, 700, 900], [1, 1, 0, 1]] as [$a, $ofA, $b, $ofB]) {
            [$one, $two] = [self::arms($a, $ofA, $b, $ofB), self::arms($b, $ofB, $a, $ofA)];
            self::assertEqualsWithDelta(-$one['difference'], $two['difference'], 1e-12);
            self::assertEqualsWithDelta([-$one['high95'], -$one['low95']], [$two['low95'], $two['high95']], 1e-12);
            self::assertEqualsWithDelta(1.0, $one['chanceABetter'] + $two['chanceABetter'], 1e-9);
            self::assertEqualsWithDelta($one['fisherP'], $two['fisherP'], 1e-9);
            self::assertLessThanOrEqual($one['difference'] + 1e-12, $one['low95']);
            self::assertGreaterThanOrEqual($one['difference'] - 1e-12, $one['high95']);
        }
    }

    /** By every table that there is: how many of the rooted could have stood in the first arm. */
    public function testFishersTestIsThatOfAllTables(): void
    {
        $ways = static fn (int $n, int $k): float => array_product(array_map(static fn (int $i) => ($n - $i) / ($i + 1), $k === 0 ? [] : range(0, $k - 1)));
        foreach ([[3, 9, 8, 11], [0, 6, 4, 8], [5, 5, 1, 7]] as [$a, $ofA, $b, $ofB]) {
            $all = [];
            for ($k = max(0, $a + $b - $ofB); $k <= min($ofA, $a + $b); ++$k) {
                $all[$k] = $ways($ofA, $k) * $ways($ofB, $a + $b - $k);
            }
            $unlikely = array_filter($all, static fn (float $one) => $one <= $all[$a] * (1 + 1e-9));
            self::assertEqualsWithDelta(array_sum($unlikely) / array_sum($all), self::arms($a, $ofA, $b, $ofB)['fisherP'], 1e-10);
        }
    }

    public function testArmsThatAreAlikeAreBestEquallyOften(): void
    {
        $arm = [[30, 40], [34, 40], [28, 40]];
        $alike = CompareTrays::of([$arm, $arm, $arm]);
        foreach ($alike->arms as ['chanceBest' => $chance]) {
            self::assertEqualsWithDelta(1 / 3, $chance, 1e-9);
        }
        $better = [[38, 40], [37, 40], [39, 40]];
        [$one, $two] = [CompareTrays::of([$arm, $better]), CompareTrays::of([$better, $arm])];
        self::assertEqualsWithDelta($one->arms[0], $two->arms[1], 1e-12);
        self::assertEqualsWithDelta($one->phi, $two->phi, 1e-9);
        self::assertGreaterThan(0.95, $one->arms[1]['chanceBest']);
        self::assertEqualsWithDelta(1.0, array_sum(array_column($one->arms, 'chanceBest')), 1e-12);
    }

    /**
     * @param non-empty-list<array{int, int}> $a
     * @param non-empty-list<array{int, int}> $b
     */
    private static function firstIsBest(array $a, array $b): float
    {
        return CompareTrays::of([$a, $b])->arms[0]['chanceBest'];
    }

    public function testTraysThatDifferTellLess(): void
    {
        $alike = [[32, 40], [32, 40], [32, 40]];
        $unlike = [[40, 40], [32, 40], [24, 40]];
        $poorer = [[26, 40], [26, 40], [26, 40]];
        self::assertGreaterThan(self::firstIsBest($unlike, [[34, 40], [26, 40], [18, 40]]), self::firstIsBest($alike, $poorer));
        self::assertGreaterThan(CompareTrays::of([$unlike, $poorer])->phi, CompareTrays::of([$alike, $poorer])->phi);
        self::assertGreaterThan(self::firstIsBest($alike, $poorer), self::firstIsBest([...$alike, ...$alike], [...$poorer, ...$poorer]), 'More trays tell more.');
    }

    public function testALessDifferenceAsksForMoreTrays(): void
    {
        $trays = static fn (float $a, float $b, int $perTray = 40, float $phi = 30) => TrialSize::of($a, $b, $perTray, $phi, 0.8, 0.05);
        self::assertEqualsWithDelta($trays(0.7, 0.85)->cuttingsPerArm, $trays(0.85, 0.7)->cuttingsPerArm, 1e-9);
        self::assertGreaterThan($trays(0.7, 0.85)->traysPerArm, $trays(0.7, 0.78)->traysPerArm);
        self::assertGreaterThan($trays(0.7, 0.85, 40, 60)->cuttingsPerArm, $trays(0.7, 0.85, 40, 10)->cuttingsPerArm, 'Trays that differ more tell less.');
        self::assertSame(2, $trays(0.05, 0.95)->traysPerArm, 'Never one alone.');
        self::assertGreaterThan(TrialSize::of(0.7, 0.85, 40, 30, 0.8, 0.05)->cuttingsPerArm, TrialSize::of(0.7, 0.85, 40, 30, 0.95, 0.01)->cuttingsPerArm);
    }

    /** Of trials as large as it says, so many see the difference that is there. */
    public function testAsManyTrialsSeeTheDifferenceAsWasAsked(): void
    {
        $size = (int) ceil(TrialSize::of(0.6, 0.75, 1, 30, 0.8, 0.05)->cuttingsPerArm);
        $random = Normal::seeded(7);
        $rooted = static function (float $rate) use ($size, $random): float {
            $rooted = 0;
            for ($i = 0; $i < $size; ++$i) {
                $rooted += $random->units(1)[0] < $rate ? 1 : 0;
            }

            return $rooted / $size;
        };
        $seen = 0;
        for ($trial = 0; $trial < 2000; ++$trial) {
            [$a, $b] = [$rooted(0.6), $rooted(0.75)];
            $mean = ($a + $b) / 2;
            $seen += abs($a - $b) > Normal::quantile(0.975) * sqrt(2 * $mean * (1 - $mean) / $size) ? 1 : 0;
        }
        self::assertEqualsWithDelta(0.8, $seen / 2000, 0.03);
    }

    public function testTheQuantileOfTheNormalIsItsOwnInverse(): void
    {
        self::assertEqualsWithDelta(1.959963984540054, Normal::quantile(0.975), 1e-8);
        self::assertEqualsWithDelta(0.8416212335729143, Normal::quantile(0.8), 1e-8);
        foreach ([1e-6, 0.001, 0.0242, 0.0243, 0.2, 0.5, 0.7, 0.9999] as $p) {
            self::assertEqualsWithDelta($p, Normal::below(Normal::quantile($p)), 1.5e-7);
            self::assertEqualsWithDelta(-Normal::quantile($p), Normal::quantile(1 - $p), 1e-7);
        }
        self::assertSame([-INF, INF], [Normal::quantile(0.0), Normal::quantile(1.0)]);
    }

    /** @return iterable<string, array{string, array<string, mixed>, string, string}> */
    public static function wrong(): iterable
    {
        $size = ['rateA' => 0.7, 'rateB' => 0.85, 'perTray' => 40, 'phi' => 30, 'power' => 0.8, 'alpha' => 0.05];
        $trays = ['trays' => [['rooted' => 1, 'stuck' => 2]]];
        yield 'no difference' => ['trial_size', ['rateB' => 0.7] + $size, 'rateB', 'no_difference'];
        yield 'a rate of all' => ['trial_size', ['rateA' => 1] + $size, 'rateA', 'out_of_range'];
        yield 'more than stuck' => ['compare_arms', ['a' => ['rooted' => 3, 'stuck' => 2], 'b' => ['rooted' => 1, 'stuck' => 2]], 'a.rooted', 'more_than_there_are'];
        yield 'one arm' => ['compare_trays', ['arms' => [$trays]], 'arms', 'empty'];
        yield 'five arms' => ['compare_trays', ['arms' => array_fill(0, 5, $trays)], 'arms', 'out_of_range'];
        yield 'no tray' => ['compare_trays', ['arms' => [$trays, ['trays' => []]]], 'arms[1].trays', 'empty'];
        yield 'a batch of nothing' => ['rate_chart', ['rooted' => [1, 0], 'stuck' => [2, 0]], 'stuck[1]', 'not_positive'];
        yield 'more rooted' => ['rate_chart', ['rooted' => [3], 'stuck' => [2]], 'rooted[0]', 'more_than_there_are'];
        yield 'lists apart' => ['rate_chart', ['rooted' => [1, 2], 'stuck' => [2]], 'stuck', 'wrong_length'];
        yield 'no batch' => ['rate_chart', ['rooted' => [], 'stuck' => []], 'stuck', 'wrong_length'];
        yield 'more good than potted' => ['break_even', ['costPerStuck' => 1, 'costPerPotted' => 1, 'goodPerPotted' => 1.1, 'price' => 3], 'goodPerPotted', 'out_of_range'];
    }

    /** @param array<string, mixed> $input */
    #[DataProvider('wrong')]
    public function testWhatIsWrongIsNamed(string $calculation, array $input, string $field, string $code): void
    {
        try {
            Calculations::registry()->compute($calculation, json_encode($input, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION));
            self::fail('Should have been refused.');
        } catch (Refused $refused) {
            self::assertSame([$field, $code], [$refused->field, $refused->reason]);
        }
    }
}
