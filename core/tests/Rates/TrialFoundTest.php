<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Rates\LaidArms;
use WetCradle\Core\Rates\TrialFound;
use WetCradle\Core\Rates\TrialSize;
use WetCradle\Core\Refused;

final class TrialFoundTest extends TestCase
{
    public function testEachBlockHasEachArmOnceInAnOrderThatChanceGives(): void
    {
        $first = array_fill(0, 3, 0);
        for ($seed = 1; $seed <= 200; ++$seed) {
            $laid = LaidArms::of(3, 6, $seed);
            self::assertCount(6, $laid);
            foreach ($laid as $block) {
                $sorted = $block;
                sort($sorted);
                self::assertSame([0, 1, 2], $sorted);
                ++$first[$block[0]];
            }
            self::assertSame($laid, LaidArms::of(3, 6, $seed));
        }
        foreach ($first as $times) {
            self::assertEqualsWithDelta(400, $times, 60, 'No arm has the end of the bench more often than others.');
        }
    }

    public function testWhereNobodySaysWhatIsHopedForItIsNeverWhatThereIs(): void
    {
        self::assertEqualsWithDelta(0.75, TrialSize::worthWhile(0.6), 1e-9);
        self::assertEqualsWithDelta(0.95, TrialSize::worthWhile(0.87), 1e-9);
        foreach ([0.0, 0.3, 0.94, 0.95, 0.97, 1.0] as $usually) {
            $hoped = TrialSize::worthWhile($usually);
            self::assertGreaterThan(0.02, abs($hoped - $usually));
            self::assertGreaterThanOrEqual(2, TrialSize::ofOne($usually, $hoped, 40, 20.0)->traysPerArm);
        }
        self::assertEquals(TrialSize::of(0.6, 0.75, 40, 20.0, 0.8, 0.05), TrialSize::ofOne(0.6, 0.75, 40, 20.0));
    }

    public function testThereAreTwoToFourArmsOfSeveralTrays(): void
    {
        foreach ([[1, 4, 'arms'], [5, 4, 'arms'], [2, 1, 'traysPerArm'], [2, 61, 'traysPerArm']] as [$arms, $trays, $field]) {
            try {
                LaidArms::of($arms, $trays, 1);
                self::fail('It was laid.');
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
    }

    public function testTheBestIsFoundAndHowSurely(): void
    {
        self::assertNull(TrialFound::of([[[30, 40]], []], 0), 'An arm without a count says nothing.');
        $close = TrialFound::of([[[30, 40], [28, 40]], [[29, 40], [30, 40]]], 0);
        self::assertNotNull($close);
        self::assertFalse($close->isClear());
        $far = TrialFound::of([[[18, 40], [20, 40], [19, 40], [21, 40]], [[37, 40], [38, 40], [36, 40], [38, 40]]], 0);
        self::assertNotNull($far);
        self::assertSame([1, 0, true], [$far->best, $far->measure, $far->isClear()]);
        self::assertLessThan($far->arms[1]['low80'], $far->arms[0]['high80']);
        self::assertGreaterThan(0.85, $far->arms[1]['mean']);
        $fewer = (int) ceil(1000 / $far->arms[0]['mean']) - (int) ceil(1000 / $far->arms[1]['mean']);
        self::assertSame($fewer, $far->fewerStuck(1000));
        self::assertGreaterThan(800, $fewer, 'Twice the rate is nearly half the cuttings.');
    }

    /** Of arms that are all the same, one in twenty trials or so calls one of two clearly better; of such as differ, most do. */
    #[Group('calibration')]
    public function testADifferenceOfNothingIsSeldomCalledOne(): void
    {
        mt_srand(23);
        $called = static function (float $rate, float $other): float {
            $clear = 0;
            for ($trial = 0; $trial < 80; ++$trial) {
                $arms = array_map(static fn (float $p) => array_map(static function () use ($p): array {
                    $rooted = 0;
                    for ($i = 0; $i < 30; ++$i) {
                        $rooted += mt_rand() / mt_getrandmax() < $p ? 1 : 0;
                    }

                    return [$rooted, 30];
                }, range(1, 4)), [$rate, $other]);
                $clear += TrialFound::of($arms, 0)?->isClear() === true ? 1 : 0;
            }

            return $clear / 80;
        };
        self::assertLessThan(0.1, $called(0.6, 0.6));
        self::assertGreaterThan(0.8, $called(0.5, 0.75));
    }
}
