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
        foreach ($with['batches'] as $batch) {
            self::assertSame($batch['rate'] < $with['rate'], $batch['inAll'] > $with['inAll'], "{$batch['code']} cost more if fewer rooted.");
        }
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
