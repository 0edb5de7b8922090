<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\BenchOption;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Tests\Told;

final class BenchOptionTest extends TestCase
{
    public function testEachKindSaysWhatWouldBeDone(): void
    {
        $comfort = Comfort::of(Range::of(18, 20), Range::of(1, 2));
        $spaces = [Space::of('A', 9, $comfort, 30), Space::of('B', 9, $comfort, 30)];
        $leg = static fn (int $space, int $from, int $trays = 6) => new Leg($space, $from, 3, $trays, $comfort);
        $say = static fn (BenchOption $option) => $option->words($spaces, static fn (int $week) => Fact::of('bench.week', week: $week));

        self::assertSame('option.later weeks=1 zone=B from=(bench.week week=9)', Told::of($say(new BenchOption('later', [$leg(1, 9)], weeks: 1))));
        self::assertSame('option.earlier weeks=2 zone=A from=(bench.week week=4)', Told::of($say(new BenchOption('earlier', [$leg(0, 4)], weeks: 2))));
        self::assertSame('option.denser trays=4 zone=A from=(bench.week week=7)', Told::of($say(new BenchOption('denser', [$leg(0, 7, 4)], trays: 4))));
        self::assertSame(
            'option.split from=(bench.week week=7) parts=(listed part0=(option.part trays=4 zone=A) part1=(option.part trays=2 zone=B))',
            Told::of($say(new BenchOption('split', [$leg(0, 7, 4), $leg(1, 7, 2)]))),
        );
        self::assertSame(
            'option.move zone=A from=(bench.week week=7) then=B on=(bench.week week=10)',
            Told::of($say(new BenchOption('move', [$leg(0, 7), $leg(1, 10)]))),
        );
        self::assertSame(
            'option.neighbour zone=A from=(bench.week week=7) other=KUT-34 goes=B then=(bench.week week=8)',
            Told::of($say(new BenchOption('neighbour', [$leg(0, 7)], neighbour: 'KUT-34', neighbourLeg: $leg(1, 8)))),
        );
    }
}
