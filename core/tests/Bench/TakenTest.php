<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\Settings;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Bench\Taken;
use WetCradle\Core\Numbers\Range;

final class TakenTest extends TestCase
{
    public function testRoomIsWhatTheFullestWeekLeaves(): void
    {
        $taken = $this->taken();
        self::assertSame(6, $taken->free(self::leg(0, 0, 2, 1)));
        self::assertSame(1, $taken->free(self::leg(0, 0, 4, 1)), 'P and Q meet in week 2.');
        self::assertSame(10, $taken->free(self::leg(0, 5, 2, 1)));
        self::assertTrue($taken->fits(self::leg(0, 0, 2, 6)));
        self::assertFalse($taken->fits(self::leg(0, 0, 2, 7)));
        self::assertFalse($taken->fits(self::leg(0, 0, 3, 2)));
    }

    public function testAZoneThatIsClosedOrTooSmallOrOutsideTheWeeksCouldNeverHoldIt(): void
    {
        $taken = $this->taken();
        self::assertTrue($taken->couldHold(self::leg(1, 0, 3, 4)));
        self::assertFalse($taken->couldHold(self::leg(1, 2, 3, 4)), 'B is out of use in week 4.');
        self::assertFalse($taken->couldHold(self::leg(1, 0, 3, 5)));
        self::assertFalse($taken->couldHold(self::leg(0, 6, 3, 1)));
        self::assertFalse($taken->couldHold(self::leg(0, -1, 3, 1)));
        self::assertFalse($taken->couldHold(self::leg(0, 0, 1, 1, [30, 32])));
    }

    public function testItFitsWhereThereIsRoomAndNobodyWantsOtherWarmth(): void
    {
        mt_srand(8);
        $fits = $full = $clashes = 0;
        for ($i = 0; $i < 400; ++$i) {
            $taken = new Taken(8, [Space::of('A', 9, Comfort::of(Range::of(10, 24), Range::of(0, 3)), 8)]);
            for ($batch = mt_rand(0, 4); $batch > 0; --$batch) {
                $heat = mt_rand(10, 20);
                $taken->put("B{$batch}", false, self::leg(0, mt_rand(0, 5), mt_rand(1, 3), mt_rand(1, 5), [$heat, $heat + 4]));
            }
            $leg = self::leg(0, mt_rand(-1, 6), mt_rand(1, 3), mt_rand(1, 10), [$heat = mt_rand(8, 22), $heat + 3]);
            $isRoom = $taken->couldHold($leg) && $taken->free($leg) >= $leg->trays;
            self::assertSame($isRoom && $taken->clashing($leg) === [], $taken->fits($leg));
            $fits += $taken->fits($leg) ? 1 : 0;
            $full += $taken->couldHold($leg) && !$isRoom ? 1 : 0;
            $clashes += $isRoom && $taken->clashing($leg) !== [] ? 1 : 0;
        }
        self::assertGreaterThan(20, min($fits, $full, $clashes), 'Each was met.');
    }

    public function testWhoIsThereAndWhoWantsOtherWarmth(): void
    {
        $taken = $this->taken();
        self::assertSame(['P'], $taken->there(self::leg(0, 0, 2, 1)));
        self::assertSame(['P', 'Q'], $taken->there(self::leg(0, 1, 2, 1)));
        self::assertSame([], $taken->there(self::leg(0, 5, 1, 1)));
        self::assertSame(['Q'], $taken->clashing(self::leg(0, 1, 3, 1, [23, 24])));
        self::assertSame([], $taken->clashing(self::leg(0, 0, 2, 1, [22, 24])));
        self::assertTrue($taken->isFixed('Q'));
        self::assertFalse($taken->isFixed('P'));
    }

    public function testWhatIsTakenAwayLeavesNothingBehind(): void
    {
        $taken = $this->taken();
        self::assertEquals([self::leg(0, 0, 3, 4, [18, 23])], $taken->take('P'));
        self::assertSame(['Q'], array_keys($taken->legs()));
        self::assertSame(10, $taken->free(self::leg(0, 0, 2, 1)));
        self::assertSame([], $taken->take('P'), 'It is not there twice.');
        $taken->put('P', false, self::leg(0, 0, 1, 10), self::leg(1, 1, 2, 4));
        self::assertSame(0, $taken->free(self::leg(1, 1, 1, 1)), 'Midway it lies in the other zone.');
        self::assertSame([0, 10], [$taken->free(self::leg(0, 0, 1, 1)), $taken->free(self::leg(0, 1, 1, 1))]);
    }

    public function testASettingIsTheCoolestAndDriestThatSuitsAllWithHowFarItMayGo(): void
    {
        $taken = $this->taken();
        self::assertNull($taken->setting(1, 0));
        self::assertSame(['heat' => 18.0, 'mist' => 0.0, 'heatTo' => 23.0, 'mistTo' => 3.0], $taken->setting(0, 0));
        self::assertSame(['heat' => 20.0, 'mist' => 0.0, 'heatTo' => 22.0, 'mistTo' => 3.0], $taken->setting(0, 2));
        self::assertSame(10 * (18.0 + 18.0 + 20.0 + 20.0 + 20.0), $taken->heat());
    }

    public function testWhereTheyCannotBeHadTogetherTheSettingSaysSo(): void
    {
        $taken = new Taken(2, [Space::of('A', 10, self::comfort([10, 30]), 2)]);
        $taken->put('COOL', true, self::leg(0, 0, 2, 1, [12, 14]));
        $taken->put('WARM', true, self::leg(0, 1, 1, 1, [20, 22]));
        self::assertSame([true, false], array_column(Settings::of($taken, 2.0), 'suits'));
        self::assertSame([12.0, 20.0], array_column(Settings::of($taken, 2.0), 'heat'));
    }

    /** P in weeks 0 to 2 and Q, which stays, in weeks 2 to 4. */
    private function taken(): Taken
    {
        $taken = new Taken(8, [Space::of('A', 10, self::comfort([16, 26]), 8), Space::of('B', 4, self::comfort([16, 26]), 8, [4])]);
        $taken->put('P', false, self::leg(0, 0, 3, 4, [18, 23]));
        $taken->put('Q', true, self::leg(0, 2, 3, 5, [20, 22]));

        return $taken;
    }

    /** @param array{0: int, 1: int} $heat */
    private static function leg(int $space, int $from, int $weeks, int $trays, array $heat = [18, 24]): Leg
    {
        return new Leg($space, $from, $weeks, $trays, self::comfort($heat));
    }

    /** @param array{0: int, 1: int} $heat */
    private static function comfort(array $heat): Comfort
    {
        return Comfort::of(Range::of(...$heat), Range::of(0, 3));
    }
}
