<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\BetaBinomial;
use WetCradle\Core\Rates\BatchSurprise;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\CropRate;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Rates\NurserySpread;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rates\StickCount;
use WetCradle\Core\Rates\StickParted;
use WetCradle\Core\Rates\WaySpeed;

/** What a nursery learns of its crops beyond their rates: their spread, their speed, their mishaps. */
final class OneModelTest extends TestCase
{
    public function testAWayIsAsFastAsItsBatchesAndItsSheetSayEachByHowSureItIs(): void
    {
        $sheet = WaySpeed::learn(28.0, []);
        self::assertEqualsWithDelta(28.0, $sheet->d50, 1e-12);
        self::assertSame(WaySpeed::SHEET_LN_SD, $sheet->lnSd);
        $slow = WaySpeed::learn(28.0, [['d50' => 20.0, 'lnSd' => 0.05]]);
        $sure = WaySpeed::learn(28.0, array_fill(0, 8, ['d50' => 20.0, 'lnSd' => 0.05]));
        $vague = WaySpeed::learn(28.0, [['d50' => 20.0, 'lnSd' => 0.6]]);
        self::assertGreaterThan(20.0, $sure->d50);
        self::assertLessThan($slow->d50, $sure->d50);
        self::assertLessThan($vague->d50, $slow->d50);
        self::assertLessThan($slow->lnSd, $sure->lnSd);
        self::assertGreaterThan(WaySpeed::BATCH_LN_SD, $sure->newBatchLnSd, 'A new batch differs, however sure the mean is.');
    }

    public function testANurseryWhoseBatchesAreAllAlikeSaysSo(): void
    {
        $prior = CropPrior::of(0.7, 4.0, 20.0);
        /** @param list<int> $rooted */
        $way = static fn (array $rooted): array => ['prior' => $prior, 'batches' => array_values(array_map(static fn (int $r) => PastBatch::of($r, 200), $rooted))];
        $nothing = NurserySpread::learn([]);
        $alike = NurserySpread::learn(array_fill(0, 4, $way([140, 141, 139, 140])));
        $uneven = NurserySpread::learn(array_fill(0, 4, $way([60, 180, 110, 190])));
        self::assertGreaterThan($nothing->phi, $alike->phi);
        self::assertLessThan($nothing->phi, $uneven->phi);
        self::assertLessThan($nothing->lnPhiSd, $uneven->lnPhiSd);
        self::assertEqualsWithDelta($nothing->phi, NurserySpread::learn([$way([])])->phi, 1e-9, 'A way without batches says nothing.');
        self::assertGreaterThan(0.7, $uneven->lnPhiSd, 'Ways differ among each other.');
    }

    public function testWhatIsBorrowedMattersLessTheMoreACropHasOfItsOwn(): void
    {
        $wide = static fn (float $phi, int $batches) => CropRate::learn(
            CropPrior::of(0.7, 4.0, $phi, 0.85),
            array_map(static fn (int $i) => PastBatch::of(140 + ($i % 2 === 0 ? 12 : -12), 200), $batches === 0 ? [] : range(1, $batches)),
        )->newBatchSd;
        $apart = array_map(static fn (int $n) => $wide(5.0, $n) - $wide(80.0, $n), [3, 12, 40]);
        self::assertGreaterThan(0.0, $apart[2]);
        self::assertGreaterThan($apart[1], $apart[0]);
        self::assertGreaterThan($apart[2], $apart[1]);
    }

    public function testOneBatchWithoutMishapsIsTheNumberToStickAsBefore(): void
    {
        $rate = Beta::of(20, 5);
        $parted = StickParted::fewest(80, $rate, Mishap::of(0.0, Beta::of(1, 5)), 0.9, 400);
        [$stick, $chance] = StickCount::forGood(80, [$rate])->fewestFor(0.9);
        self::assertSame($stick, $parted[0]['stick']);
        self::assertEqualsWithDelta($chance, $parted[0]['chance'], 1e-9);
    }

    public function testASinglePlantMayBeAskedFor(): void
    {
        $said = StickParted::compute(Fields::of([
            'needed' => 1, 'rate' => ['a' => 8, 'b' => 2], 'mishap' => ['chance' => 0.0, 'a' => 1, 'b' => 5], 'confidence' => 0.9,
            'most' => 100,
        ]));
        [$stick] = StickCount::forGood(1, [Beta::of(8, 2)])->fewestFor(0.9);
        self::assertSame($stick, $said['parted'][0]['stick']);
    }

    public function testWhatALostBatchTakesASecondOneGives(): void
    {
        $rate = Beta::of(40, 10);
        $mishap = Mishap::of(0.1, Beta::of(1, 50));
        [$one, $two, $three] = StickParted::fewest(50, $rate, $mishap, 0.95, 1000);
        self::assertNull($one['stick']);
        self::assertEqualsWithDelta(0.9, $one['chance'], 0.01, 'No number is better than that it does not fail.');
        self::assertGreaterThanOrEqual(0.95, $two['chance']);
        self::assertLessThanOrEqual($two['stick'], $three['stick']);
        // One fewer would not do: the chance by hand, both halves lost or not.
        $good = static fn (int $size) => array_map(static fn (float $a, float $b) => 0.9 * $a + 0.1 * $b, BetaBinomial::chances($size, $rate), BetaBinomial::chances($size, $mishap->leaves));
        $chance = static function (int $n, int $needed) use ($good): float {
            $enough = 0.0;
            foreach ($good(intdiv($n + 1, 2)) as $i => $p) {
                foreach ($good(intdiv($n, 2)) as $j => $q) {
                    $enough += $i + $j >= $needed ? $p * $q : 0.0;
                }
            }

            return $enough;
        };
        $odd = 0;
        foreach (range(48, 55) as $needed) {
            $two = StickParted::fewest($needed, $rate, $mishap, 0.95, 1000)[1];
            $odd += (int) $two['stick'] % 2;
            self::assertEqualsWithDelta($chance((int) $two['stick'], $needed), $two['chance'], 1e-9);
            self::assertLessThan(0.95, $chance((int) $two['stick'] - 1, $needed));
        }
        self::assertGreaterThan(0, $odd, 'Also where one half is larger.');
        self::assertNull(StickParted::fewest(50, $rate, $mishap, 0.5, 40)[0]['stick'], 'Fewer than are needed are never enough.');
    }

    public function testMishapsAreLearntFromTheNurserysOwn(): void
    {
        $none = Mishap::learn([], 0);
        self::assertSame([1 / 13, 1.0, 5.0], [$none->chance, $none->leaves->a, $none->leaves->b]);
        $lost = static fn (int ...$rooted) => array_values(array_map(static fn (int $r) => PastBatch::of($r, 100), $rooted));
        $four = Mishap::learn($lost(30, 40, 35, 45), 87);
        self::assertSame([0.05, 1.0, 5.0], [$four->chance, $four->leaves->a, $four->leaves->b], 'Four are too few to say what they leave.');
        $five = Mishap::learn($lost(30, 40, 35, 45, 50), 107);
        self::assertEqualsWithDelta([0.05, 0.4, 0.00625], [$five->chance, $five->leaves->mean(), $five->leaves->variance()], 1e-9);
        foreach ([$lost(0, 0, 0, 0, 0), $lost(100, 0, 100, 0, 100), $lost(20, 20, 20, 20, 20)] as $odd) {
            $leaves = Mishap::learn($odd, 50)->leaves;
            self::assertGreaterThan(0.0, min($leaves->a, $leaves->b));
            self::assertLessThan(200.0, $leaves->a + $leaves->b);
        }
        self::assertLessThan(1.0, Mishap::learn($lost(...array_fill(0, 40, 1)), 3)->chance, 'No more mishaps than batches.');
    }

    public function testABatchThatIsUnlikeTheOthersIsPointedOut(): void
    {
        $prior = CropPrior::of(0.7, 10.0, 20.0);
        $others = array_map(static fn (int $rooted) => PastBatch::of($rooted, 104), [80, 85, 78, 90, 82, 84]);
        self::assertTrue(BatchSurprise::of($prior, $others, PastBatch::of(30, 104))->isLikelyAMishap());
        self::assertFalse(BatchSurprise::of($prior, $others, PastBatch::of(75, 104))->isLikelyAMishap());
        self::assertFalse(BatchSurprise::of($prior, $others, PastBatch::of(104, 104))->isLikelyAMishap(), 'That all rooted is none.');
        $usual = BatchSurprise::of($prior, $others, PastBatch::of(82, 104));
        $exactly = BetaBinomial::chances(104, CropRate::learn($prior, $others)->forNewBatch)[82];
        self::assertEqualsWithDelta(1.0 + $exactly, $usual->chanceAsLow + $usual->chanceAsHigh, 1e-9);
    }
}
