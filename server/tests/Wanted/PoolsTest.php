<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Wanted;

use WetCradle\Server\Tests\House;

/** Orders that are met from the same batch. */
final class PoolsTest extends House
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn();
    }

    /** @return array<string, mixed> */
    private function order(int $plants, string $priority, string $week = '2027-W36', int $pot = 1): array
    {
        return $this->ask(
            'POST',
            '/api/wanted',
            ['crop' => 'catmint-millrace', 'plants' => $plants, 'pot' => $pot, 'readyWeek' => $week, 'priority' => $priority],
        );
    }

    /**
     * @param list<int> $orders
     *
     * @return list<string>
     */
    private function planned(array $orders): array
    {
        return array_column($this->keepDraft(['orders' => $orders])['batches'], 'code');
    }

    public function testTheMostPressingIsServedFirstWhoeverCameFirst(): void
    {
        [$nice, $must] = [$this->order(70, 'nice'), $this->order(70, 'must')];
        self::assertCount(1, $this->planned([$must['id'], $nice['id']]));
        $chance = fn (int $id) => $this->ask('GET', "/api/wanted/{$id}")['outlook']['chance'];
        self::assertGreaterThan($chance($nice['id']), $chance($must['id']));
    }

    public function testOtherWeeksAndPotsAreOtherBatches(): void
    {
        $orders = [$this->order(40, 'must'), $this->order(40, 'must', '2027-W37'), $this->order(40, 'must', '2027-W36', 2)];
        self::assertCount(3, $this->planned(array_column($orders, 'id')));
    }

    public function testWhenOneIsCalledOffTheOtherHasTheBatchToItself(): void
    {
        [$one, $two] = [$this->order(70, 'must'), $this->order(70, 'should')];
        [$code] = $this->planned([$one['id'], $two['id']]);
        self::assertSame([$two['id']], $this->ask('GET', "/api/batches/{$code}")['shared']);
        $before = $this->ask('GET', "/api/wanted/{$two['id']}")['outlook']['chance'];
        $this->ask(
            'PUT',
            "/api/wanted/{$one['id']}",
            ['version' => $one['version'], 'plants' => 70, 'pot' => 1, 'readyWeek' => '2027-W36', 'priority' => 'must', 'calledOff' => true],
        );
        $after = $this->ask('GET', "/api/wanted/{$two['id']}")['outlook'];
        self::assertGreaterThan($before, $after['chance']);
        self::assertGreaterThan(0.975, $after['enough'], 'As sure as a batch is that may fail as a whole.');
        self::assertEqualsWithDelta($after['chance'], $after['enough'] * $after['inTime'], 1e-9);
    }

    public function testCalledOffTheBatchLeavesBothUnplanned(): void
    {
        [$one, $two] = [$this->order(70, 'must'), $this->order(70, 'should')];
        [$code] = $this->planned([$one['id'], $two['id']]);
        $batch = $this->ask('GET', "/api/batches/{$code}");
        $zone = (int) $this->db()->fetchOne('SELECT zone_id FROM batch WHERE code = ?', [$code]);
        $this->ask(
            'PUT',
            "/api/batches/{$code}",
            [
                'version' => $batch['version'], 'block' => $batch['block'], 'zone' => $zone, 'trays' => $batch['trays'],
                'stickOn' => $batch['stickOn'], 'calledOff' => true,
            ],
        );
        foreach ([$one, $two] as $order) {
            self::assertSame(
                ['unplanned', null],
                [$this->ask('GET', "/api/wanted/{$order['id']}")['state'], $this->ask('GET', "/api/wanted/{$order['id']}")['outlook']],
            );
        }
        $open = array_merge(...array_map(static fn (array $d) => array_column($d['orders'], 'id'), $this->ask('POST', '/api/plan/draft', [])['drafts']));
        self::assertContains($one['id'], $open);
        self::assertContains($two['id'], $open);
    }

    public function testALateSharedOrderIsSaidOfAMove(): void
    {
        [$one, $two] = [$this->order(40, 'must'), $this->order(40, 'must')];
        [$code] = $this->planned([$one['id'], $two['id']]);
        $breaks = $this->ask('POST', '/api/plan/moves/try', ['moves' => [['code' => $code, 'heldDays' => 28]]])['batches'][0]['breaks'];
        self::assertCount(2, array_filter($breaks, static fn (array $b) => $b['kind'] === 'late'), 'Each of both orders is late.');
    }
}
