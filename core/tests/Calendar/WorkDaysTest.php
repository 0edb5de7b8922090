<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Calendar;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Plan\Crew;

final class WorkDaysTest extends TestCase
{
    public function testWithoutHandsEnteredTheWorkingWeekCounts(): void
    {
        $days = Crew::nobody()->workDays();
        self::assertSame('2027-05-14', self::said($days->onOrBefore(self::day('2027-05-16'))));
        self::assertSame('2027-05-17', self::said($days->onOrAfter(self::day('2027-05-15'))));
        self::assertSame('2027-05-12', self::said($days->onOrAfter(self::day('2027-05-12'))));
    }

    public function testADayOnWhichAllAreAwayIsNone(): void
    {
        $days = self::crew([['who' => 1, 'from' => '2027-05-17', 'to' => '2027-05-18'], ['from' => '2027-05-20', 'to' => '2027-05-28']])->workDays();
        // Bo is there on the days on which only Ines is away.
        self::assertSame('2027-05-17', self::said($days->onOrAfter(self::day('2027-05-15'))));
        self::assertSame('2027-05-31', self::said($days->onOrAfter(self::day('2027-05-20'))));
        self::assertSame('2027-05-19', self::said($days->onOrBefore(self::day('2027-05-30'))));
        self::assertSame('2027-05-24', self::said($days->firstIn(Week::of('2027-W21'))), 'a week without hands has its Monday');
        self::assertSame('2027-05-30', self::said($days->onOrBefore(self::day('2027-05-30'), self::day('2027-05-24'))), 'none since then is any good');
    }

    public function testAHandWithoutHoursDoesNoWork(): void
    {
        $crew = Crew::read(Fields::of(['hands' => [['person' => 1, 'hours' => 0], ['person' => 2, 'hours' => 20]], 'away' => [
            ['who' => 2, 'from' => '2027-05-12', 'to' => '2027-05-12'],
        ]]));
        self::assertSame('2027-05-13', self::said($crew->workDays()->onOrAfter(self::day('2027-05-12'))));
    }

    public function testAHouseThatRestsForMonthsHasNoOtherDay(): void
    {
        $days = self::crew([['from' => '2027-01-01', 'to' => '2027-12-31']])->workDays();
        self::assertSame('2027-05-16', self::said($days->onOrAfter(self::day('2027-05-16'))));
        self::assertSame('2027-05-16', self::said($days->onOrBefore(self::day('2027-05-16'))));
    }

    /** Whatever is planned back from a week is stuck and potted by somebody, and ready by then; a day with hands later it is not. */
    public function testTheLastDayToStickIsTheLastWithHandsThatStillMakesIt(): void
    {
        $days = self::crew([['from' => '2027-08-02', 'to' => '2027-08-13'], ['from' => '2027-12-20', 'to' => '2028-01-07']])->workDays();
        $works = static fn (\DateTimeImmutable $day) => self::said($days->onOrAfter($day)) === self::said($day);
        foreach ([Hemisphere::North, Hemisphere::South] as $side) {
            $timetable = Timetable::at(Climate::WarmDry->air($side), HouseDefaults::usual(), $days);
            foreach ([Pattern::SoftTip, Pattern::Hardwood, Pattern::SemiRipe] as $pattern) {
                $times = $timetable->usual(WaySheet::of($pattern->sheet(1)));
                for ($week = Week::of('2027-W30'), $i = 0; $i < 80; ++$i, $week = $week->plus(1)) {
                    $last = PlainDates::stickBy($week, $times);
                    $dates = PlainDates::forwards($last, $times);
                    self::assertTrue($works($last), self::said($last));
                    self::assertTrue($works($dates->potOn), self::said($dates->potOn));
                    self::assertLessThanOrEqual($week->monday(), $dates->readyOn);
                    $next = PlainDates::forwards($days->onOrAfter($last->modify('+1 day')), $times);
                    self::assertGreaterThan($week->monday(), $next->readyOn, "{$pattern->value} for {$week->written()}");
                }
            }
        }
    }

    /** @param list<array<string, int|string>> $away */
    private static function crew(array $away): Crew
    {
        return Crew::read(Fields::of(['hands' => [['person' => 1, 'hours' => 30], ['person' => 2, 'hours' => 38]], 'away' => $away]));
    }

    private static function day(string $day): \DateTimeImmutable
    {
        return new \DateTimeImmutable($day);
    }

    private static function said(\DateTimeImmutable $day): string
    {
        return $day->format('Y-m-d');
    }
}
