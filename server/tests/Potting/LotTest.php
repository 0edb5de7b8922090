<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Potting;

use WetCradle\Server\Tests\House;

/** Lots after potting: their lineage, growing on, losses, orders. */
final class LotTest extends House
{
    /** @return list<array<string, mixed>> */
    private function lots(): array
    {
        return $this->ask('GET', '/api/lots')['lots'];
    }

    /** @return array<string, mixed> a lot, or the first for which this holds */
    private function lot(?callable $that = null): array
    {
        $found = array_values(array_filter($this->lots(), $that ?? static fn (array $l) => $l['potted'] > 60 && $l['grown'] === 0));

        return $this->ask('GET', '/api/lots/'.($found[0]['code'] ?? self::fail('There is no such lot.')));
    }

    /**
     * An act on a lot as somebody sees it.
     *
     * @param array<string, mixed> $lot
     * @param array<string, mixed> $said
     *
     * @return array<string, mixed> the lot then
     */
    private function act(array $lot, string $act, array $said): array
    {
        return $this->ask('POST', "/api/lots/{$lot['code']}/{$act}", ['version' => $lot['version']] + $said);
    }

    /** @return array<string, int> what stands in the whole book, by state */
    private function book(): array
    {
        return array_map(intval(...), $this->db()->fetchAllKeyValue('SELECT state, sum(count) FROM standing GROUP BY state'));
    }

    public function testALotKeepsTheBatchesItCameFromAndItsLossesAreSharedOverThem(): void
    {
        $this->signIn('bo');
        $lot = $this->lot(static fn (array $l) => count($l['batches']) > 1 && $l['potted'] > 20);
        self::assertGreaterThan(1, count($lot['lines']));
        $all = array_sum($this->book());
        $now = $this->act($lot, 'lose', ['on' => '2027-05-12', 'state' => 'potted', 'count' => 11, 'cause' => 'pest']);
        self::assertSame([$lot['potted'] - 11, $lot['lost'] + 11], [$now['potted'], $now['lost']]);
        foreach ($lot['lines'] as $i => $line) {
            $share = 11 * $line['potted'] / $lot['potted'];
            self::assertEqualsWithDelta($line['potted'] - $share, $now['lines'][$i]['potted'], 1.0);
        }
        self::assertSame($all, array_sum($this->book()), 'Every plant is still accounted for.');
        $back = $this->ask('POST', "/api/lots/{$lot['code']}/undo", ['act' => $now['acts'][0]['id']]);
        self::assertSame([$lot['potted'], $lot['lost']], [$back['potted'], $back['lost']]);
    }

    public function testALotServesSeveralOrdersAndAnOrderIsServedFromSeveralLots(): void
    {
        $this->signIn('ines');
        $lot = $this->lot();
        foreach ([30, 50] as $plants) {
            self::assertSame(
                201,
                $this->send(
                    'POST',
                    '/api/wanted',
                    [
                        'crop' => $lot['cropSlug'], 'plants' => $plants, 'pot' => 1, 'readyWeek' => '2027-W20',
                        'customer' => 'Oxlow Landscape', 'priority' => 'must',
                    ],
                )->getStatusCode(),
            );
        }
        [$first, $second] = array_slice(array_map(intval(...), $this->db()->fetchFirstColumn('SELECT id FROM wanted ORDER BY id DESC LIMIT 2')), 0, 2);
        [$small, $large] = [$second, $first];
        self::assertSame(
            'count',
            $this->refused(
                422,
                'POST',
                "/api/lots/{$lot['code']}/send",
                ['version' => $lot['version'], 'on' => '2027-05-12', 'order' => $small, 'count' => 5],
            )['field'],
            'None is counted as ready yet.',
        );
        $grown = $this->act($lot, 'grow', ['on' => '2027-05-12', 'count' => 60]);
        $sent = ['version' => $grown['version'], 'on' => '2027-05-12', 'order' => $small, 'count' => 30];
        $now = $this->ask('POST', "/api/lots/{$lot['code']}/send", $sent);
        self::assertSame('changed_meanwhile', $this->refused(409, 'POST', "/api/lots/{$lot['code']}/send", $sent)['code'], 'Pressed twice it goes once.');
        $now = $this->act($now, 'send', ['on' => '2027-05-12', 'order' => $large, 'count' => 20]);
        self::assertSame([10, 50, $lot['potted'] - 60], [$now['grown'], $now['sent'] - $lot['sent'], $now['potted']]);
        $orders = array_column($now['orders'], null, 'id');
        self::assertSame([30, 30, 0], [$orders[$small]['sent'], $orders[$small]['fromHere'], $orders[$small]['open']]);
        self::assertSame([20, 30], [$orders[$large]['sent'], $orders[$large]['open']]);
        $over = $this->refused(
            422,
            'POST',
            "/api/lots/{$lot['code']}/send",
            ['version' => $now['version'], 'on' => '2027-05-12', 'order' => $large, 'count' => 31],
        );
        self::assertSame(['more_than_wanted', 'count'], [$over['code'], $over['field']]);
        self::assertStringContainsString('still wants 30', $over['message']);
        $wanted = array_column($this->ask('GET', '/api/wanted')['wanted'], null, 'id');
        self::assertSame(['done', 30], [$wanted[$small]['state'], array_sum(array_column($wanted[$small]['sent'], 'count'))]);
        self::assertSame($lot['code'], $wanted[$large]['sent'][0]['lot']);
        $this->ask('POST', "/api/lots/{$lot['code']}/undo", ['act' => $now['acts'][0]['id']]);
        $wanted = array_column($this->ask('GET', '/api/wanted')['wanted'], null, 'id');
        self::assertSame([], $wanted[$large]['sent'], 'Undone, it was never sent.');
    }

    public function testAnOrderSaysWhatIsSentReadyComingAndShort(): void
    {
        $this->signIn('ines');
        $lot = $this->lot(fn (array $l) => $l['potted'] > 40 && count($l['batches']) === 1 && $this->servesAnOrder($l['batches'][0]));
        $order = (int) $this->db()->fetchOne('SELECT wanted_id FROM batch WHERE code = ?', [$lot['batches'][0]]);
        $at = fn () => array_column($this->ask('GET', '/api/wanted')['wanted'], null, 'id')[$order];
        $before = $at();
        self::assertSame(0, $before['outlook']['sent']);
        $grown = $this->act($lot, 'grow', ['on' => '2027-05-12', 'count' => 30]);
        $this->act($grown, 'send', ['on' => '2027-05-12', 'order' => $order, 'count' => min(10, $before['plants'])]);
        $now = $at();
        self::assertSame(min(10, $before['plants']), $now['outlook']['sent']);
        self::assertSame(min(20, $before['plants'] - $now['outlook']['sent']), $now['outlook']['ready']);
        self::assertSame(min($now['plants'], $now['outlook']['expected']), $now['outlook']['sent'] + $now['outlook']['ready'] + $now['outlook']['coming']);
        self::assertGreaterThanOrEqual($before['outlook']['chance'] - 1e-9, $now['outlook']['chance'], 'What is ready can no longer be lost.');
        // Sent to somebody else, they are no longer there for this order.
        $this->send(
            'POST',
            '/api/wanted',
            ['crop' => $lot['cropSlug'], 'plants' => 20, 'pot' => 1, 'readyWeek' => '2027-W20', 'customer' => null, 'priority' => 'nice'],
        );
        $other = (int) $this->db()->fetchOne('SELECT max(id) FROM wanted');
        $this->act($this->ask('GET', '/api/lots/'.$lot['code']), 'send', ['on' => '2027-05-12', 'order' => $other, 'count' => 20]);
        self::assertSame([$now['outlook']['sent'], 0], [$at()['outlook']['sent'], $at()['outlook']['ready']]);
    }

    public function testAnOrderThatIsOverdueStillSaysHowItStands(): void
    {
        $this->signIn('visitor');
        $overdue = array_filter(
            $this->ask('GET', '/api/wanted')['wanted'],
            static fn (array $w) => $w['readyWeek'] < '2027-W19' && $w['state'] === 'under_way',
        );
        self::assertNotSame([], $overdue, 'The demo has one that is late.');
        foreach ($overdue as $order) {
            self::assertNotNull($order['outlook']);
            self::assertGreaterThan(0, $order['outlook']['sent'] + $order['outlook']['ready'] + $order['outlook']['coming'] + $order['outlook']['short']);
        }
        self::assertSame(
            [],
            array_filter($this->ask('GET', '/api/day')['things'], static fn (array $t) => $t['job'] === 'short' && $t['wanted']['readyWeek'] < '2027-W19'),
            'Today speaks of those that can still be met.',
        );
    }

    private function servesAnOrder(string $code): bool
    {
        return (int) $this->db()->fetchOne("SELECT count(*) FROM batch b JOIN wanted w ON w.id = b.wanted_id WHERE b.code = ?
            AND w.ready_week >= '2027-W19'", [$code]) > 0;
    }

    public function testStepsAreTickedAndTakenBackAndAskForTheirDay(): void
    {
        $this->signIn('bo');
        $lot = $this->lot(static fn (array $l) => $l['next'] !== null);
        $kind = $lot['next']['kind'];
        $now = $this->ask('POST', "/api/lots/{$lot['code']}/steps", ['kind' => $kind, 'on' => '2027-05-12', 'note' => 'half strength']);
        $step = array_column($now['steps'], null, 'kind')[$kind];
        self::assertSame(['half strength', 'Bo Tarrant'], [$step['done']['note'], $step['done']['by']]);
        self::assertNotSame($kind, $now['next']['kind'] ?? null);
        $back = $this->ask('DELETE', "/api/lots/{$lot['code']}/steps/{$step['done']['id']}");
        self::assertSame($kind, $back['next']['kind']);
        foreach ([['2027-05-13', 'ahead'], ['2020-01-01', 'before_potting']] as [$day, $reason]) {
            $told = $this->refused(422, 'POST', "/api/lots/{$lot['code']}/steps", ['kind' => $kind, 'on' => $day]);
            self::assertSame([$reason, 'on'], [$told['code'], $told['field']]);
        }
    }

    public function testTwoLotsOfACropStandAsOneAndArePartedAgain(): void
    {
        $this->signIn('bo');
        $lot = $this->lot(fn (array $l) => $this->ask('GET', '/api/lots/'.$l['code'])['others'] !== []);
        $other = $this->ask('GET', '/api/lots/'.$lot['others'][0]['code']);
        $one = $this->act($lot, 'join', ['lot' => $other['code'], 'lotVersion' => $other['version']]);
        self::assertSame($lot['potted'] + $other['potted'], $one['potted']);
        self::assertEqualsCanonicalizing(array_unique([...$lot['batches'], ...$other['batches']]), $one['batches']);
        self::assertSame(max($lot['readyOn'], $other['readyOn']), $one['readyOn']);
        self::assertSame(404, $this->send('GET', '/api/lots/'.$other['code'])->getStatusCode());
        $line = array_values(array_filter($one['lines'], static fn (array $l) => in_array($l['id'], array_column($other['lines'], 'id'), true)))[0];
        $parted = $this->act($one, 'part', ['line' => $line['id']]);
        self::assertSame($one['potted'] - $line['potted'], $parted['potted']);
        $note = $this->db()->fetchOne("SELECT fields FROM change_note WHERE what = 'lot' AND which = ? ORDER BY id DESC LIMIT 1", [$one['code']]);
        self::assertSame([null, $line['batch']], json_decode((string) $note, true, flags: JSON_THROW_ON_ERROR)['parted'], 'Who took it out again is kept.');
        $strange = array_values(array_filter($this->lots(), static fn (array $l) => $l['crop'] !== $lot['crop']))[0];
        self::assertSame(
            ['wrong_crop', 'lot'],
            array_values(
                array_slice(
                    $this->refused(
                        422,
                        'POST',
                        "/api/lots/{$lot['code']}/join",
                        [
                            'version' => $parted['version'],
                            'lot' => $strange['code'],
                            'lotVersion' => $this->ask('GET', '/api/lots/'.$strange['code'])['version'],
                        ],
                    ),
                    0,
                    2,
                ),
            ),
        );
    }

    public function testTwoWhoMakeUpOneLotAreToldOfEachOther(): void
    {
        $this->signIn('bo');
        $lot = $this->lot(fn (array $l) => $this->ask('GET', '/api/lots/'.$l['code'])['others'] !== []);
        $other = $this->ask('GET', '/api/lots/'.$lot['others'][0]['code']);
        self::assertSame($other['version'], $lot['others'][0]['version']);
        $one = $this->act($lot, 'join', ['lot' => $other['code'], 'lotVersion' => $other['version']]);
        self::assertGreaterThan($lot['version'], $one['version']);
        foreach (['lose' => [
            'on' => '2027-05-12', 'state' => 'potted', 'count' => 3, 'cause' => 'pest',
        ], 'grow' => ['on' => '2027-05-12', 'count' => 3], 'send' => ['on' => '2027-05-12', 'order' => 1, 'count' => 3],
            'part' => ['line' => $lot['lines'][0]['id']], 'join' => ['lot' => $other['code'], 'lotVersion' => $other['version']]] as $act => $said) {
            $told = $this->refused(409, 'POST', "/api/lots/{$lot['code']}/{$act}", ['version' => $lot['version']] + $said);
            self::assertStringContainsString($one['batches'][0], $told['message'], $act);
        }
        $told = $this->refused(409, 'POST', "/api/lots/{$other['code']}/grow", ['version' => $other['version'], 'on' => '2027-05-12', 'count' => 3]);
        self::assertStringContainsString('another one', $told['message']);
        self::assertSame('not_found', $this->refused(404, 'POST', '/api/lots/P99999/grow', ['version' => 1, 'on' => '2027-05-12', 'count' => 3])['code']);
        self::assertSame($one['potted'], $this->ask('GET', '/api/lots/'.$lot['code'])['potted']);
    }

    public function testWhatSomebodyHasTickedIsNotTickedTwice(): void
    {
        $this->signIn('bo');
        $lot = $this->lot(static fn (array $l) => in_array($l['next']['kind'] ?? '', ['shade', 'space', 'harden'], true));
        $tick = ['kind' => $lot['next']['kind'], 'on' => '2027-05-12'];
        $now = $this->ask('POST', "/api/lots/{$lot['code']}/steps", $tick);
        $this->signIn('ines');
        self::assertSame(
            'Bo Tarrant has ticked that already, for 12 May 2027.',
            $this->refused(409, 'POST', "/api/lots/{$lot['code']}/steps", $tick)['message'],
        );
        $id = array_column($now['steps'], null, 'kind')[$tick['kind']]['done']['id'];
        $this->ask('DELETE', "/api/lots/{$lot['code']}/steps/{$id}");
        self::assertStringContainsString('meanwhile', $this->refused(409, 'DELETE', "/api/lots/{$lot['code']}/steps/{$id}")['message']);
        $fed = fn (string $day) => $this->ask('POST', "/api/lots/{$lot['code']}/steps", ['kind' => 'feed', 'on' => $day]);
        $once = count($fed('2027-05-11')['more']);
        self::assertCount($once + 1, $fed('2027-05-12')['more'], 'Feeding is done again and again.');
        $this->refused(409, 'POST', "/api/lots/{$lot['code']}/steps", ['kind' => 'feed', 'on' => '2027-05-12']);
    }

    public function testSomeArePottedOnIntoABiggerPotAndItIsUndone(): void
    {
        $this->signIn('bo');
        $lot = $this->lot(static fn (array $l) => count($l['batches']) > 1 && $l['potted'] > 20 && $l['pot'] === '9 cm');
        $before = $this->book();
        $big = $lot['bigger'][0];
        $work = $this->ask('GET', "/api/lots/{$lot['code']}/pot-on?pot={$big['id']}&pots=15");
        self::assertSame([15, $big['name']], [$work['work']['pots'], $work['work']['pot']['name']]);
        $small = array_column($this->ask('GET', '/api/choices')['pots'], 'millilitres', 'name')[$lot['pot']];
        self::assertEqualsWithDelta(
            15 * ($big['millilitres'] - $small) / 1000 * 1.15 * 1.05,
            $work['work']['mix']['litres'],
            1e-6,
            'The root ball fills the rest.',
        );
        self::assertNotNull($this->ask('GET', "/api/lots/{$lot['code']}/pot-on?pot=".end($lot['bigger'])['id'].'&pots=15')['caution']);
        $own = $this->act($lot, 'pot-on', ['on' => '2027-05-12', 'pot' => $big['id'], 'count' => 15]);
        self::assertSame(
            [15, 0, $big['name'], $lot['code'], $lot['mix'], '2027-05-12'],
            [$own['potted'], $own['grown'], $own['pot'], $own['from'], $own['mix'], $own['pottedOn']],
        );
        self::assertSame([[], false], [array_diff($own['batches'], $lot['batches']), $own['batches'] === []], 'Which batches they came from stays known.');
        self::assertGreaterThan($lot['readyOn'], $own['readyOn'], 'It grows on from now.');
        $rest = $this->ask('GET', '/api/lots/'.$lot['code']);
        self::assertSame([$lot['potted'] - 15, $lot['pot']], [$rest['potted'], $rest['pot']]);
        self::assertSame($before, $this->book(), 'Nothing came in and nothing went.');
        $back = $this->ask('POST', "/api/lots/{$own['code']}/undo", ['act' => $own['acts'][0]['id']]);
        self::assertSame([$lot['code'], $lot['potted']], [$back['code'], $back['potted']], 'All of it stands where it came from.');
        self::assertSame(404, $this->send('GET', '/api/lots/'.$own['code'])->getStatusCode());
    }

    public function testPottedOnIsIntoABiggerPotAndNoMoreThanGrow(): void
    {
        $this->signIn('bo');
        $whole = fn (array $l) => $l['potted'] > 60 && count($l['batches']) === 1
            && $this->ask('GET', '/api/batches/'.$l['batches'][0])['leftBenchOn'] !== null;
        $lot = $this->lot($whole);
        $pots = array_column($this->ask('GET', '/api/choices')['pots'], 'id', 'name');
        $said = ['version' => $lot['version'], 'on' => '2027-05-12', 'pot' => $lot['bigger'][0]['id'], 'count' => 5];
        foreach ([
            [['pot' => $pots[$lot['pot']]], 'not_bigger', 'pot'],
            [['count' => $lot['potted'] + 1], 'more_than_there_are', 'count'],
            [['pot' => 999], 'unknown', 'pot'],
            [['on' => '2027-05-13'], 'ahead', 'on'],
        ] as [$wrong, $reason, $field]) {
            $told = $this->refused(422, 'POST', "/api/lots/{$lot['code']}/pot-on", $wrong + $said);
            self::assertSame([$reason, $field], [$told['code'], $told['field']]);
        }
        $readyOn = $this->ask('GET', '/api/batches/'.$lot['batches'][0])['readyOn'];
        $all = $this->ask('POST', "/api/lots/{$lot['code']}/pot-on", ['count' => $lot['potted'], 'mix' => 'gritty potting mix'] + $said);
        self::assertSame([$lot['potted'], 'gritty potting mix'], [$all['potted'], $all['mix']]);
        self::assertSame(max($readyOn, $all['readyOn']), $this->ask('GET', '/api/batches/'.$lot['batches'][0])['readyOn'], 'Its bench is kept as long.');
        self::assertGreaterThan($lot['readyOn'], $all['readyOn']);
        self::assertNotContains($lot['code'], array_column($this->lots(), 'code'), 'Nothing is left in the smaller pot.');
        $this->ask('POST', "/api/batches/{$lot['batches'][0]}/undo", ['act' => $all['acts'][0]['id']]);
        self::assertSame(
            [$lot['potted'], $readyOn],
            [$this->ask('GET', '/api/lots/'.$lot['code'])['potted'], $this->ask('GET', '/api/batches/'.$lot['batches'][0])['readyOn']],
            'Undone on the batch as well as on the lot.',
        );
    }

    public function testABatchIsPottedIntoALotThatIsThere(): void
    {
        $this->signIn('bo');
        $made = [];
        foreach ($this->ask('GET', '/api/potting')['queue'] as $one) {
            if ($one['line'] === 1 && $one['tag']['state'] === 'rooting') {
                $made[$one['tag']['crop']][] = $one;
            }
        }
        $one = array_values($made)[0][0];
        $code = $one['tag']['code'];
        $half = intdiv($one['stuck'], 2);
        $this->ask(
            'POST',
            "/api/batches/{$code}/count",
            ['on' => '2027-05-12', 'rooted' => $half, 'unrooted' => $one['stuck'] - $half, 'lost' => new \stdClass(), 'potted' => $half],
        );
        $job = $this->ask('GET', "/api/batches/{$code}/job?line=2");
        $lot = $job['lots'][0];
        self::assertContains($code, $lot['batches']);
        $this->ask(
            'POST',
            "/api/batches/{$code}/count",
            [
                'line' => 2, 'on' => '2027-05-12', 'rooted' => $one['stuck'] - $half, 'unrooted' => 0, 'lost' => new \stdClass(),
                'potted' => $one['stuck'] - $half, 'intoLot' => $lot['code'],
            ],
        );
        self::assertSame($one['stuck'], $this->ask('GET', '/api/lots/'.$lot['code'])['potted'], 'Both halves stand in one lot.');
        self::assertSame(
            'intoLot',
            $this->refused(
                422,
                'POST',
                "/api/batches/{$code}/count",
                ['on' => '2027-05-12', 'rooted' => 0, 'unrooted' => 0, 'lost' => new \stdClass(), 'intoLot' => 'P99999'],
            )['field'],
        );
    }

    public function testALotIsAsOldAsItsFirstPottingAndReadyWithItsLast(): void
    {
        $this->signIn('bo');
        $one = current(array_filter(
            $this->ask('GET', '/api/potting')['queue'],
            static fn (array $o) => $o['line'] === 1 && $o['tag']['state'] === 'rooting' && $o['stuck'] > 20,
        ));
        self::assertIsArray($one);
        $half = intdiv($one['stuck'], 2);
        $pot = fn (string $on, array $said) => $this->ask('POST', "/api/batches/{$one['tag']['code']}/count", ['on' => $on, 'lost' => new \stdClass()] + $said);
        $pot('2027-05-05', ['rooted' => $half, 'unrooted' => $one['stuck'] - $half, 'potted' => $half]);
        $code = $this->ask('GET', '/api/batches/'.$one['tag']['code'])['lines'][0]['lot'];
        $first = $this->ask('GET', "/api/lots/{$code}");
        $rest = $one['stuck'] - $half;
        $pot('2027-05-12', ['line' => 2, 'rooted' => $rest, 'unrooted' => 0, 'potted' => $rest, 'intoLot' => $code]);
        $both = $this->ask('GET', "/api/lots/{$code}");
        self::assertSame(['2027-05-05', '2027-05-05'], [$first['pottedOn'], $both['pottedOn']]);
        self::assertGreaterThan($first['readyOn'], $both['readyOn']);
    }

    public function testAnOrderIsShownWithALotUntilEightWeeksAfterItsWeek(): void
    {
        $this->signIn('bo');
        $lot = $this->lot();
        $order = (int) $this->db()->fetchOne(
            'SELECT w.id FROM wanted w JOIN crop c ON c.id = w.crop_id WHERE c.slug = ? AND w.called_off = 0
             AND NOT EXISTS (SELECT 1 FROM dispatch d WHERE d.wanted_id = w.id) ORDER BY w.id LIMIT 1',
            [$lot['cropSlug']],
        );
        $shown = function (string $week) use ($order, $lot): bool {
            $this->db()->executeStatement('UPDATE wanted SET ready_week = ? WHERE id = ?', [$week, $order]);

            return in_array($order, array_column($this->ask('GET', '/api/lots/'.$lot['code'])['orders'], 'id'), true);
        };
        self::assertSame([true, true, false], [$shown('2027-W19'), $shown('2027-W11'), $shown('2027-W10')]);
    }

    public function testALotHeldBackComesToNoOrderAndKeepsItsPlaceUntilThen(): void
    {
        $this->signIn();
        $code = (string) $this->db()->fetchOne("SELECT p.code FROM pot_lot p JOIN line l ON l.lot_id = p.id JOIN standing s ON s.line_id = l.id AND s.state = 'grown'
            JOIN batch b ON b.id = l.batch_id JOIN wanted w ON w.id = b.wanted_id WHERE s.count > 5 AND w.ready_week >= '2027-W19' AND p.zone_id IS NOT NULL
            GROUP BY p.id HAVING count(*) = 1 ORDER BY p.id LIMIT 1");
        $lot = $this->ask('GET', "/api/lots/{$code}");
        $order = (int) $this->db()->fetchOne('SELECT b.wanted_id FROM batch b WHERE b.code = ?', [$lot['batches'][0]]);
        $zone = (int) $this->db()->fetchOne('SELECT zone_id FROM pot_lot WHERE code = ?', [$code]);
        $before = $this->ask('GET', "/api/wanted/{$order}")['outlook'];
        self::assertSame('until', $this->refused(422, 'POST', "/api/lots/{$code}/hold", ['version' => $lot['version'], 'until' => '2027-05-11'])['field']);
        $held = $this->act($lot, 'hold', ['until' => '2028-05-12', 'why' => 'mother plants']);
        self::assertSame(['2028-05-12', 'mother plants'], [$held['heldUntil'], $held['heldWhy']]);
        self::assertContains($code, array_column(array_filter($this->lots(), static fn (array $l) => $l['heldUntil'] !== null), 'code'));
        $now = $this->ask('GET', "/api/wanted/{$order}")['outlook'];
        self::assertLessThan($before['expected'], $now['expected']);
        self::assertSame($before['ready'] - $lot['grown'], $now['ready']);
        $wants = array_values(array_filter($held['orders'], static fn (array $one) => $one['open'] > 0))[0]
            ?? ['id' => $this->ask('POST', '/api/wanted', ['crop' => $lot['cropSlug'], 'plants' => 5, 'pot' => 1, 'readyWeek' => '2027-W40', 'priority' => 'must'])['id']];
        $send = ['version' => $held['version'], 'on' => '2027-05-12', 'order' => $wants['id'], 'count' => 1];
        self::assertStringContainsString('is held back until 12 May 2028', $this->refused(422, 'POST', "/api/lots/{$code}/send", $send)['message']);
        $used = fn (): array => array_column($this->ask('GET', "/api/zones/{$zone}/season?week=2027-W50")['weeks'], 'used', 'week');
        $then = $used();
        self::assertGreaterThan(0, $then['2027-W50'], 'It stands there still.');
        self::assertGreaterThan(0, $then['2028-W19']);
        self::assertSame(0, $then['2028-W20']);
        $free = $this->act($held, 'hold', ['until' => null]);
        self::assertNull($free['heldUntil']);
        self::assertSame(0, $used()['2027-W50']);
        self::assertSame($before, $this->ask('GET', "/api/wanted/{$order}")['outlook']);
        $this->act($free, 'send', ['version' => $free['version']] + $send);
    }

    public function testWhatIsPottedOnOrPartedFromAHeldLotIsHeldToo(): void
    {
        $this->signIn();
        $lot = $this->lot(static fn (array $l) => $l['potted'] > 60 && $l['pot'] === '9 cm');
        $held = $this->act($lot, 'hold', ['until' => '2028-01-01']);
        $bigger = $this->act($held, 'pot-on', ['on' => '2027-05-12', 'pot' => $held['bigger'][0]['id'], 'count' => 20]);
        self::assertSame('2028-01-01', $bigger['heldUntil']);
        $now = $this->ask('GET', "/api/lots/{$lot['code']}");
        foreach ($now['others'] as $other) {
            $said = ['version' => $now['version'], 'lot' => $other['code'], 'lotVersion' => $other['version']];
            self::assertStringContainsString('One of the two is held back', $this->refused(422, 'POST', "/api/lots/{$lot['code']}/join", $said)['message']);
        }
    }
}
