<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Filler;
use WetCradle\Core\Bench\LaidOut;
use WetCradle\Core\Bench\LikelyLays;
use WetCradle\Core\Bench\Luck;
use WetCradle\Core\Bench\Settling;
use WetCradle\Core\Bench\ToPlace;

final class SettlingTest extends TestCase
{
    private const LOOKS = 20_000_000;

    public function testAZoneWithinSomeRoomKeepsJustWhatCostsNoMore(): void
    {
        mt_srand(17);
        [$ask, $of, $zones] = FullHouse::listed(4);
        foreach ($zones as $zone) {
            $worth = array_map(static fn (int $cost, int $batch) => $cost - (float) mt_rand(0, 40), $ask->layCost, $of);
            $dearer = $zone->dearer($worth);
            $taken = $some = [];
            $least = $zone->best($worth, $taken);
            foreach ([0.5, 4.5, 20.5, 1e6] as $room) {
                $within = $zone->within($worth, $room);
                self::assertEquals(self::upTo($dearer, $room), self::upTo($within->lays() + $within->dearer($worth), INF));
                self::assertEqualsWithDelta($least, $within->best($worth, $some), 1e-6);
                self::assertLessThanOrEqual($zone->forks, $within->forks);
                self::assertFalse($within->isBarred());
                foreach ($within->dearer($worth) as $lay => $more) {
                    self::assertEqualsWithDelta($dearer[$lay], $more, 1e-6);
                }
            }
            self::assertSame($zone->forks, $within->forks, 'There was room for all.');
            // All that is left in the cheapest way lies on it: without one of its lays there is none.
            $only = $zone->within($worth, 0.0);
            self::assertTrue($only->without(array_slice($only->lays(), 0, 1, true))->isBarred() || $only->forks > count($taken));
        }
    }

    public function testWithSomeOfTheBestPlanSettledTheCheapestIsThatPlan(): void
    {
        [$ask, $filler, $prices] = self::solved();
        $placed = array_filter($filler->plan(), static fn (?int $lay) => $lay !== null);
        $settled = array_slice($placed, 0, 8, true);
        $now = clone $prices;
        self::assertTrue($now->settle($settled, $prices->room($filler->score() + 1)));
        self::assertSame([], array_intersect_key(array_flip(array_keys($now->often())), array_flip($settled)), 'What is settled is open no more.');
        for ($round = 0; $round < 10; ++$round) {
            $now->round($filler->score() + 1);
            self::assertLessThanOrEqual($filler->score(), $now->bound());
        }
        $left = self::LOOKS;
        $taken = $now->cheapest($now->room($filler->score() + 1), $left);
        self::assertGreaterThanOrEqual(0, $left);
        self::assertSame($filler->score(), self::scoreOf($ask, $taken));
        self::assertSame([], array_diff($settled, $taken));
        $left = self::LOOKS;
        self::assertSame([], $now->cheapest($now->room($filler->score()), $left), 'Nothing is cheaper.');
        self::assertGreaterThanOrEqual(0, $left);
    }

    public function testWhatCannotLieTogetherIsSaidAndTheRestIsAsItWas(): void
    {
        [$ask, , $prices] = self::solved();
        [$first] = $ask->laysOf(0);
        $house = new LaidOut($ask);
        $house->put(0, $first);
        $barred = [];
        foreach (array_keys($ask->names) as $batch) {
            [$lay, $end] = $ask->laysOf($batch);
            for (; $batch > 0 && $lay < $end && $barred === []; ++$lay) {
                $barred = $house->fits($lay) ? [] : [$batch => $lay];
            }
        }
        self::assertNotSame([], $barred);
        $bound = $prices->bound();
        $one = clone $prices;
        self::assertTrue($one->settle([0 => $first], 1e6));
        $other = clone $one;
        self::assertFalse($other->settle($barred, 1e6) && self::isLaid($other, $barred));
        self::assertSame($bound, $prices->bound());
    }

    public function testEachFillingThatComesOfItIsWithoutFaultsAndTheBestIsSoonMet(): void
    {
        $met = 0;
        foreach ([1, 2, 3] as $seed) {
            [$ask, $filler, $prices, $of] = self::solved($seed);
            $known = $filler->score() + 150;
            $said = $known;
            $all = [];
            foreach ([5, 5, 6] as $luck) {
                $some = [];
                foreach ((new Settling($ask, $of, $prices, new Luck($luck)))->search(static fn () => $known) as $steps => $taken) {
                    self::assertGreaterThan(0, $steps);
                    if ($taken !== []) {
                        $some[] = $taken;
                        $score = self::scoreOf($ask, $taken);
                        self::assertGreaterThanOrEqual($filler->score(), $score);
                        self::assertLessThan($known, $score);
                        $said = min($said, $score);
                    }
                }
                $all[] = $some;
            }
            self::assertSame($all[0], $all[1], 'The same luck finds the same.');
            $met += $said <= 1.05 * $filler->score() ? 1 : 0;
        }
        self::assertGreaterThanOrEqual(2, $met);
    }

    public function testWhereNothingCheaperCanBeHadItComesToNothing(): void
    {
        [$ask, $filler, $prices, $of] = self::solved();
        foreach ((new Settling($ask, $of, $prices, new Luck(3)))->search(static fn () => $filler->score()) as $taken) {
            self::assertSame([], $taken);
        }
    }

    /**
     * @param array<int, float|true> $by
     *
     * @return list<int> the lays that cost no more, in order
     */
    private static function upTo(array $by, float $room): array
    {
        $lays = array_keys(array_filter($by, static fn (float|bool $more) => $more === true || $more <= $room));
        sort($lays);

        return $lays;
    }

    /** @param array<int, int> $lays whether each of these is in what is cheapest */
    private static function isLaid(LikelyLays $prices, array $lays): bool
    {
        $left = self::LOOKS;

        return array_diff($lays, $prices->cheapest(50.0, $left)) === [];
    }

    /** @param list<int> $taken one lay of each batch at most, without faults */
    private static function scoreOf(ToPlace $ask, array $taken): int
    {
        $house = new LaidOut($ask);
        foreach (array_keys($ask->names) as $batch) {
            [$first, $end] = $ask->laysOf($batch);
            foreach ($taken as $lay) {
                if ($lay >= $first && $lay < $end) {
                    self::assertTrue($house->isOut($batch) && $house->fits($lay));
                    $house->put($batch, $lay);
                }
            }
        }

        return $house->score;
    }

    /** @return array{ToPlace, Filler, LikelyLays, list<int>} a house, filled in the best way there is, nearly the right prices, and the batch of each lay */
    private static function solved(int $seed = 1): array
    {
        [$ask, $of, $zones] = FullHouse::listed($seed, 12);
        $filler = new Filler($ask, $seed);
        $filler->improve(60_000);
        self::assertTrue($filler->isBest());
        $prices = new LikelyLays($ask, $of, $zones);
        for ($round = 0; $round < 400 && !$prices->isNear(); ++$round) {
            $prices->round($filler->score() + 150);
        }
        self::assertTrue($prices->isNear());

        return [$ask, $filler, $prices, $of];
    }
}
