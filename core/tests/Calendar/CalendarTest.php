<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Calendar;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\DayGains;
use WetCradle\Core\Calendar\DayNumber;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\Need;
use WetCradle\Core\Calendar\Season;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;

final class CalendarTest extends TestCase
{
    public function testTheSeasonThatBeginsInAYear(): void
    {
        foreach (Hemisphere::cases() as $hemisphere) {
            $season = Season::beginningIn(2025, $hemisphere);
            self::assertSame([2025, '2025/26', '2025'], [$season->startYear, $season->name(), $season->firstDay()->format('Y')]);
            self::assertEquals($season, Season::containing($season->firstDay(), $hemisphere));
        }
    }

    public function testWeeksFollowEachOtherThroughLongYears(): void
    {
        $week = Week::of('2020-W50');
        $written = [];
        for ($i = 0; $i < 6; ++$i) {
            $next = $week->plus(1);
            self::assertSame(1, $week->until($next));
            self::assertSame($week->ordinal() + 1, $next->ordinal());
            self::assertSame($week->monday()->modify('+7 days')->format('c'), $next->monday()->format('c'));
            $written[] = ($week = $next)->written();
        }
        self::assertSame(['2020-W51', '2020-W52', '2020-W53', '2021-W01', '2021-W02', '2021-W03'], $written);
    }

    /** A day is the day that is written, whatever its clock and wherever it stands: over the night in which clocks go forward too. */
    public function testDaysAreCountedAsTheyAreWritten(): void
    {
        foreach (['UTC', 'Europe/Berlin', 'Pacific/Auckland', 'America/Los_Angeles'] as $where) {
            foreach (['1969-12-29', '1970-01-01', '2020-12-31', '2027-03-28', '2027-10-31', '2028-02-29'] as $written) {
                foreach (['00:00', '02:30', '23:59'] as $clock) {
                    $day = new \DateTimeImmutable("{$written} {$clock}", new \DateTimeZone($where));
                    self::assertSame($written, DayNumber::day(DayNumber::of($day))->format('Y-m-d'), "{$written} {$clock} {$where}");
                    self::assertSame($day->format('o-\WW'), Week::containing($day)->written());
                    self::assertSame(['1', '00:00'], explode(' ', Week::containing($day)->monday()->format('N H:i')));
                    self::assertTrue(Week::containing($day)->holds($day));
                    self::assertFalse(Week::containing($day)->plus(1)->holds($day));
                }
            }
        }
        self::assertSame([0, 1, -1], [
            DayNumber::of(new \DateTimeImmutable('1970-01-01')), DayNumber::of(new \DateTimeImmutable('1970-01-02')),
            DayNumber::of(new \DateTimeImmutable('1969-12-31')),
        ]);
    }

    public function testWhatADayAddsIsReckonedOnce(): void
    {
        $asked = [];
        $gains = DayGains::by(static function (int $day) use (&$asked): float {
            $asked[] = DayNumber::day($day)->format('Y-m-d');

            return 0.5;
        });
        $need = static fn (float $much) => Need::of($much, $gains, 'rooting', 'Never.')->metOn(new \DateTimeImmutable('2027-03-27'))->format('Y-m-d');
        self::assertSame(['2027-03-29', '2027-03-30', '2027-03-28'], [$need(1.0), $need(1.5), $need(0.5)]);
        self::assertSame(['2027-03-27', '2027-03-28', '2027-03-29'], $asked);
    }

    public function testADayLiesInItsWeekAndWeeksReadBack(): void
    {
        $day = new \DateTimeImmutable('1999-12-25');
        for ($i = 0; $i < 900; ++$i, $day = $day->modify('+1 day')) {
            $week = Week::containing($day);
            self::assertTrue($week->holds($day));
            self::assertFalse($week->plus(1)->holds($day));
            self::assertSame($week->written(), Week::of($week->written())->written());
            self::assertSame((int) $day->format('W'), $week->number());
        }
    }

    public function testAWeekIsReadAsPeopleWriteIt(): void
    {
        $now = Week::of('2027-W19');
        $meant = static fn (string $typed): array => array_map(static fn (Week $week) => $week->written(), Week::meantBy($typed, $now));
        foreach (['41', 'w41', 'Week 41', '41/2027', '41 2027', '2027-W41', '2027w41'] as $typed) {
            self::assertSame(['2027-W41'], $meant($typed), $typed);
        }
        self::assertSame([['2027-W19'], ['2028-W18'], ['2028-W01'], []], [$meant('19'), $meant('18'), $meant('1'), $meant('53')]);
        self::assertSame([['2026-W53'], [], [], []], [$meant('53/2026'), $meant('53/2027'), $meant('0'), $meant('54/2026')]);
        foreach (range(1, 12) as $month) {
            $day = new \DateTimeImmutable(sprintf('2027-%02d-20', $month));
            foreach (['Y-m-d', 'd.m.Y', 'j M Y', 'j F Y', 'd/m/Y', 'm/d/Y'] as $form) {
                self::assertSame([Week::containing($day)->written()], $meant($day->format($form)), $day->format($form));
            }
        }
        self::assertSame(['2027-W13', '2027-W09'], $meant('3/4/2027'), 'The third of April, or of March the fourth.');
        self::assertSame(['2027-W18'], $meant('5/5/2027'));
        foreach (['', 'soon', '30.2.2027', '2027-13-01', '14 Foo 2027', '41/1066', '1.1.2200'] as $typed) {
            self::assertSame([], $meant($typed), $typed);
        }
        self::assertSame([['1990-W01'], [], ['2100-W52'], []], [$meant('1/1990'), $meant('52/1989'), $meant('52/2100'), $meant('1/2101')]);
        $read = static fn (string $typed) => Week::read(Fields::of(['ready' => $typed]), 'ready', $now);
        self::assertSame('2027-W41', $read('41')->written());
        foreach (['soon' => 'not_a_week', '3/4/2027' => 'two_ways'] as $typed => $code) {
            try {
                $read($typed);
                self::fail($typed);
            } catch (Refused $refused) {
                self::assertSame([$code, 'ready'], [$refused->reason, $refused->field]);
            }
        }
    }

    public function testWhatIsNoWeekIsRefused(): void
    {
        foreach (['2025-W53', '2026-W00', '2026-W54', '2026-48', 'W48', '3026-W01', '2026-W1'] as $written) {
            try {
                Week::of($written, 'readyWeek');
                self::fail($written);
            } catch (Refused $refused) {
                self::assertSame(['not_a_week', 'readyWeek'], [$refused->reason, $refused->field]);
            }
        }
    }

    public function testSeasonsTurnInAutumn(): void
    {
        self::assertSame([[5, 6, 7, 8, 9], [11, 12, 1, 2, 3]], [Hemisphere::North->summer(), Hemisphere::South->summer()]);
        $name = static fn (string $day, Hemisphere $half) => Season::containing(new \DateTimeImmutable($day), $half)->name();
        self::assertSame('2025/26', $name('2026-09-30', Hemisphere::North));
        self::assertSame('2026/27', $name('2026-10-01', Hemisphere::North));
        self::assertSame('2026/27', $name('2026-10-01', Hemisphere::South));
        self::assertSame('2025/26', $name('2026-03-31', Hemisphere::South));
        self::assertSame('2099/00', $name('2099-12-01', Hemisphere::North));
        $season = Season::containing(new \DateTimeImmutable('2027-02-03'), Hemisphere::North);
        self::assertSame('2027-10-01', $season->end()->format('Y-m-d'));
        self::assertSame(365, (int) $season->firstDay()->diff($season->end())->format('%a'));
    }

    public function testTheClimatesAreAsTheyWereAgreedAndTheSouthIsHalfAYearOn(): void
    {
        $agreed = json_decode((string) file_get_contents(__DIR__.'/climates.json'), true);
        foreach (Climate::cases() as $climate) {
            self::assertEquals($agreed[$climate->value], $climate->air(Hemisphere::North)->means);
            self::assertEquals(
                [...array_slice($agreed[$climate->value], 6), ...array_slice($agreed[$climate->value], 0, 6)],
                $climate->air(Hemisphere::South)->means,
            );
        }
        self::assertEquals($agreed['cool_maritime'], Climate::reference()->means);
    }

    public function testAWeekIsWhereTheCalendarHasIt(): void
    {
        for ($year = 1990; $year <= 2100; ++$year) {
            $last = (int) (new \DateTimeImmutable("{$year}-12-28"))->format('W');
            foreach ([1, 26, 52, 53] as $number) {
                $monday = (new \DateTimeImmutable('2000-01-01'))->setISODate($year, min($last, $number));
                self::assertEquals($monday, Week::inYear($year, $number)->monday());
            }
        }
    }
}
