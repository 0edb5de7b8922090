<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Mixing;

use WetCradle\Server\Tests\House;

/** A day for a crew on one sheet: cut, made up, filled, stuck, set; ticked with what it came to; and its labels. */
final class DaySheetTest extends House
{
    public function testADayHasItsBatchesInAnOrderThatSuitsThem(): void
    {
        $this->signIn('bo');
        $sheet = $this->day($this->busiest());
        self::assertGreaterThan(1, count($sheet['stick']));
        self::assertEqualsCanonicalizing(array_column($sheet['stick'], 'batch'), array_column($sheet['fills'], 'batch'));
        self::assertGreaterThan(0.0, $sheet['hours']['all']);
        self::assertEqualsWithDelta(
            $sheet['hours']['all'],
            array_sum(array_diff_key($sheet['hours'], ['all' => 0])),
            1e-9,
        );
        foreach ($sheet['stick'] as $one) {
            self::assertLessThanOrEqual($sheet['hands'], max($one['stations']));
            self::assertLessThan($one['to'], $one['from']);
            self::assertNotNull($one['setting']);
        }
        $mixed = array_merge(...array_column($sheet['mixes'], 'batches'));
        self::assertEqualsCanonicalizing(array_column($sheet['stick'], 'batch'), $mixed, 'Each batch has its mix.');
        foreach ($sheet['mixes'] as $mix) {
            self::assertEqualsWithDelta($mix['litres'], array_sum(array_column($mix['parts'], 'litres')), 1e-6);
        }
        $asking = array_filter($sheet['stick'], static fn (array $one) => $one['hormone'] !== null);
        self::assertEqualsCanonicalizing(array_column($asking, 'batch'), array_merge(...array_column($sheet['dips'], 'batches')));
        self::assertSame([], array_filter($sheet['set'], static fn (array $one) => $one['zone'] === ''));
    }

    public function testPotsAreFilledForWhatIsPottedThatDay(): void
    {
        $this->signIn('bo');
        $row = $this->db()->fetchAssociative('SELECT code, pot_on FROM batch WHERE stuck_on IS NOT NULL AND left_bench_on IS NULL
            AND called_off = 0 AND pot_on >= ? ORDER BY pot_on LIMIT 1', ['2027-05-12']);
        self::assertIsArray($row);
        $sheet = $this->day((string) $row['pot_on']);
        self::assertGreaterThan((string) $row['pot_on'], (string) $sheet['next']);
        $pots = array_column($sheet['pots'], null, 'batch')[$row['code']];
        self::assertGreaterThan(0, $pots['pots']);
        self::assertSame($pots['pots'], $pots['labels']);
        self::assertEqualsWithDelta($pots['mix']['litres'], array_sum(array_column($pots['mix']['parts'], 'litres')), 1e-6);
        self::assertGreaterThan(0.0, $sheet['hours']['pot']);
        self::assertNotSame('', $pots['mix']['parts'][0]['name']);
    }

    public function testEachOfTheCrewIsToldWhatTheyDo(): void
    {
        $this->signIn('bo');
        $day = $this->busiest();
        $sheet = $this->day($day);
        self::assertCount($sheet['hands'], $sheet['people']);
        self::assertSame([], array_filter(array_column($sheet['people'], 'name'), static fn (?string $name) => $name === null), 'All of them are down for that day.');
        $last = [];
        foreach ($sheet['people'] as $person) {
            foreach ($person['jobs'] as $i => $job) {
                self::assertLessThanOrEqual($job['to'], $job['from']);
                self::assertGreaterThanOrEqual($person['jobs'][$i - 1]['to'] ?? '00:00', $job['from'], 'Nobody does two things at once.');
                $last[] = $job['to'];
            }
        }
        self::assertContains($sheet['ends'], $last);
        self::assertSame([], array_filter($last, static fn (string $to) => $to > $sheet['ends']));
        foreach ($sheet['stick'] as $turn) {
            $sticks = array_filter($sheet['people'], static fn (array $one) => in_array(['stick', $turn['batch']], array_map(
                static fn (array $job) => [$job['what'], $job['code']],
                $one['jobs'],
            ), true));
            self::assertCount(count($turn['stations']), $sticks, 'A batch is stuck by as many as stick it.');
        }
        $more = $this->day($day, $sheet['hands'] + 2);
        self::assertSame([null, null], array_slice(array_column($more['people'], 'name'), -2));
    }

    public function testWhatIsOverdueIsTodaysAndSaysHowLate(): void
    {
        $this->signIn('ines');
        $code = (string) $this->db()->fetchOne("SELECT code FROM batch WHERE stuck_on IS NULL AND called_off = 0 AND method = 'tip cutting'
            AND id NOT IN (SELECT batch_id FROM collection) ORDER BY stick_on LIMIT 1");
        $this->db()->executeStatement("UPDATE batch SET stick_on = '2027-05-10', collect_on = NULL WHERE code = ?", [$code]);
        $late = fn (string $day): array => array_map(
            static fn (array $part) => array_column($part, 'daysLate', 'batch')[$code] ?? null,
            array_intersect_key($this->day($day), ['collect' => 1, 'stick' => 1]),
        );
        self::assertSame(['collect' => 2, 'stick' => 2], $late('2027-05-12'));
        self::assertSame(['collect' => 0, 'stick' => 0], $late('2027-05-10'), 'It stays on the sheet of its own day.');
        self::assertSame(['collect' => null, 'stick' => null], $late('2027-05-13'));
        $how = $this->ask('GET', '/api/take-sheets?batches='.$code)['stops'][0]['holds'][0];
        $this->ask('POST', "/api/batches/{$code}/collect", ['how' => $how, 'at' => '2027-05-11T07:00']);
        self::assertSame(['collect' => null, 'stick' => 2], $late('2027-05-12'), 'It is cut; it is not stuck.');
    }

    public function testWhatIsCarriedAndVentedIsOnTheSheetOfItsDay(): void
    {
        $this->signIn('bo');
        $vents = $this->day('2027-05-12')['vents'];
        $covered = $this->db()->fetchFirstColumn("SELECT b.code FROM batch b JOIN zone z ON z.id = b.zone_id WHERE z.kind = 'cover' AND b.stuck_on IS NOT NULL
            AND b.left_bench_on IS NULL AND b.wean_on > '2027-05-12' ORDER BY b.code");
        self::assertSame($covered, array_merge(...array_column($vents, 'batches')));
        self::assertNotSame([], $covered);
        self::assertSame([], $this->day('2029-01-01')['vents']);
        $guests = $this->db()->fetchFirstColumn("SELECT g.name FROM guest g JOIN zone z ON z.id = g.zone_id WHERE g.from_week <= '2027-W19' AND g.to_week >= '2027-W19'
            ORDER BY z.house, z.name, g.name");
        self::assertSame($guests, array_column($this->day('2027-05-12')['guests'], 'name'));
        $move = $this->db()->fetchAssociative("SELECT b.code, m.from_day, z.name FROM batch_moves_on m JOIN batch b ON b.id = m.batch_id JOIN zone z ON z.id = m.zone_id
            WHERE b.called_off = 0 AND b.stuck_on IS NULL AND m.from_day > '2027-05-12' ORDER BY m.from_day LIMIT 1");
        self::assertIsArray($move);
        $moves = $this->day((string) $move['from_day'])['moves'];
        self::assertSame($move['name'], array_column($moves, 'to', 'batch')[$move['code']]);
    }

    public function testMoreHandsAreDoneSooner(): void
    {
        $this->signIn('bo');
        $day = $this->busiest();
        self::assertLessThan($this->day($day, 1)['ends'], $this->day($day, 3)['ends']);
        $this->refused(422, 'GET', "/api/day-sheet?day={$day}&hands=0");
        $this->refused(422, 'GET', '/api/day-sheet?day=2027-13-40');
        $empty = $this->day('2029-01-01');
        self::assertSame([[], [], null], [$empty['stick'], $empty['mixes'], $empty['sanitiser']]);
    }

    public function testAHurriedFourAreStuckByWhatKeepsShortest(): void
    {
        $this->signIn('bo');
        // Four planned batches of as many crops, pushed onto one day; their material keeps for very different times.
        $rows = $this->db()->fetchAllAssociative('SELECT min(id) AS id, code, sheet_id FROM batch WHERE stuck_on IS NULL
            AND called_off = 0 GROUP BY sheet_id ORDER BY sheet_id LIMIT 4');
        self::assertCount(4, $rows);
        foreach ([30, 4, 12, 7] as $i => $hours) {
            $hold = json_encode(['dry' => false, 'sameDay' => false, 'shadedHours' => $hours, 'coldDays' => 0, 'sealDays' => 0]);
            $this->db()->executeStatement("INSERT INTO way_sheet (way_id, number, details, kept_by_id, kept_at)
                SELECT way_id, number + 100, json_set(details, '$.timeOfDay', 'early', '$.hold', json(?)), kept_by_id, kept_at
                FROM way_sheet WHERE id = ?", [$hold, $rows[$i]['sheet_id']]);
            $this->db()->update('batch', ['stick_on' => '2027-05-14', 'planned' => 200, 'sheet_id' => $this->db()->lastInsertId()], ['id' => $rows[$i]['id']]);
        }
        $rows = [$rows[1], $rows[3], $rows[2], $rows[0]];
        $sheet = $this->day('2027-05-14', 1);
        self::assertSame(
            array_column($rows, 'code'),
            array_values(array_intersect(array_column($sheet['stick'], 'batch'), array_column($rows, 'code'))),
            'What keeps for the fewest hours is stuck first.',
        );
        self::assertSame(
            array_reverse(array_column($rows, 'code')),
            array_values(array_intersect(array_column($sheet['collect'], 'batch'), array_column($rows, 'code'))),
            'And cut last, where all are cut early.',
        );
    }

    public function testAStepIsTickedWithWhatItCameToAndTakenBack(): void
    {
        $this->signIn('bo');
        $day = $this->busiest();
        $step = $this->day($day)['stick'][0]['step'];
        $this->ask('POST', '/api/day-sheet/ticks', ['day' => $day, 'step' => $step, 'done' => true]);
        $this->signIn('femi');
        $tick = $this->ask(
            'POST',
            '/api/day-sheet/ticks',
            ['day' => $day, 'step' => $step, 'done' => true, 'actual' => 158, 'note' => 'two trays short'],
        )['tick'];
        self::assertEquals(158, $tick['actual']);
        $ticks = $this->day($day)['ticks'];
        self::assertSame([$step], array_keys($ticks), 'One tick, the later one.');
        self::assertSame(['Femi Asante-Wray', 'two trays short'], [$ticks[$step]['by'], $ticks[$step]['note']]);
        self::assertNull($this->ask('POST', '/api/day-sheet/ticks', ['day' => $day, 'step' => $step, 'done' => false])['tick']);
        self::assertSame([], (array) $this->day($day)['ticks']);
        $this->signIn('visitor');
        $this->refused(403, 'POST', '/api/day-sheet/ticks', ['day' => $day, 'step' => $step, 'done' => true]);
    }

    public function testWhatIsTooOldOnTheShelfIsSaidOnTheSheet(): void
    {
        $this->signIn();
        $day = $this->busiest();
        foreach ($this->ask('GET', '/api/dips')['stocks'] as $stock) {
            $this->ask('POST', "/api/dips/stocks/{$stock['id']}/discard", ['discarded' => true]);
        }
        foreach ($this->day($day)['dips'] as $dip) {
            self::assertSame([false, null], [$dip['able'], $dip['stock']]);
            self::assertStringContainsString('on the shelf', $dip['words']);
        }
        self::assertNotSame([], $this->day($day)['dips']);
    }

    public function testLabelsLieOnTheSheetOneForEachTrayWithWhatItHolds(): void
    {
        $this->signIn('bo');
        $day = $this->busiest();
        $stick = $this->day($day)['stick'];
        $labels = $this->ask('GET', "/api/labels?day={$day}&layout=a4_70x37&skip=2");
        self::assertSame(array_sum(array_column($stick, 'trays')), count($labels['labels']));
        self::assertEquals([0, 140, 0.5], [$labels['labels'][0]['page'], $labels['labels'][0]['x'], $labels['labels'][0]['y']]);
        foreach ($stick as $one) {
            $of = array_filter($labels['labels'], static fn (array $l) => $l['code'] === $one['batch']);
            self::assertSame($one['cuttings'], array_sum(array_column($of, 'count')), 'The labels hold the batch, no more and no less.');
        }
        $tags = $this->ask('GET', '/api/labels?batches='.$stick[0]['batch'].'&each=batch&layout=tag_140x25');
        self::assertSame([$stick[0]['cuttings'], null], [$tags['labels'][0]['count'], $tags['labels'][0]['tray']]);
        self::assertSame('layout', $this->refused(422, 'GET', '/api/labels?layout=of_glass')['field']);
        self::assertSame('skip', $this->refused(422, 'GET', "/api/labels?day={$day}&skip=24")['field']);
        self::assertSame('batches', $this->refused(422, 'GET', '/api/labels?batches=NONE-1')['field']);
    }

    /** @return array<string, mixed> */
    private function day(string $day, ?int $hands = null): array
    {
        return $this->ask('GET', "/api/day-sheet?day={$day}".($hands === null ? '' : "&hands={$hands}"));
    }

    /** The day on which most batches are planned to be stuck. */
    private function busiest(): string
    {
        return (string) $this->db()->fetchOne('SELECT stick_on FROM batch WHERE stuck_on IS NULL AND called_off = 0
            GROUP BY stick_on ORDER BY count(*) DESC, stick_on LIMIT 1');
    }
}
