<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Plan;

use PHPUnit\Framework\Attributes\DataProvider;
use WetCradle\Server\Tests\House;

/** Batches moved together, held in their trays, and planned where it is cooler. */
final class MovesTest extends House
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn();
    }

    /** @return list<array<string, mixed>> */
    private function inState(string $state): array
    {
        return array_values(array_filter($this->ask('GET', '/api/batches')['batches'], static fn (array $b) => $b['state'] === $state));
    }

    public function testWhatMovesTogetherIsReckonedTogether(): void
    {
        $planned = array_values(array_filter($this->inState('planned'), static fn (array $b) => $b['stickOn'] > '2027-05-19' && $b['against'] === []));
        [$one, $two] = $planned;
        $this->db()->executeStatement('UPDATE zone SET trays = ? WHERE name = ?', [max($one['trays'], $two['trays']), 'Mist 5']);
        $zone = (int) $this->db()->fetchOne("SELECT id FROM zone WHERE name = 'Mist 5'");
        $this->db()->executeStatement('UPDATE batch SET called_off = 1 WHERE zone_id = ? AND code NOT IN (?, ?)', [$zone, $one['code'], $two['code']]);
        $there = static fn (string $code, string $on) => ['code' => $code, 'zone' => $zone, 'stickOn' => $on];
        $kinds = fn (array $moves) => array_map(
            static fn (array $b) => array_column($b['breaks'], 'kind'),
            $this->ask('POST', '/api/plan/moves/try', ['moves' => $moves])['batches'],
        );
        self::assertNotContains('no_room', $kinds([$there($one['code'], $one['stickOn'])])[0], 'Alone it has room.');
        foreach ($kinds([$there($one['code'], $one['stickOn']), $there($two['code'], $one['stickOn'])]) as $both) {
            self::assertContains('no_room', $both, 'Two of them have not.');
        }
    }

    public function testHeldInItsTrayAndPutBack(): void
    {
        $stuck = current(array_filter($this->inState('rooting'), static fn (array $b) => $b['potOn'] > '2027-05-20'));
        self::assertIsArray($stuck);
        $done = $this->ask('POST', '/api/plan/moves', ['moves' => $this->seen([['code' => $stuck['code'], 'heldDays' => 14]]), 'why' => 'No hands that week']);
        $held = $this->ask('GET', '/api/batches/'.$stuck['code']);
        self::assertSame(14, $held['heldDays']);
        self::assertSame(14, (int) (new \DateTimeImmutable($stuck['potOn']))->diff(new \DateTimeImmutable($held['potOn']))->format('%r%a'));
        self::assertSame($stuck['weanOn'], $held['weanOn']);
        self::assertSame($stuck['stickOn'], $held['stickOn']);
        $this->ask('POST', "/api/plan/versions/{$done['version']}/back", ['batches' => $done['batches']]);
        self::assertSame(
            [0, $stuck['potOn']],
            [$this->ask('GET', '/api/batches/'.$stuck['code'])['heldDays'], $this->ask('GET', '/api/batches/'.$stuck['code'])['potOn']],
        );
    }

    public function testTwoWhoCarryOneBatchElsewhereAreToldOfEachOther(): void
    {
        foreach ($this->inState('rooting') as $stuck) {
            $free = array_values(
                array_filter($this->ask('GET', '/api/bench/offers?batch='.$stuck['code'])['zones'], static fn (array $z) => $z['yes'] && !$z['here']),
            );
            if (count($free) > 1) {
                break;
            }
        }
        assert(isset($stuck, $free));
        self::assertGreaterThan(1, count($free));
        $lies = fn () => (int) $this->db()->fetchOne('SELECT id FROM zone WHERE name = ?', [$this->ask('GET', '/api/batches/'.$stuck['code'])['zone']]);
        $to = static fn (int $zone, int $version) => ['moves' => [['code' => $stuck['code'], 'zone' => $zone, 'version' => $version]], 'why' => 'More room'];
        $first = $this->ask('POST', '/api/plan/moves', $to($free[0]['id'], $stuck['version']));
        $this->refused(409, 'POST', '/api/plan/moves', $to($free[1]['id'], $stuck['version']));
        self::assertSame($free[0]['id'], $lies());
        $second = $this->ask('POST', '/api/plan/moves', $to($free[1]['id'], $first['batches'][0]['version']));
        $this->refused(409, 'POST', "/api/plan/versions/{$first['version']}/back", ['batches' => $first['batches']]);
        self::assertSame($free[1]['id'], $lies(), 'The first cannot take back what the second did.');
        $this->ask('POST', "/api/plan/versions/{$second['version']}/back", ['batches' => $second['batches']]);
        self::assertSame($free[0]['id'], $lies());
    }

    public function testACoolerBenchRootsLaterAndIsSaidBeforeItIsChosen(): void
    {
        $wanted = $this->ask(
            'POST',
            '/api/wanted',
            ['crop' => 'catmint-millrace', 'plants' => 60, 'pot' => 1, 'readyWeek' => '2027-W36', 'priority' => 'must'],
        );
        $zones = array_column($this->ask('POST', "/api/wanted/{$wanted['id']}/proposal")['zones'], null, 'name');
        self::assertNotNull($zones['Tunnel floor']['dates']);
        self::assertGreaterThan($zones['Mist 1']['dates']['weanOn'], $zones['Tunnel floor']['dates']['weanOn'], 'At 16 degrees it takes longer than at 20.');
        self::assertGreaterThanOrEqual($zones['Mist 1']['timing']['weeksLate'], $zones['Tunnel floor']['timing']['weeksLate']);
    }

    public function testAMoveIsOneTransaction(): void
    {
        $planned = array_values(array_filter($this->inState('planned'), static fn (array $b) => $b['stickOn'] > '2027-05-26'));
        $versions = count($this->ask('GET', '/api/plan/versions')['versions']);
        $this->refused(
            422,
            'POST',
            '/api/plan/moves',
            [
                'moves' => $this->seen(
                    [['code' => $planned[0]['code'], 'stickOn' => $planned[0]['stickOn']], ['code' => $planned[1]['code'], 'stickOn' => '2027-05-01']],
                ),
                'why' => 'x',
            ],
        );
        self::assertSame($planned[1]['stickOn'], $this->ask('GET', '/api/batches/'.$planned[1]['code'])['stickOn']);
        self::assertCount($versions, $this->ask('GET', '/api/plan/versions')['versions'], 'Not even a version of it is kept.');
    }

    public function testADraftKeepsToTheLicence(): void
    {
        $left = array_column($this->ask('GET', '/api/licences')['licences'], 'left', 'number')['LPB 2207'];
        $this->ask(
            'POST',
            '/api/wanted',
            ['crop' => 'star-jasmine-cream-latch', 'plants' => $left + 50, 'pot' => 1, 'readyWeek' => '2028-W12', 'priority' => 'must'],
        );
        $jasmine = array_values(
            array_filter($this->ask('POST', '/api/plan/draft', [])['drafts'], static fn (array $d) => $d['cropSlug'] === 'star-jasmine-cream-latch'),
        );
        self::assertNotSame([], $jasmine);
        foreach ($jasmine as $one) {
            if ($one['plants'] > $left) {
                self::assertNull($one['batch']);
                self::assertStringContainsString('LPB 2207', $one['refusal']);
            }
        }
        self::assertLessThanOrEqual($left, array_sum(array_map(static fn (array $d) => $d['batch']['stick'] ?? 0, $jasmine)));
    }

    /** @return iterable<string, array{0: string, 1: array<string, mixed>, 2: string}> */
    public static function wrong(): iterable
    {
        yield 'no moves at all' => ['/api/plan/moves', ['why' => 'x'], 'moves'];
        yield 'no reason' => ['/api/plan/moves', ['moves' => []], 'why'];
        yield 'a day that is none' => ['/api/plan/moves/try', ['moves' => [['code' => 'RAP-39', 'stickOn' => 'soon']]], 'moves[0].stickOn'];
        yield 'held for less than nothing' => ['/api/plan/moves/try', ['moves' => [['code' => 'RAP-39', 'heldDays' => -7]]], 'moves[0].heldDays'];
        yield 'something else' => ['/api/plan/moves/try', ['moves' => [['code' => 'RAP-39', 'hurry' => true]]], 'moves[0].hurry'];
        yield 'orders that are words' => ['/api/plan/draft/keep', ['orders' => ['all']], 'orders[0]'];
        yield 'no orders' => ['/api/plan/draft/keep', [], 'orders'];
        yield 'a name too long' => ['/api/plan/versions', ['name' => str_repeat('x', 121)], 'name'];
        yield 'air that is no table' => ['/api/air', ['csv' => 'warm enough'], 'csv'];
        yield 'a series without an end' => [
            '/api/wanted/series',
            ['crop' => 'catmint-millrace', 'plants' => 40, 'pot' => 1, 'readyWeek' => '2027-W36', 'priority' => 'must'],
            'toWeek',
        ];
        yield 'a series of years' => [
            '/api/wanted/series',
            ['crop' => 'catmint-millrace', 'plants' => 40, 'pot' => 1, 'readyWeek' => '2027-W36', 'toWeek' => '2029-W36', 'priority' => 'must'],
            'toWeek',
        ];
        yield 'a series that began in the past' => [
            '/api/wanted/series',
            ['crop' => 'catmint-millrace', 'plants' => 40, 'pot' => 1, 'readyWeek' => '2027-W02', 'toWeek' => '2027-W36', 'priority' => 'must'],
            'readyWeek',
        ];
    }

    /** @param array<string, mixed> $body */
    #[DataProvider('wrong')]
    public function testBadInputNamesItsField(string $path, array $body, string $field): void
    {
        self::assertSame($field, $this->refused(422, 'POST', $path, $body)['field']);
    }
}
