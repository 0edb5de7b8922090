<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Potting;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Course\Stage;
use WetCradle\Core\Course\StageKind;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\PotTrigger;
use WetCradle\Core\Crops\SheetCourse;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Core\Plan\BatchNeeds;
use WetCradle\Core\Plan\DayHours;
use WetCradle\Core\Plan\ShoppingList;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Potting\LineInTrays;
use WetCradle\Core\Potting\Looked;
use WetCradle\Core\Potting\ToPot;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\ReadyCheck;
use WetCradle\Core\Rooting\StageTally;

/** What is stuck straight into the pot that it is sold in is potted once, on the day on which it is stuck. */
final class StuckInItsPotTest extends TestCase
{
    /**
     * @param array<string, mixed> $potting
     * @param array<string, mixed> $hole
     */
    private static function sheet(array $potting = ['direct' => true], array $hole = ['each' => 3]): WaySheet
    {
        $sheet = Pattern::SoftTip->sheet(1);

        return WaySheet::of(['potting' => $potting + $sheet['potting'], 'hole' => $hole + $sheet['hole']] + $sheet);
    }

    private static function norms(): WorkNorms
    {
        return WorkNorms::of(200, 50, weaned: 30, pottedBy: ['1 L' => 25]);
    }

    public function testItStandsInItsPotFromTheFirstDayAndIsSetOut(): void
    {
        $course = SheetCourse::of(self::sheet(), HouseDefaults::usual());
        self::assertSame(
            ['held in boxes', 'mist in pots', 'weaning in pots', 'weaning in pots', 'set_out in pots', 'ready in pots'],
            array_map(static fn (Stage $stage) => "{$stage->kind->value} in {$stage->stands->value}", $course->stages),
        );
        self::assertEquals(Fact::of('stage.job.set_out', pot: '9 cm'), $course->stages[4]->jobs[0]->what);
        self::assertTrue(StageKind::SetOut->isGrowingOn());
        $potted = SheetCourse::of(self::sheet([]), HouseDefaults::usual());
        self::assertSame([StageKind::Mist, 'trays', StageKind::Growing], [$potted->stages[1]->kind, $potted->stages[1]->stands->value, $potted->stages[4]->kind]);
    }

    public function testAnOrderForAnotherPotHasItPotted(): void
    {
        $sheet = self::sheet();
        self::assertTrue($sheet->potting->isStuckInto('9 cm'));
        self::assertTrue($sheet->potting->isStuckInto(''), 'Nobody asks for another.');
        self::assertFalse($sheet->potting->isStuckInto('1 L'));
        self::assertFalse(self::sheet([])->potting->isStuckInto('9 cm'));
        self::assertSame('perlite 2 : coir 1', $sheet->mixIn('9 cm'));
        self::assertSame('potting mix with slow-release feed', $sheet->mixIn('1 L'));
        self::assertSame('potting mix with slow-release feed', self::sheet([])->mixIn('9 cm'));
        self::assertSame($sheet->toArray(), WaySheet::of($sheet->toArray())->toArray());
        self::assertArrayNotHasKey('direct', self::sheet([])->toArray()['potting'], 'Sheets that were kept before say as much as they did.');
    }

    public function testItHasNoCellsToWaitInAndNothingIsPottedApart(): void
    {
        $refused = static function (\Closure $make): ?string {
            try {
                $make();
            } catch (Refused $refused) {
                return $refused->field;
            }

            return null;
        };
        self::assertSame(
            'potting.winter',
            $refused(static fn () => self::sheet(['direct' => true, 'winter' => 'as_cells'])),
        );
        self::assertSame(
            'hole.apart',
            $refused(static fn () => self::sheet(hole: ['each' => 3, 'apart' => true])),
        );
        self::assertNull($refused(static fn () => self::sheet(['winter' => 'as_cells'], ['each' => 3, 'apart' => true])));
    }

    public function testItTakesTheHandsOfMovingItsTrays(): void
    {
        self::assertEqualsWithDelta(100 / 25, self::norms()->hoursToPot(100, '1 L'), 1e-12);
        self::assertEqualsWithDelta(6 / 30, self::norms()->hoursToPot(100, '9 cm', 6), 1e-12);
        $tenant = Tenant::of('A', 6, Week::of('2027-W20'), Week::of('2027-W23'), Range::of(18, 22), Range::of(1, 2));
        $load = static fn (bool $inItsPot) => new BatchLoad($tenant, true, 300, Week::of('2027-W24'), 100, Week::of('2027-W23'), null, '9 cm', $inItsPot);
        self::assertEqualsWithDelta(6 / 30, $load(true)->hoursToPot(self::norms()), 1e-12);
        self::assertEqualsWithDelta(2.0, $load(false)->hoursToPot(self::norms()), 1e-12);
        $day = DayHours::of([], [], [['plants' => 100, 'pot' => '9 cm', 'setOut' => 6]], 0, 0, [], ['checks' => 0, 'stock' => 0, 'vents' => 0], self::norms(), HouseDefaults::usual());
        self::assertEqualsWithDelta(0.2, $day->pot, 1e-12);
        self::assertSame(6, self::sheet()->setting->traysOf(100, 18), 'A last tray that is not full is one all the same.');
        self::assertSame(1, self::sheet()->setting->traysOf(4, 18), 'Four plants stand in one tray.');
        self::assertSame(2, self::sheet(hole: ['each' => 3, 'apart' => true], potting: [])->setting->traysOf(108, 18));
    }

    public function testItsRootsHaveRoomUntilItIsReady(): void
    {
        $line = static fn (bool $inItsPot) => new LineInTrays(
            'A', 1, 100, 0, [
                new Looked(new \DateTimeImmutable('2027-05-10'), StageTally::of(['at_wall' => 14]), ReadyCheck::of(14, 14, 0.8, Beta::of(1, 1), 0.9)->verdict()),
            ], null, new \DateTimeImmutable('2027-05-24'), 0, PotTrigger::Share, 0.8, 0.4, static fn () => 0.5, $inItsPot,
        );
        $toPot = static fn (bool $inItsPot) => ToPot::line(
            $line($inItsPot), static fn () => 1.0, GrowingOn::days(60), null, null, new \DateTimeImmutable('2027-05-12'), HouseDefaults::usual(),
        );
        self::assertSame(['2027-07-09', null], [$toPot(true)->job->boundOn->format('Y-m-d'), $toPot(true)->run]);
        self::assertTrue($toPot(true)->trigger->isDue);
        self::assertSame(['2027-05-24', 'none'], [$toPot(false)->job->boundOn->format('Y-m-d'), $toPot(false)->run?->risk]);
        $planned = ToPot::planned(
            'B', 30, new \DateTimeImmutable('2027-06-01'), 0, static fn () => 1.0, GrowingOn::days(60), null, null,
            new \DateTimeImmutable('2027-05-12'), HouseDefaults::usual(), true,
        );
        self::assertSame('2027-07-31', $planned->job->boundOn->format('Y-m-d'));
    }

    public function testItsPotsAreBoughtForTheDayOnWhichItIsStuck(): void
    {
        $list = ShoppingList::of([new BatchNeeds(
            new \DateTimeImmutable('2027-05-10'), 6, 'carrier', 18, 500, 'bark 1 : coir 1', 324, null, new \DateTimeImmutable('2027-06-20'), 90, '9 cm', 500,
            'loam', true,
        )], HouseDefaults::usual());
        $by = array_column($list, null, 'name');
        self::assertSame(['carrier', '9 cm', 'tray label', 'bark', 'coir'], array_keys($by), 'And no second mix.');
        self::assertSame([108.0, '2027-05-10'], [$by['9 cm']['total'], $by['9 cm']['firstOn']->format('Y-m-d')]);
    }
}
