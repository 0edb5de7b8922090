<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\BenchOption;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Numbers\Range;

final class BenchOptionTest extends TestCase
{
    public function testEachKindSaysWhatWouldBeDone(): void
    {
        $comfort = Comfort::of(Range::of(18, 20), Range::of(1, 2));
        $spaces = [Space::of('A', 9, $comfort, 30), Space::of('B', 9, $comfort, 30)];
        $leg = static fn (int $space, int $from, int $trays = 6) => new Leg($space, $from, 3, $trays, $comfort);
        $say = static fn (BenchOption $option) => $option->words($spaces, static fn (int $week) => "week {$week}");

        self::assertSame('1 week later: B from week 9', $say(new BenchOption('later', [$leg(1, 9)], weeks: 1)));
        self::assertSame('2 weeks earlier: A from week 4', $say(new BenchOption('earlier', [$leg(0, 4)], weeks: 2)));
        self::assertSame('in 4 trays with more cells: A from week 7', $say(new BenchOption('denser', [$leg(0, 7, 4)], trays: 4)));
        self::assertSame('in parts from week 7: 4 in A, 2 in B', $say(new BenchOption('split', [$leg(0, 7, 4), $leg(1, 7, 2)])));
        self::assertSame('A from week 7, moved to B in week 10', $say(new BenchOption('move', [$leg(0, 7), $leg(1, 10)])));
        self::assertSame(
            'A from week 7, when KUT-34 goes to B from week 8',
            $say(new BenchOption('neighbour', [$leg(0, 7)], neighbour: 'KUT-34', neighbourLeg: $leg(1, 8))),
        );
    }
}
