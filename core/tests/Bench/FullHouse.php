<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\Assert;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\LaidOut;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\ListedWays;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Bench\Taken;
use WetCradle\Core\Bench\ToPlace;
use WetCradle\Core\Bench\ZoneWays;
use WetCradle\Core\Numbers\Range;

/** Houses in which there is hardly any room left, and what a plan of one leaves out. */
final class FullHouse
{
    private const WEEKS = 16;
    private const TRAYS = 20;

    /**
     * A house that was full before its batches were taken up: of each zone, lanes of some trays that are taken week after week. Warm
     * zones and cool ones could each take both, but not at once.
     *
     * @return array{ToPlace, list<list<int>>, non-empty-list<int>} with the lays of each batch, cheapest first, and all batches
     */
    public static function made(int $seed, int $spare, int $fewest = 3, int $most = 9): array
    {
        mt_srand($seed);
        $comfort = static fn (float $low, float $high) => Comfort::of(Range::of($low, $high), Range::of(0, 3));
        $spaces = array_map(static fn (string $name) => Space::of($name, self::TRAYS, $comfort(5, 30), self::WEEKS), ['A', 'B', 'C', 'D']);
        $ask = new ToPlace(self::WEEKS, $spaces);
        $lays = [];
        foreach (array_keys($spaces) as $space) {
            for ($left = self::TRAYS - $spare; $left > 0; $left -= $trays) {
                $trays = min($left, mt_rand($fewest, $most));
                for ($week = 0; $week < self::WEEKS; $week += $weeks) {
                    $weeks = min(self::WEEKS - $week, mt_rand(2, 5));
                    $ask->batch('B'.count($lays), 100 * $trays);
                    $theirs = [];
                    foreach (array_keys($spaces) as $other) {
                        foreach ([-2, -1, 0, 1, 2] as $later) {
                            $leg = new Leg($other, $week + $later, $weeks, $trays, $space % 2 === 0 ? $comfort(8, 12) : $comfort(18, 24));
                            if ($ask->lay(mt_rand(0, 9), $leg)) {
                                $theirs[] = count($ask->layCost) - 1;
                            }
                        }
                    }
                    usort($theirs, static fn (int $a, int $b) => $ask->layCost[$a] <=> $ask->layCost[$b]);
                    $lays[] = $theirs;
                }
            }
        }

        return [$ask, $lays, array_keys($lays) ?: [0]];
    }

    /**
     * Such a house of which all ways are listed.
     *
     * @return array{ToPlace, list<int>, list<ZoneWays>} with the batch of each lay
     */
    public static function listed(int $seed, int $spare = 5): array
    {
        [$ask, $lays] = self::made($seed, $spare, 8, 12);
        $of = [];
        foreach ($lays as $batch => $theirs) {
            $of += array_fill_keys($theirs, $batch);
        }
        ksort($of);
        $of = array_values($of);
        $zones = [];
        foreach (array_keys($ask->spaces) as $space) {
            $zones[] = self::ways($ask, $space, $of);
        }

        return [$ask, $of, $zones];
    }

    /** @param list<int> $of the batch of each lay */
    public static function ways(ToPlace $ask, int $space, array $of): ZoneWays
    {
        $left = 200_000;
        $zone = ListedWays::of($ask, $space, $of, $left);
        Assert::assertNotNull($zone, 'Too many ways.');

        return $zone;
    }

    /**
     * How many a plan leaves out, which must be without faults.
     *
     * @param array<int, int> $plan
     */
    public static function leftOut(ToPlace $ask, array $plan): int
    {
        $taken = new Taken(self::WEEKS, $ask->spaces);
        $placed = array_filter($plan, static fn (int $lay) => $lay !== LaidOut::NOWHERE);
        foreach ($placed as $batch => $lay) {
            Assert::assertTrue($taken->fits($ask->leg($lay)), "batch {$batch}");
            $taken->put("B{$batch}", true, $ask->leg($lay));
        }

        return count($plan) - count($placed);
    }
}
