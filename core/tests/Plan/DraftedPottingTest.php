<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\Sign;
use WetCradle\Core\Crops\SignedWindow;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\DraftedPotting;
use WetCradle\Core\Plan\RouteWay;
use WetCradle\Core\Plan\Want;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Potting\PotHours;

/** What may wait in its cells is potted when there are hands for it. */
final class DraftedPottingTest extends TestCase
{
    private const STUCK = '2027-10-04';

    private static function sheet(): WaySheet
    {
        $sheet = Pattern::SemiRipe->sheet(1);

        return WaySheet::of(['potting' => ['winter' => 'as_cells', 'degreeDays' => null, 'growBase' => null, 'growOnDays' => 28] + $sheet['potting']] + $sheet);
    }

    private static function timetable(): Timetable
    {
        return Timetable::at(Climate::reference(), HouseDefaults::usual());
    }

    private static function zone(): Zone
    {
        return Zone::of('Bench', 60, Range::of(5, 24), Range::of(0, 3));
    }

    /** @param list<Tenant> $there */
    private static function potting(?PotHours $hands, array $there = []): DraftedPotting
    {
        return new DraftedPotting(
            $hands,
            new Berths([1 => self::zone()], [1 => $there], self::timetable(), HouseDefaults::usual()),
            WorkNorms::of(400, 50),
            HouseDefaults::usual(),
        );
    }

    /** @return array{dates: \WetCradle\Core\Course\PlainDates, held: int} of a batch of 500, half of which root: five hours of potting */
    private static function lay(DraftedPotting $potting, string $ready = '2028-W30', int $trays = 5): array
    {
        $sheet = self::sheet();
        $windows = WayWindows::of([SignedWindow::of(1, 52, Sign::Snaps)], WindowShift::none());
        $way = new RouteWay(1, 'Semi-ripe', true, $sheet, $windows, self::timetable()->usual($sheet), Beta::of(50, 50), 100);
        $berth = $potting->berths->best($sheet, new \DateTimeImmutable(self::STUCK), $trays);
        self::assertNotNull($berth->dates);
        $laid = $potting->lay($berth, $berth->dates, new Want('Holly', 200, Week::of($ready), [$way], 0.9), $way, 500, $trays);
        self::assertSame($laid['dates'], $laid['berth']->dates);

        return ['dates' => $laid['dates'], 'held' => $laid['held']];
    }

    private static function after(): Week
    {
        return Week::containing(self::timetable()->dates(self::sheet(), self::zone(), new \DateTimeImmutable(self::STUCK))->potOn);
    }

    /** @param list<float> $hours from the week on in which the first is potted after its winter */
    private static function hands(array $hours): PotHours
    {
        return PotHours::of(self::after(), $hours);
    }

    public function testTheLateWinterIsSpreadOverItsHands(): void
    {
        $potting = self::potting(self::hands([11.0, 11.0, 11.0, 11.0]));
        $weeks = [];
        foreach (range(1, 6) as $batch) {
            $weeks[] = self::after()->until(Week::containing(self::lay($potting)['dates']->potOn));
        }
        self::assertSame([0, 0, 1, 1, 2, 2], $weeks, 'Two of five hours a week where there are eleven.');
        self::assertSame([0, 0], array_values(self::alone(null)), 'Where nobody counts hands, it is potted when it can be.');
    }

    /** @return array{week: int, held: int} */
    private static function alone(?PotHours $hands, string $ready = '2028-W30', Tenant ...$there): array
    {
        $laid = self::lay(self::potting($hands, array_values($there)), $ready);

        return ['week' => self::after()->until(Week::containing($laid['dates']->potOn)), 'held' => $laid['held']];
    }

    public function testItWaitsForNothingThatHarmsItsRootsItsOrderOrHasNoPlace(): void
    {
        $first = self::timetable()->dates(self::sheet(), self::zone(), new \DateTimeImmutable(self::STUCK));
        self::assertSame(1, self::alone(self::hands([1.0, 9.0]))['week']);
        $ready = Week::containing($first->readyOn)->written();
        self::assertSame(['week' => 0, 'held' => 0], self::alone(self::hands([1.0, 9.0]), $ready), 'Its order would be late.');
        self::assertSame(['week' => 0, 'held' => 0], self::alone(self::hands([1.0, 1.0, 1.0, 1.0, 1.0, 9.0])), 'Its roots would have matted.');
        self::assertSame(['week' => 0, 'held' => 0], self::alone(self::hands([1.0])), 'No week has its hours.');
        $week = self::after();
        $full = Tenant::of('OTHER', 58, $week, $week->plus(3), Range::of(5, 24), Range::of(0, 3));
        self::assertSame(['week' => 0, 'held' => 0], self::alone(self::hands([1.0, 9.0]), '2028-W30', $full), 'Its place is another’s by then.');
    }

    public function testWhatIsTriedTakesNoHands(): void
    {
        $potting = self::potting(self::hands([6.0, 6.0]));
        self::assertSame(0, self::lay($potting->tried(clone $potting->berths))['held']);
        self::assertSame(0, self::lay($potting)['held']);
        self::assertGreaterThan(0, self::lay($potting)['held']);
    }

    public function testHeldInTheWinterIsHeldFromItsEnd(): void
    {
        $dates = static fn (int $held) => self::timetable()->dates(self::sheet(), self::zone(), new \DateTimeImmutable(self::STUCK), $held)->potOn;
        self::assertGreaterThan(new \DateTimeImmutable('2028-01-15'), $dates(0));
        self::assertEquals($dates(0)->modify('+10 days'), $dates(10));
    }
}
