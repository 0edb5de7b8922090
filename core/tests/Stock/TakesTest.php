<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Stock;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calculations;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\CuttingsPerShoot;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\DivisionPath;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\StockTakes;
use WetCradle\Core\Stock\StockYear;
use WetCradle\Core\Stock\TakeWeeks;

final class TakesTest extends TestCase
{
    /** By hand: 20 shoots, half at a take. 10, then 5 of 10, then 2 of 5: cut every week, the block is used up. */
    public function testABlockCutEveryWeekRunsDry(): void
    {
        $season = StockTakes::of(10, ShootHabit::of(20, 40, 0.5, 2, 6), array_map(static fn (int $w) => ['week' => $w, 'cuttings' => 100], [20, 21, 22, 23]));
        self::assertSame([10, 5, 2, 1], array_column($season->takes, 'takenPerPlant'));
        self::assertSame([100, 50, 20, 10], array_column($season->takes, 'available'));
        self::assertSame(2, $season->shootsLeft());
        // Six weeks after each take it comes back twofold: 2 + 20 + 10 + 4 + 2.
        self::assertSame(38, array_column($season->course(), 'to')[7]);
    }

    public function testNeverMoreThanTheCapNorThanThePlantCarries(): void
    {
        mt_srand(7);
        for ($i = 0; $i < 400; ++$i) {
            $most = mt_rand(1, 80);
            $habit = ShootHabit::of(mt_rand(0, $most), $most, mt_rand(0, 100) / 100, mt_rand(0, 30) / 10, mt_rand(0, 8));
            $takes = array_map(static fn () => ['week' => mt_rand(1, 40), 'cuttings' => mt_rand(0, 3) === 0 ? null : mt_rand(0, 900)], range(1, mt_rand(1, 9)));
            $season = StockTakes::of(mt_rand(0, 50), $habit, $takes);
            $shoots = $habit->shoots;
            foreach ($season->course() as $step) {
                self::assertEqualsWithDelta($shoots, $step['from'], 1e-9);
                self::assertGreaterThanOrEqual(0, $step['to']);
                self::assertLessThanOrEqual($most, $step['to']);
                $shoots = $step['to'];
            }
            foreach ($season->takes as $take) {
                self::assertLessThanOrEqual($take['availablePerPlant'], $take['takenPerPlant']);
            }
            self::assertCount(count($takes), $season->takes);
        }
    }

    public function testAnEarlierTakeNeverLeavesMoreBeforeTheFlush(): void
    {
        $habit = ShootHabit::of(30, 60, 0.4, 2, 5);
        for ($asked = 0, $last = PHP_INT_MAX; $asked <= 400; $asked += 20) {
            $left = StockTakes::of(20, $habit, [['week' => 20, 'cuttings' => $asked], ['week' => 24, 'cuttings' => 0]])->takes[1]['available'];
            self::assertLessThanOrEqual($last, $left);
            $last = $left;
        }
    }

    public function testTakesAreReckonedInTheOrderOfTheirWeeks(): void
    {
        $habit = ShootHabit::of(24, 60, 0.5, 2, 4);
        $takes = [['week' => 28, 'cuttings' => null], ['week' => 20, 'cuttings' => null], ['week' => 24, 'cuttings' => null]];
        self::assertSame([480, 720, 1080], array_column(StockTakes::of(40, $habit, $takes)->takes, 'available'));
    }

    /** What was taken is reckoned once, and what may follow from there on: with all flushes that are still to come, and no others. */
    public function testTakesGoOnFromThoseBeforeAsIfAllWereReckonedAtOnce(): void
    {
        mt_srand(12);
        $flushes = 0;
        for ($i = 0; $i < 600; ++$i) {
            $year = mt_rand(0, 2) === 0 ? StockYear::of(mt_rand(40, 46), mt_rand(4, 8), mt_rand(0, 5)) : null;
            $most = mt_rand(5, 60);
            $habit = ShootHabit::of(mt_rand(1, $most), $most, mt_rand(20, 80) / 100, mt_rand(5, 30) / 10, mt_rand(0, 12), null, $year);
            $first = Week::of('2027-W10')->ordinal();
            $weeks = array_map(static fn () => $first + mt_rand(0, 60), range(1, mt_rand(2, 9)));
            sort($weeks);
            $takes = array_map(static fn (int $week) => ['week' => $week, 'cuttings' => mt_rand(0, 4) === 0 ? null : mt_rand(0, 200)], $weeks);
            $atOnce = StockTakes::of(10, $habit, $takes);
            $before = mt_rand(0, count($takes));
            $inParts = StockTakes::in(TakeWeeks::of($habit, $weeks), 10, $habit, array_slice($takes, 0, $before))->then(array_slice($takes, $before));
            self::assertSame($atOnce->takes, $inParts->takes);
            self::assertSame([$atOnce->shootsLeft(), $atOnce->course()], [$inParts->shootsLeft(), $inParts->course()]);
            $flushes += count($atOnce->course()) - count($takes);
        }
        self::assertGreaterThan(1000, $flushes, 'Shoots came back between them.');
    }

    /** Whether it is enough is found without finding how many are left: both must say the same. */
    public function testItIsEnoughWhereAsManyAreLeft(): void
    {
        mt_srand(23);
        $enough = 0;
        for ($i = 0; $i < 1500; ++$i) {
            $most = mt_rand(1, 30);
            $year = mt_rand(0, 2) === 0 ? StockYear::of(mt_rand(40, 46), mt_rand(4, 8), mt_rand(0, 5)) : null;
            $habit = ShootHabit::of(mt_rand(1, $most), $most, mt_rand(10, 100) / 100, mt_rand(0, 30) / 10, mt_rand(0, 20), null, $year);
            $on = new \DateTimeImmutable('2027-05-12');
            $takes = array_map(
                static fn () => ['on' => $on->modify(sprintf('%+d days', mt_rand(-200, 200))), 'cuttings' => mt_rand(0, 200)],
                range(1, mt_rand(1, 6)),
            );
            $asked = mt_rand(0, 400);
            $offer = BlockOffer::of(20, $habit, mt_rand(1, 2), mt_rand(0, 3) === 0 ? 12 : null, $takes, $on, $asked);
            // Each is asked first of one that was not asked before.
            $isEnough = (clone $offer)->isEnough();
            $left = $offer->left();
            self::assertSame($asked <= $left, $isEnough, "{$asked} of {$left}");
            $enough += $isEnough && $asked > 0 ? 1 : 0;
        }
        self::assertGreaterThan(200, $enough);
        self::assertLessThan(1300, $enough);
    }

    public function testSharesAreReckonedAsByHand(): void
    {
        self::assertSame(29, StockTakes::of(1, ShootHabit::of(100, 100, 0.29, 2, 4), [['week' => 1, 'cuttings' => null]])->takes[0]['takenPerPlant']);
        self::assertSame(3, CuttingsPerShoot::of(8.2, 1, 2.4, 1, 0, 2.4, false)->cuttings());
    }

    /** By hand: 60 · 3 · 0.9 = 162, · 2.7 = 437.4, · 2.7 = 1179.9, · 2.7 = 3183.3; 883 held give 2384 − 883 = 1501. */
    public function testSixtyClumpsToFifteenHundred(): void
    {
        $path = DivisionPath::of(60, 3, 0.9, 1500, 8);
        self::assertSame([60, 162, 437, 1179, 3183], $path->path);
        self::assertSame([4, 883], [$path->years, $path->holdEachYear]);
        self::assertNull(DivisionPath::of(60, 3, 0.9, 1500, 3)->years);
    }

    public function testHoldingOneFewerWouldFallShort(): void
    {
        foreach ([[2, 0.75], [4, 0.95], [1.3, 0.9], [3, 1.0], [2, 0.51]] as [$times, $survival]) {
            foreach ([1, 17, 250, 9999] as $target) {
                $hold = (int) DivisionPath::of(10, $times, $survival, $target, 5)->holdEachYear;
                self::assertGreaterThanOrEqual($target, (int) floor($hold * $times * $survival + 1e-6) - $hold);
                self::assertLessThan($target, (int) floor(($hold - 1) * $times * $survival + 1e-6) - $hold + 1);
            }
        }
    }

    public function testEnoughAlreadyTakesNoYear(): void
    {
        self::assertSame([[900], 0], [DivisionPath::of(900, 2, 0.9, 800, 5)->path, DivisionPath::of(900, 2, 0.9, 800, 5)->years]);
    }

    public function testRootingBetweenNodesNeverGivesFewer(): void
    {
        for ($shoot = 5; $shoot < 90; $shoot += 7) {
            foreach ([1.5, 4, 6.5] as $internode) {
                $nodal = CuttingsPerShoot::of($shoot, 4, $internode, 1, 1, 5, false)->cuttings();
                self::assertGreaterThanOrEqual($nodal, CuttingsPerShoot::of($shoot, 4, $internode, 1, 1, 5, true)->cuttings());
            }
        }
    }

    /** @return iterable<string, array{0: string, 1: string, 2: string, 3: string}> */
    public static function badInput(): iterable
    {
        $takes = '"plants":4,"shootsPerPlant":10,"maxShoots":20,"branching":2,"recoveryWeeks":4';
        yield 'a cap over one' => ['stock_takes', "{{$takes},\"capShare\":1.2,\"takes\":[]}", 'capShare', 'out_of_range'];
        yield 'more shoots than it carries' => [
            'stock_takes',
            '{"plants":4,"shootsPerPlant":10,"maxShoots":9,"branching":2,"recoveryWeeks":4,"capShare":0.5,"takes":[]}',
            'maxShoots',
            'upside_down',
        ];
        yield 'a take without a week' => ['stock_takes', "{{$takes},\"capShare\":0.5,\"takes\":[{\"cuttings\":3}]}", 'takes[0].week', 'missing'];
        yield 'part of a cutting' => ['stock_takes', "{{$takes},\"capShare\":0.5,\"takes\":[{\"week\":3,\"cuttings\":1.5}]}", 'takes[0].cuttings', 'not_whole'];
        yield 'no distance between nodes' => [
            'cuttings_per_shoot',
            '{"shootCm":60,"dropTipCm":8,"internodeCm":0,"nodesBelow":1,"nodesAbove":1,"minLengthCm":7,"rootsBetweenNodes":false}',
            'internodeCm',
            'not_positive',
        ];
        yield 'a cutting of no nodes' => [
            'cuttings_per_shoot',
            '{"shootCm":60,"dropTipCm":8,"internodeCm":3,"nodesBelow":1,"nodesAbove":0,"minLengthCm":0,"rootsBetweenNodes":true}',
            'nodesAbove',
            'out_of_range',
        ];
        yield 'survival over one' => ['division_path', '{"start":60,"multiplication":3,"survival":1.1,"target":10,"maxYears":3}', 'survival', 'out_of_range'];
        yield 'an optimum upside down' => [
            'thermal_days',
            '{"temperatures":[10],"base":6,"optimumLow":25,"optimumHigh":20,"ceiling":36}',
            'optimumHigh',
            'upside_down',
        ];
        yield 'a base in the optimum' => [
            'thermal_days',
            '{"temperatures":[10],"base":21,"optimumLow":20,"optimumHigh":25,"ceiling":36}',
            'optimumLow',
            'upside_down',
        ];
        yield 'a word for a temperature' => [
            'thermal_days',
            '{"temperatures":[10,"warm"],"base":6,"optimumLow":20,"optimumHigh":25,"ceiling":36}',
            'temperatures[1]',
            'wrong_type',
        ];
    }

    #[DataProvider('badInput')]
    public function testBadInputNamesItsField(string $name, string $json, string $field, string $reason): void
    {
        try {
            Calculations::registry()->compute($name, $json);
            self::fail('Should have been refused.');
        } catch (Refused $refused) {
            self::assertSame([$field, $reason], [$refused->field, $refused->reason]);
        }
    }
}
