<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use WetCradle\Core\Book\BatchResult;
use WetCradle\Core\Book\LossCause;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\SheetOffers;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\CountedBatch;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\CropRate;
use WetCradle\Core\Rates\LearntShare;
use WetCradle\Core\Rates\LikelyMishaps;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Rates\NurseryLearnt;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rates\WayTells;
use WetCradle\Core\Rooting\BatchForecast;
use WetCradle\Core\Rooting\Dying;
use WetCradle\Core\Rooting\Forecast;
use WetCradle\Core\Rooting\LearntPace;
use WetCradle\Core\Rooting\LiftedThen;
use WetCradle\Core\Rooting\OwnPace;
use WetCradle\Core\Rooting\RootCurve;
use WetCradle\Core\Rooting\RootingPace;
use WetCradle\Core\Tests\Told;

/** What is learnt from the book: mishaps, how much batches differ, how fast a way roots. */
final class LearntTest extends TestCase
{
    private static function prior(): CropPrior
    {
        return CropPrior::of(0.8, 4.0, 20.0, 0.97);
    }

    public function testWhatAMishapTookIsNotHeldAgainstTheCrop(): void
    {
        $lost = ['rot' => 20, 'dried_out' => 100, 'mislaid' => 5, 'mechanical' => 3, 'no_room' => 40, 'unrooted' => 12];
        self::assertSame(300 - 148, BatchResult::couldRootOf(300, 120, $lost));
        self::assertSame(290, BatchResult::couldRootOf(300, 290, $lost), 'Those that rooted could.');
        self::assertSame(300, BatchResult::couldRootOf(300, 120, []));
        $mishaps = array_filter(LossCause::cases(), static fn (LossCause $cause) => $cause->isMishap());
        self::assertSame(['dried_out', 'mechanical', 'mislaid', 'no_room'], array_values(array_map(static fn (LossCause $cause) => $cause->value, $mishaps)));
    }

    public function testDisastersAreFoundOneAfterTheOther(): void
    {
        $batches = [
            'a' => PastBatch::of(240, 300), 'b' => PastBatch::of(230, 300), 'c' => PastBatch::of(5, 300), 'd' => PastBatch::of(251, 300),
            'e' => PastBatch::of(20, 300), 'f' => PastBatch::of(222, 300), 'g' => PastBatch::of(190, 300),
        ];
        $found = LikelyMishaps::among(self::prior(), $batches, []);
        self::assertEqualsCanonicalizing(['c', 'e'], array_keys($found));
        foreach ($found as $chance) {
            self::assertLessThan(1 / 200, $chance);
        }
        self::assertSame(['e'], array_keys(LikelyMishaps::among(self::prior(), $batches, ['c' => true])), 'What somebody said is left out.');
        self::assertSame([], LikelyMishaps::among(self::prior(), $batches, ['c' => false, 'e' => false]), 'What counts is no mishap, and makes others likelier.');
        self::assertSame([], LikelyMishaps::among(self::prior(), ['a' => PastBatch::of(60, 300)], []), 'One batch has nothing to be unlike.');
    }

    public function testWhatTheNurseryLearntIsKeptToTwoDigits(): void
    {
        $nothing = NurseryLearnt::nothing();
        self::assertSame([20.0, 0.97, 0.077, 1.0, 5.0, 0], [
            $nothing->phi, $nothing->lnPhiSd, $nothing->mishap->chance, $nothing->mishap->leaves->a, $nothing->mishap->leaves->b, $nothing->batches,
        ]);
        $alike = array_map(static fn (int $i) => CountedBatch::of(238 + $i % 5, 300, 300), range(1, 12));
        $ways = array_fill(0, 3, WayTells::of(self::prior(), $alike));
        $learnt = NurseryLearnt::of([...$ways, WayTells::of(self::prior(), [...$alike, CountedBatch::of(3, 300, 300)])]);
        self::assertGreaterThan(60.0, $learnt->phi, 'Batches are much alike here.');
        self::assertSame([0.032, 1, 49], [$learnt->mishap->chance, $learnt->mishaps, $learnt->batches]);
        $again = NurseryLearnt::kept($learnt->phi, $learnt->lnPhiSd, $learnt->mishap, 1, 49);
        self::assertEquals($learnt, $again);
        $spread = self::prior()->spreadAs($learnt->phi, $learnt->lnPhiSd);
        self::assertSame([0.8, 4.0, $learnt->phi, $learnt->lnPhiSd], [$spread->rate, $spread->strength, $spread->phi, $spread->lnPhiSd]);
    }

    public function testAWayTellsTheNurseryOfItsMishapsAndOfTheRest(): void
    {
        $batches = [
            1 => CountedBatch::of(240, 300, 300), 2 => CountedBatch::of(230, 300, 300), 3 => CountedBatch::of(5, 300, 300),
            4 => CountedBatch::of(251, 300, 300), 5 => CountedBatch::of(222, 300, 300), 6 => CountedBatch::of(190, 300, 300),
            // What dried out explains it: a mishap of the nursery's, and the rest of it as good as any.
            7 => CountedBatch::of(8, 300, 10),
            // Nobody knows yet.
            8 => CountedBatch::of(60, 300, 300, true),
            9 => CountedBatch::of(236, 300, 300), 10 => CountedBatch::of(228, 300, 300), 11 => CountedBatch::of(247, 300, 300),
        ];
        $tells = WayTells::of(self::prior(), $batches);
        self::assertSame([3], array_keys($tells->marked));
        self::assertSame([[5, 300], [8, 300]], $tells->mishaps);
        self::assertSame(11, $tells->batches);
        $rest = [PastBatch::of(240, 300), PastBatch::of(230, 300), PastBatch::of(251, 300), PastBatch::of(222, 300), PastBatch::of(190, 300),
            PastBatch::of(8, 10), PastBatch::of(60, 300), PastBatch::of(236, 300), PastBatch::of(228, 300), PastBatch::of(247, 300)];
        self::assertEqualsWithDelta(CropRate::likelihoodOfSpread(self::prior(), $rest), $tells->spread, 1e-9);
        $batches[3] = CountedBatch::of(5, 300, 300, false, false);
        $batches[8] = CountedBatch::of(60, 300, 300, true, true);
        $said = WayTells::of(self::prior(), $batches);
        self::assertSame([60, 300], $said->mishaps[count($said->mishaps) - 1], 'A person has the last word.');
        self::assertNotContains([5, 300], $said->mishaps);
        self::assertSame([], WayTells::of(self::prior(), [])->mishaps);
        self::assertEquals($tells, WayTells::kept($tells->marked, $tells->mishaps, $tells->batches, $tells->spread));
    }

    /** Batches drawn at a speed of their own, around one that the sheet has wrong by a fifth. */
    public function testAWayLearnsHowFastItRootsFromItsBatches(): void
    {
        $draw = new Randomizer(new Mt19937(8));
        $unit = static fn () => ($draw->getInt(0, 999_999) + 0.5) / 1_000_000;
        $normal = static fn () => sqrt(-2.0 * log($unit())) * cos(2.0 * M_PI * $unit());
        $sheet = RootingPace::of(20.0, 8.0);
        $own = [];
        for ($i = 0; $i < 12; ++$i) {
            $d50 = 16.0 * exp(0.1 * $normal());
            $checks = [];
            foreach ([10.0, 14.0, 18.0, 22.0] as $tau) {
                $rooted = 0;
                for ($n = 0; $n < 12; ++$n) {
                    $rooted += $unit() < 0.8 * RootCurve::reached($tau, $d50, 8.0) ? 1 : 0;
                }
                $checks[] = LiftedThen::of($tau, 12, $rooted, 0, 0, 4);
            }
            $one = OwnPace::of($sheet, 0.8, 20.0, 300, $checks);
            self::assertNotNull($one);
            $own[] = $one;
        }
        $one = LearntPace::of($sheet, array_slice($own, 0, 1));
        $all = LearntPace::of($sheet, $own);
        self::assertNotNull($one);
        self::assertNotNull($all);
        self::assertEqualsWithDelta(16.0, $all->pace->halfAt, 1.0);
        self::assertLessThan($one->lnSd, $all->lnSd, 'Twelve are surer than one.');
        self::assertLessThan(LearntPace::sheetLnSd(), $one->lnSd, 'And one surer than none.');
        self::assertSame([1, 12], [$one->batches, $all->batches]);
        self::assertNull(LearntPace::of($sheet, []));
        self::assertNull(OwnPace::of($sheet, 0.8, 20.0, 300, []));
        self::assertNull(OwnPace::of($sheet, 0.0, 20.0, 300, [LiftedThen::of(10.0, 5, 0)]), 'Of which none rooted tells of no speed.');
        $early = OwnPace::of($sheet, 0.8, 20.0, 300, [LiftedThen::of(0.1, 2, 0)]);
        self::assertTrue($early === null || $early->lnSd > 1.0, 'Looked at too early, hardly anything is learnt.');
        self::assertEquals($own[0], OwnPace::kept($own[0]->d50, $own[0]->lnSd, $own[0]->shape, $own[0]->shapeLnSd));
    }

    /** Lifted in hundreds, its pace is seen as it was drawn, whatever the sheet said; what was culled is out of the count. */
    public function testAPaceIsFoundAgainAsItWasDrawn(): void
    {
        foreach ([[16.0, 5.0, 20.0, 8.0], [26.0, 9.0, 20.0, 8.0], [20.0, 8.0, 20.0, 8.0], [15.0, 12.0, 18.0, 9.0]] as [$d50, $shape, $halfAt, $said]) {
            foreach ([0, 300] as $culled) {
                $checks = [];
                foreach ([0.7, 0.85, 1.0, 1.15, 1.4] as $times) {
                    $share = 0.6 * RootCurve::reached($times * $d50, $d50, $shape) / (1.0 - $culled / 1000);
                    $checks[] = LiftedThen::of($times * $d50, 4000, (int) round(4000 * $share), 0, $culled, 4000);
                }
                $own = OwnPace::of(RootingPace::of($halfAt, $said), 0.6, 20.0, 1000, $checks);
                self::assertNotNull($own);
                self::assertEqualsWithDelta($d50, $own->d50, 0.02 * $d50);
                self::assertEqualsWithDelta($shape, $own->shape, 0.12 * $shape);
                self::assertLessThan(0.1, $own->lnSd);
                self::assertLessThan(0.2, $own->shapeLnSd);
            }
        }
    }

    public function testTheSheetSaysWhatItSaysAndOffersWhatWasLearnt(): void
    {
        $sheet = WaySheet::of(array_replace(Pattern::SoftTip->sheet(1), ['prior' => ['rate' => 0.8, 'strength' => 10, 'phi' => 20]]));
        self::assertSame(['trust'], array_column(SheetOffers::of($sheet), 'what'));
        $halfAt = $sheet->reckoning->rooting->halfAt;
        $here = $sheet->learning(LearntPace::kept(0.8 * $halfAt, $sheet->reckoning->rooting->shape, 0.16, 6));
        self::assertSame($sheet->toArray(), $here->toArray());
        self::assertSame($sheet->daysToRoot()->pair(), $here->daysToRoot()->pair());
        self::assertLessThan($sheet->daysToRoot()->high, $here->daysToRootHere()->high);
        self::assertSame([LearntPace::sheetLnSd(), 0.16], [$sheet->speedLnSd(), $here->speedLnSd()]);
        [$speed, $trust] = SheetOffers::of($here);
        self::assertStringStartsWith('sheet.sooner batches=6 days=', Told::of($speed['words']));
        self::assertSame(['rooting' => ['halfAt' => 0.8 * $halfAt, 'shape' => $sheet->reckoning->rooting->shape]], $speed['change']);
        self::assertSame(['prior' => ['rate' => 0.8, 'strength' => 4.0, 'phi' => 20.0]], $trust['change']);
        $done = WaySheet::of(array_replace($sheet->toArray(), $speed['change'], $trust['change']))->learning($here->learnt);
        self::assertSame([], SheetOffers::of($done), 'Once it is on the sheet nothing is offered.');
        $later = $sheet->learning(LearntPace::kept(1.3 * $halfAt, 8.0, 0.16, 1));
        self::assertStringStartsWith('sheet.later batches=1 days=', Told::of(SheetOffers::of($later)[0]['words']));
    }

    public function testHowManyComeThroughIsLearntAsTheRateIs(): void
    {
        $sheet = WaySheet::of(Pattern::SoftTip->sheet(1));
        $said = $sheet->potting->survival;
        self::assertNull(LearntShare::learn($said, NurseryLearnt::nothing(), []));
        self::assertEquals($said, $sheet->comesThroughHere(), 'As the sheet says, until there is a batch.');
        $batches = array_map(static fn (int $lost) => PastBatch::of(200 - $lost, 200), [50, 61, 44, 70, 58, 39, 52, 66]);
        $one = LearntShare::learn($said, NurseryLearnt::nothing(), array_slice($batches, 0, 1));
        $all = LearntShare::learn($said, NurseryLearnt::nothing(), $batches);
        self::assertNotNull($one);
        self::assertNotNull($all);
        self::assertEqualsWithDelta(0.75, $all->share->mean(), 0.03);
        self::assertTrue($all->share->mean() < $one->share->mean() && $one->share->mean() < $said->mean(), 'One batch goes part of the way.');
        self::assertSame([1, 8], [$one->batches, $all->batches]);
        $sure = LearntShare::learn(Beta::of(1e6, 1.0), NurseryLearnt::nothing(), $batches);
        self::assertLessThan(1.0, $sure?->share->mean(), 'A sheet that says all come through is no end of it.');
        $here = $sheet->learning(null, $all);
        self::assertEquals($all->share, $here->comesThroughHere());
        $offer = array_column(SheetOffers::of($here), null, 'what')['through'];
        self::assertStringStartsWith('sheet.fewer_come_through here=', Told::of($offer['words']));
        $done = WaySheet::of(array_replace($here->toArray(), $offer['change']))->learning(null, $all);
        self::assertEqualsWithDelta($all->share->mean(), $done->potting->survival->mean(), 0.001);
        self::assertSame([], array_filter(SheetOffers::of($done), static fn (array $one) => $one['what'] === 'through'), 'It is on the sheet.');
        $more = $sheet->learning(null, LearntShare::kept(990.0, 5.0, 4));
        self::assertLessThan(0.975, $said->mean());
        self::assertStringStartsWith('sheet.more_come_through here=', Told::of(array_column(SheetOffers::of($more), null, 'what')['through']['words']));
        self::assertStringStartsWith('rate.potted_come_through_here share=', Told::of($here->comesThroughInWords()));
        self::assertStringStartsWith('rate.potted_come_through share=', Told::of($sheet->comesThroughInWords()));
        self::assertEquals($all, LearntShare::kept($all->share->a, $all->share->b, 8));
        $house = HouseDefaults::usual();
        self::assertEquals(LearntShare::usualOfLeftLonger($house), $here->leftLongerRootsHere($house), 'Of what is left longer the house believes something.');
        $left = LearntShare::learn(LearntShare::usualOfLeftLonger($house), NurseryLearnt::nothing(), [PastBatch::of(41, 60), PastBatch::of(70, 95)]);
        self::assertGreaterThan(0.55, $left?->share->mean());
        self::assertEquals($left?->share, $sheet->learning(null, null, $left)->leftLongerRootsHere($house));
    }

    public function testAForecastIsKeptAsItWas(): void
    {
        $forecast = BatchForecast::begin(Beta::of(16, 4), Mishap::of(0.05, Beta::of(1, 5)), 10.0, 0.25, 6.0, 0.3, 20.0, 300)
            ->seeing(LiftedThen::of(9.0, 8, 3, 1))->forecast(12);
        $kept = Forecast::unpacked($forecast->packed());
        self::assertEquals($forecast, $kept);
        self::assertSame($forecast->readyTau(0.8, 0.9), $kept->readyTau(0.8, 0.9));
        self::assertLessThan(0.05, $forecast->fails, 'With roots on three of eight it is no mishap.');
        self::assertEqualsWithDelta($forecast->finalRate(), $forecast->usualRate, 0.02);
        $dead = BatchForecast::begin(Beta::of(16, 4), Mishap::of(0.05, Beta::of(1, 5)), 10.0, 0.25, 6.0, 0.3, 20.0, 300)
            ->seeing(LiftedThen::of(14.0, 20, 0, 12, 0, 5))->forecast(0);
        self::assertGreaterThan(0.9, $dead->fails);
        self::assertGreaterThan($dead->finalRate(), $dead->usualRate);
    }

    public function testRotThatSpreadsCountsAgainstWaiting(): void
    {
        $house = HouseDefaults::usual();
        $on = new \DateTimeImmutable('2027-05-04');
        self::assertSame([0.03, 'wait.dies share=3'], [Dying::inAWeek(null, null, $house)->share, Told::of(Dying::inAWeek(null, null, $house)->words)]);
        self::assertEqualsWithDelta(0.06, Dying::inAWeek($on, null, $house)->share, 1e-12);
        $seen = Dying::inAWeek($on, 0.2, $house);
        self::assertEqualsWithDelta(0.23, $seen->share, 1e-12);
        self::assertSame('wait.rots share=23 usual=3 on=2027-05-04', Told::of($seen->words));
        self::assertLessThan(1.0, Dying::inAWeek($on, 1.0, $house)->share);
    }
}
