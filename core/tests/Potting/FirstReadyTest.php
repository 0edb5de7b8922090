<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Potting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Potting\FirstReady;

final class FirstReadyTest extends TestCase
{
    public function testWhatIsReadyFirstIsSentFirst(): void
    {
        $ready = [['on' => '2027-05-20', 'count' => 50], ['on' => '2027-05-01', 'count' => 40]];
        self::assertSame([7 => 30, 8 => 10, 9 => 40], FirstReady::inTime($ready, [
            ['key' => 7, 'count' => 30, 'by' => '2027-05-02'],
            // Ten of these were ready on the first, twenty on the twentieth, which is too late for them.
            ['key' => 8, 'count' => 20, 'by' => '2027-05-19'],
            ['key' => 9, 'count' => 40, 'by' => '2027-05-20'],
        ]));
    }

    public function testOneOrderMaySendTwiceAndWhatNobodyCountedAsReadyIsNotInTime(): void
    {
        $ready = [['on' => '2027-05-01', 'count' => 10]];
        self::assertSame([1 => 10, 2 => 0], FirstReady::inTime($ready, [
            ['key' => 1, 'count' => 6, 'by' => '2027-05-09'], ['key' => 1, 'count' => 6, 'by' => '2027-05-09'], ['key' => 2, 'count' => 5, 'by' => '2027-05-09'],
        ]));
        self::assertSame([1 => 0], FirstReady::inTime([], [['key' => 1, 'count' => 6, 'by' => '2027-05-09']]));
    }
}
