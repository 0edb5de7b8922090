<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Crops;

use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Tests\House;

/** Sheets: from a pattern, kept by version, several ways side by side, and the house's rules. */
final class SheetsTest extends House
{
    public function testANewCropFromEachPattern(): void
    {
        $this->signIn();
        foreach ($this->ask('GET', '/api/patterns')['patterns'] as $pattern) {
            $tried = $this->ask('POST', '/api/sheets/try', ['sheet' => $pattern['sheet']]);
            self::assertEquals($pattern['sheet'], $tried['sheet'], 'A sheet comes back as it was sent.');
            $crop = $this->ask('POST', '/api/crops', ['name' => 'New '.$pattern['words'], 'sheet' => $pattern['sheet']]);
            self::assertSame([1, true, 1], [count($crop['sheets']), $crop['sheets'][0]['house'], $crop['sheets'][0]['number']]);
            self::assertContains($crop['slug'], array_column($this->ask('GET', '/api/season')['ways'], 'slug'));
        }
    }

    public function testAChangedSheetIsANewVersionAndStuckBatchesKeepTheirs(): void
    {
        $this->signIn();
        $slug = 'catmint-millrace';
        $stuck = (string) $this->db()->fetchOne('SELECT b.code FROM batch b JOIN crop c ON c.id = b.crop_id WHERE c.slug = ?
            AND b.stuck_on IS NOT NULL ORDER BY b.id DESC LIMIT 1', [$slug]);
        $planned = (string) $this->db()->fetchOne('SELECT b.code FROM batch b JOIN crop c ON c.id = b.crop_id WHERE c.slug = ?
            AND b.stuck_on IS NULL ORDER BY b.id DESC LIMIT 1', [$slug]);
        $way = $this->ask('GET', '/api/crops/'.$slug)['sheets'][0];
        $sheet = [
            'mix' => ['parts' => 'half perlite half vermiculite', 'kind' => 'inert'],
            'warmth' => ['medium' => [14, 16]] + $way['sheet']['warmth'],
        ] + $way['sheet'];
        $after = $this->ask(
            'PUT',
            '/api/ways/'.$way['id'],
            ['version' => $way['version'], 'name' => $way['name'], 'why' => 'cooler this year', 'sheet' => $sheet],
        )['sheets'][0];

        self::assertSame([2, 'cooler this year'], [$after['number'], $after['versions'][0]['why']]);
        self::assertEqualsCanonicalizing(['mix.parts', 'warmth.medium'], array_column($after['versions'][0]['changed'], 'path'));
        self::assertGreaterThan($way['daysToRoot'][0], $after['daysToRoot'][0], 'Cooler is slower.');
        $old = $this->ask('GET', '/api/batches/'.$stuck)['sheet'];
        self::assertSame([1, 2, $way['sheet']['mix']['parts']], [$old['number'], $old['newest'], $old['mix']]);
        self::assertSame(
            [2, 'half perlite half vermiculite'],
            [$this->ask('GET', '/api/batches/'.$planned)['sheet']['number'], $this->ask('GET', '/api/batches/'.$planned)['sheet']['mix']],
        );
        [$new, $before] = array_column($after['versions'], 'batches');
        self::assertSame($way['versions'][0]['batches'], $new + $before, 'Each is under one of them.');
        self::assertTrue($new > 0 && $before > 0);
        self::assertSame($way['used'], $after['used']);

        $same = $this->ask('PUT', '/api/ways/'.$way['id'], ['version' => $after['version'], 'name' => 'In June', 'sheet' => $after['sheet']])['sheets'][0];
        self::assertSame([2, 'In June'], [$same['number'], $same['name']], 'A name alone is no new version.');
        $met = $this->refused(409, 'PUT', '/api/ways/'.$way['id'], ['version' => $way['version'], 'name' => 'Mine', 'sheet' => $sheet]);
        self::assertSame(['In June', 2], [$met['theirs']['name'] ?? '', $met['theirs']['sheet'] ?? 0]);
    }

    public function testWhatIsUnstuckGoesOverToTheNewestSheet(): void
    {
        $this->signIn();
        $code = (string) $this->db()->fetchOne("SELECT b.code FROM batch b JOIN crop c ON c.id = b.crop_id
            JOIN stock_block k ON k.id = b.block_id WHERE c.slug = 'catmint-millrace' AND b.stuck_on IS NULL
            ORDER BY b.id LIMIT 1");
        $batch = $this->ask('GET', '/api/batches/'.$code);
        $stuck = $this->ask(
            'POST',
            "/api/batches/{$code}/stick",
            ['on' => '2027-05-12', 'stuck' => 40, 'trays' => 1, 'mix' => 'perlite', 'people' => [], 'despite' => 'asked for'],
        );
        $way = $this->ask('GET', '/api/crops/catmint-millrace')['sheets'][0];
        $this->ask('PUT', '/api/ways/'.$way['id'], ['version' => $way['version'], 'name' => $way['name'], 'sheet' => ['note' => 'another'] + $way['sheet']]);
        self::assertSame([1, 2], [$this->ask('GET', '/api/batches/'.$code)['sheet']['number'], $this->ask('GET', '/api/batches/'.$code)['sheet']['newest']]);
        $undone = $this->ask('POST', "/api/batches/{$code}/undo", ['act' => $stuck['acts'][0]['id']]);
        self::assertSame([2, null, 'planned', $batch['planned']], [$undone['sheet']['number'], $undone['despite'], $undone['state'], $undone['planned']]);
    }

    public function testTwoWaysStandSideBySide(): void
    {
        $this->signIn();
        $crop = $this->ask('GET', '/api/crops/weigela-plum-harness');
        [$soft, $hard] = $crop['sheets'];
        self::assertTrue($soft['house'] && !$hard['house']);
        self::assertGreaterThan($soft['figures']['benchDays'], $hard['figures']['benchDays']);
        self::assertSame([true, false], [$soft['figures']['warm'], $hard['figures']['warm']]);
        self::assertGreaterThan($hard['figures']['plantsPerSquareMetreWeek'], $soft['figures']['plantsPerSquareMetreWeek']);
        self::assertContains('hold.coldDays', array_column($this->ask('GET', "/api/ways/{$soft['id']}/beside/{$hard['id']}")['differences'], 'path'));
        foreach ($crop['history'] as $batch) {
            self::assertTrue($batch['sameWay']);
        }

        $now = $this->ask(
            'PUT',
            '/api/ways/'.$hard['id'],
            ['version' => $hard['version'], 'name' => $hard['name'], 'house' => true, 'sheet' => $hard['sheet']],
        );
        self::assertSame([$hard['id'], true, false], [$now['sheets'][0]['id'], $now['sheets'][0]['house'], $now['sheets'][1]['house']]);
        self::assertFalse($now['history'][0]['sameWay'], 'Batches made the old way now count half.');
        self::assertSame('no_house_way', $this->refused(422, 'DELETE', '/api/ways/'.$hard['id'])['code']);
        $told = $this->refused(422, 'DELETE', '/api/ways/'.$soft['id']);
        self::assertSame('in_use', $told['code']);
        self::assertStringContainsString('batches are under its sheet', $told['message']);
        self::assertSame('in_use', $this->refused(422, 'DELETE', '/api/crops/weigela-plum-harness')['code']);
    }

    public function testAWayThatNobodyUsedCanBeTakenAway(): void
    {
        $this->signIn();
        $with = $this->ask('POST', '/api/crops/hebe-copperlight/ways', ['name' => 'From leaf buds', 'sheet' => $this->sheet(['method' => 'leaf-bud cutting'])]);
        $way = $with['sheets'][1];
        self::assertSame(
            'taken',
            $this->refused(422, 'POST', '/api/crops/hebe-copperlight/ways', ['name' => 'from leaf BUDS', 'sheet' => $this->sheet()])['code'],
        );
        $wanted = $this->ask(
            'POST',
            '/api/wanted',
            ['crop' => 'hebe-copperlight', 'plants' => 40, 'pot' => 1, 'readyWeek' => '2027-W48', 'priority' => 'nice'],
        );
        $proposal = $this->ask('POST', "/api/wanted/{$wanted['id']}/proposal", ['way' => $way['id']]);
        self::assertSame($way['id'], $proposal['way']);
        self::assertCount(2, $proposal['ways']);
        $block = current(array_filter($proposal['blocks'], static fn (array $b) => $b['enough']));
        self::assertIsArray($block);
        $batch = $this->ask(
            'POST',
            '/api/batches',
            [
                'wanted' => $wanted['id'], 'way' => $way['id'], 'trayKind' => $proposal['trayKind']['id'], 'trays' => 1, 'confidence' => 0.9,
                'stickOn' => $proposal['dates']['stickOn'], 'block' => $block['code'], 'zone' => $proposal['zones'][0]['id'],
            ],
        );
        self::assertSame(['leaf-bud cutting', 'From leaf buds'], [$batch['method'], $batch['sheet']['way']]);
        self::assertSame('in_use', $this->refused(422, 'DELETE', '/api/ways/'.$way['id'])['code']);
        $other = $this->ask('POST', '/api/crops/hebe-copperlight/ways', ['name' => 'Never used', 'sheet' => $this->sheet()])['sheets'][2];
        $this->ask('DELETE', '/api/ways/'.$other['id']);
        self::assertCount(2, $this->ask('GET', '/api/crops/hebe-copperlight')['sheets']);
        self::assertSame('wrong_crop', $this->refused(422, 'POST', "/api/wanted/{$wanted['id']}/proposal", ['way' => 1])['code']);

        $this->ask('POST', '/api/crops', ['name' => 'A mistake', 'sheet' => $this->sheet()]);
        $this->ask('DELETE', '/api/crops/a-mistake');
        self::assertSame(404, $this->send('GET', '/api/crops/a-mistake')->getStatusCode());
    }

    public function testSheetsThatCannotBe(): void
    {
        $this->signIn();
        $s = $this->sheet();
        $wrongs = [
            'ends before it begins' => [['windows' => [['from' => 30, 'to' => 20, 'sign' => 'snaps']]], 'sheet.windows[0].to', 'upside_down'],
            'over New Year, and not' => [
                ['windows' => [['from' => 20, 'to' => 30, 'sign' => 'snaps', 'overNewYear' => true]]],
                'sheet.windows[0].overNewYear',
                'upside_down',
            ],
            'no window' => [['windows' => []], 'sheet.windows', 'empty'],
            'an unknown sign' => [['windows' => [['from' => 20, 'to' => 30, 'sign' => 'hums']]], 'sheet.windows[0].sign', 'unknown_choice'],
            'lengths upside down' => [['cut' => ['lengthCm' => [9, 4]] + $s['cut']], 'sheet.cut.lengthCm', 'upside_down'],
            'a rate over one' => [['prior' => ['rate' => 1.2] + $s['prior']], 'sheet.prior.rate', 'out_of_range'],
            'survival over one' => [['potting' => ['survival' => 1.5] + $s['potting']], 'sheet.potting.survival', 'out_of_range'],
            'never ready' => [['potting' => ['readyShare' => 0] + $s['potting']], 'sheet.potting.readyShare', 'out_of_range'],
            'optimum upside down' => [['warmth' => ['optimumLow' => 30] + $s['warmth']], 'sheet.warmth.optimumHigh', 'upside_down'],
            'where nothing roots' => [['warmth' => ['medium' => [0, 4]] + $s['warmth']], 'sheet.warmth.medium', 'out_of_range'],
            'mist under a cover' => [['water' => ['regime' => 'cover', 'mist' => [1, 3], 'steps' => []]], 'sheet.water.mist', 'out_of_range'],
            'half a mist level' => [['water' => ['regime' => 'mist', 'mist' => [0.5, 3], 'steps' => []]], 'sheet.water.mist', 'not_whole'],
            'dry without days' => [['hold' => ['dry' => true] + $s['hold']], 'sheet.hold.sealDays', 'not_positive'],
            'hormone without strength' => [['hormone' => ['kind' => 'powder', 'what' => 'IBA']], 'sheet.hormone.ppm', 'missing'],
            'roots from a leaf' => [['method' => 'root cutting', 'material' => 'leaf'], 'sheet.material', 'unknown_choice'],
            'an unheard-of method' => [['method' => 'grafting'], 'sheet.method', 'unknown_choice'],
            'no such tray' => [['hole' => ['trayKind' => 77] + $s['hole']], 'sheet.hole.trayKind', 'unknown'],
            'rooted before it was stuck' => [['rooting' => ['days' => [20, 10]]], 'sheet.rooting.days', 'upside_down'],
            'a shape of nothing' => [['rooting' => ['halfAt' => 20, 'shape' => 0.2]], 'sheet.rooting.shape', 'out_of_range'],
            'degree-days over nothing' => [['potting' => ['degreeDays' => 900] + $s['potting']], 'sheet.potting.growBase', 'missing'],
            'something else' => [['colour' => 'red'], 'sheet.colour', 'unknown_field'],
        ];
        $before = $this->rows();
        foreach ($wrongs as $what => [$wrong, $field, $code]) {
            $told = $this->refused(422, 'POST', '/api/crops', ['name' => 'Wrong', 'sheet' => $wrong + $s]);
            self::assertSame([$field, $code], [$told['field'], $told['code']], $what);
        }
        self::assertSame('taken', $this->refused(422, 'POST', '/api/crops', ['name' => '!!!', 'sheet' => $s])['code']);
        self::assertSame($before, $this->rows());
        $this->signIn('bo');
        self::assertSame(403, $this->send('POST', '/api/crops', ['name' => 'Not mine', 'sheet' => $s])->getStatusCode());
    }

    public function testHouseRulesShapeNewSheetsAndNameTheCropsThatDiffer(): void
    {
        $this->signIn();
        $all = $this->ask('GET', '/api/house-rules');
        $rules = array_column($all['rules'], null, 'school');
        self::assertSame('mist', $rules['water']['chosen']);
        self::assertContains('Stonecrop \'Brass Button\'', array_column($rules['water']['differing'], 'crop'));
        foreach ($all['rules'] as $rule) {
            foreach ($rule['options'] as $option) {
                self::assertGreaterThan(20, strlen($option['effect']), $rule['school']);
            }
        }
        $now = $this->ask(
            'PUT',
            '/api/house-rules',
            ['version' => $all['version'], 'rules' => ['surplus' => 'expected', 'slanted_end' => 'above', 'hormone' => 'everything']],
        );
        self::assertSame('expected', array_column($now['rules'], 'chosen', 'school')['surplus']);
        $sheet = $this->sheet();
        self::assertSame(['expected', 'above', 'powder'], [$sheet['surplus'], $sheet['cut']['slanted'], $sheet['hormone']['kind']]);
        self::assertSame(409, $this->send('PUT', '/api/house-rules', ['version' => $all['version'], 'rules' => ['surplus' => 'chance']])->getStatusCode());
        self::assertSame(
            'rules.surplus',
            $this->refused(422, 'PUT', '/api/house-rules', ['version' => $now['version'], 'rules' => ['surplus' => 'whatever']])['field'],
        );

        $crop = $this->ask('POST', '/api/crops', ['name' => 'Expected one', 'sheet' => $sheet]);
        $wanted = $this->ask('POST', '/api/wanted', ['crop' => $crop['slug'], 'plants' => 600, 'pot' => 1, 'readyWeek' => '2027-W44', 'priority' => 'nice']);
        $proposal = $this->ask('POST', "/api/wanted/{$wanted['id']}/proposal");
        self::assertSame(
            ['expected', $proposal['numbers']['simple']['trays']],
            [$proposal['surplus'], $proposal['trays']],
            'The expected number is proposed, not the one for a chance.',
        );
    }

    public function testASignThatWasSeenPinsTheWindowAndHintsAtItsLike(): void
    {
        $this->signIn('bo');
        $find = static fn (array $season, string $slug) => current(array_filter($season['ways'], static fn (array $w) => $w['slug'] === $slug && $w['house']));
        $before = $this->ask('GET', '/api/season');
        $fuchsia = $find($before, 'fuchsia-lantern-row');
        $catmint = $find($before, 'catmint-millrace');
        self::assertSame('later', $find($before, 'lavender-grey-ferry')['window']['state']);
        self::assertNull($find($before, 'weigela-plum-harness')['hint']);

        $after = $this->ask('POST', "/api/ways/{$catmint['id']}/signs", ['on' => '2027-04-20', 'note' => 'snapped']);
        $pinned = $find($after, 'catmint-millrace')['window'];
        self::assertSame(['2027-W16', -2], [$pinned['from'], $pinned['moved']]);
        self::assertSame(
            [-2, "Catmint 'Millrace'", '2027-W20'],
            [
                $find($after, 'weigela-plum-harness')['hint']['by'], $find($after, 'weigela-plum-harness')['hint']['like'],
                $find($after, 'weigela-plum-harness')['hint']['from'],
            ],
        );
        self::assertSame('2027-W22', $find($after, 'weigela-plum-harness')['window']['from'], 'A hint moves nothing.');
        self::assertNull($find($after, 'lavender-grey-ferry')['hint'], 'Another material is no like crop.');
        self::assertContains("Catmint 'Millrace'", array_column($this->ask('GET', '/api/rail')['weeks'], 'open', 'week')['2027-W16']);

        $over = $find($this->ask('POST', "/api/ways/{$catmint['id']}/signs", ['on' => '2027-05-11', 'isOver' => true]), 'catmint-millrace');
        self::assertSame(['later', '2028-W18', [true, false]], [$over['window']['state'], $over['window']['from'], array_column($over['signs'], 'isOver')]);
        self::assertNotContains("Catmint 'Millrace'", array_column($this->ask('GET', '/api/rail')['weeks'], 'open', 'week')['2027-W19']);
        $this->ask('DELETE', "/api/ways/{$catmint['id']}/signs/last");

        self::assertSame('on', $this->refused(422, 'POST', "/api/ways/{$catmint['id']}/signs", ['on' => '2027-05-20'])['field']);
        self::assertSame('window', $this->refused(422, 'POST', "/api/ways/{$catmint['id']}/signs", ['on' => '2027-05-10', 'window' => 4])['field']);
        self::assertSame('out_of_range', $this->refused(422, 'POST', "/api/ways/{$fuchsia['id']}/signs", ['on' => '2026-10-05'])['code']);
        self::assertEquals(
            $find($before, 'catmint-millrace')['window'],
            $find($this->ask('DELETE', "/api/ways/{$catmint['id']}/signs/last"), 'catmint-millrace')['window'],
        );
    }

    public function testWindowsMoveWithTheSite(): void
    {
        $this->signIn();
        $window = fn () => current(
            array_filter($this->ask('GET', '/api/season')['ways'], static fn (array $w) => $w['slug'] === 'weigela-plum-harness' && $w['house']),
        )['window'];
        $nursery = $this->ask('GET', '/api/nursery');
        self::assertSame('2027-W22', $window()['from']);
        $nursery = $this->ask('PUT', '/api/nursery', ['windowWeeks' => -2] + $nursery);
        self::assertSame('2027-W20', $window()['from']);
        self::assertStringContainsString('2 weeks earlier than at the reference climate, as set', $window()['why']);
        $nursery = $this->ask(
            'PUT',
            '/api/nursery',
            ['windowBy' => 'degree_days', 'air' => [8.4, 9.4, 11.8, 14.4, 18.4, 22.6, 25.4, 25.2, 21.8, 17.2, 12.2, 9.2]] + $nursery,
        );
        self::assertStringContainsString('by this site\'s own degree-days', $window()['why']);
        self::assertLessThan('2027-W16', $window()['from']);
        $this->ask('PUT', '/api/nursery', ['windowBy' => 'weeks', 'windowWeeks' => 0, 'hemisphere' => 'south'] + $nursery);
        self::assertSame('2027-W48', $window()['from'], 'Half a year on.');
        self::assertSame('air', substr($this->refused(422, 'PUT', '/api/nursery', ['air' => [1, 2, 3]] + $this->ask('GET', '/api/nursery'))['field'], 0, 3));
    }

    public function testASheetReadWholeSaysWhatItsPartsSay(): void
    {
        $ids = array_map(intval(...), $this->db()->fetchFirstColumn('SELECT id FROM way_sheet ORDER BY id'));
        $sheets = $this->service(SheetBook::class);
        $sheets->have($ids);
        $said = array_map(
            static fn (int $id) => [$sheets->warmth($id), $sheets->water($id), $sheets->potting($id), $sheets->weaning($id), $sheets->plantlets($id)],
            array_combine($ids, $ids),
        );
        self::assertNotSame([], $said);
        foreach ($sheets->wholes($ids) as $id => $whole) {
            self::assertEquals($said[$id], [$whole->care->warmth, $whole->care->water, $whole->potting, $whole->care->weaning, $whole->plantlets()]);
        }
        self::assertSame($ids, array_keys($sheets->wholes($ids)));
    }
}
