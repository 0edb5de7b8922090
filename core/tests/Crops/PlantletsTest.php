<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Crops;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Course\RootsSeen;
use WetCradle\Core\Course\Weaning;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\Plantlets;
use WetCradle\Core\Crops\SheetCourse;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Plan\Outlook;
use WetCradle\Core\Tests\Told;

/** Of two plantlets on a runner, the further holds back the nearer. */
final class PlantletsTest extends TestCase
{
    private static function sheet(Pattern $pattern, int $plantlets, string $water = 'mother'): WaySheet
    {
        $sheet = $pattern->sheet(1);
        assert(is_array($sheet['cut']) && is_array($sheet['water']));

        return WaySheet::of(['cut' => ['plantlets' => $plantlets] + $sheet['cut'], 'water' => ['regime' => $water] + $sheet['water']] + $sheet);
    }

    public function testOnlyARunnerOnItsMotherHasTwo(): void
    {
        self::assertSame(Plantlets::Two, self::sheet(Pattern::Runner, 2)->plantlets());
        self::assertSame(Plantlets::One, self::sheet(Pattern::Runner, 1)->plantlets());
        self::assertSame(Plantlets::One, self::sheet(Pattern::Runner, 2, 'none')->plantlets(), 'Lifted, neither feeds the other.');
        self::assertSame(Plantlets::One, self::sheet(Pattern::TipLayer, 2)->plantlets());
        self::assertSame(Plantlets::Two, Plantlets::read(Fields::of(self::sheet(Pattern::Runner, 2)->toArray())));
    }

    public function testTheNearerHangsOnUntilTheFurtherHasRoots(): void
    {
        $house = HouseDefaults::usual()->with(HouseDefault::FurtherPlantlet, 12);
        $times = static fn (int $plantlets) => Timetable::at(Climate::reference(), $house)->usual(self::sheet(Pattern::Runner, $plantlets));
        $on = new \DateTimeImmutable('2027-07-05');
        [$one, $two] = [PlainDates::forwards($on, $times(1)), PlainDates::forwards($on, $times(2))];
        self::assertEquals([$one->rootedFrom, $one->rootedBy], [$two->rootedFrom, $two->rootedBy], 'The nearer root as they would alone.');
        self::assertEquals($one->weanOn->modify('+12 days'), $two->weanOn);
        self::assertEquals($one->potOn->modify('+12 days'), $two->potOn);
        self::assertEquals([$one->potFrom->modify('+12 days'), $one->potBy->modify('+12 days')], [$two->potFrom, $two->potBy]);
        // Worked back, it is pinned as much earlier.
        $ready = Week::of('2027-W42');
        $last = PlainDates::stickBy($ready, $times(2));
        self::assertEquals(PlainDates::stickBy($ready, $times(1))->modify('-12 days'), $last);
        self::assertTrue(PlainDates::forwards($last, $times(2))->isInTimeFor($ready));
    }

    public function testItsCourseSaysSo(): void
    {
        $house = HouseDefaults::usual();
        $stage = static fn (int $plantlets) => SheetCourse::of(self::sheet(Pattern::Runner, $plantlets), $house)->stages[0];
        self::assertSame(
            [$stage(1)->days?->low + 10.0, $stage(1)->days?->high + 10.0],
            [$stage(2)->days?->low, $stage(2)->days?->high],
        );
        $jobs = static fn (int $plantlets) => (string) json_encode(Told::of($stage($plantlets)->jobs));
        self::assertStringContainsString('stage.job.pin_two_runners', $jobs(2));
        self::assertStringContainsString('stage.job.cut_loose_both', $jobs(2));
        self::assertStringNotContainsString('two_runners', $jobs(1));
        self::assertStringNotContainsString('cut_loose_both', $jobs(1));
    }

    /** Half of those lifted have roots: the nearer ones, and none of the further. */
    public function testNeitherIsCutLooseWhileOnlyTheNearerHaveRoots(): void
    {
        $day = static fn (string $day) => new \DateTimeImmutable('2027-'.$day);
        $due = static fn (Plantlets $plantlets, int $rooted) => (new Outlook(
            'STR-1', 1, 0, 40, 0, $day('07-05'), $day('07-20'), $day('08-20'), $day('07-27'), null, false,
            Weaning::of([['days' => 7, 'what' => 'cut loose']], $day('07-29'), []), new RootsSeen($day('07-27'), 8, $rooted), null, $plantlets,
        ))->wean(HouseDefaults::usual())?->on;
        self::assertEquals($day('07-27'), $due(Plantlets::One, 4));
        self::assertEquals($day('08-03'), $due(Plantlets::Two, 4));
        self::assertEquals($day('08-03'), $due(Plantlets::Two, 5));
        self::assertEquals($day('07-27'), $due(Plantlets::Two, 6), 'And half of the further.');
    }
}
