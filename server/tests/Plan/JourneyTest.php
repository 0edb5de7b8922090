<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Plan;

use WetCradle\Server\Tests\House;

/** From an order to a learnt rate. */
final class JourneyTest extends House
{
    public function testFourToAPotAreOnePlantFromPlanToSale(): void
    {
        $this->signIn();
        $way = $this->ask('GET', '/api/crops/catmint-millrace')['sheets'][0];
        $this->ask('PUT', '/api/ways/'.$way['id'], [
            'version' => $way['version'], 'name' => $way['name'], 'sheet' => ['hole' => ['each' => 4] + $way['sheet']['hole']] + $way['sheet'],
        ]);
        $order = $this->ask('POST', '/api/wanted', ['crop' => 'catmint-millrace', 'plants' => 110, 'pot' => 1, 'readyWeek' => '2027-W36', 'priority' => 'must']);
        $proposal = $this->ask('POST', "/api/wanted/{$order['id']}/proposal");
        $cells = $proposal['trayKind']['cells'];
        self::assertSame(4 * $cells * $proposal['trays'], $proposal['stick']);
        self::assertLessThan(3, $proposal['trays'], 'Each hole is nearly sure of its plant.');
        $batch = $this->ask('POST', '/api/batches', [
            'wanted' => $order['id'], 'trayKind' => $proposal['trayKind']['id'], 'trays' => 2, 'confidence' => 0.9, 'stickOn' => '2027-05-12',
            'block' => $this->firstWhere($proposal['blocks'], 'enough')['code'], 'zone' => $this->firstWhere($proposal['zones'], 'yes')['id'],
        ]);
        $code = $batch['code'];
        self::assertSame([8 * $cells, 4, 2 * $cells], [$batch['planned'], $batch['together'], $batch['count']]);
        $outlook = fn () => $this->ask('GET', "/api/wanted/{$order['id']}")['outlook'];
        self::assertLessThanOrEqual(2 * $cells, $outlook()['expected'], 'No more plants than holes.');
        $load = fn () => array_column($this->ask('GET', '/api/potting')['cards'], 'plants', 'code')[$code] ?? 0;
        self::assertLessThanOrEqual(2 * $cells, $load());
        self::assertSame(
            [$cells, $cells],
            array_column($this->ask('GET', "/api/labels?batches={$code}")['labels'], 'count'),
        );
        $given = fn () => array_sum(array_column(array_filter(
            $this->ask('POST', "/api/wanted/{$order['id']}/proposal", ['stickOn' => '2027-05-14'])['blocks'],
            static fn (array $b) => $b['code'] === $batch['block'],
        ), 'left'));
        $before = $given();

        // 480 cuttings in 120 holes, nine thrown before they were stuck.
        $stuck = $this->ask('POST', "/api/batches/{$code}/stick", [
            'on' => '2027-05-12', 'stuck' => 480, 'tooPoor' => 9, 'trays' => 2, 'trayNumbers' => '1–2', 'mix' => 'perlite 2 : coir 1', 'hormone' => '',
            'people' => ['2'],
        ]);
        self::assertSame([120, 120], [$stuck['count'], $stuck['stuck']]);
        self::assertStringContainsString('Stuck 480', $stuck['acts'][0]['says']);
        self::assertStringContainsString('4 together: 120 plants', $stuck['acts'][0]['says']);
        self::assertSame(489, (int) $this->db()->fetchOne('SELECT taken FROM batch WHERE code = ?', [$code]), 'The block has given every cutting.');
        self::assertTrue($given() > $before && $given() < $before + 8 * $cells - 120, 'Fewer than were planned, and not only as many as there are plants.');
        self::assertSame('more_than_there_are', $this->refused(422, 'POST', "/api/batches/{$code}/count", [
            'line' => 1, 'on' => '2027-05-12', 'rooted' => 480, 'unrooted' => 0, 'lost' => [], 'potted' => 480,
        ])['code']);
        self::assertLessThanOrEqual(120, $this->ask('GET', "/api/batches/{$code}/job?line=1")['work']['pots'], 'Mix for no more pots than plants.');
        $potted = $this->ask('POST', "/api/batches/{$code}/count", [
            'line' => 1, 'on' => '2027-05-12', 'rooted' => 114, 'unrooted' => 0, 'lost' => ['rot' => 6], 'potted' => 114,
        ]);
        self::assertSame([114, 114], [$potted['count'], $potted['rooted']]);
        self::assertSame((int) round(114 * $proposal['potting']['mean']), $outlook()['coming']);
        $learnt = $this->ask('GET', '/api/crops/catmint-millrace')['learnt'];
        self::assertGreaterThan(0.9, $learnt['rate'], 'Of plants of four, nearly all root.');
        $this->ask('POST', "/api/batches/{$code}/undo", ['act' => $potted['acts'][0]['id']]);
        $this->ask('POST', "/api/batches/{$code}/undo", ['act' => $stuck['acts'][0]['id']]);
        self::assertSame([2 * $cells, $before], [$this->ask('GET', '/api/batches/'.$code)['count'], $given()]);
    }

    public function testAnOrderBecomesALearntRate(): void
    {
        $this->signIn();
        $before = $this->ask('GET', '/api/crops/catmint-millrace')['learnt'];
        $wanted = $this->ask(
            'POST',
            '/api/wanted',
            [
                'crop' => 'catmint-millrace', 'plants' => 150, 'pot' => 1, 'readyWeek' => '2027-W36',
                'customer' => 'Löwenzahn & “Söhne” 🌿', 'priority' => 'must',
            ],
        );
        self::assertSame('unplanned', $wanted['state']);

        $proposal = $this->ask('POST', "/api/wanted/{$wanted['id']}/proposal");
        self::assertSame($before['rate'], $proposal['rate']['rate']);
        self::assertGreaterThan($proposal['numbers']['simple']['stick'], $proposal['numbers']['chosen']['stick']);
        self::assertGreaterThan(0.9, $proposal['numbers']['chosen']['chance']);
        // Stuck and potted on days with hands, it is ready some days before the Monday asked for.
        self::assertContains($proposal['timing']['weeksLate'], [-1, 0]);
        $block = $this->firstWhere($proposal['blocks'], 'enough');
        $zone = $this->firstWhere($proposal['zones'], 'yes');

        $batch = $this->ask(
            'POST',
            '/api/batches',
            [
                'wanted' => $wanted['id'], 'trayKind' => $proposal['trayKind']['id'], 'trays' => $proposal['trays'], 'confidence' => 0.9,
                'stickOn' => '2027-05-12', 'block' => $block['code'], 'zone' => $zone['id'],
            ],
        );
        $code = $batch['code'];
        self::assertSame(['planned', $proposal['stick']], [$batch['state'], $batch['count']]);
        self::assertSame($before['words'], $batch['restedOn']);
        self::assertSame('planned', $this->ask('GET', "/api/wanted/{$wanted['id']}")['state']);
        self::assertContains($code, $this->codes($this->ask('GET', '/api/day')['things']));

        $stuck = $proposal['stick'] - 3;
        $batch = $this->ask(
            'POST',
            "/api/batches/{$code}/stick",
            [
                'on' => '2027-05-12', 'stuck' => $stuck, 'tooPoor' => 5, 'trays' => $proposal['trays'], 'trayNumbers' => '1–3',
                'mix' => 'perlite 2 : coir 1', 'hormone' => '', 'people' => ['2', '3'],
            ],
        );
        self::assertSame(['rooting', $stuck], [$batch['state'], $batch['count']]);
        self::assertSame(['Bo Tarrant', 'Femi Asante-Wray'], array_column($batch['people'], 'name'));

        $batch = $this->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-12', 'stages' => ['at_wall' => 6, 'at_hole' => 1, 'callus' => 3]]);
        self::assertSame('not_yet', $batch['checks'][0]['verdict'], 'On the day it was stuck nothing can have rooted.');
        self::assertStringContainsString('7 of 10 lifted', $batch['checks'][0]['words']);
        self::assertSame($stuck, $batch['count'], 'A check moves no plants.');
        self::assertSame('at_wall', $batch['stage']);

        $rooted = (int) floor(0.8 * $stuck);
        $batch = $this->ask(
            'POST',
            "/api/batches/{$code}/count",
            [
                'on' => '2027-05-12', 'rooted' => $rooted, 'unrooted' => 20, 'lost' => ['rot' => $stuck - $rooted - 20],
                'potted' => $rooted - 4, 'thrownRooted' => 4,
            ],
        );
        self::assertSame(['part_rooted', 2], [$batch['state'], count($batch['lines'])]);
        self::assertSame(20, $batch['lines'][1]['standing']['stuck']);
        self::assertEqualsWithDelta($rooted / $stuck, $batch['rate'], 1e-12);

        $crop = $this->ask('GET', '/api/crops/catmint-millrace');
        self::assertSame($before['batches'] + 1, $crop['learnt']['batches']);
        self::assertLessThan($before['rate'], $crop['learnt']['rate']);
        self::assertSame([$code, true], [$crop['learnt']['newest']['code'], $crop['learnt']['newest']['soFar']]);
        $next = $this->ask('POST', "/api/wanted/{$wanted['id']}/proposal");
        self::assertSame($code, $next['rate']['newest']['code']);
        self::assertGreaterThan($proposal['numbers']['chosen']['stick'], $next['numbers']['chosen']['stick']);

        $batch = $this->ask(
            'POST',
            "/api/batches/{$code}/count",
            ['line' => 2, 'on' => '2027-05-12', 'rooted' => 12, 'unrooted' => 8, 'lost' => new \stdClass(), 'potted' => 12, 'thrownUnrooted' => 8],
        );
        self::assertSame(['potted', '2027-05-12'], [$batch['state'], $batch['leftBenchOn']]);
        self::assertFalse($this->ask('GET', '/api/crops/catmint-millrace')['learnt']['newest']['soFar']);
    }

    public function testTheBestBlockAndZoneAreSaidOnlyWhereTheyCanTakeItAll(): void
    {
        $this->signIn();
        $order = $this->ask('POST', '/api/wanted', [
            'crop' => 'catmint-millrace', 'plants' => 150, 'pot' => 1, 'readyWeek' => '2027-W36', 'customer' => 'Oxlow', 'priority' => 'must', 'note' => '',
        ]);
        $propose = fn (array $said) => $this->ask('POST', "/api/wanted/{$order['id']}/proposal", ['confidence' => 0.9] + $said);
        $made = $propose([]);
        self::assertTrue($made['blocks'][0]['enough'] && $made['zones'][0]['yes']);
        self::assertSame(['block' => $made['blocks'][0]['code'], 'zone' => $made['zones'][0]['id']], $made['best']);
        $many = $propose(['trays' => 900]);
        self::assertFalse($many['blocks'][0]['enough'] || $many['zones'][0]['yes']);
        self::assertSame(['block' => null, 'zone' => null], $many['best']);
        self::assertSame(900 * $many['trayKind']['cells'], $many['stick']);
    }

    public function testAnotherTrayAndChanceChangeTheNumbers(): void
    {
        $this->signIn();
        $id = $this->ask(
            'POST',
            '/api/wanted',
            ['crop' => 'holly-black-gate', 'plants' => 200, 'pot' => 1, 'readyWeek' => '2028-W20', 'priority' => 'should'],
        )['id'];
        $sure = $this->ask('POST', "/api/wanted/{$id}/proposal", ['confidence' => 0.95]);
        $even = $this->ask('POST', "/api/wanted/{$id}/proposal", ['confidence' => 0.5, 'trayKind' => 4]);
        self::assertGreaterThan($even['numbers']['chosen']['stick'], $sure['numbers']['chosen']['stick']);
        self::assertSame([104, 0], [$even['trayKind']['cells'], $even['stick'] % 104]);
        $few = $this->ask('POST', "/api/wanted/{$id}/proposal", ['trays' => 1]);
        self::assertLessThan(0.01, $few['chance']);
    }

    public function testAPlanCanBeChangedAndCalledOffUntilItIsStuck(): void
    {
        $this->signIn();
        $tag = $this->firstWhere(
            array_filter(
                $this->ask('GET', '/api/batches')['batches'],
                static fn (array $t) => $t['state'] === 'planned' && $t['stickOn'] > '2027-06-01' && $t['potOn'] < '2027-09-01',
            ),
            'code',
        );
        $batch = $this->ask('GET', "/api/batches/{$tag['code']}");
        $zone = $this->firstWhere(array_filter($this->ask('GET', '/api/bench')['zones'], static fn (array $z) => $z['name'] === $tag['zone']), 'id');
        $body = ['version' => $batch['version'], 'trays' => 1, 'stickOn' => $tag['stickOn'], 'block' => $tag['block'], 'zone' => $zone['id']];
        $changed = $this->ask('PUT', "/api/batches/{$tag['code']}", $body);
        self::assertSame([1, $batch['cells']], [$changed['trays'], $changed['count']]);
        $off = $this->ask('PUT', "/api/batches/{$tag['code']}", ['version' => $changed['version'], 'calledOff' => true] + $body);
        self::assertSame('called_off', $off['state']);
        self::assertNotContains($tag['code'], array_column($this->ask('GET', '/api/batches')['batches'], 'code'));
        self::assertSame(2, (int) $this->db()->fetchOne("SELECT count(*) FROM change_note WHERE what = 'batch' AND which = ? AND by_id = 1", [$tag['code']]));
    }

    /**
     * @param array<array-key, array<string, mixed>> $of
     *
     * @return array<string, mixed>
     */
    private function firstWhere(array $of, string $field): array
    {
        foreach ($of as $one) {
            if ($one[$field]) {
                return $one;
            }
        }
        self::fail("Nothing has {$field}.");
    }

    /**
     * @param list<array<string, mixed>> $things
     *
     * @return list<string>
     */
    private function codes(array $things): array
    {
        return array_values(array_filter(array_map(static fn (array $t) => $t['tag']['code'] ?? null, $things)));
    }
}
