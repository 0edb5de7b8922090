<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Stock;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\Reentry;

/** Nobody goes in before the hours of the label are over, to the minute. */
final class ReentryTest extends TestCase
{
    public function testItKeepsOutUntilTheMinuteIsReached(): void
    {
        $is = Reentry::of(new \DateTimeImmutable('2027-05-12 09:15'), 4.5);
        self::assertSame('2027-05-12 13:45', $is->until()->format('Y-m-d H:i'));
        foreach (['09:14:59' => false, '09:15:00' => true, '13:44:59' => true, '13:45:00' => false] as $now => $keepsOut) {
            self::assertSame($keepsOut, $is->keepsOut(new \DateTimeImmutable("2027-05-12 {$now}")), $now);
        }
        self::assertSame('2027-05-13 09:16', Reentry::of(new \DateTimeImmutable('2027-05-12 09:15'), 24.001)->until()->format('Y-m-d H:i'), 'Part of a minute is one.');
        self::assertFalse(Reentry::of(new \DateTimeImmutable('2027-05-12 09:15'), 0.0)->keepsOut(new \DateTimeImmutable('2027-05-12 09:15')));
    }

    #[DataProvider('no')]
    public function testHoursThatNoLabelSaysAreRefused(float $hours): void
    {
        $this->expectException(Refused::class);
        Reentry::of(new \DateTimeImmutable('2027-05-12'), $hours);
    }

    /** @return list<array{float}> */
    public static function no(): array
    {
        return [[-1.0], [240.1]];
    }
}
