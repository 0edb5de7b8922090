<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\TrayFit;
use WetCradle\Core\Refused;

final class TrayFitTest extends TestCase
{
    public function testALargerBenchNeverHoldsFewer(): void
    {
        $last = 0;
        for ($length = 20; $length <= 620; $length += 7) {
            $now = TrayFit::of($length, 155, 54, 28);
            self::assertGreaterThanOrEqual($last, $now);
            self::assertLessThanOrEqual($length * 155 / (54 * 28), $now);
            $last = $now;
        }
        self::assertGreaterThan(50, $last);
    }

    public function testItDoesNotMatterWhichSideIsCalledTheLength(): void
    {
        foreach ([[600, 150, 60, 40], [333, 121, 38, 24], [61, 99, 30, 20]] as [$length, $width, $trayLength, $trayWidth]) {
            $one = TrayFit::of($length, $width, $trayLength, $trayWidth);
            self::assertSame($one, TrayFit::of($width, $length, $trayLength, $trayWidth));
            self::assertSame($one, TrayFit::of($length, $width, $trayWidth, $trayLength));
            self::assertSame($one, TrayFit::of($length / 2.54, $width / 2.54, $trayLength / 2.54, $trayWidth / 2.54), 'in inches as in centimetres');
        }
    }

    public function testATrayLargerThanTheBenchDoesNotFit(): void
    {
        self::assertSame(0, TrayFit::of(30, 30, 60, 40));
        self::assertSame(1, TrayFit::of(40, 60, 60, 40));
    }

    public function testNoSizeIsRefused(): void
    {
        $this->expectException(Refused::class);
        TrayFit::of(600, 0, 60, 40);
    }
}
