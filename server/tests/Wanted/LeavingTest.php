<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Wanted;

use WetCradle\Server\Tests\House;

/** Orders for plants that leave without a pot: as a plug in its tray, bare-root, as a bundle; from the order to the delivery note. */
final class LeavingTest extends House
{
    private const WEEK = '2027-W44';

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('ines');
    }

    private function kind(string $name, string $leaves, ?int $bundleOf = null): int
    {
        $this->ask('POST', '/api/trays/pots', ['name' => $name, 'leaves' => $leaves, 'bundleOf' => $bundleOf]);

        return array_column($this->ask('GET', '/api/trays')['pots'], 'id', 'name')[$name];
    }

    /** @return array<string, mixed> an order of a crop that is easily had */
    private function order(int $pot, int $plants, string $week = self::WEEK): array
    {
        return $this->ask('POST', '/api/wanted', $this->says($pot, $plants, $week));
    }

    /** @return array<string, mixed> */
    private function says(int $pot, int $plants, string $week = self::WEEK): array
    {
        return [
            'crop' => 'hebe-copperlight', 'plants' => $plants, 'pot' => $pot, 'readyWeek' => $week, 'priority' => 'should', 'customer' => 'Oxlow Landscape',
        ];
    }

    /**
     * @param array<string, mixed> $order
     *
     * @return array<string, mixed>
     */
    private function plan(array $order, string $stickOn = '2027-07-05'): array
    {
        $is = $this->ask('POST', "/api/wanted/{$order['id']}/proposal", ['stickOn' => $stickOn]);
        $zone = array_values(array_filter($is['zones'], static fn (array $zone) => $zone['yes']))[0]['id'];

        return $this->ask('POST', '/api/batches', [
            'wanted' => $order['id'], 'block' => $is['blocks'][0]['code'], 'zone' => $zone, 'trays' => 1, 'trayKind' => $is['trayKind']['id'],
            'confidence' => 0.9, 'stickOn' => $stickOn,
        ]);
    }

    public function testWhatLeavesWithoutAPotHasNoSizeAndStaysWhatItIs(): void
    {
        $plug = $this->kind('plug of 104', 'plug');
        $kinds = array_column($this->ask('GET', '/api/trays')['pots'], null, 'id');
        self::assertSame(['plug', null, null, null], [
            $kinds[$plug]['leaves'], $kinds[$plug]['bundleOf'], $kinds[$plug]['thick'], $kinds[$plug]['spaced'],
        ]);
        foreach ([
            'bundleOf' => ['name' => 'x', 'leaves' => 'bundle'],
            'millilitres' => ['name' => 'x', 'leaves' => 'bare_root', 'millilitres' => 500],
            'leaves' => ['name' => 'x', 'leaves' => 'in_a_sack'],
        ] as $field => $body) {
            self::assertSame($field, $this->refused(422, 'POST', '/api/trays/pots', $body)['field']);
        }
        self::assertSame('millilitres', $this->refused(422, 'POST', '/api/trays/pots', ['name' => '11 cm'])['field'], 'A pot has a size.');
        $refused = $this->refused(422, 'PUT', "/api/trays/pots/{$plug}", ['version' => 1, 'name' => 'plug', 'leaves' => 'pot', 'millilitres' => 90, 'acrossCm' => 9]);
        self::assertSame('leaves', $refused['field']);
    }

    public function testAPlugIsReadyOnceItIsWeanedAndTakesNoPot(): void
    {
        $plug = $this->kind('plug of 104', 'plug');
        [$asPlug, $inPot] = [$this->order($plug, 60), $this->order(1, 60)];
        $proposed = fn (array $order) => $this->ask('POST', "/api/wanted/{$order['id']}/proposal", ['stickOn' => '2027-07-05']);
        $dates = $proposed($asPlug)['dates'];
        self::assertSame($dates['potOn'], $dates['readyOn']);
        self::assertLessThan($proposed($inPot)['dates']['readyOn'], $dates['readyOn']);
        self::assertLessThan($proposed($inPot)['numbers']['chosen']['stick'] ?? 0, $proposed($asPlug)['numbers']['chosen']['stick'] ?? 0, 'None is lost in potting.');
        $pots = static fn (array $list): float => array_sum(array_column(array_filter($list, static fn (array $item) => $item['kind'] === 'pot'), 'total'));
        $before = $pots($this->ask('GET', '/api/plan/shopping')['items']);
        $batch = $this->plan($asPlug);
        self::assertSame($batch['potOn'], $batch['readyOn']);
        self::assertSame($before, $pots($this->ask('GET', '/api/plan/shopping')['items']));
        $this->plan($inPot);
        self::assertGreaterThan($before, $pots($this->ask('GET', '/api/plan/shopping')['items']));
    }

    public function testWhereAnOrderAsksForAPotAfterAllItsBatchesGrowOn(): void
    {
        $plug = $this->kind('plug of 104', 'plug');
        $order = $this->order($plug, 60);
        $batch = $this->plan($order);
        $pot = $this->ask('PUT', "/api/wanted/{$order['id']}", ['version' => $order['version']] + array_diff_key($this->says(1, 60), ['crop' => 0]));
        $grown = $this->ask('GET', "/api/batches/{$batch['code']}");
        self::assertGreaterThan($batch['readyOn'], $grown['readyOn']);
        $this->ask('PUT', "/api/wanted/{$order['id']}", ['version' => $pot['version']] + array_diff_key($this->says($plug, 60), ['crop' => 0]));
        self::assertSame($batch['readyOn'], $this->ask('GET', "/api/batches/{$batch['code']}")['readyOn']);
    }

    public function testBundlesAreOrderedWholeLiftedAndStandOnTheDeliveryNote(): void
    {
        $bundle = $this->kind('tied by 25', 'bundle', 25);
        $refused = $this->refused(422, 'POST', '/api/wanted', $this->says($bundle, 60));
        self::assertSame('plants', $refused['field']);
        self::assertStringContainsString('50 or 75', $refused['message']);
        $line = $this->db()->fetchAssociative("SELECT b.code, l.id, s.states FROM batch b JOIN line l ON l.batch_id = b.id JOIN batch_standing s ON s.batch_id = b.id
            WHERE b.left_bench_on IS NULL AND b.stuck_on < '2027-04-01' AND json_extract(s.states, '\$.stuck') > 60 GROUP BY b.id HAVING count(*) = 1 LIMIT 1");
        self::assertIsArray($line);
        $code = (string) $line['code'];
        $stuck = (int) json_decode((string) $line['states'], true)['stuck'] + (int) (json_decode((string) $line['states'], true)['rooted'] ?? 0);
        $crop = (string) $this->db()->fetchOne('SELECT c.slug FROM batch b JOIN crop c ON c.id = b.crop_id WHERE b.code = ?', [$code]);
        $order = $this->ask('POST', '/api/wanted', ['crop' => $crop] + $this->says($bundle, 50, '2027-W20'));
        $job = $this->ask('GET', "/api/batches/{$code}/job?line=1&pot={$bundle}");
        self::assertSame([null, 'bundle'], [$job['work']['mix'], $job['work']['pot']['leaves']]);
        $this->ask('POST', "/api/batches/{$code}/count", [
            'line' => 1, 'on' => '2027-05-12', 'rooted' => $stuck, 'unrooted' => 0, 'lost' => new \stdClass(), 'potted' => 60, 'thrownRooted' => $stuck - 60,
            'thrownUnrooted' => 0, 'changedRooted' => 0, 'changedUnrooted' => 0, 'pot' => $bundle,
        ]);
        self::assertStringContainsString('60 lifted and tied', $this->ask('GET', "/api/batches/{$code}")['acts'][0]['says']);
        $brief = array_values(array_filter($this->ask('GET', '/api/lots')['lots'], static fn (array $l) => $l['pot'] === 'tied by 25'))[0];
        self::assertSame(['bundle', '2027-05-12'], [$brief['leaves'], $brief['readyOn']]);
        $lot = $this->ask('GET', "/api/lots/{$brief['code']}");
        self::assertSame([['ready'], ''], [array_column($lot['steps'], 'kind'), $lot['mix']]);
        $bench = $this->ask('GET', '/api/bench?week=2027-W19');
        self::assertStringNotContainsString('"'.$lot['code'], (string) json_encode($bench), 'What is lifted stands on no bench.');
        $lot = $this->ask('POST', "/api/lots/{$lot['code']}/grow", ['version' => $lot['version'], 'on' => '2027-05-12', 'count' => 60]);
        $lot = $this->ask('POST', "/api/lots/{$lot['code']}/send", ['version' => $lot['version'], 'on' => '2027-05-12', 'order' => $order['id'], 'count' => 50]);
        $sent = $this->ask('GET', "/api/wanted/{$order['id']}/lines")['wanted'][0]['sent'];
        self::assertSame([50, ['bundles' => 2, 'loose' => 0]], [$sent[0]['count'], $sent[0]['bundles']]);
        self::assertNotEmpty($lot['bigger'], 'What is left can be potted after all.');
    }

    public function testADraftMakesPlugsAndPotsOfOneCropAndWeekApart(): void
    {
        $plug = $this->kind('plug of 104', 'plug');
        [$asPlug, $inPot] = [$this->order($plug, 40, '2028-W24'), $this->order(1, 40, '2028-W24')];
        $drafts = $this->ask('POST', '/api/plan/draft', ['anew' => false])['drafts'];
        $of = static fn (int $id): array => array_values(
            array_filter($drafts, static fn (array $d) => in_array($id, array_column($d['orders'], 'id'), true)),
        )[0];
        self::assertSame([$asPlug['id']], array_column($of($asPlug['id'])['orders'], 'id'));
        [$plugs, $pots] = [$of($asPlug['id'])['batch']['dates'], $of($inPot['id'])['batch']['dates']];
        self::assertSame($plugs['potOn'], $plugs['readyOn'], 'It need not grow on.');
        self::assertGreaterThan($pots['potOn'], $pots['readyOn']);
    }
}
