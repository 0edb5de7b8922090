<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Rates;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rates\RateGroup;
use WetCradle\Core\Rates\RatesBySort;
use WetCradle\Core\Rates\Sort;
use WetCradle\Core\Rates\SortedBatch;

final class RatesBySortTest extends TestCase
{
    /** Of 200 crops whose hormone makes no difference, batches of which differ much or little, one in twenty is called one at most. */
    public function testADifferenceOfNothingIsSeldomCalledOne(): void
    {
        $called = 0;
        for ($crop = 0; $crop < 200; ++$crop) {
            mt_srand(400 + $crop);
            $batches = [];
            for ($i = 0; $i < 14; ++$i) {
                $batches[] = self::batch("B{$i}", self::rate(0.6, $crop % 2 === 0 ? 8 : 60), mt_rand(40, 600), ['hormone' => $i % 3 === 0 ? 'weak' : 'strong']);
            }
            $called += RatesBySort::of(Sort::Hormone, $batches, self::prior(), $crop)->isDifference() ? 1 : 0;
        }
        self::assertLessThanOrEqual(14, $called, 'One in twenty of 200 is 10, and chance adds a few.');
        self::assertGreaterThan(2, $called, 'Never to call one would be no test.');
    }

    /** Where groups do differ, the next batch of each falls into the eight in ten of its learnt range as often as that. */
    public function testTheLearntRangesHoldForTheNextBatchOfEachGroup(): void
    {
        $in = $all = $called = 0;
        for ($crop = 0; $crop < 120; ++$crop) {
            mt_srand(9000 + $crop);
            $of = ['A' => 0.45, 'B' => 0.62, 'C' => 0.8];
            $batches = [];
            foreach ($of as $name => $rate) {
                for ($i = mt_rand(2, 6); $i > 0; --$i) {
                    $batches[] = self::batch("{$name}{$i}", self::rate($rate, 25), mt_rand(100, 500), ['block' => $name]);
                }
            }
            $sorted = RatesBySort::of(Sort::Block, $batches, self::prior(), 7);
            $called += $sorted->isDifference() ? 1 : 0;
            foreach ($sorted->groups as $group) {
                $next = self::rate($of[$group->is], 25);
                $told = $group->learnt->toArray();
                $in += $next >= $told['low80'] && $next <= $told['high80'] ? 1 : 0;
                ++$all;
            }
        }
        self::assertGreaterThan(0.74, $in / $all);
        self::assertLessThan(0.88, $in / $all);
        self::assertGreaterThan(100, $called, 'So great a difference is nearly always seen.');
    }

    public function testASmallGroupBorrowsMoreAndAnAlikeOneAllButEverything(): void
    {
        $batches = [];
        for ($i = 0; $i < 8; ++$i) {
            $batches[] = self::batch("A{$i}", 0.8 + 0.01 * $i, 400, ['mix' => 'bark']);
            $batches[] = self::batch("B{$i}", 0.5 + 0.01 * $i, 400, ['mix' => 'sand']);
        }
        $batches[] = self::batch('C0', 0.2, 30, ['mix' => 'new']);
        $groups = self::byName(RatesBySort::of(Sort::Mix, $batches, self::prior()));
        self::assertSame(['bark', 'sand', 'new'], array_keys($groups));
        self::assertGreaterThan(2 * $groups['bark']->borrowed, $groups['new']->borrowed);
        self::assertGreaterThan(0.2, $groups['new']->learnt->rate, 'What one small batch says is drawn towards the crop.');
        self::assertLessThan(0.5, $groups['new']->learnt->rate);
        self::assertSame([3200, 2672], [$groups['bark']->stuck, $groups['bark']->rooted]);
        $alike = array_map(static fn (int $i) => self::batch("D{$i}", 0.7, 200, ['mix' => $i % 2 === 0 ? 'bark' : 'sand']), range(0, 9));
        $sorted = RatesBySort::of(Sort::Mix, $alike, self::prior());
        self::assertSame(1.0, $sorted->byChance);
        foreach ($sorted->groups as $group) {
            self::assertGreaterThan(0.7, $group->borrowed);
        }
    }

    public function testWhatElseAGroupIsAlikeInIsTold(): void
    {
        $batches = [];
        foreach ([['strong', '05'], ['strong', '05'], ['strong', '05'], ['weak', '04'], ['weak', '05'], ['weak', '07']] as $i => [$hormone, $month]) {
            $batches[] = self::batch("B{$i}", 0.6, 100, ['hormone' => $hormone, 'month' => $month, 'zone' => 'Mist 1']);
        }
        $batches[] = self::batch('U', 0.6, 100, ['month' => '05']);
        $sorted = RatesBySort::of(Sort::Hormone, $batches, self::prior());
        $groups = self::byName($sorted);
        self::assertSame([['sort' => Sort::Month, 'is' => '05']], $groups['strong']->also);
        self::assertSame([], $groups['weak']->also, 'Neither all of one month, nor in a zone of their own.');
        self::assertSame(['U'], $sorted->notKnown);
        self::assertSame(['B0', 'B1', 'B2'], $groups['strong']->codes);
    }

    public function testWhereNothingCanBeComparedNothingIsSaid(): void
    {
        self::assertSame([], RatesBySort::of(Sort::Zone, [], self::prior())->groups);
        $one = RatesBySort::of(Sort::Zone, [self::batch('A', 0.5, 100, ['zone' => 'M']), self::batch('B', 0.6, 100, ['zone' => 'M'])], self::prior());
        self::assertNull($one->byChance);
        self::assertFalse($one->isDifference());
        $each = RatesBySort::of(Sort::Zone, [self::batch('A', 0.1, 500, ['zone' => 'M']), self::batch('B', 0.9, 500, ['zone' => 'N'])], self::prior());
        self::assertNull($each->byChance, 'One batch each: batches differ, and so nothing is known of zones.');
    }

    /** @return array<string, RateGroup> */
    private static function byName(RatesBySort $sorted): array
    {
        return array_combine(array_map(static fn (RateGroup $group) => $group->is, $sorted->groups), $sorted->groups);
    }

    /** @param array<string, string> $sorts */
    private static function batch(string $code, float $rate, int $stuck, array $sorts): SortedBatch
    {
        return SortedBatch::of($code, PastBatch::of((int) round($rate * $stuck), $stuck), $sorts);
    }

    private static function prior(): CropPrior
    {
        return CropPrior::of(0.6, 4.0, 20.0, 0.7);
    }

    /** Drawn from Beta(μφ, (1 − μ)φ), as a share of two sums of exponential draws; φ so that both are whole. */
    private static function rate(float $mean, int $phi): float
    {
        $draw = static function (int $shape): float {
            $sum = 0.0;
            for ($i = 0; $i < $shape; ++$i) {
                $sum -= log((mt_rand() + 1) / (mt_getrandmax() + 2));
            }

            return $sum;
        };
        [$a, $b] = [$draw((int) round($mean * $phi)), $draw((int) round((1.0 - $mean) * $phi))];

        return $a / ($a + $b);
    }
}
