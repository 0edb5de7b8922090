<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\FillHouse;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Whereabouts;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\Wash;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Core\Plan\SeasonLoad;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\Rounds;
use WetCradle\Core\Stock\TakeSheet;
use WetCradle\Core\Tests\Told;

/** What roots on its mother takes ground beside the stock, and no bench. */
final class OnMotherTest extends TestCase
{
    private static function sheet(Pattern $pattern): WaySheet
    {
        return WaySheet::of($pattern->sheet(1));
    }

    private static function bench(): Zone
    {
        return Zone::of('Mist', 40, Range::of(10, 24), Range::of(0, 3));
    }

    private static function ground(int $places = 30): Zone
    {
        return Zone::of('Field', $places, Range::of(-15, 30), Range::of(2, 3), ZoneKind::Open, ground: Ground::BesideStock);
    }

    private static function timetable(): Timetable
    {
        return Timetable::at(Climate::reference(), HouseDefaults::usual());
    }

    public function testALayerIsOfferedGroundAndNoBench(): void
    {
        $day = new \DateTimeImmutable('2027-06-28');
        foreach ([Pattern::TipLayer, Pattern::Runner, Pattern::AirLayer] as $pattern) {
            $berths = new Berths([1 => self::bench(), 2 => self::ground()], [], self::timetable(), HouseDefaults::usual());
            [$ground, $bench] = $berths->all(self::sheet($pattern), 12, static fn () => $day);
            self::assertSame(['Field', null], [$ground->name, $ground->offer?->reason], 'It gives no mist, and none is wanted.');
            self::assertNull($ground->then, 'There is no mist to go off.');
            self::assertSame('not_beside_stock', $bench->offer?->reason);
        }
        $alone = new Berths([1 => self::bench()], [], self::timetable(), HouseDefaults::usual());
        self::assertFalse($alone->best(self::sheet(Pattern::TipLayer), $day, 1)->isFree());
    }

    public function testNothingElseIsOfferedThatGround(): void
    {
        $week = Week::of('2027-W26');
        $tenant = Tenant::of('A', 4, $week, $week->plus(4), Range::of(0, 20), Range::of(0, 3));
        self::assertSame('beside_stock', self::ground()->offerTo($tenant, [])->reason);
        self::assertSame('beside_stock', self::ground()->offerTo($tenant->inPots(false), [])->reason);
        self::assertFalse(self::ground()->takesWeaned(true));
        self::assertFalse(self::ground()->isForRooting());
        self::assertFalse(self::ground()->isMisted());
    }

    public function testGroundIsSharedByWhateverLikesAndIsFullWhenItIsFull(): void
    {
        $week = Week::of('2027-W26');
        $there = Tenant::of('A', 20, $week, $week->plus(4), Range::of(0, 5), Range::of(0, 0))->onGround(Ground::BesideStock);
        $asks = static fn (int $places) => Tenant::of('B', $places, $week, $week->plus(2), Range::of(20, 25), Range::of(0, 0))->onGround(Ground::BesideStock);
        self::assertTrue(self::ground()->offerTo($asks(10), [$there])->isYes(), 'Each hangs on its own mother.');
        self::assertSame('no_room', self::ground()->offerTo($asks(11), [$there])->reason);
    }

    public function testItRootsByTheAirThatIsThere(): void
    {
        $days = static function (string $on, Zone $zone): int {
            $dates = self::timetable()->dates(self::sheet(Pattern::TipLayer), $zone, new \DateTimeImmutable($on));

            return (int) $dates->stickOn->diff($dates->weanOn)->format('%a');
        };
        self::assertGreaterThan($days('2027-07-05', self::ground()), $days('2027-09-06', self::ground()), 'Autumn is slower.');
        self::assertSame($days('2027-07-05', self::bench()), $days('2027-09-06', self::bench()), 'A bench is kept warm.');
    }

    public function testItStaysSoThroughItsWeeksAndPlaces(): void
    {
        $week = Week::of('2027-W26');
        $tenant = Tenant::of('A', 4, $week, $week->plus(4), Range::of(0, 20), Range::of(0, 0))->onGround(Ground::BesideStock);
        self::assertSame(Ground::BesideStock, $tenant->on(2)->during($week, $week)->ground);
        self::assertSame(Ground::Bench, Tenant::of('A', 4, $week, $week, Range::of(0, 20), Range::of(0, 0))->on(2)->ground);
        self::assertSame(Ground::Bench, $tenant->weaned($week, $week, HouseDefaults::usual())->ground, 'Cut loose it can go to a bench.');
        $day = new \DateTimeImmutable('2027-06-28');
        $lies = Whereabouts::tenant('A', 2, $day, $day->modify('+30 days'), false, Range::of(0, 20), Range::of(0, 0), $day, Ground::BesideStock);
        self::assertSame(Ground::BesideStock, $lies->ground);
    }

    public function testItsGroundIsNotFilled(): void
    {
        $week = Week::of('2027-W26');
        $tenant = Tenant::of('A', 4, $week, $week->plus(4), Range::of(0, 20), Range::of(0, 0));
        $house = new FillHouse($week, $week->monday(), [['id' => 1, 'zone' => self::bench()]], [], [1 => [$tenant], 2 => [$tenant->onGround(Ground::BesideStock)]], []);
        self::assertCount(1, $house->legs()['A']);
        self::assertSame(0, $house->legs()['A'][0]->space);
    }

    public function testALayersSheetSaysItHangsOnItsMotherWhateverWasWritten(): void
    {
        $written = ['water' => ['regime' => 'mist', 'mist' => [1, 3], 'steps' => ['once a day']]];
        $read = WaySheet::of(array_replace(Pattern::AirLayer->sheet(1), $written));
        self::assertTrue($read->isOnMother());
        self::assertSame(['regime' => 'mother', 'mist' => [0, 0], 'steps' => ['once a day']], $read->toArray()['water']);
        $runner = WaySheet::of(array_replace(Pattern::Runner->sheet(1), ['water' => ['regime' => 'none', 'mist' => [0, 1], 'steps' => []]]));
        self::assertFalse($runner->isOnMother(), 'A runner may be lifted and set on a bench.');
    }

    public function testNothingButALayerOrARunnerRootsThere(): void
    {
        foreach (Method::cases() as $method) {
            $sheet = Pattern::nearest($method, $method->materials()[0])->sheet(1);
            $sheet = ['method' => $method->value, 'material' => $method->materials()[0]->value, 'water' => ['regime' => 'mother', 'mist' => [0, 0], 'steps' => []]] + $sheet;
            try {
                self::assertTrue(WaySheet::of($sheet)->isOnMother());
                self::assertTrue($method->canRootOnMother(), $method->value);
            } catch (Refused $refused) {
                self::assertSame(['not_possible', 'water.regime'], [$refused->reason, $refused->field]);
                self::assertFalse($method->canRootOnMother(), $method->value);
            }
        }
    }

    public function testWhatHasRootsIsDippedOnlyWhereItsSheetAsksForIt(): void
    {
        foreach ([
            [Wash::Allowed, Method::Tip, true, true], [Wash::Allowed, Method::Tip, false, false], [Wash::Allowed, Method::Division, true, false],
            [Wash::Allowed, Method::Runner, true, false], [Wash::Always, Method::Division, false, true], [Wash::Always, Method::Tip, false, true],
            [Wash::Never, Method::Tip, true, false], [Wash::Never, Method::Division, true, false],
        ] as [$wash, $method, $houseDips, $isDipped]) {
            self::assertSame($isDipped, $wash->isDipped($method, $houseDips), "{$wash->value} {$method->value}");
        }
    }

    public function testAGuestStaysOneAndMayStandAmongPots(): void
    {
        $week = Week::of('2027-W26');
        $guest = Tenant::of('Seeds', 4, $week, $week->plus(4), Range::of(0, 20), Range::of(0, 1))->asGuest();
        self::assertTrue($guest->on(2)->during($week, $week)->isGuest);
        $pots = Zone::of('Pots', 10, Range::of(5, 15), Range::of(0, 0), ZoneKind::Open, [], true);
        self::assertTrue($pots->offerTo($guest, [])->isYes());
        self::assertSame('only_pots', $pots->offerTo(Tenant::of('A', 4, $week, $week, Range::of(0, 20), Range::of(0, 1)), [])->reason);
        $load = BatchLoad::guest($guest, true);
        [$first] = SeasonLoad::of($week, 2, 40, WorkNorms::of(100, 100), [$load]);
        self::assertSame([4, 0.0, 0.0, 0.0, 0.0], [$first['trays'], $first['collectHours'], $first['stickHours'], $first['weanHours'], $first['potHours']]);
    }

    public function testItsGroundHasNothingToSet(): void
    {
        $week = Week::of('2027-W26');
        $tenant = Tenant::of('A', 4, $week, $week->plus(4), Range::of(0, 20), Range::of(0, 0))->onGround(Ground::BesideStock);
        self::assertNull(self::ground()->setting([$tenant]));
        self::assertSame([null, null], self::ground()->settings([[$tenant], []], HouseDefaults::usual()));
        self::assertNotNull(self::bench()->setting([$tenant]));
    }

    public function testNothingIsCollectedAndItIsLookedAtByItsHabit(): void
    {
        $house = HouseDefaults::usual();
        $carried = static fn (Pattern $pattern) => Told::of(TakeSheet::carry(self::sheet($pattern), 40, $house));
        self::assertSame('take.pins many=40', $carried(Pattern::TipLayer));
        self::assertSame('take.pins many=40', $carried(Pattern::Runner));
        self::assertSame('take.wraps many=40', $carried(Pattern::AirLayer));
        $tools = static fn (Pattern $pattern) => array_column(TakeSheet::tools(self::sheet($pattern)), 'key');
        self::assertSame(['tool.razor_sharp_knife', 'tool.moss_and_wrap', 'tool.sanitiser', 'tool.labels_and_pencil'], $tools(Pattern::AirLayer));
        self::assertContains('tool.pins_and_pots', $tools(Pattern::TipLayer));
        self::assertNotContains('tool.spade', $tools(Pattern::Runner));
        self::assertSame(0.0, WorkNorms::of(100, 100)->hoursToCollect(400, true));
        self::assertSame(1.0, WorkNorms::of(100, 100)->hoursToCollect(400));
        self::assertSame([7, 3], [Rounds::everyOnMother(true, $house), Rounds::everyOnMother(false, $house)]);
    }
}
