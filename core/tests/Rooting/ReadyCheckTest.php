<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rooting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rooting\ReadyCheck;

final class ReadyCheckTest extends TestCase
{
    public function testMoreRootedIsNeverLessLikely(): void
    {
        $last = -1.0;
        for ($rooted = 0; $rooted <= 20; ++$rooted) {
            $chance = ReadyCheck::of(20, $rooted, 0.8, Beta::of(1, 1), 0.9)->chance();
            self::assertGreaterThan($last, $chance);
            $last = $chance;
        }
    }

    public function testLiftingTheMoreThatItSaysSettlesIt(): void
    {
        $open = ReadyCheck::of(10, 8, 0.7, Beta::of(1, 1), 0.9);
        self::assertSame('lift_more', $open->verdict());
        $more = $open->liftMore();
        self::assertNotNull($more);
        self::assertNotSame('lift_more', ReadyCheck::of(10 + $more, 8 + (int) round(0.8 * $more), 0.7, Beta::of(1, 1), 0.9)->verdict());
        self::assertSame('lift_more', ReadyCheck::of(9 + $more, 8 + (int) round(0.8 * ($more - 1)), 0.7, Beta::of(1, 1), 0.9)->verdict());
    }

    public function testOnTheThresholdNoNumberSettlesIt(): void
    {
        self::assertNull(ReadyCheck::of(10, 8, 0.8, Beta::of(1, 1), 0.95)->liftMore());
    }

    public function testASureVerdictNeedsNoMore(): void
    {
        self::assertSame(0, ReadyCheck::of(8, 0, 0.8, Beta::of(1, 1), 0.9)->liftMore());
        self::assertSame('not_yet', ReadyCheck::of(8, 0, 0.8, Beta::of(1, 1), 0.9)->verdict());
    }
}
