<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rooting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Rooting\Rounds;

/** How often the round comes by. */
final class RoundsTest extends TestCase
{
    public function testWhatIsUnderMistIsSeenDailyAndWhatRestsWeekly(): void
    {
        self::assertSame(1, Rounds::every(16, 3, false, false, 2.0, HouseDefaults::usual()), 'Mist, even in winter.');
        self::assertSame(1, Rounds::every(15, 0, true, false, 20.0, HouseDefaults::usual()), 'A cover is vented daily.');
        self::assertSame(7, Rounds::every(2, 0, false, false, 3.0, HouseDefaults::usual()), 'A dormant frame.');
        self::assertSame(2, Rounds::every(2, 0, false, false, 14.0, HouseDefaults::usual()), 'The same frame in spring.');
        self::assertSame(7, Rounds::every(-15, 0, false, true, 3.0, HouseDefaults::usual()));
        self::assertSame(3, Rounds::every(-15, 0, false, true, 15.0, HouseDefaults::usual()));
    }

    public function testALookIsDueAfterItsDaysWhateverTheHour(): void
    {
        $today = new \DateTimeImmutable('2027-05-12 07:10');
        self::assertTrue(Rounds::isDue(null, 7, $today));
        self::assertTrue(Rounds::isDue(new \DateTimeImmutable('2027-05-11 18:00'), 1, $today));
        self::assertFalse(Rounds::isDue(new \DateTimeImmutable('2027-05-12 06:00'), 1, $today));
        self::assertFalse(Rounds::isDue(new \DateTimeImmutable('2027-05-06 09:00'), 7, $today));
        self::assertTrue(Rounds::isDue(new \DateTimeImmutable('2027-05-05 23:00'), 7, $today));
    }
}
