<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Filler;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\LikelyLays;
use WetCradle\Core\Bench\Prices;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Bench\ToPlace;
use WetCradle\Core\Bench\ZoneWays;
use WetCradle\Core\Numbers\Range;

final class LikelyLaysTest extends TestCase
{
    private const ROUNDS = 100;

    public function testNothingCostsLessThanTheBoundWhichComesNearerThanThatOfFewRoundsOfPrices(): void
    {
        $here = $there = 0;
        foreach ([1, 2] as $seed) {
            [$ask, $of, $zones] = FullHouse::listed($seed);
            $filler = new Filler($ask, $seed);
            $filler->improve(4_000);
            $likely = self::priced($ask, $of, $zones, $filler->score());
            self::assertLessThanOrEqual($filler->score(), $likely->bound());
            $prices = new Prices($ask, $of, $zones);
            for ($round = 0; $round < self::ROUNDS; ++$round) {
                $prices->round($filler->score());
            }
            $here += $likely->bound();
            $there += $prices->bound();
        }
        self::assertGreaterThan($there, $here);
    }

    public function testWhatItKnowsBeforehandOfTheBestDoesNotMatterMuch(): void
    {
        [$ask, $of, $zones] = FullHouse::listed(1);
        $near = self::priced($ask, $of, $zones, 200)->bound();
        $far = self::priced($ask, $of, $zones, 200_000)->bound();
        self::assertEqualsWithDelta($near, $far, 0.25 * $near);
    }

    public function testMostOfAGoodPlanIsLikely(): void
    {
        $had = $all = 0;
        foreach ([1, 2] as $seed) {
            [$ask, $of, $zones] = FullHouse::listed($seed);
            $filler = new Filler($ask, $seed);
            $filler->improve(15_000);
            $first = self::priced($ask, $of, $zones, $filler->score())->first(5 * count($ask->names));
            self::assertCount(5 * count($ask->names), $first, 'A quarter of what there is.');
            self::assertLessThan(0.35 * count($of), count($first));
            $placed = array_filter($filler->plan(), static fn (?int $lay) => $lay !== null);
            $had += count(array_intersect_key(array_flip($placed), $first));
            $all += count($placed);
        }
        self::assertGreaterThan(0.7 * $all, $had);
    }

    public function testAHouseWithSomeLaysOnlyIsTheSameOtherwise(): void
    {
        [$ask] = FullHouse::listed(3);
        $kept = array_filter(array_fill_keys(array_keys($ask->layCost), true), static fn (int $lay) => $lay % 3 === 0, ARRAY_FILTER_USE_KEY);
        [$part, $lays] = $ask->only($kept);
        self::assertSame(array_keys($kept), $lays);
        self::assertSame([$ask->names, $ask->leftOut, $ask->free], [$part->names, $part->leftOut, $part->free]);
        foreach ($lays as $own => $lay) {
            self::assertEquals([$ask->leg($lay), $ask->layCost[$lay]], [$part->leg($own), $part->layCost[$own]]);
        }
        foreach (array_keys($part->names) as $batch) {
            foreach (range(...self::ends($part, $batch)) as $own) {
                [$first, $end] = $ask->laysOf($batch);
                self::assertTrue($own < 0 || $first <= $lays[$own] && $lays[$own] < $end);
            }
        }
    }

    public function testMoreBatchesThanCanBeToldApartAreLookedThroughOnceEnoughOfThemAreSettled(): void
    {
        $comfort = Comfort::of(Range::of(5, 30), Range::of(0, 3));
        $ask = new ToPlace(70, [Space::of('A', 10, $comfort, 70)]);
        for ($week = 0; $week < 70; ++$week) {
            $ask->batch("B{$week}", 100);
            $ask->lay($week % 3, new Leg(0, $week, 1, 10, $comfort));
        }
        $of = range(0, 69);
        $likely = new LikelyLays($ask, $of, [FullHouse::ways($ask, 0, $of)]);
        $likely->round(1000);
        $left = 100_000;
        self::assertSame([], $likely->cheapest(1e6, $left));
        self::assertLessThan(0, $left, 'It was ended.');
        self::assertTrue($likely->settle(array_slice($of, 0, 60), 1e6));
        $likely->round(1000);
        $left = 100_000;
        self::assertSame($of, $likely->cheapest(1e6, $left));
        self::assertGreaterThan(0, $left);
    }

    /** @return array{int, int} its first lay and its last, or -1 twice */
    private static function ends(ToPlace $ask, int $batch): array
    {
        [$first, $end] = $ask->laysOf($batch);

        return $end > $first ? [$first, $end - 1] : [-1, -1];
    }

    /**
     * @param list<int>      $of
     * @param list<ZoneWays> $zones
     */
    private static function priced(ToPlace $ask, array $of, array $zones, int $known): LikelyLays
    {
        $likely = new LikelyLays($ask, $of, $zones);
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $before = $likely->bound();
            $likely->round($known);
            self::assertGreaterThanOrEqual($before, $likely->bound());
        }

        return $likely;
    }
}
