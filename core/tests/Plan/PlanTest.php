<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\MixKind;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\Setting;
use WetCradle\Core\Crops\Trays;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Core\Plan\DayList;
use WetCradle\Core\Plan\NextThing;
use WetCradle\Core\Plan\Outlook;
use WetCradle\Core\Plan\StickNumbers;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\PlainTimes;
use WetCradle\Core\Tests\Told;

final class PlanTest extends TestCase
{
    public function testEveryCodeIsSayableAndDifferent(): void
    {
        $seen = [];
        $alike = 0;
        $last = '';
        for ($n = 1; $n <= BatchCode::many() + 500; ++$n) {
            $code = BatchCode::ofNumber($n)->written;
            self::assertMatchesRegularExpression('/^[KRMTFJH][AEU][KRMTXNP]-[3479]{2,3}$/', $code);
            self::assertArrayNotHasKey($code, $seen);
            self::assertSame($code, BatchCode::typed(strtolower(str_replace('-', ' ', $code)))?->written);
            $seen[$code] = true;
            $alike += substr($code, 0, 3) === $last ? 1 : 0;
            $last = substr($code, 0, 3);
        }
        self::assertGreaterThan(2000, BatchCode::many());
        self::assertSame(0, $alike, 'Neighbours in time must not share a syllable.');
        self::assertNull(BatchCode::typed('RAK-50'));
        self::assertNull(BatchCode::typed('lavender'));
    }

    public function testTraysAreWhole(): void
    {
        foreach ([[1, 60, 1], [60, 60, 1], [61, 60, 2], [795, 104, 8]] as [$cuttings, $cells, $trays]) {
            $found = Trays::toHold($cuttings, $cells);
            self::assertSame($trays, $found->number);
            self::assertGreaterThanOrEqual($cuttings, $found->hold());
            self::assertLessThan($cells, $found->hold() - $cuttings);
        }
    }

    public function testNumbersTwoWaysAndWhatTheDifferenceBuys(): void
    {
        $numbers = StickNumbers::forGood(480, [Beta::of(28, 12)], 0.9, 104)->toArray();
        self::assertSame(
            [686, 7, 728, 42],
            [$numbers['simple']['stick'], $numbers['simple']['trays'], $numbers['simple']['inTrays'], $numbers['simple']['roundingAdds']],
        );
        self::assertSame(
            [795, 8, 832, 37],
            [$numbers['chosen']['stick'], $numbers['chosen']['trays'], $numbers['chosen']['inTrays'], $numbers['chosen']['roundingAdds']],
        );
        self::assertGreaterThan($numbers['simple']['chance'], $numbers['simple']['chanceInTrays']);
        self::assertGreaterThan(0.9, $numbers['chosen']['chance']);
        self::assertStringStartsWith('stick.more more=104 trays=1 from=(chance.of ', Told::of($numbers['buys']['words']));
        self::assertSame(832, StickNumbers::forGood(480, [Beta::of(28, 12)], 0.9, 104)->stick());
        self::assertSame($numbers['simple']['chanceInTrays'], StickNumbers::forGood(480, [Beta::of(28, 12)], 0.9, 104)->chanceWith(7));
        self::assertStringStartsWith('stick.whole_trays ', Told::of(StickNumbers::forGood(10, [Beta::of(28, 2)], 0.9, 104)->toArray()['buys']['words']));
    }

    public function testDatesBackwardsMeetTheWeekWanted(): void
    {
        $times = PlainTimes::of(21, 33, 10, 84);
        $dates = PlainDates::backwards(Week::of('2027-W20'), $times);
        self::assertSame('2027-05-17', $dates->readyOn->format('Y-m-d'));
        self::assertSame('2027-01-13', $dates->stickOn->format('Y-m-d'));
        self::assertSame(['2027-02-03', '2027-02-15'], [$dates->rootedFrom->format('Y-m-d'), $dates->rootedBy->format('Y-m-d')]);
        self::assertLessThanOrEqual($dates->weanOn, $dates->rootedFrom);
        self::assertSame('2027-W07', $dates->lastBenchWeek()->written());
        self::assertSame($dates->toArray(), PlainDates::forwards($dates->stickOn, $times)->toArray());
    }

    public function testCropTimesThatCannotBe(): void
    {
        foreach ([[30, 20, 7, 60], [0, 20, 7, 60], [10, 20, -1, 60], [10, 20, 7, 9999]] as $times) {
            try {
                PlainTimes::of(...$times);
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertContains($refused->field, ['daysToRoot', 'weaningDays', 'growOnDays']);
            }
        }
    }

    public function testTheDayGoesInItsOrderAndTheLatestFirst(): void
    {
        $things = DayList::of([
            $this->outlook('POT', stuck: 90, check: '2027-05-10', ready: true),
            $this->outlook('LOOK', stuck: 90, stick: '2027-04-26'),
            $this->outlook('NEW', planned: 300, stick: '2027-05-13'),
            $this->outlook('LATE', planned: 300, stick: '2027-05-03'),
            $this->outlook('DONE'),
            $this->outlook('FRESH', stuck: 50, stick: '2027-05-11'),
            $this->outlook('ROOTS', rooted: 12, check: '2027-05-11'),
        ], [['order' => '7', 'plants' => 80, 'planBy' => new \DateTimeImmutable('2027-05-14')],
            [
                'order' => '8', 'plants' => 80, 'planBy' => new \DateTimeImmutable('2027-08-01'),
            ]], [['order' => '4', 'short' => 8, 'due' => new \DateTimeImmutable('2027-05-17'), 'why' => Fact::said('about 12 of 20'), 'mendable' => false],
                [
                    'order' => '5', 'short' => 38, 'due' => new \DateTimeImmutable('2027-06-06'), 'why' => Fact::said('about 132 of 170'), 'mendable' => true,
                ]], Week::of('2027-W19'), new \DateTimeImmutable('2027-05-12'), HouseDefaults::usual());
        self::assertSame(
            ['short 5 0', 'short 4 0', 'stick LATE 9', 'stick NEW 0', 'check LOOK 2', 'pot POT 2', 'pot ROOTS 1', 'plan 7 0'],
            array_map(static fn (NextThing $t) => "{$t->job->value} {$t->about} {$t->daysLate}", $things),
        );
    }

    public function testAWeekAheadShowsItsOwnWorkOnly(): void
    {
        $outlooks = [$this->outlook('LATE', planned: 300, stick: '2027-05-03'), $this->outlook('NEXT', planned: 10, stick: '2027-05-20')];
        $things = DayList::of($outlooks, [], [], Week::of('2027-W20'), new \DateTimeImmutable('2027-05-12'), HouseDefaults::usual());
        self::assertSame(['NEXT'], array_map(static fn (NextThing $t) => $t->about, $things));
    }

    public function testChecksComeAWeekApartUntilReady(): void
    {
        $due = static fn (Outlook $o) => DayList::of(
            [$o],
            [],
            [],
            Week::of('2027-W30'),
            new \DateTimeImmutable('2027-07-28'),
            HouseDefaults::usual(),
        )[0]->due->format('Y-m-d');
        self::assertSame('2027-05-15', $due($this->outlook('A', stuck: 9, stick: '2027-05-01')));
        self::assertSame('2027-05-27', $due($this->outlook('A', stuck: 9, stick: '2027-05-01', check: '2027-05-20')));
    }

    public function testHours(): void
    {
        self::assertSame(2.0, WorkNorms::of(150, 100)->hoursToStick(300));
        self::assertSame(3.0, WorkNorms::of(150, 100)->hoursToPot(300));
        $this->expectException(Refused::class);
        WorkNorms::of(0, 10);
    }

    private function outlook(
        string $batch,
        int $planned = 0,
        int $stuck = 0,
        int $rooted = 0,
        string $stick = '2027-03-01',
        ?string $check = null,
        bool $ready = false,
    ): Outlook {
        $stickOn = new \DateTimeImmutable($stick);

        return new Outlook(
            $batch,
            1,
            $planned,
            $stuck,
            $rooted,
            $stickOn,
            $stickOn->modify('+24 days'),
            $stickOn->modify('+40 days'),
            $check === null ? null : new \DateTimeImmutable($check),
            $ready ? Fact::of('trigger.share.ready', rooted: 9, lifted: 10) : null,
            false,
        );
    }

    public function testCuttingsHolesAndPlantsAreThreeCounts(): void
    {
        $setting = static fn (int $each, bool $apart) => new Setting('peat 1', MixKind::Inert, 1, $each, 2.0, $apart);
        $count = static fn (Setting $s) => [$s->together(), $s->plantsIn(60), $s->plantsIn(60) * $s->together()];
        self::assertSame([1, 60, 60], $count($setting(1, false)));
        self::assertSame([4, 60, 240], $count($setting(4, false)), 'Four of a hole that stay together are one plant.');
        self::assertSame([1, 240, 240], $count($setting(4, true)), 'Potted apart, each is one.');
        self::assertSame([0, 1, 1, 2, 120], array_map(static fn (int $cuttings) => Setting::plantsOf($cuttings, 4), [0, 1, 4, 5, 480]));
        $sheet = Pattern::SoftTip->sheet(1);
        $way = static fn (array $hole) => WaySheet::of(array_replace($sheet, ['hole' => $hole + $sheet['hole']]));
        self::assertFalse($way([])->setting->apart);
        self::assertTrue($way(['each' => 3, 'apart' => true])->setting->apart);
        self::assertSame($way(['each' => 3, 'apart' => true])->toArray(), WaySheet::of($way(['each' => 3, 'apart' => true])->toArray())->toArray());
        self::assertArrayNotHasKey('apart', $way(['apart' => false])->toArray()['hole']);
    }

    public function testAPlantOfSeveralCuttingsRootsWhereAnyOfThemDoes(): void
    {
        $prior = CropPrior::of(0.5, 1e6, 20);
        self::assertSame($prior, $prior->severalTogether(1));
        self::assertEqualsWithDelta(0.875, $prior->severalTogether(3)->rate, 1e-4);
        self::assertSame([20.0, 1.0], [$prior->severalTogether(3)->phi, $prior->severalTogether(3)->lnPhiSd]);
        self::assertLessThan(0.875, CropPrior::of(0.5, 4, 20)->severalTogether(3)->rate, 'Less sure of its rate, they fail together.');
        self::assertLessThan(1.0, CropPrior::of(0.99, 1e6, 20)->severalTogether(20)->rate);
        // Half of 200 pairs rooted: of single ones it would have been 29 in 100, of fours three quarters.
        $pairs = PastBatch::of(100, 200, 0.7);
        self::assertSame($pairs, $pairs->asOf(2, 2));
        self::assertEquals(PastBatch::of(59, 200, 0.7), $pairs->asOf(2, 1));
        self::assertEquals(PastBatch::of(150, 200, 0.7), $pairs->asOf(2, 4));
        self::assertEquals(PastBatch::of(0, 0), PastBatch::of(0, 0)->asOf(2, 4));
    }

    public function testSeveralToAHoleAreInsurance(): void
    {
        $rooting = Beta::ofMean(0.7, 20);
        // For a rate known exactly, three in a hole fail together with chance 0.3 · 0.3 · 0.3.
        self::assertEqualsWithDelta(1 - 0.3 ** 3, Beta::ofMean(0.7, 1e7)->atLeastOneIn(3)->mean(), 1e-5);
        self::assertGreaterThan($rooting->mean(), $rooting->atLeastOneIn(2)->mean());
        self::assertLessThan(1 - 0.3 ** 3, $rooting->atLeastOneIn(3)->mean(), 'Batches that differ fail together.');
        self::assertSame($rooting, $rooting->atLeastOneIn(1));

        $one = StickNumbers::forGood(500, [$rooting, Beta::ofMean(0.95, 60)], 0.9, 60)->toArray();
        // What is asked of plants of three cuttings is what such plants do.
        $three = StickNumbers::forGood(500, [$rooting->atLeastOneIn(3), Beta::ofMean(0.95, 60)], 0.9, 60, 3);
        self::assertLessThan($one['chosen']['trays'], $three->toArray()['chosen']['trays']);
        self::assertGreaterThan($one['chosen']['stick'], $three->toArray()['chosen']['stick']);
        self::assertSame(3 * 60 * $three->toArray()['chosen']['trays'], $three->stick());
    }
}
