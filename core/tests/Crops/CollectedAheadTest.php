<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Crops;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Crops\CollectedAhead;
use WetCradle\Core\Crops\Hold;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** Material keeps as long as its sheet says, and no longer. */
final class CollectedAheadTest extends TestCase
{
    private static function hold(Pattern $pattern): Hold
    {
        return WaySheet::of($pattern->sheet(1))->taking->hold;
    }

    private static function day(int $by): \DateTimeImmutable
    {
        return (new \DateTimeImmutable('2027-03-10'))->modify(sprintf('%+d days', $by));
    }

    public function testItIsCutOnTheDayOrAsLongBeforeAsItKeeps(): void
    {
        foreach ([
            [Pattern::Hardwood, -90, null], [Pattern::Hardwood, 0, null],
            [Pattern::Hardwood, -91, 'too_long refused.collected_ahead.too_long days=90 earliest=2026-12-10'],
            [Pattern::Hardwood, 1, 'upside_down refused.collected_ahead.upside_down stick=2027-03-10'],
            [Pattern::SemiRipe, -3, null], [Pattern::SemiRipe, -4, 'too_long refused.collected_ahead.too_long days=3 earliest=2027-03-07'],
            [Pattern::SoftTip, 0, null], [Pattern::SoftTip, -1, 'not_possible refused.collected_ahead.not_possible stick=2027-03-10'],
            [Pattern::FleshyDryStart, -1, 'not_possible refused.collected_ahead.not_possible stick=2027-03-10'],
        ] as [$pattern, $by, $refusal]) {
            try {
                CollectedAhead::mustKeep(self::hold($pattern), self::day($by), self::day(0));
                self::assertNull($refusal, "{$pattern->value} {$by}");
            } catch (Refused $refused) {
                self::assertSame('collectOn', $refused->field);
                self::assertSame($refusal, $refused->reason.' '.Told::of($refused->says));
            }
        }
    }

    public function testWhereStickingMovesItFollowsNoFurtherThanItMust(): void
    {
        $hold = self::hold(Pattern::Hardwood);
        $within = static fn (int $collect, int $stick) => CollectedAhead::within($hold, self::day($collect), self::day($stick))->format('Y-m-d');
        self::assertSame(self::day(-20)->format('Y-m-d'), $within(-20, 0));
        self::assertSame(self::day(-30)->format('Y-m-d'), $within(-20, -30), 'Stuck sooner, it is cut that day.');
        self::assertSame(self::day(10)->format('Y-m-d'), $within(-20, 100), 'Stuck much later, it would not keep.');
        self::assertEquals(self::day(70), CollectedAhead::lastGoodDay($hold, self::day(-20)));
    }
}
