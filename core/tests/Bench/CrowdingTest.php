<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Crowding;
use WetCradle\Core\Bench\Filler;
use WetCradle\Core\Bench\LaidOut;
use WetCradle\Core\Bench\Luck;

final class CrowdingTest extends TestCase
{
    public function testEverybodyFindsRoomWhereThereIsHardlyAny(): void
    {
        $placed = $tight = 0;
        for ($seed = 1; $seed <= 8; ++$seed) {
            [$ask, $lays, $all] = FullHouse::made($seed, 2);
            $nowhere = array_fill(0, count($lays), LaidOut::NOWHERE);
            $crowding = new Crowding($ask, $lays, $all, $nowhere, new Luck($seed));
            $again = new Crowding($ask, $lays, $all, $nowhere, new Luck($seed));
            self::assertNull($crowding->cheapest(), 'Nothing was found yet.');
            $left = [count($all)];
            for ($stretch = 0; $stretch < 6; ++$stretch) {
                $crowding->move(500);
                $again->move(250);
                $again->move(250);
                $plan = $crowding->cheapest();
                self::assertSame($plan, $again->cheapest(), 'The same luck, the same plan.');
                if ($plan !== null) {
                    $left[] = FullHouse::leftOut($ask, $plan);
                }
            }
            $placed += min($left) === 0 ? 1 : 0;
            $tight += in_array(null, (new Filler($ask, $seed))->plan(), true) ? 1 : 0;
        }
        self::assertSame(8, $tight, 'One batch after the other leaves somebody out.');
        self::assertGreaterThan(5, $placed, 'It mostly comes to a plan that leaves nobody out.');
    }
}
