<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Positions;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\TrayFit;
use WetCradle\Core\Bench\WhatIf;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Book\FullCount;
use WetCradle\Core\Book\Losses;
use WetCradle\Core\Calculations;
use WetCradle\Core\Calendar\DayGains;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\Need;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mixing\DipNeed;
use WetCradle\Core\Mixing\Strength;
use WetCradle\Core\Mixing\Volume;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Numbers\Whole;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Core\Plan\Standing;
use WetCradle\Core\Potting\PotJob;
use WetCradle\Core\Potting\Shares;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\LearntShare;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\RootingPace;
use WetCradle\Core\Rooting\Rounds;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Core\Stock\CountedOn;
use WetCradle\Core\Stock\DivisionPath;
use WetCradle\Core\Stock\Licence;
use WetCradle\Core\Stock\ShootHabit;

/** Small types to the edge of what they can hold: the last value that is one, and the first that is none. */
final class SmallRulesTest extends TestCase
{
    /** @return iterable<string, array{\Closure(): mixed, \Closure(): mixed, string}> what is, what is not, and the field that is named */
    public static function edges(): iterable
    {
        $day = static fn (string $day) => new \DateTimeImmutable($day);
        $job = static fn (int $plants, float $hours) => PotJob::of(
            'A',
            $plants,
            $hours,
            $day('2027-05-10'),
            $day('2027-05-24'),
            GrowingOn::days(50),
            null,
            null,
            28,
        );
        $tenant = static fn (int $trays, string $to) => Tenant::of('A', $trays, Week::of('2027-W20'), Week::of($to), Range::of(18, 22), Range::of(1, 2));
        yield 'plants of a job' => [static fn () => $job(0, 0.0), static fn () => $job(-1, 0.0), 'plants'];
        yield 'hours of a job' => [static fn () => $job(0, 0.0), static fn () => $job(0, -0.1), 'hours'];
        yield 'trays of a batch' => [static fn () => $tenant(0, '2027-W20'), static fn () => $tenant(-1, '2027-W20'), 'trays'];
        yield 'weeks of a batch' => [static fn () => $tenant(1, '2027-W20'), static fn () => $tenant(1, '2027-W19'), 'to'];
        yield 'trays of a zone' => [
            static fn () => Zone::of('Z', 1, Range::of(1, 2), Range::of(0, 1)),
            static fn () => Zone::of('Z', 0, Range::of(1, 2), Range::of(0, 1)),
            'trays',
        ];
        yield 'a range' => [static fn () => Range::of(3, 3, 'heat'), static fn () => Range::of(3, 2.9, 'heat'), 'heat'];
        yield 'width of a pot' => [
            static fn () => Positions::ofPots(1, 0.5, false, 4000, HouseDefaults::usual()),
            static fn () => Positions::ofPots(1, 0, false, 4000, HouseDefaults::usual()),
            'acrossCm',
        ];
        yield 'side of a tray' => [static fn () => Positions::each(1, 1, 80, 50), static fn () => Positions::each(0, 1, 80, 50), 'lengthCm'];
        yield 'side of a bench' => [static fn () => TrayFit::of(100, 50, 50, 40), static fn () => TrayFit::of(100, 0, 50, 40), 'bench.widthCm'];
        yield 'smallest tray' => [static fn () => TrayFit::of(1000, 1000, 1, 1), static fn () => TrayFit::of(10_000, 10_000, 1, 1), 'tray.lengthCm'];
        yield 'cuttings of a dip' => [
            static fn () => DipNeed::liquid(1, 0.5, HouseDefaults::usual()),
            static fn () => DipNeed::liquid(0, 0.5, HouseDefaults::usual()),
            'cuttings',
        ];
        yield 'strength' => [static fn () => Strength::of(100, 'percent'), static fn () => Strength::of(100.01, 'percent'), 'strength'];
        yield 'windows later' => [
            static fn () => WindowShift::of(Hemisphere::North, 12), static fn () => WindowShift::of(Hemisphere::North, 13), 'windowWeeks',
        ];
        yield 'shoots' => [static fn () => ShootHabit::of(0, 0, 0, 0, 0), static fn () => ShootHabit::of(-1, 0, 0, 0, 0), 'shootsPerPlant'];
        yield 'branching' => [static fn () => ShootHabit::of(0, 0, 0, 0, 0), static fn () => ShootHabit::of(0, 0, 0, -0.1, 0), 'branching'];
        yield 'recovery' => [static fn () => ShootHabit::of(0, 0, 0, 0, 0), static fn () => ShootHabit::of(0, 0, 0, 0, -1), 'recoveryWeeks'];
        yield 'most shoots' => [static fn () => ShootHabit::of(20, 20, 0.5, 2, 4), static fn () => ShootHabit::of(20, 19, 0.5, 2, 4), 'maxShoots'];
        yield 'share of a take, most' => [static fn () => ShootHabit::of(20, 20, 1, 2, 4), static fn () => ShootHabit::of(20, 20, 1.01, 2, 4), 'capShare'];
        yield 'share of a take, least' => [static fn () => ShootHabit::of(20, 20, 0, 2, 4), static fn () => ShootHabit::of(20, 20, -0.01, 2, 4), 'capShare'];
        yield 'doubt shared, most' => [
            static fn () => Standing::of(0, [LearntShare::usualOfLeftLonger(HouseDefaults::usual())], null, 1.0),
            static fn () => Standing::of(0, [LearntShare::usualOfLeftLonger(HouseDefaults::usual())], null, 1.01),
            'shared',
        ];
        yield 'doubt shared, least' => [
            static fn () => Standing::of(0, [LearntShare::usualOfLeftLonger(HouseDefaults::usual())], null, 0.0),
            static fn () => Standing::of(0, [LearntShare::usualOfLeftLonger(HouseDefaults::usual())], null, -0.01),
            'shared',
        ];
        yield 'prior strength' => [static fn () => CropPrior::of(0.5, 0.1, 0.1), static fn () => CropPrior::of(0.5, 0.0, 0.1), 'strength'];
        yield 'count of a stage' => [static fn () => StageTally::of(['callus' => 0]), static fn () => StageTally::of(['callus' => -1]), 'stages.callus'];
        yield 'days of a licence' => [
            static fn () => Licence::of('L', $day('2027-01-01'), $day('2027-01-01'), 1, 0, CountedOn::Sale),
            static fn () => Licence::of('L', $day('2027-01-01'), $day('2026-12-31'), 1, 0, CountedOn::Sale),
            'to',
        ];
        yield 'means of the air' => [static fn () => SiteAir::of(array_fill(0, 12, 9.0)), static fn () => SiteAir::of(array_fill(0, 11, 9.0)), 'air'];
        yield 'rooted in no days' => [
            static fn () => RootingPace::fromDays(Range::of(1, 2), 1.0), static fn () => RootingPace::fromDays(Range::of(0, 2), 1.0), 'days',
        ];
    }

    /**
     * @param \Closure(): mixed $is
     * @param \Closure(): mixed $isNot
     */
    #[DataProvider('edges')]
    public function testTheLastValueIsTakenAndTheNextRefusedByItsField(\Closure $is, \Closure $isNot, string $field): void
    {
        $is();
        try {
            $isNot();
            self::fail('That was taken.');
        } catch (Refused $refused) {
            self::assertSame($field, $refused->field);
        }
    }

    public function testWholeNumbersForgiveTheSlipOfDecimalsAndNoMore(): void
    {
        self::assertSame([3, 4, 3, 2], [Whole::up(0.1 * 30), Whole::up(3.001), Whole::down(0.3 * 10), Whole::down(2.999)]);
        self::assertSame([1_000_001, 1_000_000], [Whole::up(1_000_000.01), Whole::down(1_000_000.99)]);
        self::assertSame(115_000_000, Whole::down(1.15 * 1e8), 'What is lost on the way is more where the number is great.');
        self::assertSame([0, 1], [Whole::down(1e-10), Whole::up(1e-8)], 'Near nothing it is no more than the same.');
    }

    public function testANeedIsMetOnTheDayThatMeetsItAndWalkedBackTheSameWay(): void
    {
        $need = Need::of(10.0, DayGains::by(static fn () => 1.0), 'rooting', 'Never.');
        $start = new \DateTimeImmutable('2027-05-01');
        $end = $need->metOn($start);
        self::assertSame('2027-05-11', $end->format('Y-m-d'));
        self::assertSame('2027-05-01', $need->startBy($end)->format('Y-m-d'));
        self::assertSame('2027-05-01', Need::of(0.0, DayGains::by(static fn () => 1.0), 'rooting', 'Never.')->metOn($start)->format('Y-m-d'));
        $this->expectExceptionMessage('Never.');
        Need::of(1.0, DayGains::by(static fn () => 0.0), 'rooting', 'Never.')->metOn($start);
    }

    public function testAPaceIsNoSteeperThanACurveCanBeAndNoDayIsShorterThanOne(): void
    {
        self::assertSame(RootingPace::fromDays(Range::of(20, 20), 1.0)->shape, RootingPace::fromDays(Range::of(20, 20.001), 1.0)->shape);
        self::assertSame([1.0, 1.0], RootingPace::of(0.5, 20.0)->daysAt(10.0)->pair());
        self::assertGreaterThanOrEqual(1.0, RootingPace::fromDays(Range::of(1, 700), 1.0)->shape);
    }

    public function testNarrowerCellsAreMoreToATray(): void
    {
        // 80 × 50 cm in 40 cells: 10 cm apart; at 9.5 cm there is room for 44.
        self::assertSame([44, 1], [WhatIf::narrowerCells(40, 80, 50), WhatIf::narrowerCells(1, 0.1, 0.1)]);
    }

    public function testAZoneThatFollowsTheAirKeepsNoSetPoint(): void
    {
        self::assertSame(
            [true, false, false, false],
            array_map(static fn (ZoneKind $kind) => $kind->goesWithAir(), [ZoneKind::Frame, ZoneKind::Mist, ZoneKind::Cover, ZoneKind::Open]),
        );
        self::assertTrue(
            Comfort::of(Range::of(10, 15), Range::of(0, 1))->meets(Comfort::of(Range::of(15, 20), Range::of(1, 2))),
            'They meet at 15 °C and level 1.',
        );
        self::assertFalse(Comfort::of(Range::of(10, 15), Range::of(0, 1))->meets(Comfort::of(Range::of(15.1, 20), Range::of(1, 2))));
        self::assertFalse(Comfort::of(Range::of(10, 15), Range::of(0, 0))->meets(Comfort::of(Range::of(15, 20), Range::of(1, 2))));
    }

    public function testWhatWasLookedAtTodayIsNotDueAndWhatNobodySawIs(): void
    {
        $today = new \DateTimeImmutable('2027-05-12 09:00');
        $due = static fn (?string $last, int $every) => Rounds::isDue($last === null ? null : new \DateTimeImmutable($last), $every, $today);
        self::assertSame(
            [true, false, true, false, true],
            [$due(null, 1), $due('2027-05-12 08:00', 1), $due('2027-05-11 23:00', 1), $due('2027-05-11 23:00', 2), $due('2027-05-10 23:00', 2)],
            'By days, not by hours.',
        );
    }

    public function testAFullCountMovesWhatItSaysAndNothingForNoughts(): void
    {
        $moves = static fn (FullCount $count, ?int $new) => array_map(
            static fn ($move) => [$move->from?->state->value, $move->to?->state->value, $move->count],
            $count->postings(1, 0, $new),
        );
        self::assertSame([['stuck', 'rooted', 1], ['rooted', 'potted', 1]], $moves(FullCount::of(1, 0, Losses::of([]), 1), null));
        self::assertSame([['stuck', 'rooted', 1]], $moves(FullCount::of(1, 0, Losses::of([])), null));
        self::assertSame([], $moves(FullCount::of(0, 5, Losses::of([])), null), 'Counted, and nothing has happened.');
    }

    public function testWhatAFullCountDoesNotSayIsNone(): void
    {
        $count = FullCount::read(Fields::of(['rooted' => 3, 'unrooted' => 2, 'lost' => []]));
        self::assertEquals(FullCount::of(3, 2, Losses::of([]), 0, 0, 0, 0, 0), $count);
    }

    public function testOneCuttingIsPlannedToo(): void
    {
        $asked = '{"needed":1,"stages":[{"a":8,"b":2}],"confidence":0.9}';
        self::assertSame(2, Calculations::registry()->compute('stick_count', $asked)['stick'], 'One fails one time in five, two one time in 27.');
    }

    public function testAPathOfDivisionsStaysANumberOfClumps(): void
    {
        $path = DivisionPath::of(10_000_000, 100_000.0, 1.0, 10 ** 15, 9)->path;
        self::assertSame([3, 10 ** 15], [count($path), $path[2]]);
    }

    public function testNothingIsPottedBeforeItIsStuck(): void
    {
        $dates = PlainDates::forwards(new \DateTimeImmutable('2027-05-03'), PlainTimes::of(14, 21, 7, 42));
        $growing = GrowingOn::days(42);
        self::assertSame('2027-05-03', $dates->pottedOn(new \DateTimeImmutable('2027-04-01'), $growing)->potOn->format('Y-m-d'));
        self::assertSame('2027-05-04', $dates->pottedOn(new \DateTimeImmutable('2027-05-04'), $growing)->potOn->format('Y-m-d'));
    }

    public function testSharesAreWholeAndAddUp(): void
    {
        self::assertSame([1 => 1], Shares::of(1, [1 => 3, 2 => 2]), 'One plant goes from the greater.');
        self::assertSame([1 => 3, 2 => 2], Shares::of(5, [1 => 3, 2 => 2]));
        $this->expectException(Refused::class);
        Shares::of(6, [1 => 3, 2 => 2]);
    }

    public function testACodeGrowsByADigitWhenAllAreUsedAndByTwoAfterFourTimes(): void
    {
        $length = static fn (int $number) => strlen(BatchCode::ofNumber($number)->written);
        $short = $length(1);
        for ($all = 1; $length(2 * $all) === $short; $all *= 2) {
        }
        for ($step = intdiv($all, 2); $step > 0; $step = intdiv($step, 2)) {
            $all += $length($all + $step) === $short ? $step : 0;
        }
        self::assertSame(
            [0, 1, 1, 2, 2, 3],
            array_map(static fn (int $number) => $length($number) - $short, [$all, $all + 1, 4 * $all, 4 * $all + 1, 16 * $all, 16 * $all + 1]),
        );
    }

    public function testACodeIsReadAsItIsTypedAndGuardedByItsNumber(): void
    {
        $code = BatchCode::ofNumber(1234)->written;
        self::assertMatchesRegularExpression('/^[A-Z]{3}-\d\d$/', $code);
        self::assertSame($code, BatchCode::typed(strtolower(str_replace('-', ' ', $code)))?->written);
        self::assertNull(BatchCode::typed('12-ABC'));
        self::assertNotSame($code, BatchCode::ofNumber(1235)->written);
        self::assertSame(500.0, Volume::litres(0.5)->ml);
    }
}
