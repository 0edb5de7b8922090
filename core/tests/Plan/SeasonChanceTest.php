<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\BetaBinomial;
use WetCradle\Core\Numbers\Normal;
use WetCradle\Core\Plan\OrderOutlook;
use WetCradle\Core\Plan\Pool;
use WetCradle\Core\Plan\ReadyDays;
use WetCradle\Core\Plan\SeasonChance;
use WetCradle\Core\Plan\Standing;
use WetCradle\Core\Plan\StickNumbers;
use WetCradle\Core\Refused;

/** Orders met together: from one bench, and over a whole season. */
final class SeasonChanceTest extends TestCase
{
    private static function pool(int $order, int $wanted, int $stuck, float $shared = 0.0): Pool
    {
        return Pool::of([['order' => $order, 'wanted' => $wanted]], 0, [Standing::of($stuck, [Beta::of(16, 4)], 'one way', $shared)]);
    }

    public function testADistributionSumsToOneAndHasItsMean(): void
    {
        foreach ([[0, 3, 2], [1, 1, 1], [72, 16, 4], [4000, 0.7, 0.4], [600, 900, 90]] as [$count, $a, $b]) {
            $chances = BetaBinomial::chances($count, Beta::of($a, $b));
            self::assertCount($count + 1, $chances);
            self::assertEqualsWithDelta(1.0, array_sum($chances), 1e-9);
            $mean = array_sum(array_map(static fn (int $k, float $p) => $k * $p, array_keys($chances), $chances));
            self::assertEqualsWithDelta($count * $a / ($a + $b), $mean, 1e-6 * max(1, $count));
        }
        self::assertEqualsWithDelta(1 / 3, BetaBinomial::chances(2, Beta::of(1, 1))[1], 1e-12, 'With nothing known every number is as likely.');
    }

    public function testDrawsAreNormalAndTheSameForTheSameSeed(): void
    {
        self::assertEqualsWithDelta(0.5, Normal::below(0.0), 1e-7);
        self::assertEqualsWithDelta(0.975, Normal::below(1.959963985), 1e-6);
        self::assertEqualsWithDelta(1.0, Normal::below(1.3) + Normal::below(-1.3), 1e-7);
        $draws = Normal::seeded(7)->draws(4001);
        self::assertCount(4001, $draws);
        self::assertSame($draws, Normal::seeded(7)->draws(4001));
        [$sum, $squares] = [array_sum($draws), array_sum(array_map(static fn (float $z) => $z * $z, $draws))];
        self::assertEqualsWithDelta(0.0, $sum / 4000, 0.06);
        self::assertEqualsWithDelta(1.0, $squares / 4000, 0.08);
    }

    public function testTheFirstOfAPoolIsServedFirst(): void
    {
        $pool = Pool::of([['order' => 4, 'wanted' => 60], ['order' => 9, 'wanted' => 50]], 10, [Standing::of(144, [Beta::of(16, 4)])]);
        ['4' => $first, '9' => $second] = $pool->outlooks();
        self::assertGreaterThan($second->chance(), $first->chance());
        self::assertEqualsWithDelta(
            OrderOutlook::of(110, 10, [Standing::of(144, [Beta::of(16, 4)])])->chance(),
            $second->chance(),
            1e-9,
            'The last is met when all are.',
        );
        self::assertSame([10, 0], [$first->ready, $second->ready]);
        $this->expectException(Refused::class);
        Pool::of([], 0, []);
    }

    public function testSharingAnInsuranceNeverNeedsMore(): void
    {
        foreach ([[40, 40], [300, 20], [72, 144], [1, 1]] as [$a, $b]) {
            $stick = static fn (int $n) => StickNumbers::forGood($n, [Beta::of(16, 4), Beta::of(95, 5)], 0.9, 1)->stick();
            self::assertLessThanOrEqual($stick($a) + $stick($b), $stick($a + $b));
        }
    }

    public function testTogetherIsNeverLikelierThanEach(): void
    {
        $pools = [self::pool(1, 100, 144), self::pool(2, 150, 200), self::pool(3, 60, 72)];
        $played = SeasonChance::play($pools, ['one' => [1], 'two' => [2], 'three' => [3], 'all' => [1, 2, 3], 'none' => []], 42);
        $all = $played->of('all');
        foreach (['one' => 0, 'two' => 1, 'three' => 2] as $name => $i) {
            self::assertLessThanOrEqual($played->of($name)['chance'], $all['chance']);
            self::assertEqualsWithDelta($pools[$i]->outlooks()[$i + 1]->chance(), $played->of($name)['chance'], 0.025, 'Played as worked out.');
        }
        self::assertSame(1.0, $played->of('none')['chance'], 'Nothing to meet is met.');
        self::assertTrue($all['low'] <= $all['chance'] && $all['chance'] <= $all['high']);
        // Both limits are where the chance that was drawn lies as far off as 95 draws in 100 do: (p - x)² = z² x (1 - x) / n.
        foreach ([$all['low'], $all['high']] as $limit) {
            self::assertEqualsWithDelta(1.959964 ** 2 * $limit * (1.0 - $limit) / 4000, ($all['chance'] - $limit) ** 2, 1e-9);
        }
        self::assertLessThan(0.04, $all['high'] - $all['low']);
    }

    public function testApartTheChancesMultiplyAndTogetherTheyDoNot(): void
    {
        $play = static function (float $shared): SeasonChance {
            return SeasonChance::play(
                [self::pool(1, 110, 144, $shared), self::pool(2, 110, 144, $shared)],
                ['first' => [1], 'second' => [2], 'both' => [1, 2]],
                5,
                8000,
            );
        };
        $apart = $play(0.0);
        self::assertEqualsWithDelta($apart->of('first')['chance'] * $apart->of('second')['chance'], $apart->of('both')['chance'], 0.02);
        $together = $play(1.0);
        self::assertEqualsWithDelta($together->of('first')['chance'], $together->of('both')['chance'], 0.001, 'One luck for both.');
        $half = $play(0.5)->of('both')['chance'];
        self::assertTrue($apart->of('both')['chance'] < $half && $half < $together->of('both')['chance']);
    }

    public function testWhatFailsOrComesLateIsMissingAsItIsFromEachOrderAlone(): void
    {
        $ready = ReadyDays::rooting(new \DateTimeImmutable('2027-06-07'), [30, 34, 40, 48, 60], 34, 0);
        $batch = static fn (int $stuck) => Standing::of($stuck, [Beta::of(16, 4)])->readyOn($ready)->failing(0.1);
        $order = static fn (int $id, int $wanted, string $due) => ['order' => $id, 'wanted' => $wanted, 'due' => new \DateTimeImmutable($due)];
        $pools = [
            Pool::of([$order(1, 60, '2027-06-13'), $order(2, 40, '2027-07-11')], 5, [$batch(72), $batch(72)]),
            Pool::of([$order(3, 50, '2027-06-20')], 0, [$batch(84)]),
            Pool::of([['order' => 4, 'wanted' => 50]], 0, [$batch(84)]),
        ];
        $groups = ['1' => [1], '2' => [2], '3' => [3], '4' => [4], 'both' => [1, 2]];
        $played = SeasonChance::play($pools, array_combine(array_map(static fn ($name) => "order {$name}", array_keys($groups)), $groups), 42, 8000);
        foreach ($pools as $pool) {
            foreach ($pool->outlooks() as $id => $outlook) {
                self::assertEqualsWithDelta($outlook->met(), $played->of("order {$id}")['chance'], 0.02, "order {$id}");
            }
        }
        self::assertLessThan($played->of('order 4')['chance'] - 0.2, $played->of('order 3')['chance'], 'Of the last nobody asked when.');
        $one = $played->of('order 1')['chance'];
        self::assertGreaterThan($one * $played->of('order 2')['chance'] + 0.01, $played->of('order both')['chance'], 'What is in time for the first is for the next.');
    }

    public function testTheSameSeedPlaysTheSameSeason(): void
    {
        $play = static fn (int $seed) => SeasonChance::play([self::pool(1, 110, 144), self::pool(2, 95, 144)], ['all' => [1, 2]], $seed)->of('all');
        self::assertSame($play(3), $play(3));
        self::assertNotSame($play(3), $play(4));
    }

    public function testAnOrderWithNothingOnItsWayIsNotMet(): void
    {
        $played = SeasonChance::play([Pool::of([['order' => 1, 'wanted' => 10]], 10, [])], ['there' => [1], 'nowhere' => [2]], 1, 100);
        self::assertSame([1.0, 0.0], [$played->of('there')['chance'], $played->of('nowhere')['chance']]);
        foreach ([fn () => $played->of('else'), fn () => SeasonChance::play([], [], 1, 0), fn () => Standing::of(1, [Beta::of(1, 1)], 'x', 1.5)] as $wrong) {
            try {
                $wrong();
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertNotSame('', $refused->field);
            }
        }
    }
}
