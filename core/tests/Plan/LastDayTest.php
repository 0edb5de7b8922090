<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Berth;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Calendar\WorkDays;
use WetCradle\Core\Course\CropTimes;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\Sign;
use WetCradle\Core\Crops\SignedWindow;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\LastDay;
use WetCradle\Core\Plan\PlaceInTime;

/** The last day to stick lies where material is right, and there is what it takes. */
final class LastDayTest extends TestCase
{
    private static function times(Pattern $pattern): CropTimes
    {
        $week = WorkDays::where(static fn (\DateTimeImmutable $day) => (int) $day->format('N') <= 5);

        return Timetable::at(Climate::reference(), HouseDefaults::usual(), $week)->usual(WaySheet::of($pattern->sheet(1)));
    }

    /** @param list<array{int, int}> $weeks */
    private static function windows(array $weeks): WayWindows
    {
        $windows = array_map(static fn (array $w) => SignedWindow::of($w[0], $w[1], Sign::Snaps), $weeks);

        return WayWindows::of($windows ?: [SignedWindow::of(1, 52, Sign::Snaps)], WindowShift::none());
    }

    private static function day(string $day): \DateTimeImmutable
    {
        return new \DateTimeImmutable($day);
    }

    public function testHardwoodForOctoberIsStuckInTheWinterBefore(): void
    {
        $times = self::times(Pattern::Hardwood);
        $ready = Week::of('2028-W42');
        $windows = self::windows([[46, 8]]);
        $last = LastDay::toStick($windows, $times, $ready, self::day('2027-06-01'));
        self::assertGreaterThan('2028-02-27', PlainDates::stickBy($ready, $times)->format('Y-m-d'), 'By its days alone it might be stuck later.');
        self::assertSame('2028-02-25', $last->format('Y-m-d'), 'The Friday of the last week of its window.');
    }

    /** @return iterable<string, array{Pattern, list<array{int, int}>}> */
    public static function windowsOfWays(): iterable
    {
        yield 'summer' => [Pattern::SoftTip, [[19, 27]]];
        yield 'twice a year' => [Pattern::SemiRipe, [[10, 14], [30, 38]]];
        yield 'over new year' => [Pattern::Hardwood, [[46, 8]]];
        yield 'always' => [Pattern::SoftTip, [[1, 52]]];
    }

    /** @param list<array{int, int}> $weeks */
    #[DataProvider('windowsOfWays')]
    public function testItIsTheLastDayOfAllThatWouldDo(Pattern $pattern, array $weeks): void
    {
        [$times, $windows, $today] = [self::times($pattern), self::windows($weeks), self::day('2027-01-04')];
        for ($week = Week::of('2027-W40'); $week->ordinal() < Week::of('2029-W01')->ordinal(); $week = $week->plus(3)) {
            $last = LastDay::toStick($windows, $times, $week, $today);
            $would = null;
            for ($day = PlainDates::stickBy($week, $times); $day >= $today && $would === null; $day = $day->modify('-1 day')) {
                $would = $windows->isOpenIn(Week::containing($day)) && (int) $day->format('N') <= 5 ? $day : null;
            }
            if ($would !== null) {
                self::assertSame($would->format('Y-m-d'), $last->format('Y-m-d'), $week->written());
            }
        }
    }

    public function testWhereTheStockCannotGiveItTheWeekBeforeIsTried(): void
    {
        [$times, $windows, $today] = [self::times(Pattern::SemiRipe), self::windows([[10, 14], [30, 38]]), self::day('2027-03-08')];
        $ready = Week::of('2028-W20');
        $plain = LastDay::toStick($windows, $times, $ready, $today);
        self::assertSame($plain->format('Y-m-d'), LastDay::toStick($windows, $times, $ready, $today, static fn () => true)->format('Y-m-d'));
        $asked = [];
        $may = static function (\DateTimeImmutable $day) use (&$asked): bool {
            $asked[] = $day->format('Y-m-d');

            return $day < self::day('2027-08-20');
        };
        $earlier = LastDay::toStick($windows, $times, $ready, $today, $may);
        self::assertSame('2027-08-13', end($asked));
        self::assertSame('2027-08-13', $earlier->format('Y-m-d'));
        $inSpring = LastDay::toStick($windows, $times, $ready, $today, static fn (\DateTimeImmutable $day) => $day < self::day('2027-04-03'));
        self::assertSame('2027-04-02', $inSpring->format('Y-m-d'), 'In a window before, where there is one.');
        $onlyOn = static fn (string $only) => LastDay::toStick($windows, $times, $ready, $today, static fn (\DateTimeImmutable $day) => $day->format('Y-m-d') === $only);
        self::assertSame('2027-07-26', $onlyOn('2027-07-26')->format('Y-m-d'), 'On the Monday on which the window opens.');
        self::assertSame($today, $onlyOn('2027-03-08'), 'Or today, where it opened before.');
        self::assertSame($plain->format('Y-m-d'), LastDay::toStick($windows, $times, $ready, $today, static fn () => false)->format('Y-m-d'), 'Never: it is said all the same.');
    }

    public function testADayThatHasGoneByIsSaid(): void
    {
        [$times, $windows] = [self::times(Pattern::SoftTip), self::windows([[19, 27]])];
        $ready = Week::of('2028-W10');
        $today = self::day('2027-09-20');
        $last = LastDay::toStick($windows, $times, $ready, $today, static fn () => true);
        self::assertSame('2027-07-09', $last->format('Y-m-d'));
        self::assertLessThan($today, $last);
    }

    /** @param array<int, list<Tenant>> $tenants */
    private static function berths(array $tenants = []): Berths
    {
        $timetable = Timetable::at(Climate::reference(), HouseDefaults::usual());

        return new Berths([
            1 => Zone::of('warm', 40, Range::of(18, 24), Range::of(0, 3)),
            2 => Zone::of('cool', 400, Range::of(15, 18), Range::of(0, 3)),
        ], $tenants, $timetable, HouseDefaults::usual());
    }

    public function testAPlaceIsChosenByWhatIsInTimeThereAndItsDayIsWorkedBackThere(): void
    {
        $sheet = WaySheet::of(Pattern::SoftTip->sheet(1));
        $ready = Week::of('2027-W34');
        $today = self::day('2027-04-05');
        $of = static fn (Berths $berths, int $from, int $to, string $today = '2027-04-05'): ?Berth => PlaceInTime::of(
            $berths,
            $sheet,
            self::windows([[$from, $to]]),
            $ready,
            self::day($today),
            10,
        );
        $warm = $of(self::berths(), 1, 52);
        self::assertSame('warm', $warm?->name);
        $day = $warm->dates->stickOn ?? $today;
        self::assertLessThanOrEqual($ready->sunday(), $warm->dates?->readyOn);
        $later = Timetable::at(Climate::reference(), HouseDefaults::usual())->dates($sheet, Zone::of('warm', 40, Range::of(18, 24), Range::of(0, 3)), $day->modify('+8 days'));
        self::assertGreaterThan($ready->monday(), $later->readyOn, 'A week later it would not be.');
        $full = [1 => [Tenant::of('THERE', 40, Week::of('2027-W01'), Week::of('2027-W52'), Range::of(18, 22), Range::of(1, 2))]];
        $cool = $of(self::berths($full), 1, 52);
        self::assertSame('cool', $cool?->name, 'What is full is no place.');
        self::assertLessThan($day, $cool->dates?->stickOn, 'Cooler it takes longer, and is stuck earlier.');
        self::assertSame('warm', $of(self::berths(), 18, 27)?->name);
        self::assertNull($of(self::berths($full), 22, 27), 'While its wood is right, the cool place is too late.');
        self::assertNull($of(self::berths(), 18, 27, '2027-08-02'), 'Nowhere is it in time any more.');
    }
}
