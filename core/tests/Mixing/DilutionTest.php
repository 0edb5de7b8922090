<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Mixing;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Mixing\Dilution;
use WetCradle\Core\Mixing\DilutionRatio;
use WetCradle\Core\Mixing\Poured;
use WetCradle\Core\Mixing\RatioReading;
use WetCradle\Core\Mixing\Sanitiser;
use WetCradle\Core\Mixing\Strength;
use WetCradle\Core\Mixing\Volume;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** Stocks brought down with water, to what can be measured. */
final class DilutionTest extends TestCase
{
    public function testWhatIsInItStaysTheSame(): void
    {
        mt_srand(7);
        for ($i = 0; $i < 300; ++$i) {
            $stock = Strength::of(mt_rand(500, 50_000));
            $target = Strength::of(mt_rand(100, (int) $stock->ppm));
            $final = Volume::of(mt_rand(10, 100_000) / 10.0);
            $made = Dilution::of($stock, $target, $final);
            self::assertEqualsWithDelta($final->ml, $made->stock->ml + $made->water->ml, 1e-9 * $final->ml, 'Nothing is lost.');
            self::assertEqualsWithDelta($target->ppm * $final->ml, $stock->ppm * $made->stock->ml, 1e-6 * $stock->ppm * $made->stock->ml);
        }
    }

    public function testWeakerWantsLessStockAndTheSameWantsNoWater(): void
    {
        $ml = static fn (int $target) => Dilution::of(Strength::of(10_000), Strength::of($target), Volume::of(250))->stock->ml;
        self::assertLessThan($ml(3000), $ml(2000));
        self::assertSame(250.0, $ml(10_000));
        $this->expectException(Refused::class);
        $this->expectExceptionMessage('mixing.never_stronger');
        $ml(10_001);
    }

    public function testTenToOneIsReadBothWays(): void
    {
        $both = DilutionRatio::compute(Fields::of(['stockPpm' => 10_000, 'parts' => 10]));
        self::assertGreaterThan($both['ppmOneToParts'], $both['ppmOneInTotal'], 'One to ten is eleven parts.');
        foreach ([
            ['stockPpm' => 10_000, 'parts' => 0.5, 'field' => 'parts'], ['stockPpm' => -1, 'parts' => 3, 'field' => 'stockPpm'],
            ['parts' => 3, 'field' => 'stockPpm'],
        ] as $bad) {
            try {
                DilutionRatio::compute(Fields::of(array_diff_key($bad, ['field' => 0])));
                self::fail('Nothing was refused.');
            } catch (Refused $refused) {
                self::assertSame($bad['field'], $refused->field);
            }
        }
    }

    public function testWhatIsPouredIsWhatCanBeMeasuredWithTheErrorThatMakes(): void
    {
        $stock = Strength::of(10_000);
        $poured = Poured::of(Dilution::of($stock, Strength::of(2700), Volume::of(37)), $stock);
        self::assertSame([10.0, 27.0], [$poured->stock->ml, $poured->water->ml], '9.99 and 27.01 ml have marks at 10 and 27.');
        self::assertEqualsWithDelta(10_000 * 10 / 37, $poured->strength->ppm, 1e-6);
        self::assertEqualsWithDelta($poured->strength->ppm / 2700 - 1, $poured->error, 1e-9);
        foreach ([[4.96, 5.0], [5.26, 5.5], [24.7, 24.5], [26.4, 26.0], [99.4, 99.0], [113.0, 115.0], [498.0, 500.0], [506.0, 510.0], [2020.0, 2000.0]] as [$ml, $mark]) {
            $half = Poured::of(Dilution::of($stock, Strength::of(5000), Volume::of(2 * $ml)), $stock);
            self::assertEqualsWithDelta($mark, $half->stock->ml, 1e-9, "{$ml} ml");
        }
        mt_srand(3);
        for ($i = 0; $i < 300; ++$i) {
            $target = Strength::of(mt_rand(200, 10_000));
            $poured = Poured::of(Dilution::of($stock, $target, Volume::of(mt_rand(60, 3000))), $stock);
            self::assertLessThan(0.06, abs($poured->error), 'Marks are near enough for what is dipped.');
        }
    }

    public function testTooLittleToMeasureIsSaid(): void
    {
        $this->expectException(Refused::class);
        $this->expectExceptionMessage('mixing.too_little');
        Poured::of(Dilution::of(Strength::of(10_000), Strength::of(10), Volume::of(20)), Strength::of(10_000));
    }

    public function testASanitiserIsMadeByItsLabelHoweverThatIsToBeRead(): void
    {
        $bleach = Sanitiser::of(9, RatioReading::ToParts, Strength::of(5, 'percent'));
        $made = $bleach->make(Volume::litres(10));
        self::assertSame([1000.0, 9000.0], [$made->stock->ml, $made->water->ml]);
        self::assertSame(5000.0, $bleach->strength()->ppm);
        self::assertSame('sanitiser.to_parts parts=9', Told::of($bleach->words()));
        $other = Sanitiser::of(200, RatioReading::InTotal, Strength::of(10, 'percent'));
        self::assertSame([50.0, 9950.0], [$other->make(Volume::litres(10))->stock->ml, $other->make(Volume::litres(10))->water->ml]);
        self::assertSame('sanitiser.in_parts parts=200', Told::of($other->words()));
        $this->expectException(Refused::class);
        Sanitiser::of(0.5, RatioReading::InTotal, Strength::of(5, 'percent'));
    }
}
