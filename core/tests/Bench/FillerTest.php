<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Filler;
use WetCradle\Core\Bench\FillingBound;
use WetCradle\Core\Bench\Leg;
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
        $tight = 0;
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
            $filler->improve(6000);
            self::assertSame($best, $filler->score());
            self::assertLessThanOrEqual($best, FillingBound::of($ask, $filler->score()));
            self::assertSame($filler->score(), self::costOf($ask, $filler->plan()));
            $tight += $best >= 100 ? 1 : 0;
        }
        self::assertGreaterThan(8, $tight, 'Some of them leave somebody out, or it proves little.');
    }

    public function testALayInTwoZonesTakesRoomInBoth(): void
    {
        $spaces = [Space::of('A', 5, self::comfort([10, 24]), 4), Space::of('B', 5, self::comfort([10, 24]), 4)];
        $ask = new ToPlace(4, $spaces);
        $ask->batch('MOVES', 500);
        self::assertTrue($ask->lay(0, self::leg(0, 0, 2), self::leg(1, 2, 2)));
        $ask->batch('LATE', 400);
        self::assertTrue($ask->lay(0, self::leg(1, 2, 2)));
        self::assertTrue($ask->lay(3, self::leg(0, 2, 2)));
        $filler = new Filler($ask);
        $filler->improve(50);
        self::assertSame([0, 2], $filler->plan());
        self::assertSame(3, $filler->score());
        self::assertEquals([self::leg(0, 0, 2), self::leg(1, 2, 2)], $ask->legs(0));
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
        self::assertSame(700, FillingBound::of($ask, 700));
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
            $legs = $ask->legs($lay);
            if (array_filter($legs, $taken->fits(...)) === $legs) {
                $taken->put($ask->names[$batch], false, ...$legs);
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
