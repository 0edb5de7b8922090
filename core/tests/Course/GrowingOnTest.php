<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Course;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\PlainTimes;

/** From potting to ready, by the site's own warmth. */
final class GrowingOnTest extends TestCase
{
    private static function day(string $day): \DateTimeImmutable
    {
        return new \DateTimeImmutable($day);
    }

    public function testPlainDaysAreTheSameBothWays(): void
    {
        $plain = GrowingOn::days(56);
        self::assertEquals(self::day('2027-07-26'), $plain->readyOn(self::day('2027-05-31')));
        self::assertEquals(self::day('2027-05-31'), $plain->potBy(self::day('2027-07-26')));
    }

    /** Even air of 15 °C gives 10 degree-days a day above 5. */
    public function testByHandInEvenAir(): void
    {
        $grow = GrowingOn::degreeDays(560, 5, SiteAir::of(array_fill(0, 12, 15.0)));
        self::assertEquals(self::day('2027-07-26'), $grow->readyOn(self::day('2027-05-31')));
        self::assertEquals(self::day('2027-05-31'), $grow->potBy(self::day('2027-07-26')));
    }

    public function testThereAndBackAgainThroughTheYear(): void
    {
        $grow = GrowingOn::degreeDays(420, 5, Climate::reference());
        for ($i = 0; $i < 365; $i += 13) {
            $due = self::day('2027-01-01')->modify("+{$i} days");
            $pot = $grow->potBy($due);
            self::assertLessThanOrEqual($due, $grow->readyOn($pot), 'Potted on the last day it is ready in time.');
            // On days too cold to grow, a day later is the same; so the next day that grows is asked.
            $next = $pot->modify('+1 day');
            self::assertTrue(Climate::reference()->on($pot) <= 5.0 || $grow->readyOn($next) > $due, 'A day later it is not.');
        }
    }

    public function testWhatIsPottedInAutumnIsReadyInSpring(): void
    {
        $times = PlainTimes::of(28, 45, 14, 0, GrowingOn::degreeDays(500, 5, Climate::reference()));
        $autumn = PlainDates::forwards(self::day('2026-09-15'), $times);
        self::assertSame('2027', $autumn->readyOn->format('Y'));
        self::assertGreaterThan(self::day('2027-05-01'), $autumn->readyOn);
        $summer = PlainDates::forwards(self::day('2026-05-01'), $times);
        self::assertLessThan(self::day('2026-10-01'), $summer->readyOn);
        self::assertLessThanOrEqual(Week::of('2027-W24')->monday(), PlainDates::backwards(Week::of('2027-W24'), $times)->readyOn);
    }

    public function testASheetUsesItsDegreeDaysWhereTheSiteIsKnown(): void
    {
        $sheet = Pattern::SoftTip->sheet(1);
        $plain = WaySheet::of($sheet);
        self::assertSame(
            Timetable::at(Climate::reference(), HouseDefaults::usual())->usual($plain)->growingOn->readyOn(self::day('2027-06-01'))->format('Y-m-d'),
            Timetable::at(Climate::reference(), HouseDefaults::usual())->usual($plain)->growingOn->readyOn(self::day('2027-06-01'))->format('Y-m-d'),
            'Without a need it stays at plain days.',
        );
        $sheet['potting'] = ['degreeDays' => 700, 'growBase' => 5] + $sheet['potting'];
        $grows = WaySheet::of($sheet);
        $cool = Timetable::at(
            Climate::CoolMaritime->air(Hemisphere::North),
            HouseDefaults::usual(),
        )->usual($grows)->growingOn->readyOn(self::day('2027-04-10'));
        $warm = Timetable::at(Climate::WarmDry->air(Hemisphere::North), HouseDefaults::usual())->usual($grows)->growingOn->readyOn(self::day('2027-04-10'));
        self::assertLessThan($cool, $warm);
    }

    public function testWhatNeverGrowsIsSaidSo(): void
    {
        $never = GrowingOn::degreeDays(420, 5, SiteAir::of(array_fill(0, 12, 4.0)));
        foreach ([
            static fn () => $never->readyOn(self::day('2027-05-01')),
            static fn () => $never->potBy(self::day('2027-05-01')),
            static fn () => GrowingOn::degreeDays(0, 5, Climate::reference()),
        ] as $asked) {
            try {
                $asked();
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame('degreeDays', $refused->field);
            }
        }
    }
}
