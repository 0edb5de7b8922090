<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\ByTurns;
use WetCradle\Core\Bench\Filler;
use WetCradle\Core\Bench\LaidOut;
use WetCradle\Core\Bench\Luck;
use WetCradle\Core\Bench\ToPlace;

final class ByTurnsTest extends TestCase
{
    public function testZonesByTurnsLeaveFewerOutThanOneBatchAfterTheOther(): void
    {
        $leftOut = $before = 0;
        foreach ([1, 2, 3, 4] as $seed) {
            [$ask, $lays, $all] = FullHouse::made($seed, 5, 8, 12);
            [$byTurns, $again] = [self::begun($ask, $lays, $all, $seed), self::begun($ask, $lays, $all, $seed)];
            $least = array_sum($ask->leftOut);
            $fewest = count($all);
            for ($turn = 1; $turn <= 900; ++$turn) {
                self::assertGreaterThan(0, $byTurns->turn());
                $again->turn();
                if ($turn % 300 === 0) {
                    $plan = $byTurns->cheapest() ?? self::fail('Turns come to something.');
                    self::assertSame($plan, $again->cheapest(), 'The same luck, the same plan.');
                    $fewest = min($fewest, FullHouse::leftOut($ask, $plan));
                    $least = min($least, self::cost($ask, $plan));
                }
            }
            $filler = new Filler($ask, $seed);
            self::assertLessThan(0.5 * $filler->score(), $least);
            $leftOut += $fewest;
            $before += count(array_filter($filler->plan(), static fn (?int $lay) => $lay === null));
        }
        self::assertLessThan(0.25 * $before, $leftOut);
    }

    public function testTheyGoOnFromAPlan(): void
    {
        [$ask, $lays, $all] = FullHouse::made(2, 5, 8, 12);
        $filler = new Filler($ask, 2);
        $byTurns = self::begun($ask, $lays, $all, 2);
        $byTurns->from(array_map(static fn (?int $lay) => $lay ?? LaidOut::NOWHERE, $filler->plan()));
        $byTurns->turn();
        $plan = $byTurns->cheapest() ?? self::fail('Turns come to something.');
        FullHouse::leftOut($ask, $plan);
        $same = array_filter($plan, static fn (int $lay, int $batch) => $lay === $filler->plan()[$batch], ARRAY_FILTER_USE_BOTH);
        self::assertGreaterThan(0.5 * count($all), count($same), 'One turn is about one zone.');
    }

    /**
     * @param list<list<int>>     $lays by batch
     * @param non-empty-list<int> $all
     */
    private static function begun(ToPlace $ask, array $lays, array $all, int $seed): ByTurns
    {
        $of = [];
        foreach ($lays as $batch => $theirs) {
            $of += array_fill_keys($theirs, $batch);
        }
        ksort($of);
        $of = array_values($of);
        $zones = array_map(static fn (int $space) => FullHouse::ways($ask, $space, $of), array_keys($ask->spaces));

        return new ByTurns($ask, $of, $zones, $all, new Luck($seed));
    }

    /** @param array<int, int> $plan */
    private static function cost(ToPlace $ask, array $plan): int
    {
        return array_sum(array_map(
            static fn (int $batch, int $lay) => $lay < 0 ? $ask->leftOut[$batch] : $ask->layCost[$lay],
            array_keys($plan),
            $plan,
        ));
    }
}
