<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Crops;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\LikeCrops;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Sign;
use WetCradle\Core\Crops\SignedWindow;
use WetCradle\Core\Crops\SignSeen;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** Windows on a site: moved for its climate and hemisphere, pinned by what the plant shows. */
final class WindowsTest extends TestCase
{
    public function testAirIsTheMonthlyMeanOnThe15thAndStraightBetween(): void
    {
        $air = SiteAir::of([4, 4, 6, 8, 12, 15, 17, 16, 14, 11, 7, 5]);
        self::assertSame(6.0, $air->on(new \DateTimeImmutable('2027-03-15')));
        self::assertEqualsWithDelta(6 + 2 * 10 / 31, $air->on(new \DateTimeImmutable('2027-03-25')), 1e-9);
        self::assertEqualsWithDelta(5 - 1 * 17 / 31, $air->on(new \DateTimeImmutable('2027-01-01')), 1e-9);
        self::assertSame($air->onDay(74), $air->on(new \DateTimeImmutable('2026-03-15')));
        self::assertEqualsWithDelta($air->onDay(370), $air->onDay(5), 1e-12);
        self::assertSame(17.0, $air->otherHemisphere()->means[0]);
        foreach ([[1, 2], range(1, 13), array_fill(0, 12, 99)] as $wrong) {
            try {
                SiteAir::of($wrong);
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertStringStartsWith('air', $refused->field);
            }
        }
    }

    public function testTheReferenceClimateMovesNothing(): void
    {
        $shift = WindowShift::of(Hemisphere::North, 0, Climate::CoolMaritime->air(Hemisphere::North));
        for ($week = 1; $week <= 52; ++$week) {
            self::assertSame(0, $shift->weeksLater($week), "week {$week}");
        }
    }

    public function testAWarmerSpringComesSoonerAndALaterAutumnLater(): void
    {
        $colder = SiteAir::of(array_map(static fn (float $t) => $t - 2, Climate::reference()->means));
        $warmer = SiteAir::of(array_map(static fn (float $t) => $t + 2, Climate::reference()->means));
        foreach ([16, 20, 24] as $spring) {
            self::assertLessThan(0, WindowShift::of(Hemisphere::North, 0, $warmer)->weeksLater($spring));
            self::assertGreaterThan(0, WindowShift::of(Hemisphere::North, 0, $colder)->weeksLater($spring));
        }
        self::assertGreaterThan(0, WindowShift::of(Hemisphere::North, 0, $warmer)->weeksLater(45));
        self::assertLessThan(0, WindowShift::of(Hemisphere::North, 0, $colder)->weeksLater(45));
    }

    public function testAWindowOfOneWeekRunsOverNoNewYear(): void
    {
        $read = static fn (int $from, int $to, bool $over) => SignedWindow::read(
            Fields::of(['from' => $from, 'to' => $to, 'sign' => 'snaps', 'overNewYear' => $over]),
        )->toArray();
        self::assertSame([true, false], [$read(50, 2, true)['overNewYear'], $read(20, 20, false)['overNewYear']]);
        foreach ([[20, 20, true, 'overNewYear'], [20, 21, true, 'overNewYear'], [21, 20, false, 'to']] as [$from, $to, $over, $field]) {
            try {
                $read($from, $to, $over);
                self::fail("{$from} to {$to}");
            } catch (Refused $refused) {
                self::assertSame(['upside_down', $field], [$refused->reason, $refused->field]);
            }
        }
    }

    public function testTheSouthIsTheSameHalfAYearOn(): void
    {
        foreach (Climate::cases() as $climate) {
            $north = WindowShift::of(Hemisphere::North, 0, $climate->air(Hemisphere::North));
            $south = WindowShift::of(Hemisphere::South, 0, $climate->air(Hemisphere::South));
            for ($week = 1; $week <= 52; $week += 5) {
                self::assertSame($north->weeksLater($week), $south->weeksLater($week));
            }
        }
        $window = [SignedWindow::of(22, 30, Sign::Snaps)];
        self::assertSame('2027-W48', WayWindows::of($window, WindowShift::of(Hemisphere::South, 0))->openOrNext(Week::of('2027-W40'))->from->written());
        self::assertSame('2027-W25', WayWindows::of($window, WindowShift::of(Hemisphere::North, 3))->openOrNext(Week::of('2027-W10'))->from->written());
        $this->expectException(Refused::class);
        WindowShift::of(Hemisphere::North, 13);
    }

    public function testSeveralWindowsOpenClosingNextLater(): void
    {
        $windows = WayWindows::of([SignedWindow::of(10, 14, Sign::GrowthStarts), SignedWindow::of(36, 40, Sign::AfterFlowering)], WindowShift::none());
        $states = array_map(static fn (int $w) => $windows->state(Week::inYear(2027, $w)), [1, 2, 9, 10, 12, 13, 14, 15, 27, 28, 36, 40, 41]);
        self::assertSame(['later', 'next', 'next', 'open', 'open', 'closing', 'closing', 'later', 'later', 'next', 'open', 'closing', 'later'], $states);
        self::assertSame(Sign::AfterFlowering, $windows->openOrNext(Week::of('2027-W20'))->sign);
        self::assertCount(4, $windows->during(Week::of('2027-W01'), Week::of('2028-W52')));
        self::assertCount(1, $windows->during(Week::of('2027-W14'), Week::of('2027-W35')));
    }

    public function testASignPinsThisYearsWindowOnly(): void
    {
        $window = [SignedWindow::of(22, 30, Sign::Snaps)];
        $windows = WayWindows::of($window, WindowShift::none(), [new SignSeen(0, Week::of('2027-W20'))]);
        $run = $windows->openOrNext(Week::of('2027-W18'));
        self::assertSame(['2027-W20', '2027-W28', -2], [$run->from->written(), $run->to->written(), $run->moved]);
        self::assertSame('2028-W22', $windows->openOrNext(Week::of('2027-W29'))->from->written());
        self::assertTrue($windows->isOpenIn(Week::of('2026-W30')));
        self::assertSame('2027-W22', $windows->expectedFor(0, Week::of('2027-W20'))->from->written());
        foreach ([[1, '2027-W20'], [0, '2027-W50']] as [$which, $week]) {
            try {
                WayWindows::of($window, WindowShift::none(), $which === 1 ? [new SignSeen(1, Week::of($week))] : [])->expectedFor($which, Week::of($week));
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertContains($refused->field, ['window', 'on']);
            }
        }
    }

    public function testAWindowIsOverWhenThePlantSaysSo(): void
    {
        $window = [SignedWindow::of(46, 8, Sign::Dormant)];
        $over = static fn (string ...$weeks) => WayWindows::of(
            $window, WindowShift::none(), array_map(static fn (string $week) => new SignSeen(0, Week::of($week), true), array_values($weeks)),
        );
        $windows = $over('2027-W05');
        $run = $windows->openOrNext(Week::of('2027-W03'));
        self::assertSame(['2026-W46', '2027-W04', null, 'crops.sign_over'], [$run->from->written(), $run->to->written(), $run->moved, $run->why->key]);
        self::assertFalse($windows->isOpenIn(Week::of('2027-W05')), 'Buds break: nothing is cut that week.');
        self::assertSame('2027-W46', $windows->openOrNext(Week::of('2027-W05'))->from->written());
        self::assertTrue($windows->isOpenIn(Week::of('2028-W07')), 'The next year is its own.');
        // A late spring keeps it open longer than the calendar has it.
        self::assertTrue($over('2027-W12')->isOpenIn(Week::of('2027-W11')));
        self::assertSame('2027-W08', $over()->expectedFor(0, Week::of('2027-W12'), true)->to->written());
        // Begun early and over early: both are heard, and it is never over before it begins.
        $both = WayWindows::of($window, WindowShift::none(), [new SignSeen(0, Week::of('2026-W43')), new SignSeen(0, Week::of('2027-W02'), true)]);
        $run = $both->openOrNext(Week::of('2026-W50'));
        self::assertSame(['2026-W43', '2027-W01', -3], [$run->from->written(), $run->to->written(), $run->moved]);
        $atOnce = WayWindows::of([SignedWindow::of(20, 28, Sign::Snaps)], WindowShift::none(), [new SignSeen(0, Week::of('2027-W19'), true)]);
        self::assertSame(['2027-W20', '2027-W20'], [$atOnce->openOrNext(Week::of('2027-W18'))->from->written(), $atOnce->openOrNext(Week::of('2027-W18'))->to->written()]);
        $this->expectException(Refused::class);
        $over()->expectedFor(0, Week::of('2027-W31'), true);
    }

    public function testLikeCropsAreHintedAtUnlikeOnesAreNot(): void
    {
        $now = Week::of('2027-W21');
        $way = static fn (string $name, Material $material, int $from, ?string $seen) => [
            'name' => $name,
            'material' => $material,
            'windows' => WayWindows::of(
                [SignedWindow::of($from, $from + 6, Sign::Snaps)],
                WindowShift::none(),
                $seen === null ? [] : [new SignSeen(0, Week::of($seen))],
            ),
        ];
        $hints = LikeCrops::hints([
            1 => $way('early', Material::Softwood, 18, '2027-W16'),
            2 => $way('later', Material::Softwood, 24, null),
            3 => $way('another', Material::SemiRipe, 24, null),
            4 => $way('open', Material::Softwood, 20, null),
            5 => $way('on time', Material::SemiRipe, 20, '2027-W20'),
            6 => $way('seen itself', Material::Softwood, 23, '2027-W24'),
        ], $now);
        self::assertSame([2], array_keys($hints));
        self::assertSame(
            [-2, 'early', '2027-W22', 'crops.perhaps_earlier weeks=2 like=early'],
            Told::of([$hints[2]['by'], $hints[2]['like'], $hints[2]['from'], $hints[2]['words']]),
        );
    }
}
