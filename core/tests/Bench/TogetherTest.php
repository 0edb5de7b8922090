<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\LaidOut;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\LikelyLays;
use WetCradle\Core\Bench\Luck;
use WetCradle\Core\Bench\Prices;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Bench\Taken;
use WetCradle\Core\Bench\Together;
use WetCradle\Core\Bench\ToPlace;
use WetCradle\Core\Bench\ZonesAnew;
use WetCradle\Core\Numbers\Range;

final class TogetherTest extends TestCase
{
    /** One filling for each of three zones, against every way to take one of each. */
    public function testOfEveryWayToTakeOneFillingForEachZoneItFindsTheCheapest(): void
    {
        mt_srand(41);
        $none = 0;
        for ($house = 0; $house < 120; ++$house) {
            $price = [];
            for ($batch = 0; $batch < 6; ++$batch) {
                $price[1 << $batch] = mt_rand(0, 3) === 0 ? INF : (float) mt_rand(0, 9);
            }
            $zones = [];
            for ($zone = 0; $zone < 3; ++$zone) {
                $of = [];
                for ($some = mt_rand(1, 8); $some > 0; --$some) {
                    $of[mt_rand(0, 63)] = (float) mt_rand(0, 12);
                }
                asort($of);
                $least = (float) reset($of);
                $zones[] = [array_keys($of), array_map(static fn (float $cost) => $cost - $least, array_values($of))];
            }
            $room = (float) mt_rand(0, 25) + 0.5;
            $best = $room;
            foreach ($zones[0][0] as $a => $one) {
                foreach ($zones[1][0] as $b => $other) {
                    foreach ($zones[2][0] as $c => $third) {
                        if (($one & $other) === 0 && (($one | $other) & $third) === 0) {
                            $best = min($best, self::costOf([$one, $other, $third], $price) + $zones[0][1][$a] + $zones[1][1][$b] + $zones[2][1][$c]);
                        }
                    }
                }
            }
            $left = 1_000_000;
            $found = Together::cheapest($zones, $price, $room, $left);
            self::assertGreaterThan(0, $left);
            self::assertSame($best < $room, $found !== [], 'There is one below what it may cost, or there is none.');
            $none += $found === [] ? 1 : 0;
            if ($found !== []) {
                $cost = self::costOf($found, $price);
                foreach ($found as $zone => $filling) {
                    $cost += $zones[$zone][1][(int) array_search($filling, $zones[$zone][0], true)];
                }
                self::assertEqualsWithDelta($best, $cost, 1e-9);
            }
        }
        self::assertGreaterThan(20, $none);
        self::assertLessThan(100, $none);
    }

    public function testItEndsWhereThereIsTooMuchToLookAt(): void
    {
        $zone = [range(0, 63), array_map(static fn (int $i) => 0.01 * $i, range(0, 63))];
        $price = array_fill_keys(array_map(static fn (int $i) => 1 << $i, range(0, 5)), 5.0);
        $left = 40;
        Together::cheapest([$zone, $zone, $zone], $price, 30.0, $left);
        self::assertLessThan(0, $left, 'It says that it was ended before its end.');
        $left = 100_000;
        $found = Together::cheapest([$zone, $zone, $zone], $price, 30.0, $left);
        self::assertSame(63, array_sum($found), 'Each of the six is in one of the three.');
    }

    /** Every set of batches that a zone can have for so much, each at its cheapest, against every set of lays that it could hold. */
    public function testAllThatAZoneCanHaveForLittleMoreThanItsBestIsListed(): void
    {
        mt_srand(5);
        $listed = 0;
        for ($house = 0; $house < 25; ++$house) {
            $spaces = [Space::of('A', mt_rand(6, 12), self::comfort([10, 24]), 6)];
            $ask = new ToPlace(6, $spaces);
            $of = [];
            for ($batch = 0; $batch < 5; ++$batch) {
                $ask->batch("B{$batch}", 0);
                $heat = mt_rand(8, 24);
                foreach ([0, 2] as $start) {
                    if ($ask->lay(mt_rand(0, 9), new Leg(0, $start, mt_rand(1, 4), mt_rand(2, 6), self::comfort([$heat, $heat + 5])))) {
                        $of[] = $batch;
                    }
                }
            }
            $zone = FullHouse::ways($ask, 0, $of);
            $worth = array_map(static fn () => (float) mt_rand(-20, 4), $of);
            [$sets, $least] = self::setsOf($ask, $spaces, $of, $worth);
            $taken = [];
            $best = $zone->best($worth, $taken);
            $left = 100_000;
            [$fillings, $dearer] = $zone->fillings($worth, $of, 15.0, $left) ?? self::fail('few enough');
            $listed += count($fillings);
            $sorted = $dearer;
            sort($sorted);
            self::assertSame($sorted, $dearer, 'the cheapest first');
            self::assertEqualsWithDelta(0.0, $dearer[0], 1e-9, 'No way has a batch twice, so that the best is a filling.');
            $is = array_combine($fillings, array_map(static fn (float $more) => round($more + $best, 6), $dearer));
            $should = array_filter($sets, static fn (float $cost) => $cost <= $best + 15.0);
            ksort($is);
            ksort($should);
            self::assertEquals($should, $is);
            foreach ($fillings as $filling) {
                $lays = $zone->laysFor($filling, $ask->layCost, $of);
                self::assertSame($filling, array_sum(array_map(static fn (int $lay) => 1 << $of[$lay], $lays)));
                self::assertSame($least[$filling], array_sum(array_map(static fn (int $lay) => $ask->layCost[$lay], $lays)));
            }
            $left = 3;
            self::assertNull($zone->fillings($worth, $of, 15.0, $left), 'too many to walk');
        }
        self::assertGreaterThan(100, $listed);
    }

    /** In pieces, so that a search can be stopped in between, the same is found as in one go; and no piece is long. */
    public function testWhatIsLookedThroughInPiecesIsTheSame(): void
    {
        [$ask, $of, $zones] = FullHouse::listed(2);
        $likely = new LikelyLays($ask, $of, $zones);
        for ($round = 0; $round < 80; ++$round) {
            $likely->round(array_sum($ask->leftOut));
        }
        $worth = $price = [];
        foreach ($likely->prices() as $batch => $each) {
            $price[1 << $batch] = max(0.0, $each);
        }
        foreach ($of as $lay => $batch) {
            $worth[] = $ask->layCost[$lay] - $ask->leftOut[$batch] + $likely->prices()[$batch];
        }
        $given = [$zones, $worth, $ask->layCost, $of, $price, 4.0 * $ask->weekOff()];
        $left = $all = 3_000_000;
        $lays = Together::lays(...$given, left: $left);
        $rest = $all;
        $search = Together::search(...$given, left: $rest);
        $pieces = iterator_to_array($search, false);
        self::assertNotSame([], $lays);
        self::assertSame($lays, $search->getReturn());
        self::assertSame($left, $rest);
        self::assertGreaterThan(count($zones), count($pieces), 'More than what zones have is looked at.');
        self::assertLessThanOrEqual($all - $rest, array_sum($pieces));
        self::assertLessThan(100_000, max(0, ...$pieces));
    }

    /** Filled anew here and there, a house never costs more than before, and at each moment all its numbers are right. */
    public function testZonesFilledAnewAreNeverDearer(): void
    {
        mt_srand(77);
        $spaces = [
            Space::of('A', 12, self::comfort([10, 24]), 10), Space::of('B', 9, self::comfort([12, 26]), 10), Space::of('C', 10, self::comfort([14, 28]), 10),
        ];
        $ask = new ToPlace(10, $spaces);
        $lays = [];
        for ($batch = 0; $batch < 24; ++$batch) {
            $trays = mt_rand(3, 9);
            $heat = mt_rand(12, 22);
            $start = mt_rand(0, 5);
            $ask->batch("B{$batch}", 100 * $trays);
            foreach ([0, 1, 2] as $space) {
                foreach ([0, 1, 2] as $later) {
                    $ask->lay($later, new Leg($space, $start + $later, 3, $trays, self::comfort([$heat, $heat + 4])));
                }
            }
            [$first, $end] = $ask->laysOf($batch);
            $lays[] = range($first, $end - 1);
        }
        $house = new LaidOut($ask);
        $luck = new Luck(3);
        $anew = new ZonesAnew($ask, $lays, $luck);
        $begun = $score = $house->score;
        for ($try = 0; $try < 40; ++$try) {
            self::assertGreaterThan(0, $anew->around($luck->below(24), $house));
            self::assertLessThanOrEqual($score, $house->score);
            $score = $house->score;
        }
        self::assertLessThan(0.5 * $begun, $score);
        $taken = new Taken(10, $spaces);
        $cost = 0;
        foreach ($house->at as $batch => $lay) {
            if ($lay < 0) {
                $cost += $ask->leftOut[$batch];
            } else {
                self::assertTrue($taken->fits($ask->leg($lay)));
                $taken->put($ask->names[$batch], false, $ask->leg($lay));
                $cost += $ask->layCost[$lay];
            }
        }
        self::assertSame($cost, $score);
    }

    /** What is looked through is the cheapest there is, or nothing is cheaper than what is known. */
    public function testWhatIsLookedThroughIsTheCheapest(): void
    {
        $ask = new ToPlace(4, [Space::of('A', 5, self::comfort([10, 24]), 4), Space::of('B', 5, self::comfort([10, 24]), 4)]);
        $of = [];
        foreach ([500, 400, 300] as $batch => $leftOut) {
            $ask->batch("B{$batch}", $leftOut);
            foreach ([0, 1] as $space) {
                $ask->lay($space, new Leg($space, 1, 2, 4, self::comfort([18, 20])));
                $of[] = $batch;
            }
        }
        $zones = array_map(static fn (int $space) => FullHouse::ways($ask, $space, $of), [0, 1]);
        $looked = static function (int $known, int $most) use ($ask, $of, $zones): array {
            $prices = new Prices($ask, $of, $zones);
            $prices->round($known);
            $lays = [];
            foreach ($prices->lookThrough($known, $most) as $taken) {
                $lays = $taken;
            }

            return [$lays, $prices->isOver($known)];
        };
        [$lays, $isOver] = $looked(900, 10_000);
        self::assertTrue($isOver);
        self::assertEqualsCanonicalizing([0, 1], array_map(static fn (int $lay) => $of[$lay], $lays), 'The one that costs least is left out.');
        self::assertSame([[], true], $looked(301, 10_000), 'Nothing is cheaper.');
        self::assertSame([[], false], $looked(900, 1), 'It was not looked through.');
    }

    /**
     * @param array<int, int|float> $fillings
     * @param array<int, float>     $price
     */
    private static function costOf(array $fillings, array $price): float
    {
        $cost = 0.0;
        foreach ($price as $batch => $each) {
            $cost += ((int) array_sum($fillings) & $batch) === 0 ? $each : 0.0;
        }

        return $cost;
    }

    /**
     * @param list<Space> $spaces
     * @param list<int>   $of
     * @param list<float> $worth
     *
     * @return array{array<int, float>, array<int, int>} by the bits of the batches, the least worth, and the least cost, of lays that go together
     */
    private static function setsOf(ToPlace $ask, array $spaces, array $of, array $worth): array
    {
        $sets = $least = [];
        for ($bits = 0; $bits < 1 << count($of); ++$bits) {
            $taken = new Taken(6, $spaces);
            $sum = 0.0;
            $cost = $set = 0;
            foreach ($of as $lay => $batch) {
                if ($bits >> $lay & 1) {
                    if (($set >> $batch & 1) === 1 || !$taken->fits($ask->leg($lay))) {
                        continue 2;
                    }
                    $taken->put("L{$lay}", false, $ask->leg($lay));
                    $sum += $worth[$lay];
                    $cost += $ask->layCost[$lay];
                    $set |= 1 << $batch;
                }
            }
            $sets[$set] = min($sets[$set] ?? INF, $sum);
            $least[$set] = min($least[$set] ?? PHP_INT_MAX, $cost);
        }

        return [$sets, $least];
    }

    /** @param array{0: int, 1: int} $heat */
    private static function comfort(array $heat): Comfort
    {
        return Comfort::of(Range::of(...$heat), Range::of(0, 3));
    }
}
