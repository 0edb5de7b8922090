<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Plan;

use WetCradle\Server\Tests\House;

/** The season's plan as a whole. */
final class SeasonPlanTest extends House
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn();
    }

    /** @return list<array<string, mixed>> planned, with nothing against them, stuck in the weeks to come */
    private function planned(): array
    {
        return array_values(
            array_filter(
                $this->ask('GET', '/api/batches')['batches'],
                static fn (array $b) => $b['state'] === 'planned' && $b['against'] === [] && $b['stickOn'] > '2027-05-19',
            ),
        );
    }

    private function later(string $day, int $weeks): string
    {
        return (new \DateTimeImmutable($day))->modify(sprintf('%+d weeks', $weeks))->format('Y-m-d');
    }

    public function testHoursStandBesideTheHands(): void
    {
        $plan = $this->ask('GET', '/api/plan');
        self::assertSame(['2027-W19', 4], [$plan['thisWeek'], $plan['hands']]);
        foreach ($plan['weeks'] as $week) {
            self::assertEqualsWithDelta($week['collect'] + $week['stick'] + $week['wean'] + $week['pot'], $week['hours'], 1e-9);
            self::assertEqualsWithDelta(max(0.0, $week['hours'] - $week['crew']), $week['over'], 1e-9);
        }
        $by = array_column($plan['weeks'], null, 'week');
        self::assertLessThan($by['2027-W22']['crew'], $by['2027-W25']['crew'], 'Somebody is on leave.');
        $rail = array_column($this->ask('GET', '/api/rail')['weeks'], null, 'week');
        self::assertEqualsWithDelta($rail['2027-W21']['potHours'], $by['2027-W21']['pot'], 1e-9);
    }

    public function testTheHandsAndNormsAreKeptAndObeyed(): void
    {
        $crew = $this->ask('GET', '/api/crew');
        $before = $this->ask('GET', '/api/plan')['weeks'];
        $crew['norms']['stuckAnHour'] *= 2;
        $crew['crew']['away'][] = ['who' => null, 'from' => '2027-05-24', 'to' => '2027-05-28'];
        $now = $this->ask('PUT', '/api/crew', $crew);
        self::assertSame($crew['version'] + 1, $now['version']);
        $after = $this->ask('GET', '/api/plan')['weeks'];
        self::assertSame(0, array_column($after, 'crew', 'week')['2027-W21'] <=> 0.0);
        self::assertLessThan(array_sum(array_column($before, 'stick')), array_sum(array_column($after, 'stick')));
        self::assertSame('version', $this->refused(409, 'PUT', '/api/crew', $crew)['field']);
        $wrong = $now;
        $wrong['crew']['away'][0]['who'] = 'Nobody';
        self::assertSame('crew.away[0].who', $this->refused(422, 'PUT', '/api/crew', $wrong)['field']);
    }

    public function testChancesOfCustomersAndOfTheSeason(): void
    {
        $chances = $this->ask('GET', '/api/plan/chances');
        self::assertGreaterThan(20, $chances['orders']);
        self::assertSame($chances['orders'], array_sum(array_column($chances['customers'], 'orders')));
        self::assertEqualsWithDelta($chances['met'], array_sum(array_column($chances['customers'], 'met')), 1e-6);
        foreach ($chances['customers'] as $one) {
            self::assertGreaterThanOrEqual($chances['season']['chance'], $one['chance'], 'All of one is never less likely than all of all.');
            self::assertTrue($one['low'] <= $one['chance'] && $one['chance'] <= $one['high']);
        }
        self::assertSame($chances, $this->ask('GET', '/api/plan/chances'), 'The same plan, the same chance.');
        self::assertGreaterThan(0, $chances['unplanned']);
    }

    public function testADraftIsShownThenKeptAndCanBeTakenBack(): void
    {
        $drafts = $this->ask('POST', '/api/plan/draft', [])['drafts'];
        $good = array_values(array_filter($drafts, static fn (array $d) => $d['batch'] !== null));
        self::assertNotSame([], $good);
        foreach ($drafts as $one) {
            self::assertTrue(($one['batch'] === null) === ($one['refusal'] !== null));
        }
        $before = $this->ask('GET', '/api/batches')['batches'];
        $id = $good[0]['orders'][0]['id'];
        $kept = $this->keepDraft(['orders' => array_column($good[0]['orders'], 'id')]);
        self::assertCount(1, $kept['batches']);
        $batch = $this->ask('GET', '/api/batches/'.$kept['batches'][0]['code']);
        self::assertSame(
            [$good[0]['batch']['zone'], $good[0]['batch']['block'], $good[0]['batch']['stick'], $id],
            [$batch['zone'], $batch['block'], $batch['planned'], $batch['wanted']],
        );
        self::assertSame($good[0]['batch']['dates']['readyOn'], $batch['readyOn']);
        self::assertSame('orders', $this->refused(422, 'POST', '/api/plan/draft/keep', ['orders' => [$id], 'seen' => $this->ask('POST', '/api/plan/draft', [])['seen']])['field']);
        $back = $this->ask('POST', "/api/plan/versions/{$kept['version']}/back");
        self::assertSame(1, $back['changed']);
        self::assertEquals($before, $this->ask('GET', '/api/batches')['batches']);
    }

    public function testNothingIsPlannedThatWasNotSeen(): void
    {
        $draft = $this->ask('POST', '/api/plan/draft', ['anew' => true]);
        self::assertSame($draft['seen'], $this->ask('POST', '/api/plan/draft', [])['seen'], 'Asking changes nothing.');
        $order = ['crop' => 'catmint-millrace', 'plants' => 60, 'pot' => 1, 'readyWeek' => '2027-W36', 'priority' => 'must'];
        $wanted = $this->ask('POST', '/api/wanted', $order);
        $before = $this->db()->fetchAllAssociative('SELECT id, version, called_off FROM batch ORDER BY id');
        $refused = $this->refused(409, 'POST', '/api/plan/draft/keep', ['anew' => true, 'seen' => $draft['seen']]);
        self::assertSame(['changed_meanwhile', false], [$refused['code'], isset($refused['theirs'])]);
        self::assertSame($before, $this->db()->fetchAllAssociative('SELECT id, version, called_off FROM batch ORDER BY id'));
        self::assertContains($wanted['id'], array_merge(...array_map(
            static fn (array $d) => array_column($d['orders'], 'id'),
            $this->ask('POST', '/api/plan/draft', ['anew' => true])['drafts'],
        )));
        foreach ([
            "UPDATE air_day SET mean = mean + 1 WHERE on_day = '2027-05-11'", 'UPDATE zone SET version = version + 1 WHERE id = 1',
            'UPDATE nursery SET version = version + 1', "INSERT INTO zone_closed (zone_id, from_week, to_week, why) VALUES (1, '2027-W40', '2027-W41', 'paint')",
            'UPDATE licence SET version = version + 1', "DELETE FROM air_day WHERE on_day = '2027-05-11'",
        ] as $change) {
            $seen = $this->ask('POST', '/api/plan/draft', [])['seen'];
            $this->db()->executeStatement($change);
            self::assertSame('changed_meanwhile', $this->refused(409, 'POST', '/api/plan/draft/keep', ['anew' => true, 'seen' => $seen])['code'], $change);
        }
    }

    public function testADraftThatIsKeptTwiceByOneKeyIsKeptOnceAlthoughItIsOldByThen(): void
    {
        $body = ['anew' => true, 'seen' => $this->ask('POST', '/api/plan/draft', ['anew' => true])['seen']];
        $send = fn () => $this->send('POST', '/api/plan/draft/keep', $body, ['CONTENT_TYPE' => 'application/json', 'HTTP_IDEMPOTENCY_KEY' => 'kept-only-once']);
        $first = $send();
        $batches = (int) $this->db()->fetchOne('SELECT count(*) FROM batch');
        $again = $send();
        self::assertSame([201, 201, $first->getContent()], [$first->getStatusCode(), $again->getStatusCode(), $again->getContent()]);
        self::assertSame($batches, (int) $this->db()->fetchOne('SELECT count(*) FROM batch'));
        self::assertFalse($this->db()->isTransactionActive());
    }

    public function testTheSeasonIsPlannedAnewFromNothing(): void
    {
        $drafts = $this->ask('POST', '/api/plan/draft', ['anew' => true])['drafts'];
        $good = array_values(array_filter($drafts, static fn (array $d) => $d['batch'] !== null));
        self::assertGreaterThan(count($drafts) / 2, count($good));
        self::assertEquals($drafts, $this->ask('POST', '/api/plan/draft', ['anew' => true])['drafts'], 'The same orders, the same draft.');
        $kept = $this->keepDraft(['anew' => true]);
        self::assertCount(count($good), $kept['batches']);
        foreach (array_slice(array_column($kept['batches'], 'code'), 0, 12) as $code) {
            $tried = $this->ask('POST', '/api/plan/moves/try', ['moves' => [['code' => $code]]])['batches'][0];
            self::assertSame([], array_filter($tried['breaks'], static fn (array $b) => $b['hard']), $code);
        }
    }

    public function testADraftCutsHardwoodDormantAndSticksItAsGrowthStarts(): void
    {
        $order = ['crop' => 'willow-ash-basket', 'plants' => 300, 'pot' => 1, 'readyWeek' => '2028-W48', 'priority' => 'should'];
        $one = $this->ask('POST', '/api/wanted', $order + ['customer' => 'Oxlow Landscape']);
        // Less than one block has: the other gives the rest.
        $this->db()->executeStatement("UPDATE stock_block SET plants = 12 WHERE code IN ('WI-1', 'WI-2')");
        $batch = array_values(array_filter(
            $this->ask('POST', '/api/plan/draft', [])['drafts'],
            static fn (array $d) => in_array($one['id'], array_column($d['orders'], 'id'), true),
        ))[0]['batch'];
        self::assertNotNull($batch['collectOn']);
        self::assertGreaterThan($batch['collectOn'], $batch['dates']['stickOn']);
        self::assertSame(['WI-1', 'WI-2'], [min($batch['block'], $batch['also']['block']), max($batch['block'], $batch['also']['block'])]);
        $code = $this->keepDraft(['orders' => [$one['id']]])['batches'][0]['code'];
        $kept = $this->ask('GET', '/api/batches/'.$code);
        self::assertSame(
            [$batch['block'], $batch['also'], $batch['collectOn'], $batch['dates']['stickOn']],
            [$kept['block'], $kept['also'], $kept['collectOn'], $kept['stickOn']],
        );
    }

    public function testTheWayToARouteGoesWithTheDayOnWhichItIsCollected(): void
    {
        $order = ['crop' => 'willow-ash-basket', 'plants' => 60, 'pot' => 1, 'readyWeek' => '2028-W48', 'priority' => 'should'];
        $id = $this->ask('POST', '/api/wanted', $order + ['customer' => 'Oxlow Landscape'])['id'];
        $route = array_values(array_filter(
            $this->ask('GET', "/api/wanted/{$id}/routes")['routes'],
            static fn (array $r) => ($r['parts'][0]['collectOn'] ?? null) !== null,
        ))[0];
        $part = $route['parts'][0];
        $asked = ['way' => $route['way'], 'stickOn' => $part['dates']['stickOn'], 'trays' => $part['trays']];
        $fresh = $this->ask('POST', "/api/wanted/{$id}/proposal", $asked);
        self::assertFalse($fresh['window']['open'], 'On the day on which it is stuck it is dormant no more.');
        $ahead = $this->ask('POST', "/api/wanted/{$id}/proposal", $asked + ['collectOn' => $part['collectOn']]);
        self::assertTrue($ahead['window']['open']);
        self::assertTrue($ahead['keepsDays'] >= 28 && $ahead['blocks'][0]['enough']);
        $early = $this->refused(422, 'POST', "/api/wanted/{$id}/proposal", $asked + ['collectOn' => '2027-12-01']);
        self::assertSame(['too_long', 'collectOn'], [$early['code'], $early['field']]);
        $plan = ['wanted' => $id, 'trayKind' => $ahead['trayKind']['id'], 'confidence' => 0.9, 'block' => $ahead['best']['block'], 'zone' => $ahead['best']['zone']];
        self::assertSame('collectOn', $this->refused(422, 'POST', '/api/batches', $plan + $asked + ['collectOn' => '2027-05-01'])['field']);
        self::assertSame($part['collectOn'], $this->ask('POST', '/api/batches', $plan + $asked + ['collectOn' => $part['collectOn']])['collectOn']);
    }

    public function testOrdersOfOneCropAndWeekShareABatchAndItsInsurance(): void
    {
        $order = ['crop' => 'catmint-millrace', 'plants' => 60, 'pot' => 1, 'readyWeek' => '2027-W36', 'priority' => 'must'];
        [$one, $two] = [
            $this->ask('POST', '/api/wanted', $order + ['customer' => 'Oxlow Landscape']),
            $this->ask('POST', '/api/wanted', $order + ['customer' => 'Northing Estates']),
        ];
        $draft = array_values(
            array_filter(
                $this->ask('POST', '/api/plan/draft', [])['drafts'],
                static fn (array $d) => in_array($one['id'], array_column($d['orders'], 'id'), true),
            ),
        )[0];
        self::assertSame([$one['id'], $two['id']], array_column($draft['orders'], 'id'));
        self::assertSame(120, $draft['plants']);
        self::assertGreaterThanOrEqual(0, $draft['saved']);
        $this->keepDraft(['orders' => [$one['id'], $two['id']]]);
        [$first, $second] = [$this->ask('GET', '/api/wanted/'.$one['id']), $this->ask('GET', '/api/wanted/'.$two['id'])];
        self::assertSame('planned', $second['state']);
        self::assertSame($first['batches'][0]['code'], $second['batches'][0]['code']);
        self::assertGreaterThanOrEqual($second['outlook']['chance'], $first['outlook']['chance']);
        self::assertNotContains(
            $two['id'],
            array_column(array_filter($this->ask('GET', '/api/wanted')['wanted'], static fn (array $w) => $w['state'] === 'unplanned'), 'id'),
        );
    }

    public function testAMoveIsTriedThenDoneThenUndone(): void
    {
        foreach ($this->planned() as $tag) {
            $move = ['code' => $tag['code'], 'stickOn' => $this->later($tag['stickOn'], 1)];
            $tried = $this->ask('POST', '/api/plan/moves/try', ['moves' => [$move]]);
            if (array_filter($tried['batches'][0]['breaks'], static fn (array $b) => $b['hard']) === []) {
                break;
            }
        }
        assert(isset($move, $tried, $tag));
        self::assertSame($move['stickOn'], $tried['batches'][0]['dates']['stickOn']);
        self::assertNotSame([], $tried['weeks']);
        self::assertSame($tag['stickOn'], $this->ask('GET', '/api/batches/'.$tag['code'])['stickOn'], 'Trying saves nothing.');
        $done = $this->ask('POST', '/api/plan/moves', ['moves' => [['version' => $tag['version']] + $move], 'why' => 'Moved by a week']);
        $moved = $this->ask('GET', '/api/batches/'.$tag['code']);
        self::assertSame([$move['stickOn'], $tried['batches'][0]['dates']['readyOn']], [$moved['stickOn'], $moved['readyOn']]);
        $by = array_column($this->ask('GET', '/api/plan')['weeks'], null, 'week');
        foreach ($tried['weeks'] as $week) {
            self::assertEqualsWithDelta($week['hours'], $by[$week['week']]['hours'], 1e-9, 'What was told is what came.');
        }
        $changes = $this->ask('GET', "/api/plan/versions/{$done['version']}")['changes'];
        self::assertSame([$tag['code'], 'changed'], [$changes[0]['code'], $changes[0]['what']]);
        self::assertCount(1, $changes);
        self::assertSame(
            'version',
            $this->refused(409, 'POST', '/api/plan/moves', ['moves' => [['version' => $tag['version']] + $move], 'why' => 'x'])['field'],
            'It is no longer where the mover saw it.',
        );
        self::assertSame(0, $this->ask('POST', "/api/plan/versions/{$done['version']}/back", ['batches' => []])['changed'], 'Others stay as they are.');
        self::assertSame(
            'moves[0].version',
            $this->refused(422, 'POST', '/api/plan/moves', ['moves' => [$move], 'why' => 'x'])['field'],
            'Nothing is moved unseen.',
        );
        self::assertSame(1, $this->ask('POST', "/api/plan/versions/{$done['version']}/back", ['batches' => $done['batches']])['changed']);
        self::assertSame($tag['stickOn'], $this->ask('GET', '/api/batches/'.$tag['code'])['stickOn']);
        self::assertSame([], $this->ask('GET', "/api/plan/versions/{$done['version']}")['changes']);
    }

    public function testWhatBreaksIsSaidAndWhatIsHardIsRefused(): void
    {
        $tag = $this->planned()[0];
        $breaks = fn (array $move) => array_column(
            $this->ask('POST', '/api/plan/moves/try', ['moves' => [['code' => $tag['code']] + $move]])['batches'][0]['breaks'],
            'hard',
            'kind',
        );
        self::assertTrue($breaks(['stickOn' => '2027-05-03'])['gone_by']);
        $late = $breaks(['stickOn' => '2028-02-07']);
        self::assertFalse($late['late']);
        $dry = (int) $this->db()->fetchOne("SELECT id FROM zone WHERE name = 'Dry bench'");
        self::assertTrue($breaks(['zone' => $dry])['no_water'] ?? $breaks(['zone' => $dry])['no_warmth'] ?? false);
        self::assertSame(
            'moves[0]',
            $this->refused(
                422,
                'POST',
                '/api/plan/moves',
                ['moves' => $this->seen([['code' => $tag['code'], 'stickOn' => '2027-05-03']]), 'why' => 'x'],
            )['field'],
        );
        self::assertSame('moves[0]', $this->refused(422, 'POST', '/api/plan/moves', ['moves' => $this->seen([['code' => 'ZZZ-99']]), 'why' => 'x'])['field']);
        self::assertSame('moves[0]', $this->refused(422, 'POST', '/api/plan/moves/try', ['moves' => [['code' => $tag['code'], 'heldDays' => 29]]])['field']);
        $stuck = array_values(array_filter($this->ask('GET', '/api/batches')['batches'], static fn (array $b) => $b['state'] === 'rooting'))[0];
        self::assertSame(
            'moves[0]',
            $this->refused(422, 'POST', '/api/plan/moves/try', ['moves' => [['code' => $stuck['code'], 'stickOn' => '2027-06-01']]])['field'],
        );
    }

    public function testEveningOutLightensAndIsUndone(): void
    {
        $crew = $this->ask('GET', '/api/crew');
        foreach ($crew['crew']['hands'] as &$hand) {
            $hand['hours'] = 4;
        }
        unset($hand);
        $this->ask('PUT', '/api/crew', $crew);
        $even = $this->ask('GET', '/api/plan/even');
        self::assertNotSame([], $even['moves']);
        self::assertSame($even, $this->ask('GET', '/api/plan/even'));
        $over = static fn (array $weeks, string $hours) => array_sum(array_map(static fn (array $w) => max(0.0, $w[$hours] - $w['crew']), $weeks));
        self::assertLessThan($over($even['weeks'], 'hours'), $over($even['weeks'], 'after'));
        $before = array_sum(array_column($this->ask('GET', '/api/plan')['weeks'], 'over'));
        $done = $this->ask(
            'POST',
            '/api/plan/moves',
            [
                'moves' => array_map(
                    static fn (array $m) => array_intersect_key($m, ['code' => 0, 'version' => 0, 'stickOn' => 0, 'heldDays' => 0]),
                    $even['moves'],
                ),
                'why' => 'Evening out',
            ],
        );
        self::assertLessThan($before, array_sum(array_column($this->ask('GET', '/api/plan')['weeks'], 'over')));
        $this->ask('POST', "/api/plan/versions/{$done['version']}/back");
        self::assertEqualsWithDelta($before, array_sum(array_column($this->ask('GET', '/api/plan')['weeks'], 'over')), 1e-9);
        $this->ask('PUT', '/api/crew', ['crew' => ['hands' => [], 'away' => []]] + $this->ask('GET', '/api/crew'));
        self::assertSame('hands', $this->refused(422, 'GET', '/api/plan/even', null)['field']);
    }

    public function testRoutesStandSideBySide(): void
    {
        $series = $this->ask(
            'POST',
            '/api/wanted/series',
            ['crop' => 'catmint-millrace', 'plants' => 40, 'pot' => 1, 'readyWeek' => '2027-W34', 'toWeek' => '2027-W40', 'every' => 2, 'priority' => 'should'],
        )['wanted'];
        self::assertSame(['2027-W34', '2027-W36', '2027-W38', '2027-W40'], array_column($series, 'readyWeek'));
        self::assertSame(
            'toWeek',
            $this->refused(
                422,
                'POST',
                '/api/wanted/series',
                ['crop' => 'catmint-millrace', 'plants' => 40, 'pot' => 1, 'readyWeek' => '2027-W34', 'toWeek' => '2027-W30', 'priority' => 'should'],
            )['field'],
        );
        $routes = $this->ask('GET', "/api/wanted/{$series[1]['id']}/routes");
        $best = $routes['routes'][$routes['recommended']];
        self::assertTrue($best['possible']);
        self::assertGreaterThan(0, $best['costEach']);
        self::assertContains('buy_in', array_column($routes['routes'], 'kind'));
        foreach ($routes['routes'] as $route) {
            self::assertSame($route['possible'], $route['refusal'] === null);
        }
        $batches = array_values(
            array_filter(
                $this->ask('POST', '/api/plan/draft', [])['drafts'],
                static fn (array $d) => $d['cropSlug'] === 'catmint-millrace' && $d['plants'] === 40,
            ),
        );
        $days = array_map(static fn (array $d) => $d['batch']['dates']['stickOn'] ?? '', $batches);
        $sorted = $days;
        sort($sorted);
        self::assertSame($sorted, $days, 'Successive weeks, successive batches.');
        $crop = $this->ask('GET', '/api/crops/catmint-millrace');
        $now = $this->ask('PUT', '/api/crops/catmint-millrace/liner', ['version' => $crop['version'], 'price' => null, 'weeks' => 3]);
        self::assertSame(['price' => null, 'weeks' => 3], $now['liner']);
        self::assertSame(
            'version',
            $this->refused(409, 'PUT', '/api/crops/catmint-millrace/liner', ['version' => $crop['version'], 'price' => 1, 'weeks' => 3])['field'],
        );
    }

    public function testShoppingAddsUp(): void
    {
        $items = $this->ask('GET', '/api/plan/shopping')['items'];
        foreach ($items as $item) {
            self::assertEqualsWithDelta($item['total'], array_sum(array_column($item['months'], 'amount')), 1e-6 * max(1, $item['total']));
        }
        $trays = array_sum(array_map(static fn (array $i) => $i['kind'] === 'tray' ? $i['total'] : 0, $items));
        self::assertEquals(
            $trays,
            array_sum(array_map(static fn (array $b) => $b['state'] === 'planned' ? $b['trays'] : 0, $this->ask('GET', '/api/batches')['batches'])),
        );
        $csv = (string) $this->send('GET', '/api/plan/shopping.csv')->getContent();
        self::assertStringStartsWith('kind,what,unit,month,amount,"first needed"', $csv);
        self::assertSame(array_sum(array_map(static fn (array $i) => count($i['months']), $items)), substr_count(trim($csv), "\n"));
    }

    public function testAZoneCalledOtherwiseIsTheZoneThatWasKept(): void
    {
        $kept = $this->ask('POST', '/api/plan/versions', ['name' => 'As agreed in May'])['id'];
        $code = $this->planned()[0]['code'];
        $batch = $this->ask('GET', '/api/batches/'.$code);
        $there = fn () => (int) $this->db()->fetchOne('SELECT zone_id FROM batch WHERE code = ?', [$code]);
        $zone = $there();
        $called = (string) $this->db()->fetchOne('SELECT name FROM zone WHERE id = ?', [$zone]);
        [$other, $name] = array_values((array) $this->db()->fetchAssociative("SELECT id, name FROM zone WHERE kind = 'mist' AND id <> ? LIMIT 1", [$zone]));
        foreach ([[$zone, 'Between'], [$other, $called], [$zone, $name]] as [$id, $now]) {
            $this->db()->update('zone', ['name' => $now], ['id' => $id]);
        }
        self::assertSame([], $this->ask('GET', "/api/plan/versions/{$kept}")['changes'], 'Two zones changed their names and no batch its place.');
        $this->db()->update('batch', ['zone_id' => $other], ['code' => $code]);
        self::assertSame(
            [[$code, "on {$called} instead of {$called}"]],
            array_map(static fn (array $c) => [$c['code'], $c['words']], $this->ask('GET', "/api/plan/versions/{$kept}")['changes']),
            'Each is called as it was at the time.',
        );
        $this->ask('POST', "/api/plan/versions/{$kept}/back", ['batches' => [['code' => $code, 'version' => $batch['version']]]]);
        self::assertSame($zone, $there());
    }

    public function testWhatWasOverBeforeADayIsLeftOutOfTheListAndWhatIsThereNever(): void
    {
        $this->signIn('visitor');
        $all = $this->ask('GET', '/api/batches')['batches'];
        $some = $this->ask('GET', '/api/batches?since=2027-01-01')['batches'];
        $codes = array_column($some, 'code');
        self::assertLessThan(count($all), count($some));
        self::assertGreaterThan(20, count($some));
        foreach ($all as $tag) {
            $isThere = !in_array($tag['state'], ['gone', 'lost'], true);
            self::assertSame($isThere || $tag['readyOn'] >= '2027-01-01' || $tag['leftBenchOn'] === null, in_array($tag['code'], $codes, true), $tag['code']);
        }
        self::assertSame(array_values(array_filter($all, static fn (array $tag) => in_array($tag['code'], $codes, true))), $some, 'In the same order.');
        self::assertSame('since', $this->refused(422, 'GET', '/api/batches?since=spring')['field']);
    }

    public function testOfVersionsThatNobodyAskedForFewAreKeptAndOfNamedOnesAll(): void
    {
        $this->signIn('ines');
        $named = $this->ask('POST', '/api/plan/versions', ['name' => 'As agreed'])['id'];
        $row = $this->db()->fetchAssociative('SELECT * FROM plan_version WHERE id = ?', [$named]) ?: [];
        foreach (range(1, 200) as $i) {
            $this->db()->insert('plan_version', ['id' => null, 'automatic' => 1, 'name' => "Before move {$i}", 'kept_at' => '2027-05-11 10:00:00'] + $row);
        }
        $batch = $this->db()->fetchAssociative('SELECT code FROM batch WHERE stuck_on IS NULL AND called_off = 0 AND locked = 0 LIMIT 1') ?: [];
        $tag = array_column($this->ask('GET', '/api/batches')['batches'], null, 'code')[$batch['code']];
        $later = (new \DateTimeImmutable($tag['stickOn']))->modify('+7 days')->format('Y-m-d');
        $moved = $this->ask('POST', '/api/plan/moves', ['moves' => [['code' => $tag['code'], 'version' => $tag['version'], 'stickOn' => $later]], 'why' => 'rain']);
        $versions = $this->ask('GET', '/api/plan/versions')['versions'];
        self::assertSame([60, 1], [count(array_filter(array_column($versions, 'automatic'))), count(array_filter($versions, static fn (array $v) => !$v['automatic']))]);
        self::assertSame($moved['version'], $versions[0]['id'], 'What was kept last can be gone back to.');
        self::assertSame(count(json_decode((string) $row['content'], true)), array_column($versions, 'batches', 'id')[$named]);
    }

    public function testAVersionIsNamedComparedAndGoneBackTo(): void
    {
        $kept = $this->ask('POST', '/api/plan/versions', ['name' => 'As agreed in May']);
        self::assertSame(['As agreed in May', false, 'Ines Halloran'], [$kept['name'], $kept['automatic'], $kept['by']]);
        $tag = $this->planned()[0];
        $batch = $this->ask('GET', '/api/batches/'.$tag['code']);
        $zone = (int) $this->db()->fetchOne('SELECT zone_id FROM batch WHERE code = ?', [$tag['code']]);
        $this->ask(
            'PUT',
            '/api/batches/'.$tag['code'],
            [
                'version' => $batch['version'], 'block' => $batch['block'], 'zone' => $zone, 'trays' => $batch['trays'],
                'stickOn' => $batch['stickOn'], 'calledOff' => true,
            ],
        );
        $changes = $this->ask('GET', "/api/plan/versions/{$kept['id']}")['changes'];
        self::assertSame(['gone'], array_column($changes, 'what'));
        $this->ask('POST', "/api/plan/versions/{$kept['id']}/back");
        self::assertSame('planned', $this->ask('GET', '/api/batches/'.$tag['code'])['state']);
        self::assertSame(
            ['Before going back to “As agreed in May”', 'As agreed in May'],
            array_slice(array_column($this->ask('GET', '/api/plan/versions')['versions'], 'name'), 0, 2),
        );
        self::assertSame('name', $this->refused(422, 'POST', '/api/plan/versions', ['name' => ''])['field']);
        self::assertSame(404, $this->send('GET', '/api/plan/versions/999')->getStatusCode());
    }

    public function testAViewerMayLookAndNotMove(): void
    {
        $this->signIn('visitor');
        self::assertSame(200, $this->send('GET', '/api/plan')->getStatusCode());
        self::assertSame(403, $this->send('GET', '/api/plan/even')->getStatusCode(), 'Long work is for those who work.');
        foreach (['/api/plan/moves', '/api/plan/versions', '/api/plan/draft/keep', '/api/air', '/api/wanted/series'] as $path) {
            self::assertSame(403, $this->send('POST', $path, [])->getStatusCode(), $path);
        }
    }

    public function testMeasuredAirMovesTheForecastsAndThePlanIsRemembered(): void
    {
        $air = $this->ask('GET', '/api/air');
        self::assertCount(3, $air['sites']);
        self::assertGreaterThan(100, count($air['days']));
        $cold = "day,mean\n";
        for ($i = 1; $i <= 40; ++$i) {
            $cold .= (new \DateTimeImmutable('2027-05-12'))->modify("-{$i} days")->format('Y-m-d').",-2.5\n";
        }
        $before = array_column($this->ask('GET', '/api/batches')['batches'], null, 'code');
        $taken = $this->ask('POST', '/api/air', ['csv' => $cold]);
        self::assertSame([0, 40], [$taken['months'], $taken['days']]);
        self::assertGreaterThan(0, $taken['moved']);
        $later = 0;
        foreach ($this->ask('GET', '/api/batches')['batches'] as $tag) {
            self::assertGreaterThanOrEqual($before[$tag['code']]['readyOn'], $tag['readyOn'], 'Cold never hurries.');
            $later += $tag['readyOn'] > $before[$tag['code']]['readyOn'] ? 1 : 0;
            self::assertSame($before[$tag['code']]['asPlanned'], $tag['asPlanned'], 'What was planned stays beside it.');
        }
        self::assertGreaterThan(0, $later);
        self::assertSame(0, $this->ask('POST', '/api/air', ['csv' => $cold])['moved'], 'What is known already moves nothing.');
        $site = $this->ask('POST', '/api/air', ['csv' => $air['sites'][0]['csv']]);
        self::assertSame(12, $site['months']);
        self::assertEquals($air['sites'][0]['means'], $this->ask('GET', '/api/air')['means']);
        self::assertSame('csv', $this->refused(422, 'POST', '/api/air', ['csv' => "month,mean\nJanuary,4"])['field']);
        self::assertSame('csv', $this->refused(422, 'POST', '/api/air', ['csv' => "date,mean\n2027-12-01,4"])['field']);
    }
}
