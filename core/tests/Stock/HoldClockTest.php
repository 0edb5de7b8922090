<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Stock;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Hold;
use WetCradle\Core\Crops\HoldWay;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Stock\HoldClock;
use WetCradle\Core\Tests\Told;

/** What the clock says, from when on. */
final class HoldClockTest extends TestCase
{
    /** @param array<string, mixed> $hold */
    private static function clock(string $how, array $hold = [], string $start = '2027-05-12 08:00'): HoldClock
    {
        return HoldClock::of(
            Hold::read(Fields::of($hold + ['dry' => false, 'shadedHours' => 8, 'coldDays' => 2, 'sealDays' => 0, 'sameDay' => false])),
            HoldWay::from($how),
            new \DateTimeImmutable($start),
            HouseDefaults::usual(),
        );
    }

    public function testItIsFreshThenPressesThenIsPast(): void
    {
        $clock = self::clock('shaded');
        self::assertSame(
            [['fresh', '08:00'], ['soon', '14:00'], ['past', '16:00']],
            array_map(static fn (array $p) => [$p['state'], $p['from']->format('H:i')], $clock->phases()),
        );
        $at = static fn (string $moment) => [
            $clock->at(new \DateTimeImmutable('2027-05-12 '.$moment)),
            $clock->words(new \DateTimeImmutable('2027-05-12 '.$moment)),
        ];
        self::assertSame(['fresh', 'hold.fresh span=(hold.hours hours=8) until=(hold.hour at=2027-05-12 16:00)'], Told::of($at('08:00')));
        self::assertSame(['fresh', 'hold.fresh span=(hold.hours hours=2) until=(hold.hour at=2027-05-12 16:00)'], Told::of($at('13:59')));
        self::assertSame(['soon', 'hold.soon span=(hold.hours hours=2) until=(hold.hour at=2027-05-12 16:00)'], Told::of($at('14:00')));
        self::assertSame(['soon', 'hold.soon span=(hold.minutes minutes=119) until=(hold.hour at=2027-05-12 16:00)'], Told::of($at('14:01')));
        self::assertSame(['past', 'hold.past span=(hold.minutes minutes=0)'], Told::of($at('16:00')));
        self::assertSame(['past', 'hold.past span=(hold.hours hours=3)'], Told::of($at('19:30')));
        self::assertSame('fresh', Told::of($at('07:00')[0]), 'A clock that is a little slow says nothing wrong.');
    }

    public function testColdKeepsForDaysAndNamesTheDay(): void
    {
        $clock = self::clock('cold');
        self::assertSame(
            'hold.fresh span=(hold.days days=2) until=(hold.day_and_hour at=2027-05-14 08:00)',
            Told::of($clock->words(new \DateTimeImmutable('2027-05-12 08:00'))),
        );
        self::assertSame(
            'hold.fresh span=(hold.hours hours=47) until=(hold.day_and_hour at=2027-05-14 08:00)',
            Told::of($clock->words(new \DateTimeImmutable('2027-05-12 08:01'))),
        );
    }

    public function testStuckTheSameDayIsStuckByEvening(): void
    {
        $sameDay = ['sameDay' => true, 'coldDays' => 0, 'shadedHours' => 12];
        self::assertSame('20:00', self::clock('shaded', $sameDay, '2027-05-12 10:00')->due->format('H:i'));
        self::assertSame('19:00', self::clock('shaded', $sameDay, '2027-05-12 07:00')->due->format('H:i'));
        self::assertSame(
            '2027-05-13 09:00',
            self::clock('shaded', $sameDay, '2027-05-12 21:00')->due->format('Y-m-d H:i'),
            'Cut after the evening, it keeps its hours.',
        );
    }

    public function testWhatIsLeftDrySealsUpToItsDay(): void
    {
        $clock = self::clock('dry', ['dry' => true, 'shadedHours' => 0, 'coldDays' => 0, 'sealDays' => 7]);
        self::assertSame(
            [true, 'sealing', 'sealed'],
            [$clock->seals, $clock->at(new \DateTimeImmutable('2027-05-19 07:59')), $clock->at(new \DateTimeImmutable('2027-05-19 08:00'))],
        );
        self::assertSame('hold.sealing span=(hold.days days=7) until=2027-05-19 08:00', Told::of($clock->words(new \DateTimeImmutable('2027-05-12 08:00'))));
        self::assertSame('hold.sealed span=(hold.days days=2) since=2027-05-19 08:00', Told::of($clock->words(new \DateTimeImmutable('2027-05-21 08:00'))));
    }
}
