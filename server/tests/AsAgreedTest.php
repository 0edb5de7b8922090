<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests;

use PHPUnit\Framework\Attributes\TestWith;

/**
 * What the rooms of the made-up nursery say one morning, what a long day's work answers and what is then to be seen, and how
 * each entry of that work is refused when it is wrong: held against files that were read and agreed to.
 * `AGREE=1 vendor/bin/phpunit tests/AsAgreedTest.php` writes them anew; the difference is then read, line by line.
 */
final class AsAgreedTest extends House
{
    private Digest $digest;
    /** @var list<string> */
    private array $refusals = [];
    /** @var array<string, true> forms that were tried wrong, by their entries */
    private array $tried = [];

    protected function setUp(): void
    {
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = '2027-05-12 09:10';
        parent::setUp();
        $this->digest = new Digest();
        $this->isHeldToContract = false;
        $this->signIn();
    }

    protected function tearDown(): void
    {
        parent::tearDown();
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = '2027-05-12';
    }

    public function testTheRoomsInTheMorning(): void
    {
        $this->readRooms();
        $this->agreed('rooms');
    }

    /** Nobody has entered anything since May: all that is late, due, run out or over by then. */
    #[TestWith(['2027-07-26', 'W30', 'rooms-left-alone'])]
    #[TestWith(['2027-12-06', 'W49', 'rooms-in-winter'])]
    public function testTheRoomsOnAnotherDay(string $day, string $week, string $file): void
    {
        $_SERVER['CRADLE_TODAY'] = $_ENV['CRADLE_TODAY'] = $day.' 14:30';
        $this->readRooms(30, ["2027-{$week}"], [$day]);
        $this->agreed($file);
    }

    public function testTheRoomsOfASouthernNurseryThatCountsInFeet(): void
    {
        $nursery = $this->ask('GET', '/api/nursery');
        $this->ask(
            'PUT',
            '/api/nursery',
            [
                'units' => 'us',
                'temperature' => 'fahrenheit',
                'weeks' => 'dates',
                'hemisphere' => 'south',
                'windowBy' => 'degree_days',
                'air' => [...array_slice($nursery['air'], 6), ...array_slice($nursery['air'], 0, 6)],
            ] + $nursery,
        );
        $this->readRooms(60);
        $this->agreed('rooms-south');
    }

    /** Each write is sent a second time, as where the answer was lost: it comes to the same as if it had been sent once. */
    public function testALongDaysWork(): void
    {
        $this->isSentTwice = true;
        $this->plan();
        $this->stickAndLookAfter();
        $this->growOn();
        $this->make();
        $this->arrange();
        // Who changed what is kept with every act, whether or not a room shows it.
        foreach ($this->db()->fetchAllAssociative('SELECT what, which, fields FROM change_note ORDER BY id') as $note) {
            $this->digest->take("note of a change: {$note['what']}", ['which' => $note['which'], 'fields' => json_decode((string) $note['fields'], true)]);
        }
        $this->agreed('work');
        $this->digest = new Digest();
        $this->readRooms(36);
        $this->agreed('rooms-in-the-evening');
        $this->agreedOn('refusals', implode("\n", array_values(array_unique($this->refusals)))."\n");
    }

    /**
     * Everything there is to read; of batches, blocks and orders every so many.
     *
     * @param list<string> $weeks
     * @param list<string> $days
     */
    private function readRooms(
        int $every = 15,
        array $weeks = ['2027-W12', '2027-W19', '2027-W24'],
        array $days = ['2027-05-12', '2027-05-17', '2027-06-02'],
    ): void {
        $db = $this->db();
        $third = intdiv($every, 3);
        $batches = $db->fetchFirstColumn("SELECT code FROM batch WHERE id % {$every} = 0 ORDER BY id");
        foreach ([
            'rail', 'batches', 'batches?crop=hebe-copperlight', 'wanted', 'wanted?season=2025', 'crops', 'nursery', 'people', 'choices',
            'patterns', 'house-rules', 'house-defaults', 'air', 'crew', 'dips', 'mixes', 'trays', 'licences', 'lots', 'potting',
            'potting/fill', 'practice', 'round', 'plan', 'plan/chances', 'plan/even', 'plan/shopping', 'plan/versions', 'season',
            'season?week=2027-W40', 'session', 'mist/programmes', 'mist/conditions?to=2027-05-08', 'mist/heat', 'alarms',
        ] as $read) {
            $this->look($read);
        }
        foreach ($weeks as $week) {
            array_map($this->look(...), ["day?week={$week}", "bench?week={$week}", "stock?week={$week}", "bench/work?week={$week}"]);
        }
        foreach ($days as $day) {
            array_map($this->look(...), ["day-sheet?day={$day}", "take-sheets?day={$day}", "labels?day={$day}", "labels?day={$day}&each=batch&skip=3"]);
        }
        foreach ($batches as $i => $code) {
            array_map($this->look(...), ["batches/{$code}", "batches/{$code}/job?line=1"]);
            if ($i % 3 === 0) {
                array_map(
                    $this->look(...),
                    [
                        "bench/offers?batch={$code}", "potting/ask?code={$code}&week=2027-W23", "batches/{$code}/wait?line=1",
                    ],
                );
            }
        }
        // Those that root now have the most to say.
        foreach ($db->fetchFirstColumn('SELECT b.code FROM batch b JOIN batch_standing s ON s.batch_id = b.id
            WHERE b.left_bench_on IS NULL AND s.waiting > 0 AND b.id % 7 = 0 ORDER BY b.id LIMIT 4') as $code) {
            array_map(
                $this->look(...),
                [
                    "batches/{$code}/curve", "batches/{$code}/wait?line=1", "batches/{$code}/wait?line=1&value=0.9&loss=0.1",
                    "bench/offers?batch={$code}", "bench/offers?batch={$code}&pots=1",
                ],
            );
        }
        foreach ($db->fetchFirstColumn("SELECT slug FROM crop WHERE id % {$third} = 1 ORDER BY id") as $slug) {
            $this->look("crops/{$slug}");
        }
        foreach ($db->fetchAllAssociative('SELECT a.id AS one, b.id AS other FROM way a JOIN way b ON b.crop_id = a.crop_id AND b.id > a.id') as $pair) {
            $this->look("ways/{$pair['one']}/beside/{$pair['other']}");
        }
        foreach ($db->fetchFirstColumn('SELECT code FROM stock_block WHERE id % 9 = 1') as $code) {
            array_map($this->look(...), ["stock/{$code}", "stock/{$code}?week=2027-W30"]);
        }
        foreach ($db->fetchFirstColumn('SELECT id FROM licence') as $id) {
            array_map($this->look(...), ["licences/{$id}/statement", "licences/{$id}/statement?from=2027-01-01&to=2027-05-01"]);
        }
        foreach ($db->fetchFirstColumn('SELECT code FROM pot_lot WHERE id % 17 = 0') as $code) {
            array_map($this->look(...), ["lots/{$code}", "lots/{$code}/pot-on?pot=4&pots=20"]);
        }
        foreach ($db->fetchFirstColumn("SELECT id FROM wanted WHERE ready_week > '2027-W18' AND id % 29 = 0 ORDER BY id") as $id) {
            array_map($this->look(...), ["wanted/{$id}", "wanted/{$id}/routes", "wanted/{$id}/remedies"]);
        }
        foreach ($db->fetchFirstColumn("SELECT id FROM zone WHERE id % {$third} IN (1, 2)") as $id) {
            array_map($this->look(...), ["zones/{$id}/season?week=2027-W19", "zones/{$id}/season?week=2027-W40"]);
        }
        foreach (['hebe', 'mist', 'oxlow', 'kef', 'north', '12'] as $typed) {
            $this->look("find?q={$typed}");
        }
        foreach ($db->fetchFirstColumn('SELECT id FROM plan_version') as $id) {
            $this->look("plan/versions/{$id}");
        }
        $this->digest->take('GET plan/shopping.csv', explode("\n", (string) $this->send('GET', '/api/plan/shopping.csv')->getContent()));
    }

    /** Orders, their batches, and the plan moved about. */
    private function plan(): void
    {
        $order = $this->does(
            'POST',
            'wanted',
            [
                'crop' => 'catmint-millrace', 'plants' => 260, 'pot' => 1, 'readyWeek' => '2027-W36', 'customer' => 'Oxlow',
                'priority' => 'must', 'note' => 'as last year',
            ],
        );
        $this->does(
            'PUT',
            "wanted/{$order['id']}",
            [
                'version' => $order['version'], 'plants' => 300, 'pot' => 1, 'readyWeek' => '2027-W37', 'customer' => 'Oxlow',
                'priority' => 'should', 'note' => '', 'calledOff' => false,
            ],
        );
        $this->does(
            'POST',
            'wanted/series',
            [
                'crop' => 'hebe-copperlight', 'plants' => 80, 'pot' => 1, 'readyWeek' => '2027-W40', 'toWeek' => '2027-W46', 'every' => 2,
                'customer' => '', 'priority' => 'nice', 'note' => '',
            ],
        );
        $proposal = $this->does('POST', "wanted/{$order['id']}/proposal", ['confidence' => 0.8]);
        $this->does('POST', "wanted/{$order['id']}/proposal", ['confidence' => 0.95, 'plants' => 120, 'stickOn' => '2027-06-07', 'trays' => 4]);
        $planned = $this->does(
            'POST',
            'batches',
            [
                'wanted' => $order['id'], 'trayKind' => $proposal['trayKind']['id'], 'trays' => 3, 'confidence' => 0.8,
                'stickOn' => '2027-06-07', 'block' => $proposal['blocks'][0]['code'], 'zone' => $proposal['zones'][0]['id'],
            ],
        );
        $planned = $this->does(
            'PUT',
            "batches/{$planned['code']}",
            [
                'version' => $planned['version'], 'trays' => 2, 'stickOn' => '2027-05-31', 'block' => $proposal['blocks'][0]['code'],
                'zone' => $proposal['zones'][0]['id'], 'calledOff' => false,
            ],
        );
        $this->does('POST', "batches/{$planned['code']}/lock", ['locked' => true]);
        $zone = $proposal['zones'][1]['id'];
        foreach ([
            ['stickOn' => '2027-06-14'],
            ['zone' => $zone],
            ['heldDays' => 5],
            ['then' => ['zone' => $zone, 'on' => '2027-06-20']],
            ['trayKind' => 2],
            ['parts' => [['zone' => $zone, 'trays' => 1], ['zone' => $proposal['zones'][0]['id'], 'trays' => 1]]],
        ] as $move) {
            $this->does('POST', 'plan/moves/try', ['moves' => [['code' => $planned['code']] + $move]]);
        }
        $moved = $this->does(
            'POST',
            'plan/moves',
            ['moves' => $this->seen([['code' => $planned['code'], 'stickOn' => '2027-06-14', 'heldDays' => 3]]), 'why' => 'No hands that week'],
        );
        $this->does('POST', "plan/versions/{$moved['version']}/back", ['batches' => $moved['batches']]);
        $this->does(
            'POST',
            'plan/moves',
            [
                'moves' => $this->seen(
                    [['code' => $planned['code'], 'parts' => [['zone' => $zone, 'trays' => 1], ['zone' => $proposal['zones'][0]['id'], 'trays' => 1]]]],
                ),
                'why' => 'Apart',
            ],
        );
        $this->does('POST', 'plan/versions', ['name' => 'as agreed in May']);
        $this->does('POST', 'plan/draft', ['anew' => false]);
        $seen = $this->does('POST', 'plan/draft', ['anew' => true])['seen'];
        $this->does('POST', 'plan/draft/keep', ['anew' => true, 'seen' => $seen]);
        $this->does('POST', 'bench/fill', ['stage' => 'rooting', 'round' => 1, 'mayPart' => true, 'mayMove' => true]);
        $this->does('POST', 'bench/fill', ['stage' => 'weaning', 'whatIf' => 'bench', 'spaced' => false]);
        $this->does('POST', 'bench/fill', ['stage' => 'potted', 'round' => 1]);
    }

    /** Collected, stuck, looked at, counted and put in pots. */
    private function stickAndLookAfter(): void
    {
        $codes = fn (string $state): array => array_column(
            array_filter($this->ask('GET', '/api/batches')['batches'], static fn (array $b) => $b['state'] === $state && $b['against'] === [] && $b['planned'] > 60),
            'code',
        );
        $planned = $codes('planned')[0];
        $batch = $this->ask('GET', "/api/batches/{$planned}");
        $this->does('POST', "batches/{$planned}/collect", ['how' => 'shaded']);
        $this->does('DELETE', "batches/{$planned}/collect");
        $this->does(
            'POST',
            "batches/{$planned}/stick",
            [
                'on' => '2027-05-12', 'stuck' => $batch['planned'] - 7, 'tooPoor' => 9, 'trays' => $batch['trays'], 'trayNumbers' => '1–2',
                'mix' => 'perlite 2 : coir 1', 'hormone' => '', 'people' => ['2', '3'], 'despite' => '',
            ],
        );
        [$one, $two, $three] = $codes('rooting');
        foreach ([['callus' => 6, 'nothing' => 2], ['at_wall' => 9, 'callus' => 3], ['at_hole' => 20, 'root_bound' => 4, 'dead' => 1]] as $stages) {
            $this->does('POST', "batches/{$one}/checks/try", ['line' => 1, 'stages' => $stages]);
        }
        $this->does(
            'POST',
            "batches/{$one}/checks",
            ['line' => 1, 'on' => '2027-05-12', 'stages' => ['at_wall' => 9, 'callus' => 3], 'note' => 'dry corner', 'depthMm' => 25, 'quality' => 'fair'],
        );
        $this->does('POST', "batches/{$one}/lose", ['line' => 1, 'on' => '2027-05-12', 'state' => 'stuck', 'lost' => ['rot' => 3, 'pest' => 2]]);
        $this->does('POST', "batches/{$one}/split", ['line' => 1, 'on' => '2027-05-12', 'counts' => ['stuck' => 20], 'note' => 'cooler bench']);
        $this->does('POST', "batches/{$one}/merge", ['line' => 2, 'on' => '2027-05-12', 'intoBatch' => $one, 'intoLine' => 1]);
        $changed = $this->does(
            'POST',
            "batches/{$two}/change-method",
            ['line' => 1, 'on' => '2027-05-12', 'state' => 'stuck', 'count' => 12, 'method' => 'leaf-bud cutting', 'material' => 'greenwood'],
        );
        $this->does('POST', "batches/{$two}/undo", ['act' => $changed['acts'][0]['id']]);
        $there = array_sum(array_intersect_key($this->ask('GET', "/api/batches/{$three}")['lines'][0]['standing'], ['stuck' => 0, 'rooted' => 0]));
        $count = [
            'line' => 1, 'rooted' => intdiv(2 * $there, 3), 'unrooted' => $there - intdiv(2 * $there, 3) - 6, 'potted' => intdiv($there, 2),
            'thrownRooted' => 2, 'thrownUnrooted' => 1, 'changedRooted' => 0, 'changedUnrooted' => 0,
            'lost' => ['rot' => 4, 'dried_out' => 2],
        ];
        $this->does('POST', "batches/{$three}/count/try", $count, false);
        $this->does('POST', "batches/{$three}/count/try", ['lost' => ['rot' => 1]] + $count, false);
        $this->does('POST', "batches/{$three}/count", ['on' => '2027-05-12'] + $count);
        $this->does('POST', "batches/{$three}/wait", ['line' => 2, 'kind' => 'wait']);
        $potted = array_values(
            array_filter($codes('potted'), fn (string $code) => ($this->ask('GET', "/api/batches/{$code}")['lines'][0]['standing']['potted'] ?? 0) > 9),
        )[0];
        $this->does('POST', "batches/{$potted}/move-on", ['line' => 1, 'on' => '2027-05-12', 'state' => 'potted', 'count' => 4]);
        $this->does(
            'POST',
            'round/looks',
            [
                'key' => 'device-0001', 'code' => $one, 'line' => 1, 'seen' => 'dry', 'share' => 0.25, 'culled' => 3,
                'note' => 'by the door', 'at' => '2027-05-12T08:40:00',
            ],
        );
        $this->does(
            'POST',
            'round/looks',
            ['key' => 'device-0002', 'code' => $two, 'line' => 1, 'seen' => 'fine', 'stages' => ['at_wall' => 3, 'callus' => 5], 'at' => '2027-05-12T08:42:00'],
        );
        $week = $this->ask('GET', "/api/batches/{$two}");
        $this->does('POST', 'potting/weeks', ['moves' => [['code' => $two, 'version' => $week['version'], 'week' => '2027-W24']]]);
    }

    /** Lots in their pots. */
    private function growOn(): void
    {
        $lots = $this->ask('GET', '/api/lots')['lots'];
        $code = current(array_filter($lots, static fn (array $lot) => $lot['potted'] > 60))['code'] ?? '';
        $lot = fn (): array => $this->ask('GET', "/api/lots/{$code}");
        $ticked = $this->does('POST', "lots/{$code}/steps", ['kind' => 'feed', 'on' => '2027-05-12', 'note' => 'half strength']);
        $id = current(array_filter($ticked['steps'], static fn (array $step) => $step['kind'] === 'feed'))['done']['id'] ?? 0;
        $this->does('DELETE', "lots/{$code}/steps/{$id}");
        $this->does('POST', "lots/{$code}/lose", ['version' => $lot()['version'], 'on' => '2027-05-12', 'state' => 'potted', 'count' => 5, 'cause' => 'rot']);
        $this->does('POST', "lots/{$code}/grow", ['version' => $lot()['version'], 'on' => '2027-05-12', 'count' => 20]);
        $order = $lot()['orders'][0]['id'] ?? null;
        $sent = $this->does(
            'POST',
            "lots/{$code}/send",
            ['version' => $lot()['version'], 'on' => '2027-05-12', 'count' => 8] + ($order === null ? [] : ['order' => $order]),
        );
        $this->does('POST', "lots/{$code}/undo", ['act' => $sent['acts'][0]['id'] ?? 0]);
        $this->does(
            'POST',
            "lots/{$code}/pot-on",
            ['version' => $lot()['version'], 'on' => '2027-05-12', 'pot' => $lot()['bigger'][0]['id'], 'count' => 15, 'mix' => 'gritty potting mix'],
        );
        $other = $lot()['others'][0] ?? null;
        if ($other !== null) {
            $joined = $this->does('POST', "lots/{$code}/join", ['version' => $lot()['version'], 'into' => $other['code'], 'intoVersion' => $other['version']]);
            $line = end($joined['lines']);
            $this->does('POST', "lots/{$joined['code']}/part", ['version' => $joined['version'], 'line' => $line['id']]);
        }
    }

    /** Mixes, dips, day sheet and labels. */
    private function make(): void
    {
        $mix = ['name' => 'as agreed', 'parts' => [['name' => 'perlite', 'parts' => 2], ['name' => 'coir', 'parts' => 1]]];
        $mixes = $this->does('POST', 'mixes', $mix);
        $made = current(array_filter($mixes['mixes'], static fn (array $one) => $one['name'] === 'as agreed')) ?: ['id' => 0, 'version' => 0];
        $this->does('PUT', "mixes/{$made['id']}", ['version' => $made['version'], 'name' => 'as agreed', 'parts' => [['name' => 'perlite', 'parts' => 3]]]);
        $part = [
            'name' => 'pumice', 'holdsWater' => false, 'drains' => true, 'feeds' => false, 'breaksDown' => false, 'air' => 0.3,
            'water' => 0.2, 'wetBy' => 0.1, 'bagLitres' => 40, 'stockLitres' => 120,
        ];
        $parts = $this->does('POST', 'mixes/parts', $part);
        $pumice = current(array_filter($parts['parts'], static fn (array $one) => $one['name'] === 'pumice')) ?: ['id' => 0, 'version' => 0];
        $this->does('PUT', "mixes/parts/{$pumice['id']}", ['version' => $pumice['version'], 'stockLitres' => 80] + $part);
        $this->does(
            'POST',
            'mixes/reckon',
            ['mix' => 'perlite 2 : coir 1', 'trays' => 12, 'trayKind' => 3, 'pots' => 0, 'pot' => 1, 'waste' => 0.05, 'way' => 1],
        );
        $this->does('POST', 'mixes/reckon', ['mix' => 'potting mix', 'trays' => 0, 'pots' => 60, 'pot' => 2, 'compaction' => 1.2]);
        $stock = [
            'name' => 'Fresh dip', 'what' => 'IBA', 'kind' => 'liquid', 'form' => 'salt', 'ppm' => 12_000, 'madeOn' => '2027-05-01',
            'keepsUntil' => '2028-05-01',
        ];
        $dips = $this->does('POST', 'dips/stocks', $stock);
        $fresh = current(array_filter($dips['stocks'], static fn (array $one) => $one['name'] === 'Fresh dip')) ?: ['id' => 0, 'version' => 0];
        $this->does('PUT', "dips/stocks/{$fresh['id']}", ['version' => $fresh['version'], 'ppm' => 11_000] + $stock);
        $this->does('POST', 'dips/reckon', ['stock' => $fresh['id'], 'ppm' => 3000, 'cuttings' => 400, 'depthCm' => 1.5]);
        $log = $this->does('POST', 'dips/made', ['stock' => $fresh['id'], 'ppm' => 3000, 'cuttings' => 400, 'depthCm' => 1.5, 'batches' => []]);
        $this->does('POST', 'dips/made/'.($log['made'][0]['id'] ?? 0).'/discard');
        $this->does('POST', "dips/stocks/{$fresh['id']}/discard", ['discarded' => true]);
        $sanitiser = [
            'name' => 'Hall bleach', 'percent' => 5, 'parts' => 9, 'reading' => 'to_parts', 'minutes' => 10, 'neverMeets' => 'acids',
            'forMaterial' => false,
        ];
        $clean = $this->does('POST', 'dips/sanitisers', $sanitiser);
        $bleach = current(array_filter($clean['sanitisers'], static fn (array $one) => $one['name'] === 'Hall bleach')) ?: ['id' => 0, 'version' => 0];
        $this->does('PUT', "dips/sanitisers/{$bleach['id']}", ['version' => $bleach['version'], 'minutes' => 15] + $sanitiser);
        $this->does('POST', "dips/sanitisers/{$bleach['id']}/reckon", ['litres' => 12]);
        $step = $this->ask('GET', '/api/day-sheet?day=2027-05-12')['stick'][0]['step'] ?? '';
        $this->does('POST', 'day-sheet/ticks', ['day' => '2027-05-12', 'step' => $step, 'done' => true, 'actual' => 84, 'note' => 'short of one']);
    }

    /** The nursery itself: zones, trays, crops, stock, licences, people. */
    private function arrange(): void
    {
        $zone = [
            'name' => 'Mist 9', 'house' => 'New house', 'kind' => 'mist', 'stands' => 'bench', 'length' => 6, 'width' => 1.6,
            'height' => 0.8, 'aisle' => 0.8, 'heatLow' => 16, 'heatHigh' => 24, 'mistLow' => 0, 'mistHigh' => 3, 'light' => 'shade',
            'frostFree' => true, 'onlyPots' => false, 'trays' => 18, 'x' => 1, 'y' => 1,
        ];
        $new = $this->does('POST', 'zones', $zone);
        $this->does('PUT', "zones/{$new['id']}", ['version' => $new['version'], 'heatLow' => 14] + $zone);
        $closed = $this->does('POST', "zones/{$new['id']}/closed", ['from' => '2027-W30', 'to' => '2027-W32', 'why' => 'new nozzles']);
        $this->does('DELETE', "zones/{$new['id']}/closed/".($closed['zone']['closed'][0]['id'] ?? 0));
        $this->does('DELETE', "zones/{$new['id']}");
        $kind = ['name' => '35 deep', 'cells' => 35, 'cellMl' => 90, 'lengthCm' => 53, 'widthCm' => 31];
        $trays = $this->does('POST', 'trays/kinds', $kind);
        $deep = current(array_filter($trays['kinds'], static fn (array $one) => $one['name'] === '35 deep')) ?: ['id' => 0, 'version' => 0];
        $this->does('PUT', "trays/kinds/{$deep['id']}", ['version' => $deep['version'], 'cellMl' => 95] + $kind);
        $pot = ['name' => '13 cm', 'millilitres' => 1100, 'acrossCm' => 13];
        $pots = $this->does('POST', 'trays/pots', $pot);
        $thirteen = current(array_filter($pots['pots'], static fn (array $one) => $one['name'] === '13 cm')) ?: ['id' => 0, 'version' => 0];
        $this->does('PUT', "trays/pots/{$thirteen['id']}", ['version' => $thirteen['version'], 'millilitres' => 1150] + $pot);
        $sheet = $this->ask('GET', '/api/patterns')['patterns'][0]['sheet'];
        $this->does('POST', 'sheets/try', ['sheet' => ['rooting' => ['days' => [14, 25]]] + $sheet]);
        $crop = $this->does('POST', 'crops', ['name' => 'Sage Ferryman', 'sheet' => $sheet]);
        $this->does('PUT', "crops/{$crop['slug']}", ['version' => $crop['version'], 'name' => 'Sage Ferry']);
        $way = $this->does('POST', "crops/{$crop['slug']}/ways", ['name' => 'From semi-ripe', 'sheet' => ['material' => 'semi-ripe'] + $sheet]);
        $second = end($way['sheets']);
        $this->does(
            'PUT',
            "ways/{$second['id']}",
            [
                'version' => $second['version'],
                'name' => 'From firm shoots',
                'why' => 'firmer keeps better',
                'house' => true,
                'sheet' => ['costEach' => 0.09, 'material' => 'semi-ripe'] + $sheet,
            ],
        );
        $this->does('POST', "ways/{$second['id']}/signs", ['window' => 0, 'on' => '2027-05-12', 'note' => 'shoots snap']);
        $this->does('DELETE', "ways/{$second['id']}/signs/last");
        $this->does(
            'PUT',
            "crops/{$crop['slug']}/liner",
            ['version' => $this->ask('GET', "/api/crops/{$crop['slug']}")['version'], 'price' => 1.25, 'weeks' => 8],
        );
        $this->does('PUT', "crops/{$crop['slug']}/rights", ['protectedBy' => 'Somebody']);
        $licence = [
            'holder' => 'Somebody', 'number' => 'S 44', 'from' => '2027-05-01', 'to' => '2027-12-31', 'plants' => 500, 'royalty' => 0.05,
            'counts' => 'sale',
        ];
        $held = $this->does('POST', 'licences', ['crop' => $crop['slug']] + $licence);
        $this->does('PUT', "licences/{$held['id']}", ['version' => $held['version'], 'plants' => 600] + $licence);
        $block = [
            'place' => 'North', 'plants' => 40, 'plantedYear' => 2024, 'note' => '', 'shoots' => 20, 'maxShoots' => 60, 'capShare' => 0.4, 'yearCap' => 60,
            'recoveryWeeks' => 5, 'branching' => 2, 'shootCm' => 30, 'tipCm' => 2, 'internodeCm' => 3,
            'notBefore' => 1, 'replaceAfter' => 8, 'minParents' => 2, 'origin' => 'bought', 'source' => 'a grower', 'population' => '',
            'permit' => '', 'permitUntil' => '', 'multiplication' => 3, 'survival' => 0.9, 'target' => 200,
        ];
        $this->does('POST', 'stock', ['code' => 'SF-1', 'crop' => $crop['slug']] + $block);
        $this->does('PUT', 'stock/SF-1', ['version' => $this->ask('GET', '/api/stock/SF-1')['block']['version'], 'plants' => 44] + $block);
        $named = $this->does('POST', 'stock/SF-1/plants', ['label' => 'SF-1 a', 'row' => 'row 1', 'sex' => 'female', 'note' => '']);
        $this->does('DELETE', 'stock/SF-1/plants/'.($named['named'][0]['id'] ?? 0));
        $found = $this->does(
            'POST',
            'stock/SF-1/inspections',
            ['clean' => false, 'found' => 'mites', 'howBad' => 'slight', 'where' => 'east end', 'note' => ''],
        );
        $this->does('POST', 'inspections/'.($found['inspections'][0]['id'] ?? 0).'/clear', ['why' => 'washed off']);
        $this->does('DELETE', 'stock/SF-1');
        $this->does('POST', 'people', ['name' => 'Ada', 'role' => 'hand']);
        $nursery = $this->ask('GET', '/api/nursery');
        $this->does('PUT', 'nursery', ['windowWeeks' => 1, 'inspectionDays' => 50] + $nursery);
        $crew = $this->ask('GET', '/api/crew');
        $this->does(
            'PUT',
            'crew',
            [
                'version' => $crew['version'],
                'crew' => ['hands' => [['person' => 2, 'hours' => 30]], 'away' => []],
                'norms' => [
                    'stuckAnHour' => 170, 'pottedAnHour' => 100, 'collectedAnHour' => 380, 'weanedAnHour' => 28,
                    'stuckBy' => ['division' => 60], 'pottedBy' => ['1 L' => 70],
                ],
                'hourCost' => 19,
                'trayWeekCost' => 0.7,
            ],
        );
        $habits = $this->ask('GET', '/api/house-defaults');
        $this->does('PUT', 'house-defaults', ['version' => $habits['version'], 'defaults' => ['shade_days' => 9]]);
        $rules = $this->ask('GET', '/api/house-rules');
        $this->does('PUT', 'house-rules', ['version' => $rules['version'], 'rules' => ['surplus' => 'expected']]);
        $this->does('POST', 'air', ['csv' => "date,mean\n2027-05-10,11.5\n2027-05-11,12"]);
        $this->does('POST', 'compute/dilution_ratio', ['stockPpm' => 10_000, 'parts' => 10]);
    }

    private function look(string $read): void
    {
        $answer = $this->send('GET', '/api/'.$read);
        $this->digest->take(
            'GET '.self::kind($read).($answer->getStatusCode() === 200 ? '' : ' '.$answer->getStatusCode()),
            json_decode((string) $answer->getContent(), true),
        );
    }

    /**
     * Does a thing, after each of its entries was tried wrong.
     *
     * @param ?array<string, mixed> $body
     *
     * @return array<string, mixed>
     */
    private function does(string $method, string $path, ?array $body = null, bool $isTriedWrong = true): array
    {
        $kind = $method.' '.self::kind($path);
        // A form for what is new and the same one for what is there are tried once.
        $form = implode(' ', array_diff(array_keys($body ?? []), ['version', 'code', 'crop']));
        $isTriedWrong = $isTriedWrong && $body !== null && !isset($this->tried[$form]);
        $this->tried[$form] = true;
        foreach ($isTriedWrong ? self::wrong((array) $body) : [] as $how => $wrong) {
            $this->putBack(function () use ($method, $path, $kind, $how, $wrong): void {
                $this->isHeldToContract = true;
                $refused = $this->send($method, '/api/'.$path, $wrong);
                $this->isHeldToContract = false;
                $said = (array) json_decode((string) $refused->getContent(), true);
                $told = $said['error'] ?? ['field' => $said['field'] ?? '', 'message' => $said['words'] ?? 'taken'];
                $this->refusals[] = "{$kind} {$how}: {$refused->getStatusCode()} {$told['field']}: {$told['message']}";
            });
        }
        $answer = $this->send($method, '/api/'.$path, $body);
        self::assertLessThan(300, $answer->getStatusCode(), "{$kind}: {$answer->getContent()}");
        $said = (array) json_decode((string) $answer->getContent(), true);
        $this->digest->take($kind.' '.$answer->getStatusCode(), $said);

        return $said;
    }

    /**
     * @param array<string, mixed> $body
     *
     * @return iterable<string, array<string, mixed>> the same with one entry too small, too great or too long, or with one too many
     */
    private static function wrong(array $body): iterable
    {
        yield 'with what nobody asked for' => $body + ['nobodyAskedForThis' => 1];
        foreach ($body as $name => $value) {
            if (is_int($value) || is_float($value)) {
                yield "{$name} too small" => [$name => is_int($value) ? 0 : -1e9] + $body;
                yield "{$name} too great" => [$name => 1e9] + $body;
            } elseif (is_string($value)) {
                yield "{$name} too long" => [$name => str_repeat('x', 5000)] + $body;
            } elseif (is_bool($value)) {
                yield "{$name} no yes or no" => [$name => 'perhaps'] + $body;
            }
        }
    }

    /** An address without what it names. */
    private static function kind(string $path): string
    {
        $plain = (string) preg_replace('#/(\d+|[A-Z]{1,4}-?\d[\w-]*|P\d+)(?=/|$)#', '/…', (string) strtok($path, '?'));

        return (string) preg_replace('#^(crops)/[a-z-]+#', '$1/…', $plain).(str_contains($path, '?') ? implode(
            '&',
            array_map(static fn (string $one) => (string) strtok($one, '='), explode('&', (string) strstr($path, '?'))),
        ) : '');
    }

    private function agreed(string $name): void
    {
        $this->agreedOn($name, $this->digest->text());
    }

    private function agreedOn(string $name, string $said): void
    {
        $file = __DIR__."/agreed/{$name}.txt";
        if (getenv('AGREE') === '1') {
            @mkdir(dirname($file));
            file_put_contents($file, $said);
        }
        self::assertStringEqualsFile($file, $said);
    }
}
