<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Stock;

use WetCradle\Server\Tests\House;

/** Fit to take or not: inspections, rights, and what a planned batch relies on. */
final class FitTest extends House
{
    public function testTheDemoHasEachReasonAtLeastOnce(): void
    {
        $this->signIn('visitor');
        $codes = [];
        foreach ($this->ask('GET', '/api/stock')['blocks'] as $block) {
            self::assertSame($block['fit'], $block['against'] === []);
            foreach ($block['against'] as $reason) {
                $codes[$reason['code']][] = $block['code'];
            }
        }
        self::assertEqualsCanonicalizing(
            ['inspection_old', 'quarantine', 'too_young', 'worn_out', 'resting', 'cap_reached', 'rights', 'permit'],
            array_keys($codes),
        );
        self::assertLessThan(20, array_sum(array_map('count', $codes)), 'Most of the stock is fit.');
    }

    public function testAFindingPutsABlockInQuarantineUntilItIsCleared(): void
    {
        $this->signIn('bo');
        self::assertSame(
            ['found', 'missing'],
            $this->fieldAndCode($this->refused(422, 'POST', '/api/stock/CA-1/inspections', ['clean' => false, 'howBad' => 'bad'])),
        );
        self::assertSame(
            ['howBad', 'missing'],
            $this->fieldAndCode($this->refused(422, 'POST', '/api/stock/CA-1/inspections', ['clean' => false, 'found' => 'aphids'])),
        );
        self::assertSame(
            ['found', 'out_of_range'],
            $this->fieldAndCode($this->refused(422, 'POST', '/api/stock/CA-1/inspections', ['clean' => true, 'found' => 'aphids'])),
        );
        self::assertSame(
            ['on', 'ahead'],
            $this->fieldAndCode($this->refused(422, 'POST', '/api/stock/CA-1/inspections', ['clean' => true, 'on' => '2027-05-13'])),
        );
        $found = $this->ask(
            'POST',
            '/api/stock/CA-1/inspections',
            ['clean' => false, 'found' => 'aphids', 'howBad' => 'some', 'where' => 'south side', 'note' => 'on the tips'],
        );
        self::assertSame([false, 'quarantine', 'aphids, some, south side'], [$found['fit'], $found['against'][0]['code'], $found['found']]);
        $clean = $this->ask('POST', '/api/stock/CA-1/inspections', ['clean' => true]);
        self::assertFalse($clean['fit'], 'Looking again does not clear it; somebody must say why.');
        $id = $found['inspections'][0]['id'];
        self::assertSame('why', $this->refused(422, 'POST', "/api/inspections/{$id}/clear", [])['field']);
        $cleared = $this->ask('POST', "/api/inspections/{$id}/clear", ['why' => 'sprayed, none seen for two weeks']);
        self::assertSame([true, '2027-05-12', 'Bo Tarrant'], [$cleared['fit'], $cleared['cleanOn'], $cleared['inspections'][1]['clearedBy']]);
        self::assertSame('nothing_to_clear', $this->refused(422, 'POST', "/api/inspections/{$id}/clear", ['why' => 'again'])['code']);
        $this->signIn('visitor');
        self::assertSame(403, $this->send('POST', '/api/stock/CA-1/inspections', ['clean' => true])->getStatusCode());
    }

    public function testTheHouseLimitDecidesWhenAnInspectionIsOld(): void
    {
        $this->signIn();
        $old = fn () => count(
            array_filter(
                $this->ask('GET', '/api/stock')['blocks'],
                static fn (array $b) => in_array('inspection_old', array_column($b['against'], 'code'), true),
            ),
        );
        self::assertSame(1, $old());
        $this->ask('PUT', '/api/nursery', ['inspectionDays' => 14] + $this->ask('GET', '/api/nursery'));
        self::assertGreaterThan(20, $old());
    }

    public function testABatchThatReliesOnAnUnfitBlockSaysSoAndAsksWhy(): void
    {
        $this->signIn();
        $batch = $this->plan('catmint-millrace', 1, '2027-05-12');
        self::assertSame([], $batch['against']);
        $this->ask('POST', "/api/stock/{$batch['block']}/inspections", ['clean' => false, 'found' => 'powdery mildew', 'howBad' => 'slight']);
        $code = $batch['code'];
        $day = $this->ask('GET', '/api/day');
        $tag = current(array_filter(array_column($day['things'], 'tag'), static fn (?array $t) => ($t['code'] ?? '') === $code));
        self::assertIsArray($tag);
        self::assertSame('quarantine', $tag['against'][0]['code']);
        self::assertSame('quarantine', array_column($this->ask('GET', '/api/batches')['batches'], null, 'code')[$code]['against'][0]['code']);

        $stick = ['on' => '2027-05-12', 'stuck' => 80, 'trays' => 1, 'mix' => 'perlite', 'people' => []];
        $told = $this->refused(422, 'POST', "/api/batches/{$code}/stick", $stick);
        self::assertSame(['despite', 'not_fit'], $this->fieldAndCode($told));
        self::assertStringContainsString('In quarantine: powdery mildew, slight.', $told['message']);
        $stuck = $this->ask('POST', "/api/batches/{$code}/stick", $stick + ['despite' => 'only clean tips, dipped']);
        self::assertSame('only clean tips, dipped', $stuck['despite']);
        self::assertStringContainsString('was not fit: only clean tips, dipped', $stuck['acts'][0]['says']);
        self::assertSame([], $stuck['against'], 'Stuck, it is no longer a plan to worry about.');
    }

    public function testPlanningPastALicenceIsRefusedWithWhatIsLeft(): void
    {
        $this->signIn();
        $licence = $this->licence('LPB 2207');
        self::assertSame(140, $licence['left']);
        $batch = $this->plan('star-jasmine-cream-latch', 1, '2027-07-05');
        self::assertSame($licence['left'] - 84, $this->licence('LPB 2207')['left']);
        $told = $this->refused(
            422,
            'PUT',
            '/api/batches/'.$batch['code'],
            ['version' => $batch['version'], 'trays' => 2, 'stickOn' => '2027-07-05', 'block' => $batch['block'], 'zone' => $this->zoneOf($batch)],
        );
        self::assertSame(['trays', 'past_licence'], $this->fieldAndCode($told));
        self::assertStringContainsString('140 are left. 168 are too many.', $told['message']);
        $more = $this->ask('PUT', '/api/licences/'.$licence['id'], ['plants' => $licence['plants'] + 100] + $this->entries($licence));
        self::assertSame($licence['plants'] + 100, $more['plants']);
        $this->ask(
            'PUT',
            '/api/batches/'.$batch['code'],
            ['version' => $batch['version'], 'trays' => 2, 'stickOn' => '2027-07-05', 'block' => $batch['block'], 'zone' => $this->zoneOf($batch)],
        );
        self::assertSame(409, $this->send('PUT', '/api/licences/'.$licence['id'], $this->entries($licence))->getStatusCode());
    }

    public function testStickingMoreThanALicenceAllowsIsRefused(): void
    {
        $this->signIn();
        $left = $this->licence('LPB 2207')['left'];
        $batch = $this->plan('star-jasmine-cream-latch', 1, '2027-05-12');
        $stick = fn (int $stuck): array => [
            'on' => '2027-05-12', 'stuck' => $stuck, 'tooPoor' => 0, 'trays' => 3, 'mix' => 'perlite', 'people' => [],
            'despite' => 'it is for the test',
        ];
        $told = $this->refused(422, 'POST', "/api/batches/{$batch['code']}/stick", $stick($left + 1));
        self::assertSame(['stuck', 'past_licence'], $this->fieldAndCode($told));
        $this->ask('POST', "/api/batches/{$batch['code']}/stick", $stick($left));
        $licence = $this->licence('LPB 2207');
        self::assertSame(0, $licence['left']);
        // What is used up to the last plant is said with the block, before anybody plans.
        $against = fn (): array => array_column($this->ask('GET', '/api/stock/'.$batch['block'])['against'], 'code');
        $this->db()->update('licence', ['plants' => $licence['used'] + 1], ['number' => 'LPB 2207']);
        self::assertNotContains('rights', $against());
        $this->db()->update('licence', ['plants' => $licence['used']], ['number' => 'LPB 2207']);
        self::assertContains('rights', $against());
    }

    public function testALicenceWeighsWhatIsMovedTogetherAsOne(): void
    {
        $this->signIn();
        $crop = 'star-jasmine-cream-latch';
        $licence = $this->licence('LPB 2207');
        $next = (new \DateTimeImmutable($licence['to']))->modify('+1 day');
        $this->ask(
            'POST',
            '/api/licences',
            [
                'crop' => $crop, 'holder' => 'Somebody', 'number' => 'S 9', 'from' => $next->format('Y-m-d'),
                'to' => $next->modify('+1 year')->format('Y-m-d'), 'plants' => 100, 'royalty' => 0.1, 'counts' => 'sticking',
            ],
        );
        $this->ask('PUT', '/api/licences/'.$licence['id'], ['plants' => $licence['plants'] - 40] + $this->entries($licence));
        $under = $this->plan($crop, 1, '2027-07-05')['code'];
        $after = $this->plan($crop, 1, $next->modify('next monday')->format('Y-m-d'))['code'];
        $to = static fn (string $code, string $day) => ['code' => $code, 'stickOn' => $day];
        $later = $next->modify('next monday')->format('Y-m-d');
        $told = $this->refused(422, 'POST', '/api/plan/moves', ['moves' => $this->seen([$to($after, '2027-07-05')]), 'why' => 'Earlier']);
        self::assertSame('past_licence', $told['code']);
        self::assertStringContainsString('16 are left. 84 are too many.', $told['message']);
        $this->ask('POST', '/api/plan/moves', ['moves' => $this->seen([$to($after, '2027-07-05'), $to($under, $later)]), 'why' => 'Changed over']);
        self::assertSame([$later, '2027-07-05'], [$this->ask('GET', '/api/batches/'.$under)['stickOn'], $this->ask('GET', '/api/batches/'.$after)['stickOn']]);
    }

    public function testAProtectedCropWithoutALicenceIsNotPlanned(): void
    {
        $this->signIn();
        self::assertContains('alum-root-rust-bucket', array_column($this->ask('GET', '/api/licences')['without'], 'slug'));
        $this->ask('PUT', '/api/crops/catmint-millrace/rights', ['protectedBy' => 'Somebody']);
        $told = $this->planRefused('catmint-millrace', 1, '2027-05-20');
        self::assertSame('no_licence', $told['code']);
        self::assertStringContainsString('protected for Somebody, and no licence covers 20 May 2027', $told['message']);
        $this->ask(
            'POST',
            '/api/licences',
            [
                'crop' => 'catmint-millrace', 'holder' => 'Somebody', 'number' => 'S 1', 'from' => '2027-05-01', 'to' => '2027-12-31',
                'plants' => 5000, 'royalty' => 0.05, 'counts' => 'sale',
            ],
        );
        self::assertSame('in_use', $this->refused(422, 'PUT', '/api/crops/catmint-millrace/rights', ['protectedBy' => ''])['code']);
        $this->plan('catmint-millrace', 1, '2027-05-20');
        foreach ([
            ['to' => '2027-04-01', 'upside_down'], ['plants' => 0, 'out_of_range'], ['royalty' => -1, 'negative'],
            ['counts' => 'potting', 'unknown_choice'], ['number' => 's 1', 'taken'],
        ] as $wrong) {
            $code = array_pop($wrong);
            self::assertSame(
                [array_key_first($wrong), $code],
                $this->fieldAndCode(
                    $this->refused(
                        422,
                        'POST',
                        '/api/licences',
                        $wrong + [
                            'crop' => 'catmint-millrace', 'holder' => 'Somebody', 'number' => 'S 2', 'from' => '2027-05-01',
                            'to' => '2027-12-31', 'plants' => 500, 'royalty' => 0.05, 'counts' => 'sale',
                        ],
                    ),
                ),
            );
        }
    }

    public function testTheStatementIsTheBooksOwnCount(): void
    {
        $this->signIn();
        $licence = $this->licence('LPB 2207');
        $all = $this->ask('GET', "/api/licences/{$licence['id']}/statement");
        self::assertSame([$licence['used'], $licence['used']], [$all['plants'], array_sum(array_column($all['entries'], 'plants'))]);
        self::assertEqualsWithDelta(0.12 * $licence['used'], $all['owed'], 0.005);
        self::assertSame($licence['used'], (int) $this->db()->fetchOne("SELECT sum(s.stuck) FROM batch b
            JOIN crop c ON c.id = b.crop_id JOIN batch_standing s ON s.batch_id = b.id WHERE c.slug = 'star-jasmine-cream-latch'
            AND b.stuck_on >= ?", [$licence['from']]));

        $batch = $this->plan('star-jasmine-cream-latch', 1, '2027-07-05');
        $this->ask(
            'PUT',
            '/api/batches/'.$batch['code'],
            ['version' => $batch['version'], 'trays' => 1, 'stickOn' => '2027-05-12', 'block' => $batch['block'], 'zone' => $this->zoneOf($batch)],
        );
        $stick = ['on' => '2027-05-12', 'stuck' => 80, 'tooPoor' => 4, 'trays' => 1, 'mix' => 'perlite', 'people' => [], 'despite' => 'a trial'];
        $stuck = $this->ask('POST', "/api/batches/{$batch['code']}/stick", $stick);
        self::assertSame($licence['used'] + 80, $this->licence('LPB 2207')['used'], 'What was thrown before sticking does not count.');
        $may = $this->ask('GET', "/api/licences/{$licence['id']}/statement?from=2027-05-01&to=2027-05-31");
        self::assertSame(
            [['on' => '2027-05-12', 'batch' => $batch['code'], 'plants' => 80, 'owed' => 9.6]],
            array_values(array_filter($may['entries'], static fn (array $e) => $e['batch'] === $batch['code'])),
        );
        $this->ask('POST', "/api/batches/{$batch['code']}/undo", ['act' => $stuck['acts'][0]['id']]);
        self::assertSame($licence['used'], $this->licence('LPB 2207')['used']);
        $csv = (string) $this->send('GET', "/api/licences/{$licence['id']}/statement.csv")->getContent();
        self::assertSame(count($all['entries']) + 1, substr_count($csv, "\n"));
        self::assertSame('upside_down', $this->refused(422, 'GET', "/api/licences/{$licence['id']}/statement?from=2027-05-31&to=2027-05-01")['code']);
    }

    public function testALicenceOnSaleCountsWhatWasSold(): void
    {
        $this->signIn('visitor');
        $licence = $this->licence('OF 31');
        $sold = (int) $this->db()->fetchOne("SELECT sum(e.count) FROM entry e JOIN act a ON a.id = e.act_id
            JOIN line l ON l.id = e.to_line JOIN batch b ON b.id = l.batch_id JOIN crop c ON c.id = b.crop_id
            WHERE c.slug = 'fuchsia-lantern-row' AND e.to_state = 'sold' AND a.on_day >= ?", [$licence['from']]);
        self::assertGreaterThan(0, $sold);
        self::assertSame($sold, $licence['used']);
    }

    /** @return array<string, mixed> */
    private function licence(string $number): array
    {
        return array_column($this->ask('GET', '/api/licences')['licences'], null, 'number')[$number];
    }

    /**
     * @param array<string, mixed> $licence
     *
     * @return array<string, mixed> its fields that are entered
     */
    private function entries(array $licence): array
    {
        return array_intersect_key($licence, array_flip(['holder', 'number', 'from', 'to', 'plants', 'royalty', 'counts', 'version']));
    }

    /** @return array<string, mixed> */
    private function body(string $slug, int $trays, string $on): array
    {
        $wanted = $this->ask('POST', '/api/wanted', ['crop' => $slug, 'plants' => 40, 'pot' => 1, 'readyWeek' => '2027-W50', 'priority' => 'nice']);
        $proposal = $this->ask('POST', "/api/wanted/{$wanted['id']}/proposal", ['stickOn' => $on, 'trays' => $trays]);

        return [
            'wanted' => $wanted['id'], 'trayKind' => $proposal['trayKind']['id'], 'trays' => $trays, 'confidence' => 0.9, 'stickOn' => $on,
            'block' => $proposal['blocks'][0]['code'], 'zone' => $proposal['zones'][0]['id'],
        ];
    }

    /** @return array<string, mixed> */
    private function plan(string $slug, int $trays, string $on): array
    {
        return $this->ask('POST', '/api/batches', $this->body($slug, $trays, $on));
    }

    /** @return array{code: string, field: string, message: string, theirs?: array<string, mixed>} */
    private function planRefused(string $slug, int $trays, string $on): array
    {
        return $this->refused(422, 'POST', '/api/batches', $this->body($slug, $trays, $on));
    }

    /** @param array<string, mixed> $batch */
    private function zoneOf(array $batch): int
    {
        return (int) $this->db()->fetchOne('SELECT id FROM zone WHERE name = ?', [$batch['zone']]);
    }

    /**
     * @param array{code: string, field: string, message: string, theirs?: array<string, mixed>} $told
     *
     * @return array{0: string, 1: string}
     */
    private function fieldAndCode(array $told): array
    {
        return [$told['field'], $told['code']];
    }

    /** The stock room and every tag count the same year of takes, to the day a year before. */
    public function testWhatWasTakenInTheYearBeforeCountsInTagsToo(): void
    {
        $this->signIn('ines');
        $tags = fn (): array => array_column($this->ask('GET', '/api/batches')['batches'], null, 'code');
        $planned = array_filter($tags(), static fn (array $tag) => $tag['state'] === 'planned' && $tag['against'] === [] && $tag['stickOn'] < '2027-06-12');
        $code = (string) array_key_first($planned);
        $db = $this->db();
        $block = (int) $db->fetchOne('SELECT block_id FROM batch WHERE code = ?', [$code]);
        $db->executeStatement('UPDATE stock_block SET year_cap = 1 WHERE id = ?', [$block]);
        $db->executeStatement('UPDATE batch SET block_id = (SELECT min(id) FROM stock_block WHERE id <> ?) WHERE block_id = ? AND code <> ?', [$block, $block, $code]);
        $db->executeStatement('UPDATE batch SET also_block_id = NULL, also_cuttings = NULL WHERE also_block_id = ?', [$block]);
        self::assertSame([], $tags()[$code]['against'], 'Nothing was taken of it.');
        $db->executeStatement("UPDATE batch SET block_id = ?, stuck_on = date(?, '-300 days') WHERE id = (SELECT max(b.id) FROM batch b
            JOIN batch_standing s ON s.batch_id = b.id WHERE b.left_bench_on IS NOT NULL AND b.called_off = 0 AND s.came_in > 0
            AND NOT EXISTS (SELECT 1 FROM collection c WHERE c.batch_id = b.id))", [$block, $planned[$code]['stickOn']]);
        self::assertSame(['cap_reached'], array_column($tags()[$code]['against'], 'code'));
    }
}
