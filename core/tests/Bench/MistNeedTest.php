<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Filling;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\MistNeed;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Bench\Stay;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;

final class MistNeedTest extends TestCase
{
    public function testItCountsWhatIsWantedEvenWhereItFoundNoPlace(): void
    {
        $wet = Comfort::of(Range::of(18, 20), Range::of(1, 2));
        $dry = Comfort::of(Range::of(18, 20), Range::of(0, 0));
        $spaces = [
            Space::of('Mist', 10, Comfort::of(Range::of(16, 24), Range::of(0, 3)), 10, [9]),
            Space::of('Dry', 40, Comfort::of(Range::of(16, 24), Range::of(0, 0)), 10),
        ];
        $stays = [Stay::of('A', 6, 2, 0, 3, 0, $wet), Stay::of('B', 8, 2, 0, 0, 0, $wet), Stay::of('C', 5, 2, 0, 0, 0, $dry)];
        $filled = (new Filling(10, $spaces, $stays, HouseDefaults::usual(), ['OLD' => [new Leg(0, 4, 1, 3, $wet)]]))->filled();
        self::assertSame([], $filled->unplaced);
        $need = MistNeed::of($filled, [0], ['A' => ['space' => 0, 'from' => 0]], 10);
        self::assertSame(
            [14, 14, 0, 0, 3],
            array_slice(array_column($need->weeks, 'wanted'), 0, 5),
            'A is counted where it was liked, not where there was room; C wants no mist.',
        );
        self::assertSame([8, 8, 6, 6, 3], array_slice(array_column($need->weeks, 'used'), 0, 5));
        self::assertSame([10, 0], [$need->weeks[8]['room'], $need->weeks[9]['room']]);
        self::assertEqualsWithDelta((0.8 + 0.8 + 0.6 + 0.6 + 0.3) / 8, $need->fullest(), 1e-12);

        $none = (new Filling(10, $spaces, [Stay::of('B', 12, 2, 0, 0, 0, $wet)], HouseDefaults::usual()))->filled();
        self::assertSame(['B'], array_column($none->unplaced, 'name'));
        self::assertSame([12, 12, 0], array_slice(array_column(MistNeed::of($none, [0], [], 10)->weeks, 'wanted'), 0, 3));
    }
}
