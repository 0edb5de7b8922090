<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rooting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Numbers\Normal;
use WetCradle\Core\Rates\WaySpeed;
use WetCradle\Core\Rooting\DaysToRoot;
use WetCradle\Core\Rooting\OwnPace;
use WetCradle\Core\Rooting\RootingPace;

final class DaysToRootTest extends TestCase
{
    public function testNoBatchSaysNothing(): void
    {
        self::assertNull(DaysToRoot::of(RootingPace::of(20.0, 8.0), 0.8, []));
    }

    public function testDaysAreThoseAtTheWarmthOfTheSheet(): void
    {
        $sheet = RootingPace::of(20.0, 8.0);
        $own = array_map(static fn (float $d50) => OwnPace::kept($d50, 0.05, 8.0, 0.5), [24.0, 26.0, 25.0, 24.5, 25.5]);
        $is = DaysToRoot::of($sheet, 0.8, $own) ?? self::fail('Five batches say something.');
        self::assertSame([30.0, 32.5, 31.25, 30.625, 31.875], $is->halves);
        self::assertEquals($sheet->daysAt(0.8), $is->sheet);
        self::assertTrue($is->isDifference);
        // The sheet is one voice among theirs: a little below five fourths.
        self::assertEqualsWithDelta(1.23, $is->times, 0.015);
        self::assertEqualsWithDelta($is->times, $is->learnt->high / $is->sheet->high, 0.03);
        self::assertLessThan(min($is->halves), $is->next->low);
        self::assertGreaterThan(max($is->halves), $is->next->high);
        // At twice the warmth it takes half the days, and as many times the sheet's.
        $warmer = DaysToRoot::of($sheet, 1.6, $own) ?? self::fail('The same five.');
        self::assertSame($is->times, $warmer->times);
        self::assertEqualsWithDelta($is->next->low / 2, $warmer->next->low, 1e-9);
    }

    public function testOneBatchThatIsATenthSlowerIsWithinChanceAndTwelveAreNot(): void
    {
        $sheet = RootingPace::of(20.0, 8.0);
        $slow = OwnPace::kept(22.0, 0.05, 8.0, 0.5);
        self::assertFalse(DaysToRoot::of($sheet, 1.0, [$slow])?->isDifference);
        self::assertTrue(DaysToRoot::of($sheet, 1.0, array_fill(0, 12, $slow))?->isDifference);
        self::assertTrue(DaysToRoot::of($sheet, 1.0, array_fill(0, 12, OwnPace::kept(18.2, 0.05, 8.0, 0.5)))?->isDifference, 'Faster is a difference too.');
    }

    /** Of 2,000 ways that are as their sheets say, about one in twenty is called another; of those a quarter slower, nearly all. */
    public function testASheetThatIsRightIsSeldomCalledWrong(): void
    {
        $luck = Normal::seeded(47);
        $sheet = RootingPace::of(20.0, 8.0);
        $called = [0, 0];
        for ($way = 0; $way < 2000; ++$way) {
            foreach ([1.0, 1.25] as $i => $times) {
                $batches = [];
                for ($batch = 0, $many = 1 + $way % 12; $batch < $many; ++$batch) {
                    $lnSd = 0.05 + 0.02 * ($batch % 6);
                    $off = sqrt(WaySpeed::BATCH_LN_SD ** 2 + $lnSd ** 2) * $luck->draws(1)[0];
                    $batches[] = OwnPace::kept(20.0 * $times * exp($off), $lnSd, 8.0, 0.5);
                }
                $called[$i] += DaysToRoot::of($sheet, 0.8, $batches)?->isDifference === true && ($i === 0 || $many >= 6) ? 1 : 0;
            }
        }
        self::assertEqualsWithDelta(100, $called[0], 30);
        self::assertGreaterThan(1080, $called[1], 'Of the 1,166 with six batches or more.');
    }
}
