<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rooting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Rooting\WarmthGiven;
use WetCradle\Core\Tests\Told;

/** A batch is later by the days of warmth that it did not have, and whoever asks is told when that was. */
final class WarmthGivenTest extends TestCase
{
    /** @param array<int, float> $given thermal days that a day of May gave, where it is not one */
    private static function may(array $given, float $planned = 1.0): WarmthGiven
    {
        return WarmthGiven::over(array_map(static fn (int $day) => [
            'on' => new \DateTimeImmutable(sprintf('2027-05-%02d', $day)), 'given' => $given[$day] ?? $planned, 'planned' => $planned,
        ], range(1, 20)));
    }

    public function testWarmthAsPlannedIsNotSpokenOf(): void
    {
        self::assertSame(0.0, self::may([])->daysLate);
        self::assertNull(self::may([])->words());
        self::assertNull(self::may([4 => 0.6])->words(), 'Less than half a day.');
        self::assertNull(WarmthGiven::over([])->words());
        self::assertSame(0.0, self::may([], 0.0)->daysLate, 'In the cold nothing was planned.');
    }

    public function testColdDaysMakeItLaterByWhatTheyDidNotGive(): void
    {
        $cold = self::may([4 => 0.2, 5 => 0.1, 6 => 0.6, 12 => 0.5]);
        self::assertEqualsWithDelta(0.8 + 0.9 + 0.4 + 0.5, $cold->daysLate, 1e-9);
        self::assertSame('warmth_given.later_since days=3 from=2027-05-04 to=2027-05-06', Told::of($cold->words() ?? self::fail()));
    }

    public function testWhatCostMostIsNamedAndNotWhatWasLast(): void
    {
        $cold = self::may([4 => 0.2, 5 => 0.1, 12 => 0.5, 13 => 0.5, 14 => 0.8]);
        self::assertSame('2027-05-04', ($cold->worst['from'] ?? self::fail())->format('Y-m-d'));
        self::assertSame('warmth_given.later days=2', Told::of(self::may(array_fill(1, 20, 0.91))->words() ?? self::fail()), 'A little less each day.');
    }

    public function testWarmerThanPlannedIsSooner(): void
    {
        self::assertSame('warmth_given.sooner days=4', Told::of(self::may(array_fill(1, 20, 0.96), 0.8)->words() ?? self::fail()));
    }
}
