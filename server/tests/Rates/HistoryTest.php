<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Rates;

use WetCradle\Server\Tests\House;

/** A crop's history: what is in it, what it weighs, and that it follows the book both ways. */
final class HistoryTest extends House
{
    public function testTheHistoryIsInTheOrderOfStickingAndOlderSeasonsWeighLess(): void
    {
        $this->signIn('visitor');
        foreach (['lavender-grey-ferry', 'holly-black-gate', 'daphne-winter-parlour'] as $slug) {
            $crop = $this->ask('GET', '/api/crops/'.$slug);
            $days = array_column($crop['history'], 'stuckOn');
            $sorted = $days;
            sort($sorted);
            self::assertSame($sorted, $days);
            self::assertSame(count(array_filter($crop['history'], static fn (array $b) => !$b['mishap'])), $crop['learnt']['batches']);
            foreach ($crop['history'] as $batch) {
                $ago = 2026 - (int) substr($batch['season'], 0, 4);
                self::assertEqualsWithDelta($batch['mishap'] ? 0.0 : 0.8 ** $ago * ($batch['sameWay'] ? 1.0 : 0.5), $batch['weight'], 1e-12);
                self::assertEqualsWithDelta($batch['rooted'] / $batch['could'], $batch['rate'], 1e-12);
                self::assertSame($batch['sameWay'] && !$batch['mishap'], $batch['why'] === null);
            }
        }
    }

    public function testTheListAndThePageSayTheSame(): void
    {
        $this->signIn('visitor');
        foreach (array_slice($this->ask('GET', '/api/crops')['crops'], 0, 6) as $crop) {
            self::assertEquals($crop, array_diff_key($this->ask('GET', '/api/crops/'.$crop['slug']), ['sheets' => true, 'liner' => true]));
        }
    }

    public function testTheRateIsTheCoresOwn(): void
    {
        $this->signIn('office');
        $crop = $this->ask('GET', '/api/crops/thyme-threshold');
        $batches = array_map(static fn (array $b) => ['rooted' => $b['rooted'], 'stuck' => $b['could'], 'weight' => $b['weight']], array_values(array_filter($crop['history'], static fn (array $b) => !$b['mishap'])));
        $nursery = $this->db()->fetchAssociative('SELECT phi, ln_phi_sd FROM learnt');
        self::assertIsArray($nursery);
        $prior = ['phi' => $nursery['phi'], 'lnPhiSd' => $nursery['ln_phi_sd']] + $crop['sheets'][0]['sheet']['prior'];
        $core = $this->ask('POST', '/api/compute/crop_rate', ['prior' => $prior, 'batches' => $batches]);
        foreach ($core as $name => $value) {
            self::assertEqualsWithDelta($value, $crop['learnt'][$name], 1e-9, $name);
        }
        self::assertStringContainsString('the worst was', $crop['learnt']['words']);
    }

    public function testACountEntersTheHistoryAndItsUndoingLeavesIt(): void
    {
        $this->signIn();
        $row = $this->db()->fetchAssociative('SELECT b.code, c.slug FROM batch b JOIN crop c ON c.id = b.crop_id
            JOIN batch_standing s ON s.batch_id = b.id WHERE s.counted = 0 AND s.waiting > 40 ORDER BY b.id LIMIT 1');
        self::assertIsArray($row);
        [$code, $slug] = [(string) $row['code'], (string) $row['slug']];
        $before = $this->ask('GET', '/api/crops/'.$slug);
        self::assertNotContains($code, array_column($before['history'], 'code'));
        $there = $this->ask('GET', '/api/batches/'.$code)['lines'][0]['standing']['stuck'];

        $counted = $this->ask('POST', "/api/batches/{$code}/count", ['on' => '2027-05-12', 'rooted' => intdiv(7 * $there, 10), 'unrooted' => 0, 'lost' => ['rot' => $there - intdiv(7 * $there, 10)]]);
        $after = $this->ask('GET', '/api/crops/'.$slug);
        self::assertContains($code, array_column($after['history'], 'code'));
        self::assertLessThan($before['learnt']['rate'], $after['learnt']['rate']);
        self::assertLessThan($before['learnt']['low80'], $after['learnt']['low80']);

        $this->ask('POST', "/api/batches/{$code}/undo", ['act' => $counted['acts'][0]['id']]);
        self::assertEquals($before, $this->ask('GET', '/api/crops/'.$slug));
    }

    public function testABatchMadeAnotherWayCountsHalf(): void
    {
        $this->signIn();
        $code = (string) $this->db()->fetchOne('SELECT b.code FROM batch b JOIN batch_standing s ON s.batch_id = b.id
            WHERE s.counted = 0 AND s.waiting > 60 ORDER BY b.id LIMIT 1');
        $cut = $this->ask(
            'POST',
            "/api/batches/{$code}/change-method",
            ['on' => '2027-05-12', 'state' => 'stuck', 'count' => 20, 'method' => 'leaf-bud cutting', 'material' => 'greenwood'],
        );
        $new = substr($cut['acts'][0]['says'], -6);
        $this->ask('POST', "/api/batches/{$new}/count", ['on' => '2027-05-12', 'rooted' => 12, 'unrooted' => 0, 'lost' => ['rot' => 8]]);
        $history = $this->ask('GET', '/api/crops/'.$cut['cropSlug'])['history'];
        $one = array_column($history, null, 'code')[$new];
        self::assertSame([20, 12, false, 0.5], [$one['stuck'], $one['rooted'], $one['sameWay'], $one['weight']]);
    }
}
