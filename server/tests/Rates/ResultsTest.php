<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Rates;

use WetCradle\Server\Tests\House;

final class ResultsTest extends House
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn();
    }

    public function testTheBatchesOfACropAreSortedByWhatTheBookKnowsOfThem(): void
    {
        $crop = $this->cropWithMost();
        foreach (['way', 'material', 'block', 'hormone', 'mix', 'zone', 'month', 'tray', 'person', 'year'] as $by) {
            $rates = $this->ask('GET', "/api/results/rates/{$crop}?by={$by}");
            $codes = array_merge($rates['notKnown'], ...array_map(static fn (array $group) => array_column($group['batches'], 'code'), $rates['groups']));
            self::assertCount($rates['batches'], array_unique($codes), "by {$by} each batch is in one group");
            foreach ($rates['groups'] as $group) {
                self::assertSame($group['rooted'], array_sum(array_column($group['batches'], 'rooted')));
                self::assertGreaterThanOrEqual($group['low80'], $group['rate']);
                self::assertLessThanOrEqual($group['high80'], $group['rate']);
            }
        }
        $byYear = $this->ask('GET', "/api/results/rates/{$crop}?by=year");
        foreach ($byYear['groups'] as $group) {
            self::assertSame([$group['is']], array_values(array_unique(array_map(static fn (array $b) => substr($b['stuckOn'], 0, 4), $group['batches']))));
        }
    }

    public function testAMishapSaysNothingAndABatchOfABetterBlockIsSeen(): void
    {
        $crop = $this->cropWithMost();
        $before = $this->ask('GET', "/api/results/rates/{$crop}?by=block");
        $code = $before['groups'][0]['batches'][0]['code'];
        $this->ask('POST', "/api/batches/{$code}/mishap", ['is' => 'mishap']);
        $after = $this->ask('GET', "/api/results/rates/{$crop}?by=block");
        self::assertSame($before['batches'] - 1, $after['batches']);
        self::assertStringNotContainsString("\"{$code}\"", (string) json_encode($after));
    }

    public function testWhatCannotBeAskedIsRefused(): void
    {
        self::assertSame(404, $this->send('GET', '/api/results/rates/no-such-crop?by=mix')->getStatusCode());
        self::assertSame('by', $this->refused(422, 'GET', '/api/results/rates/'.$this->cropWithMost().'?by=colour')['field']);
        self::assertSame('by', $this->refused(422, 'GET', '/api/results/rates/'.$this->cropWithMost())['field']);
    }

    private function cropWithMost(): string
    {
        return (string) $this->db()->fetchOne('SELECT c.slug FROM crop c JOIN batch b ON b.crop_id = c.id JOIN batch_standing s ON s.batch_id = b.id
            WHERE s.counted = 1 GROUP BY c.id ORDER BY count(*) DESC, c.id LIMIT 1');
    }
}
