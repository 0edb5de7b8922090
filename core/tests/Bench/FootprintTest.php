<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Footprint;

/** Two zones do not lie on the same ground, unless one is below a bench. */
final class FootprintTest extends TestCase
{
    private static function at(float $x, float $y, float $aisle = 0.8, bool $isUnder = false): Footprint
    {
        return Footprint::of($x, $y, 6.0, 1.5, $aisle, $isUnder);
    }

    public function testWhatSharesGroundIsInTheWayWhicheverIsAsked(): void
    {
        $bench = self::at(1.0, 1.0);
        foreach ([[[6.9, 1.0], true], [[7.0, 1.0], false], [[-5.0, 1.0], false], [[-4.9, 1.0], true], [[1.0, 2.4], true], [[1.0, 2.5], false],
            [[1.0, -0.5], false], [[1.0, -0.4], true], [[6.9, 2.4], true], [[1.0, 1.0], true]] as [[$x, $y], $isInTheWay]) {
            $other = self::at($x, $y);
            self::assertSame([$isInTheWay, $isInTheWay], [$bench->isInTheWayOf($other), $other->isInTheWayOf($bench)], "at {$x}, {$y}");
        }
    }

    public function testMeasuresThatAddUpToAHairTooMuchTouch(): void
    {
        self::assertFalse(Footprint::of(0.1 + 0.2, 0, 1, 1, 0, false)->isInTheWayOf(Footprint::of(0, 0, 0.3 + 1e-9, 1, 0, false)));
    }

    public function testBelowABenchIsNotInItsWayButInThatOfItsLike(): void
    {
        self::assertFalse(self::at(1.0, 1.0)->isInTheWayOf(self::at(1.0, 1.0, isUnder: true)));
        self::assertTrue(self::at(1.0, 1.0, isUnder: true)->isInTheWayOf(self::at(1.0, 1.0, isUnder: true)));
    }

    public function testANewOneBeginsBeyondAllOthersWithTheWiderAisleBetween(): void
    {
        self::assertSame(0.0, Footprint::beyond([], 0.8));
        self::assertEqualsWithDelta(1.0 + 1.5 + 0.8, Footprint::beyond([self::at(0.0, 1.0)], 0.6), 1e-12);
        self::assertEqualsWithDelta(1.0 + 1.5 + 1.2, Footprint::beyond([self::at(0.0, 1.0)], 1.2), 1e-12);
        self::assertEqualsWithDelta(4.0 + 1.5 + 0.8, Footprint::beyond([self::at(0.0, 4.0), self::at(8.0, 0.0, 3.0)], 0.0), 1e-12);
    }
}
