<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Rates;

use WetCradle\Server\Tests\House;

/** What a good plant costs: of each crop, and as each of its batches came out. */
final class PlantCostsTest extends House
{
    public function testEachCropIsToldTheDearestFirst(): void
    {
        $this->signIn('visitor');
        $costs = $this->ask('GET', '/api/results/costs');
        self::assertSame((int) $this->db()->fetchOne('SELECT count(*) FROM crop'), count($costs['crops']));
        $all = array_column($costs['crops'], 'inAll');
        $sorted = $all;
        rsort($sorted);
        self::assertSame($sorted, $all);
        foreach ($costs['crops'] as $crop) {
            $parts = array_intersect_key($crop, array_flip(['material', 'hands', 'goods', 'bench', 'potting', 'pots', 'ground', 'royalty']));
            self::assertEqualsWithDelta($crop['inAll'], array_sum($parts), 0.005, $crop['name']);
            self::assertLessThan($crop['inAll'], $crop['lost']);
            self::assertLessThanOrEqual(12, count($crop['batches']));
        }
        $with = array_values(array_filter($costs['crops'], static fn (array $crop) => count($crop['batches']) > 2))[0];
        $byRate = $with['batches'];
        usort($byRate, static fn (array $a, array $b) => $a['rate'] <=> $b['rate']);
        self::assertGreaterThan($byRate[count($byRate) - 1]['inAll'], $byRate[0]['inAll'], 'Of which fewest rooted, each cost most.');
        // A batch bears the weeks that it lay warm, wherever its sheet had it.
        $cost = fn (): float => (float) array_column(
            array_merge(...array_column($this->ask('GET', '/api/results/costs')['crops'], 'batches')), 'inAll', 'code',
        )[$byRate[0]['code']];
        $before = $cost();
        $this->db()->executeStatement("UPDATE batch SET left_bench_on = date(left_bench_on, '+70 days'),
            zone_id = (SELECT id FROM zone WHERE name = 'Mist 2') WHERE code = ?", [$byRate[0]['code']]);
        self::assertGreaterThan($before, $cost());
    }

    public function testItIsSaidWhereWaysAreChosenAndGoesByWhatALinerCosts(): void
    {
        $this->signIn();
        $way = $this->ask('GET', '/api/crops/hebe-copperlight')['sheets'][0];
        $of = fn (): array => array_values(array_filter(
            $this->ask('GET', '/api/results/costs')['crops'],
            static fn (array $crop) => $crop['crop'] === 'hebe-copperlight',
        ))[0];
        self::assertSame($way['cost']['inAll'], $of()['inAll'], 'One number on both pages.');
        $crop = $this->ask('GET', '/api/crops/hebe-copperlight');
        $this->ask('PUT', '/api/crops/hebe-copperlight/liner', ['version' => $crop['version'], 'price' => 1.4, 'weeks' => 4]);
        $now = $of();
        self::assertGreaterThan(1.4, $now['boughtIn']);
        self::assertGreaterThan(0.0, $now['breakEven']);
        self::assertSame($now['rate'] > $now['breakEven'], $now['inAll'] < $now['boughtIn']);
    }
}
