<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\InPots;
use WetCradle\Core\Bench\Positions;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Winter;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** How much bench trays and pots take, and where plants in pots may stand. */
final class PositionsTest extends TestCase
{
    public function testATrayOfHalfTheFootprintTakesHalfAPlaceAndTogetherTheyTakeWholeOnes(): void
    {
        $half = Positions::each(40, 50, 80, 50);
        self::assertSame(0.5, $half);
        self::assertSame([1, 1, 2, 15], array_map(static fn (int $trays) => Positions::ofTrays($trays, $half), [1, 2, 3, 30]));
        self::assertSame(12, Positions::ofTrays(12, Positions::each(80, 50, 80, 50)), 'The tray that bench is counted by takes one place.');
        self::assertSame(3, Positions::ofTrays(30, Positions::each(20, 20, 80, 50)), 'Thirty tenths are three, whatever binary fractions say.');
    }

    public function testPotsPotThickAndSpaced(): void
    {
        self::assertSame(5, Positions::ofPots(100, 14.0, false, 4000.0, HouseDefaults::usual()), '100 × 14² cm² are 4.9 places of 4,000 cm².');
        self::assertSame(
            12,
            Positions::ofPots(100, 14.0, true, 4000.0, HouseDefaults::usual()),
            'One and a half widths apart takes two and a quarter times as much.',
        );
        foreach ([1, 40, 333, 2000] as $pots) {
            self::assertGreaterThanOrEqual(
                Positions::ofPots($pots, 13.0, false, 4000.0, HouseDefaults::usual()),
                Positions::ofPots($pots, 13.0, true, 4000.0, HouseDefaults::usual()),
            );
            self::assertGreaterThanOrEqual(
                Positions::ofPots($pots, 13.0, true, 4000.0, HouseDefaults::usual()),
                Positions::ofPots($pots + 30, 13.0, true, 4000.0, HouseDefaults::usual()),
            );
        }
    }

    /** @return iterable<string, array{\Closure(): mixed, string}> */
    public static function nonsense(): iterable
    {
        yield 'a tray without width' => [static fn () => Positions::each(80, 0, 80, 50), 'widthCm'];
        yield 'a measure without length' => [static fn () => Positions::each(80, 50, NAN, 50), 'standardLengthCm'];
        yield 'a pot without width' => [static fn () => Positions::ofPots(10, 0.0, false, 4000.0, HouseDefaults::usual()), 'acrossCm'];
    }

    /** @param \Closure(): mixed $act */
    #[DataProvider('nonsense')]
    public function testSizesThatAreNoneAreRefusedByName(\Closure $act, string $field): void
    {
        try {
            $act();
            self::fail('Nothing was refused.');
        } catch (Refused $refused) {
            self::assertSame($field, $refused->field);
        }
    }

    public function testTenderPotsAreKeptFromFrostInWinterAndHardyOnesStandOutside(): void
    {
        $air = Climate::reference();
        $outside = Zone::of('Ground', 50, Range::of(-20, 30), Range::of(0, 0), ZoneKind::Open, [], true, false);
        $in = static fn (Winter $winter, string $from, string $to) => InPots::tenant(
            'KEF-21 in pots',
            10,
            Week::of($from),
            Week::of($to),
            $winter,
            $air,
            HouseDefaults::usual(),
        );
        self::assertTrue($outside->offerTo($in(Winter::Outside, '2027-W44', '2028-W10'), [])->isYes());
        self::assertTrue($outside->offerTo($in(Winter::FrostFree, '2027-W24', '2027-W34'), [])->isYes(), 'In summer nothing freezes.');
        $no = $outside->offerTo($in(Winter::FrostFree, '2027-W30', '2028-W10'), []);
        self::assertSame(['frost', 'bench.frost'], Told::of([$no->reason, $no->words]));
    }

    public function testNothingIsRootedWhereOnlyPotsStandAndPotsStandUnderNoMist(): void
    {
        $week = Week::of('2027-W24');
        $pots = InPots::tenant('KEF-21 in pots', 10, $week, $week, Winter::Outside, Climate::reference(), HouseDefaults::usual());
        $ground = Zone::of('Ground', 50, Range::of(-20, 30), Range::of(0, 3), ZoneKind::Open, [], true);
        self::assertSame('only_pots', $ground->offerTo(Tenant::of('KEF-21', 3, $week, $week, Range::of(16, 20), Range::of(1, 3)), [])->reason);
        self::assertSame('no_water', Zone::of('Mist', 50, Range::of(10, 20), Range::of(1, 3))->offerTo($pots, [])->reason);
        $rooting = Tenant::of('KEF-22', 3, $week, $week, Range::of(16, 20), Range::of(1, 3));
        self::assertSame(
            'sharing',
            Zone::of('Bench', 50, Range::of(10, 20), Range::of(0, 3))->offerTo($pots, [$rooting])->reason,
            'What roots beside them wants mist.',
        );
    }

    public function testWhatIsLeftOfABatchTakesItsPartOfTheTrays(): void
    {
        self::assertSame(5, Positions::traysLeft(5, 500, 500, 0), 'all of it is there');
        self::assertSame(5, Positions::traysLeft(5, 500, 120, 380), 'what was lost leaves gaps, and the trays stay');
        self::assertSame(3, Positions::traysLeft(5, 500, 201, 0), 'two trays and one cell of a third');
        self::assertSame(2, Positions::traysLeft(5, 500, 200, 0));
        self::assertSame(1, Positions::traysLeft(5, 500, 3, 100));
        self::assertSame(1, Positions::traysLeft(1, 12, 4, 0), 'a batch smaller than a tray');
        self::assertSame(4, Positions::traysLeft(4, 0, 0, 0), 'nothing has come into it yet');
    }

    public function testPotsTakeOnePlaceAtLeastAndNotOneMoreThanTheyNeed(): void
    {
        $house = HouseDefaults::usual();
        self::assertSame(1, Positions::ofPots(1, 9.0, false, 1800.0, $house));
        self::assertSame(1, Positions::ofPots(0, 9.0, false, 1800.0, $house));
        self::assertSame([1, 2], [Positions::ofPots(18, 10.0, false, 1800.0, $house), Positions::ofPots(19, 10.0, false, 1800.0, $house)]);
        self::assertSame([1, 2], [Positions::ofTrays(2, 0.5), Positions::ofTrays(3, 0.5)]);
        self::assertSame(1, Positions::ofPots(2, 0.05, false, 1800.0, $house), 'However small, a pot has a width.');
    }
}
