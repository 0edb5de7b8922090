<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Filler;
use WetCradle\Core\Bench\LaidOut;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\ListedWays;
use WetCradle\Core\Bench\Prices;
use WetCradle\Core\Bench\RentBound;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Bench\Taken;
use WetCradle\Core\Bench\ToPlace;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;

final class FillerTest extends TestCase
{
    /** Small houses, every way of filling which is tried: the search must find the best, and no bound may lie above it. */
    public function testOfEveryWayToFillASmallHouseItFindsTheBest(): void
    {
        mt_srand(9);
        $tight = $known = 0;
        for ($house = 0; $house < 30; ++$house) {
            $spaces = [Space::of('A', mt_rand(5, 9), self::comfort([10, 24]), 5), Space::of('B', mt_rand(5, 9), self::comfort([14, 28]), 5)];
            $ask = new ToPlace(5, $spaces);
            for ($batch = 0; $batch < 5; ++$batch) {
                $trays = mt_rand(2, 9);
                $weeks = mt_rand(1, 3);
                $heat = mt_rand(8, 24);
                $ask->batch("B{$batch}", 100 * $trays);
                foreach ([0, 1] as $space) {
                    for ($start = 0; $start <= 2; ++$start) {
                        $ask->lay(mt_rand(0, 5), new Leg($space, $start, $weeks, $trays, self::comfort([$heat, $heat + 4])));
                    }
                }
            }
            $best = self::bestOf($ask, new Taken(5, $spaces), 0);
            $filler = new Filler($ask, $house + 1);
            $filler->improve(20_000);
            self::assertSame($best, $filler->score());
            self::assertTrue($filler->isBest(), 'All fillings were parted until none was left that could cost less.');
            self::assertSame($best, $filler->bound());
            self::assertLessThanOrEqual($best, $filler->bound());
            self::assertLessThanOrEqual($best, RentBound::of($ask, $best), 'By what is known of it,');
            self::assertLessThanOrEqual($best, RentBound::of($ask, 2 * $best + 500), 'and by itself.');
            self::assertSame($filler->score(), self::costOf($ask, $filler->plan()));
            $fewest = self::bestOf($ask->countedAt(1), new Taken(5, $spaces), 0);
            self::assertLessThanOrEqual($fewest, $filler->fewestLeftOut());
            $known += $filler->fewestLeftOut() === $fewest ? 1 : 0;
            $tight += $best >= 100 ? 1 : 0;
        }
        self::assertGreaterThan(24, $known, 'Mostly it is known how few can be left out.');
        self::assertGreaterThan(8, $tight, 'Some of them leave somebody out, or it proves little.');
    }

    /** The best way through a zone's weeks against every set of lays that it could hold. */
    public function testAZoneIsFilledInTheBestWayThereIs(): void
    {
        mt_srand(31);
        for ($house = 0; $house < 25; ++$house) {
            $spaces = [Space::of('A', mt_rand(6, 9), self::comfort([10, 24]), 6, mt_rand(0, 2) === 0 ? [4] : [])];
            $ask = new ToPlace(6, $spaces);
            $of = [];
            for ($batch = 0; $batch < 5; ++$batch) {
                $ask->batch("B{$batch}", 0);
                $heat = mt_rand(8, 24);
                foreach ([0, 2] as $start) {
                    if ($ask->lay(0, new Leg(0, $start, mt_rand(1, 4), mt_rand(2, 6), self::comfort([$heat, $heat + 5])))) {
                        $of[] = $batch;
                    }
                }
            }
            $worth = array_map(static fn () => (float) mt_rand(-20, 4), $of);
            $best = 0.0;
            for ($bits = 0; $bits < 1 << count($of); ++$bits) {
                $taken = new Taken(6, $spaces);
                $sum = 0.0;
                foreach ($of as $lay => $batch) {
                    if ($bits >> $lay & 1) {
                        if (!$taken->fits($ask->leg($lay))) {
                            continue 2;
                        }
                        $taken->put("L{$lay}", false, $ask->leg($lay));
                        $sum += $worth[$lay];
                    }
                }
                $had = array_filter($of, static fn (int $lay) => ($bits >> $lay & 1) === 1, ARRAY_FILTER_USE_KEY);
                $best = $had === array_unique($had) ? min($best, $sum) : $best;
            }
            $chosen = [];
            $left = 10_000;
            $zone = ListedWays::of($ask, 0, $of, $left);
            self::assertNotNull($zone);
            self::assertEqualsWithDelta($best, $zone->best($worth, $chosen), 1e-9);
            self::assertEqualsWithDelta($best, array_sum(array_map(static fn (int $lay) => $worth[$lay], $chosen)), 1e-9);
            // Held to a lay, by a worth that nothing else comes near; and without it.
            $dearer = $zone->dearer($worth);
            foreach (array_keys($of) as $lay) {
                $held = [$lay => $worth[$lay] - 1000.0] + $worth;
                self::assertEqualsWithDelta($zone->best($held, $chosen) + 1000.0 - $best, $dearer[$lay], 1e-9);
                $without = $zone->without([$lay => true]);
                self::assertLessThan($zone->forks, $without->forks);
                self::assertEqualsWithDelta($zone->best([$lay => INF] + $worth, $chosen), $without->best($worth, $chosen), 1e-9);
                self::assertArrayNotHasKey($lay, $without->dearer($worth));
            }
            $fewer = 10_000 - $left - 1;
            self::assertGreaterThan($zone->forks, 10_000 - $left, 'Of the ways, many go on in the same way.');
            self::assertNull(ListedWays::of($ask, 0, $of, $fewer), 'too many to list');
        }
    }

    /** Two halves hold every filling between them, and what a part is narrowed by costs no better one. */
    public function testNothingIsLostBetweenTwoHalves(): void
    {
        mt_srand(12);
        for ($house = 0; $house < 20; ++$house) {
            $spaces = [Space::of('A', mt_rand(5, 9), self::comfort([10, 24]), 5), Space::of('B', mt_rand(5, 9), self::comfort([14, 28]), 5)];
            $ask = new ToPlace(5, $spaces);
            $of = [];
            for ($batch = 0; $batch < 5; ++$batch) {
                $trays = mt_rand(2, 9);
                $ask->batch("B{$batch}", 100 * $trays);
                foreach ([0, 1] as $space) {
                    for ($start = 0; $start <= 2; ++$start) {
                        if ($ask->lay(mt_rand(0, 5), new Leg($space, $start, 2, $trays, self::comfort([12, 20])))) {
                            $of[] = $batch;
                        }
                    }
                }
            }
            $best = self::bestOf($ask, new Taken(5, $spaces), 0);
            $prices = new Prices($ask, $of, array_map(static fn (int $space) => FullHouse::ways($ask, $space, $of), [0, 1]));
            for ($depth = 0; $depth < 4; ++$depth) {
                for ($round = 0; $round < 20; ++$round) {
                    $prices->round($best + 1);
                }
                self::assertLessThanOrEqual($best, $prices->bound());
                $prices->narrow($best + 1);
                self::assertFalse($prices->isOver($best + 1), 'The best is still in it.');
                $halves = $prices->halves();
                if ($halves === []) {
                    self::assertSame($best, self::costOf($ask, self::planOf($of, $prices->lays())));
                    break;
                }
                foreach ($halves as $half) {
                    for ($round = 0; $round < 40; ++$round) {
                        $half->round($best + 1);
                    }
                }
                self::assertLessThanOrEqual($best, min($halves[0]->bound(), $halves[1]->bound()));
                $prices = $halves[0]->bound() <= $best ? $halves[0] : $halves[1];
                if ($halves[0]->bound() <= $best && $halves[1]->bound() <= $best) {
                    // Which of them has the best is not known.
                    break;
                }
            }
        }
    }

    /**
     * @param list<int> $of
     * @param list<int> $lays
     *
     * @return array<int, ?int>
     */
    private static function planOf(array $of, array $lays): array
    {
        $plan = array_fill(0, 5, null);
        foreach ($lays as $lay) {
            $plan[$of[$lay]] = $lay;
        }

        return $plan;
    }

    public function testALargerHouseIsFilledFromWhatIsLikelyOfIt(): void
    {
        [$ask, , $all] = FullHouse::made(1, 3, 8, 11);
        self::assertGreaterThan(40, count($all));
        [$filler, $again, $first] = [new Filler($ask, 5), new Filler($ask, 5), new Filler($ask, 5)];
        $filler->improve(40_000);
        for ($piece = 0; $piece < 4; ++$piece) {
            $before = $again->score();
            $again->improve(10_000);
            self::assertLessThanOrEqual($before, $again->score());
        }
        self::assertLessThan(0.5 * $first->score(), $filler->score());
        foreach ([$filler, $again] as $done) {
            $plan = array_map(static fn (?int $lay) => $lay ?? LaidOut::NOWHERE, $done->plan());
            self::assertLessThan(FullHouse::leftOut($ask, array_map(static fn (?int $lay) => $lay ?? LaidOut::NOWHERE, $first->plan())), FullHouse::leftOut($ask, $plan));
            self::assertGreaterThan(0, $done->bound());
            self::assertLessThanOrEqual($done->score(), $done->bound());
        }
        [$one, $other] = [new Filler($ask, 5), new Filler($ask, 5)];
        $one->improve(15_000);
        $other->improve(15_000);
        self::assertSame($one->plan(), $other->plan(), 'The same luck, the same plan.');
    }

    public function testALayIsOneBatchInOneZoneFromAWeekOn(): void
    {
        $spaces = [Space::of('A', 5, self::comfort([10, 24]), 4), Space::of('B', 5, self::comfort([10, 24]), 4)];
        $ask = new ToPlace(4, $spaces);
        $ask->batch('EARLY', 500);
        self::assertTrue($ask->lay(0, self::leg(1, 1, 2)));
        $ask->batch('LATE', 400);
        self::assertTrue($ask->lay(0, self::leg(1, 2, 2)));
        self::assertTrue($ask->lay(3, self::leg(0, 2, 2)));
        $filler = new Filler($ask);
        $filler->improve(500);
        self::assertSame([0, 2], $filler->plan());
        self::assertSame([3, true], [$filler->score(), $filler->isBest()]);
        self::assertEquals(self::leg(1, 1, 2), $ask->leg(0));
        self::assertSame([[0, 1], [1, 3]], [$ask->laysOf(0), $ask->laysOf(1)]);
    }

    public function testWhatTheZonesForbidIsNoLay(): void
    {
        $ask = new ToPlace(4, [Space::of('A', 5, self::comfort([10, 24]), 4, [3])]);
        $ask->stands('OLD', self::leg(0, -2, 3));
        $ask->batch('X', 100);
        self::assertFalse($ask->lay(0, self::leg(0, 0, 1)), 'What stands there leaves no room in its last week.');
        self::assertTrue($ask->lay(0, self::leg(0, 1, 2)));
        self::assertFalse($ask->lay(0, self::leg(0, 2, 2)), 'out of use');
        self::assertFalse($ask->lay(0, self::leg(0, 3, 2)), 'past the end');
        self::assertFalse($ask->lay(0, new Leg(0, 1, 1, 1, self::comfort([30, 31]))), 'too cool for it');
    }

    public function testAHouseWithNothingToPlaceIsFilled(): void
    {
        $ask = new ToPlace(4, [Space::of('A', 5, self::comfort([10, 24]), 4)]);
        $filler = new Filler($ask);
        $filler->improve(100);
        self::assertSame([0, []], [$filler->score(), $filler->plan()]);
        $ask->batch('NOWHERE', 700);
        $filler = new Filler($ask);
        $filler->improve(100);
        self::assertSame([700, [null]], [$filler->score(), $filler->plan()]);
        self::assertTrue($filler->isBest(), 'It cannot lie anywhere, so nothing is better.');
        self::assertSame(700, $filler->bound());
    }

    public function testAPlanToGoOnFromMustBeOneOfItsOwn(): void
    {
        $ask = new ToPlace(4, [Space::of('A', 5, self::comfort([10, 24]), 4)]);
        $ask->batch('X', 100);
        $ask->lay(0, self::leg(0, 0, 2));
        $filler = new Filler($ask);
        $filler->from([0 => null]);
        self::assertSame([0], $filler->plan(), 'What has room is laid.');
        $this->expectException(Refused::class);
        $filler->from([0 => 7]);
    }

    public function testAHouseIsFilledForAtLeastOneWeek(): void
    {
        $this->expectException(Refused::class);
        new ToPlace(0, []);
    }

    private static function bestOf(ToPlace $ask, Taken $taken, int $batch): int
    {
        if (!isset($ask->names[$batch])) {
            return 0;
        }
        $best = $ask->leftOut[$batch] + self::bestOf($ask, $taken, $batch + 1);
        [$lay, $end] = $ask->laysOf($batch);
        for (; $lay < $end; ++$lay) {
            if ($taken->fits($ask->leg($lay))) {
                $taken->put($ask->names[$batch], false, $ask->leg($lay));
                $best = min($best, $ask->layCost[$lay] + self::bestOf($ask, $taken, $batch + 1));
                $taken->take($ask->names[$batch]);
            }
        }

        return $best;
    }

    /** @param array<int, ?int> $plan */
    private static function costOf(ToPlace $ask, array $plan): int
    {
        $cost = 0;
        foreach ($plan as $batch => $lay) {
            $cost += $lay === null ? $ask->leftOut[$batch] : $ask->layCost[$lay];
        }

        return $cost;
    }

    private static function leg(int $space, int $from, int $weeks): Leg
    {
        return new Leg($space, $from, $weeks, 4, self::comfort([18, 20]));
    }

    /** @param array{0: int, 1: int} $heat */
    private static function comfort(array $heat): Comfort
    {
        return Comfort::of(Range::of(...$heat), Range::of(0, 3));
    }
}
