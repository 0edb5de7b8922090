<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\StageKind;
use WetCradle\Core\Course\Stands;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\SheetCourse;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** Bundles that are planted out stand in rows in open ground, as warm and wet as the weather, and in no mix. */
final class OpenGroundTest extends TestCase
{
    /** @param list<int> $mist */
    private static function sheet(string $regime = 'ground', array $mist = [0, 0]): WaySheet
    {
        $sheet = Pattern::Hardwood->sheet(1);
        assert(is_array($sheet['water']));

        return WaySheet::of(['water' => ['regime' => $regime, 'mist' => $mist] + $sheet['water']] + $sheet);
    }

    private static function zone(Ground $ground): Zone
    {
        return Zone::of('Field', 30, Range::of(-15, 30), Range::of(0, 2), ZoneKind::Open, ground: $ground);
    }

    /** @return list<?string> why it may not lie on a bench, beside the stock, in open ground */
    private static function reasons(WaySheet $sheet, bool $isGuest = false): array
    {
        $week = Week::of('2028-W10');
        $tenant = Berths::lying('A', $sheet, $week, $week->plus(4), 3);

        return array_map(
            static fn (Ground $ground) => self::zone($ground)->offerTo($isGuest ? $tenant->asGuest() : $tenant, [])->reason,
            [Ground::Bench, Ground::BesideStock, Ground::Open],
        );
    }

    public function testWhatIsPlantedOutAndOpenGroundAreForEachOther(): void
    {
        self::assertSame(['not_open_ground', 'not_open_ground', null], self::reasons(self::sheet()));
        self::assertSame([null, 'beside_stock', 'open_ground'], self::reasons(self::sheet('none')));
        self::assertSame([null, 'beside_stock', 'open_ground'], self::reasons(self::sheet('none'), true), 'Nor what is no batch.');
        self::assertFalse(self::zone(Ground::Open)->takesWeaned(true));
        self::assertFalse(self::zone(Ground::Open)->isMisted());
        self::assertFalse(self::zone(Ground::Open)->isForRooting());
        self::assertTrue(self::zone(Ground::Bench)->isMisted());
    }

    public function testNothingIsSetThereAndNobodyMindsTheOther(): void
    {
        $week = Week::of('2028-W10');
        [$one, $two] = [Berths::lying('A', self::sheet(), $week, $week->plus(4), 3), Berths::lying('B', self::sheet(), $week, $week->plus(4), 27)];
        self::assertNull(self::zone(Ground::Open)->offerTo($one, [$two])->reason);
        self::assertSame('no_room', self::zone(Ground::Open)->offerTo($one->on(4), [$two])->reason);
        self::assertNull(self::zone(Ground::Open)->setting([$one, $two]));
    }

    public function testItRootsAsTheAirWarms(): void
    {
        $house = HouseDefaults::usual();
        $timetable = Timetable::at(Climate::reference(), $house);
        $days = static fn (string $on) => (int) (new \DateTimeImmutable($on))->diff(
            $timetable->dates(self::sheet(), self::zone(Ground::Open), new \DateTimeImmutable($on))->weanOn,
        )->format('%a');
        self::assertLessThan($days('2027-12-06'), $days('2028-03-20'), 'Planted as growth starts it roots in fewer days.');
    }

    public function testItsCourseHasNoTrayAndNoMix(): void
    {
        $stages = SheetCourse::of(self::sheet(), HouseDefaults::usual())->stages;
        self::assertSame([StageKind::Held, StageKind::Ground], [$stages[0]->kind, $stages[1]->kind]);
        self::assertTrue($stages[1]->kind->isRooting());
        self::assertSame(Stands::Rows, $stages[1]->stands);
        self::assertStringContainsString('stage.job.plant_out', (string) json_encode(Told::of($stages[1]->jobs)));
        self::assertSame([0.0, 24.0], [self::sheet()->mixInCell(24.0), self::sheet('none')->mixInCell(24.0)]);
    }

    public function testNothingMistsItThere(): void
    {
        try {
            self::sheet('ground', [0, 1]);
            self::fail('Mist in open ground.');
        } catch (Refused $refused) {
            self::assertSame('water.mist', $refused->field);
            self::assertStringContainsString('no_mist_outdoors', (string) json_encode(Told::of($refused->says)));
        }
    }
}
