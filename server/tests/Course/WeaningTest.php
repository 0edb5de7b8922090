<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Course;

use WetCradle\Core\Calendar\Week;
use WetCradle\Server\Tests\House;

/** A batch is weaned step by step: on Today when it is due, on its page as its course, and its later days follow. */
final class WeaningTest extends House
{
    /** A batch of which a check found roots, and of which weaning has not begun. */
    private function due(): string
    {
        foreach ($this->things() as $thing) {
            if ($thing['step'] === 1) {
                return $thing['tag']['code'];
            }
        }
        self::fail('Nothing is to be weaned on this day.');
    }

    /** @return list<array<string, mixed>> what is to be weaned by Today */
    private function things(string $week = '2027-W19'): array
    {
        return array_values(array_filter($this->ask('GET', '/api/day?week='.$week)['things'], static fn (array $thing) => $thing['job'] === 'wean'));
    }

    /** @return ?array<string, mixed> */
    private function thing(string $code, string $week = '2027-W19'): ?array
    {
        return array_values(array_filter($this->things($week), static fn (array $thing) => $thing['tag']['code'] === $code))[0] ?? null;
    }

    /**
     * @param array<string, mixed> $batch
     *
     * @return list<string> the steps, each with its day and how it stands
     */
    private static function steps(array $batch): array
    {
        return array_values(array_map(
            static fn (array $stage) => $stage['from'].' '.$stage['step'],
            array_filter($batch['course'], static fn (array $stage) => $stage['kind'] === 'weaning'),
        ));
    }

    /**
     * @param list<string> $days
     *
     * @return list<string>
     */
    private static function sorted(array $days): array
    {
        sort($days);

        return $days;
    }

    public function testItIsCarriedOffItsMistAsItIsWeaned(): void
    {
        $this->signIn('ines');
        $row = $this->db()->fetchAssociative("SELECT b.code, b.wean_on, z.name AS mist, y.name AS weaned FROM batch b JOIN zone z ON z.id = b.zone_id
            JOIN batch_moves_on m ON m.batch_id = b.id AND m.from_day = b.wean_on JOIN zone y ON y.id = m.zone_id
            WHERE b.stuck_on IS NOT NULL AND b.left_bench_on IS NULL AND b.weaning = '[]' AND z.kind = 'mist' ORDER BY b.code");
        self::assertIsArray($row);
        $code = (string) $row['code'];
        $batch = fn () => $this->ask('GET', '/api/batches/'.$code);
        $put = fn (string $as, ?string $on) => $this->ask(
            'POST', "/api/batches/{$code}/weaning", ['version' => $batch()['version'], 'step' => 1, 'as' => $as] + ($on === null ? [] : ['on' => $on]),
        );
        $moves = fn (string $week) => array_column(array_filter(
            $this->ask('GET', '/api/bench/work?week='.$week)['jobs'],
            static fn (array $job) => $job['kind'] === 'move' && $job['code'] === $code,
        ), 'day');
        $put('put_off', '2027-05-25');
        $looks = array_column($this->ask('GET', '/api/day-sheet?day=2027-05-25')['wean'], 'goesTo', 'batch');
        self::assertSame($row['weaned'], $looks[$code], 'The day’s sheet says where it is carried.');
        self::assertSame([['zone' => $row['weaned'], 'from' => '2027-05-25']], $batch()['movesOn'], 'It goes with its weaning.');
        self::assertSame([['2027-05-25'], $row['mist']], [$moves('2027-W21'), $batch()['zone']]);
        self::assertSame(
            ['step' => 1, 'on' => '2027-05-25', 'isPutOff' => true, 'aWeekMore' => '2027-06-01', 'goesTo' => $row['weaned']],
            array_diff_key($batch()['weaning'], ['of' => 0, 'what' => 0]),
        );
        $put('planned', null);
        self::assertSame([['zone' => $row['weaned'], 'from' => $row['wean_on']]], $batch()['movesOn']);
        // Nobody has begun it, and its day has gone by.
        $this->db()->executeStatement("UPDATE batch_moves_on SET from_day = '2027-05-04' WHERE batch_id = (SELECT id FROM batch WHERE code = ?)", [$code]);
        $this->db()->executeStatement("UPDATE batch SET wean_on = '2027-05-04' WHERE code = ?", [$code]);
        self::assertSame([$row['mist'], ['2027-05-12']], [$batch()['zone'], $moves('2027-W19')], 'Until then it lies where it rooted, and is carried today.');
        self::assertSame([], $moves('2027-W18'));
        $stop = fn () => array_column($this->ask('GET', '/api/round')['stops'], 'zone', 'code')[$code];
        self::assertSame($row['mist'], $stop());
        $put('done', '2027-05-12');
        self::assertSame([$row['weaned'], $row['weaned']], [$batch()['zone'], $stop()]);
        self::assertSame([2, null], [$batch()['weaning']['step'], $batch()['weaning']['goesTo']], 'It is carried once.');
        $there = array_column($this->ask('GET', '/api/bench')['zones'], null, 'name')[$row['weaned']];
        self::assertContains($code, array_column(array_column($there['tenants'], 'tag'), 'code'));
    }

    public function testWhatHasNoStepsOfWeaningIsCarriedOnItsDay(): void
    {
        $this->signIn('ines');
        $code = (string) $this->db()->fetchOne("SELECT b.code FROM batch b JOIN way_sheet w ON w.id = b.sheet_id
            WHERE b.stuck_on IS NOT NULL AND b.left_bench_on IS NULL AND json_array_length(w.details, '$.weaning') = 0 ORDER BY b.code");
        self::assertNotSame('', $code);
        $zone = (int) $this->db()->fetchOne("SELECT id FROM zone WHERE name = 'Weaning B'");
        $this->db()->executeStatement("UPDATE batch SET wean_on = '2027-05-04' WHERE code = ?", [$code]);
        $this->db()->executeStatement("INSERT INTO batch_moves_on (batch_id, zone_id, from_day)
            SELECT id, ?, '2027-05-04' FROM batch WHERE code = ?", [$zone, $code]);
        $batch = $this->ask('GET', '/api/batches/'.$code);
        self::assertSame(['Weaning B', null], [$batch['zone'], $batch['weaning']], 'There is no step that it could wait for.');
        self::assertSame([], array_filter(
            $this->ask('GET', '/api/bench/work?week=2027-W19')['jobs'],
            static fn (array $job) => $job['kind'] === 'move' && $job['code'] === $code,
        ));
        $there = array_column($this->ask('GET', '/api/bench')['zones'], null, 'name')['Weaning B'];
        self::assertContains($code, array_column(array_column($there['tenants'], 'tag'), 'code'));
    }

    public function testAStepIsTakenAndItsDaysFollow(): void
    {
        $this->signIn('bo');
        $code = $this->due();
        $before = $this->ask('GET', '/api/batches/'.$code);
        $thing = $this->thing($code);
        self::assertNotNull($thing);
        self::assertMatchesRegularExpression('/: step 1 of 2, \d+ of \d+ lifted had roots$/', $thing['why']);
        $days = array_column(array_filter($before['course'], static fn (array $stage) => $stage['kind'] === 'weaning'), 'days');
        $taken = $this->ask('POST', "/api/batches/{$code}/weaning", ['version' => $before['version'], 'step' => 1, 'as' => 'done', 'on' => '2027-05-12']);
        $second = (new \DateTimeImmutable('2027-05-12'))->modify("+{$days[0][0]} days")->format('Y-m-d');
        self::assertSame(['2027-05-12 done', $second.' planned'], self::steps($taken));
        $weaned = (new \DateTimeImmutable($second))->modify("+{$days[1][0]} days")->format('Y-m-d');
        self::assertGreaterThanOrEqual($weaned, $taken['potOn']);
        self::assertSame([$taken['potOn'], $taken['readyOn']], [$taken['potBy'], $taken['readyBy']], 'Its roots are known.');
        $next = $this->thing($code, Week::containing(new \DateTimeImmutable($second))->written());
        self::assertSame([2, $second, 0], [$next['step'] ?? null, $next['due'] ?? null, $next['daysLate'] ?? null]);

        $off = $this->ask('POST', "/api/batches/{$code}/weaning", ['version' => $taken['version'], 'step' => 2, 'as' => 'put_off', 'on' => '2027-06-01']);
        self::assertSame(['2027-05-12 done', '2027-06-01 put_off'], self::steps($off), 'Left some days more.');
        self::assertGreaterThan($taken['potOn'], $off['potOn']);
        self::assertGreaterThan($taken['readyOn'], $off['readyOn']);

        $undone = $this->ask('POST', "/api/batches/{$code}/weaning", ['version' => $off['version'], 'step' => 1, 'as' => 'planned']);
        self::assertSame(self::steps($before), self::steps($undone));
        self::assertSame([$before['potFrom'], $before['potOn'], $before['readyOn']], [$undone['potFrom'], $undone['potOn'], $undone['readyOn']]);
        $this->signIn('ines');
        $told = array_map(
            static fn (array $change) => array_map(static fn (array $field) => [$field['label'], $field['before'], $field['after']], $change['fields']),
            $this->ask('GET', '/api/history?what=batch&which='.$code)['changes'],
        );
        self::assertSame([
            [['Weaning 1', 'done 2027-05-12', null], ['Weaning 2', 'put off to 2027-06-01', null]],
            [['Weaning 2', null, 'put off to 2027-06-01']],
            [['Weaning 1', null, 'done 2027-05-12']],
        ], array_slice($told, 0, 3), 'Who did what is kept.');
    }

    public function testWhatASheetOrAHabitChangesMovesWhatIsNotYetTaken(): void
    {
        $this->signIn('ines');
        $code = $this->due();
        $batch = $this->ask('GET', '/api/batches/'.$code);
        $taken = $this->ask('POST', "/api/batches/{$code}/weaning", ['version' => $batch['version'], 'step' => 1, 'as' => 'done', 'on' => '2027-05-10']);
        $habits = $this->ask('GET', '/api/house-defaults');
        $this->ask('PUT', '/api/house-defaults', ['version' => $habits['version'], 'defaults' => ['planned_rooted' => 0.9]]);
        $after = $this->ask('GET', '/api/batches/'.$code);
        self::assertSame(self::steps($taken), self::steps($after), 'It was begun when it was begun.');
        self::assertSame($taken['potOn'], $after['potOn']);
    }

    public function testTheDaysSheetHasWhatIsToBeWeanedAndChecked(): void
    {
        $this->signIn('bo');
        $code = $this->due();
        $of = fn (string $day): array => array_map(
            static fn (array $look) => [$look['step'], $look['done'], $look['daysLate']],
            array_values(array_filter($this->ask('GET', '/api/day-sheet?day='.$day)['wean'], static fn (array $look) => $look['batch'] === $code)),
        );
        $thing = $this->thing($code);
        self::assertSame([[1, false, $thing['daysLate'] ?? null]], $of('2027-05-12'), 'What is overdue is today’s.');
        self::assertSame([], $of('2027-05-13'), 'Tomorrow it is not due: it is due now.');
        $onRound = fn (): array => array_filter(array_column($this->ask('GET', '/api/round')['stops'], 'wean', 'code'));
        self::assertSame($thing['why'] ?? '', $onRound()[$code] ?? null, 'Who walks by is told.');
        $version = $this->ask('GET', '/api/batches/'.$code)['version'];
        $taken = $this->ask('POST', "/api/batches/{$code}/weaning", ['version' => $version, 'step' => 1, 'as' => 'done', 'on' => '2027-05-11']);
        self::assertSame([[1, true, 0]], $of('2027-05-11'), 'It stands on the sheet of the day on which it was taken.');
        self::assertSame([], $of('2027-05-12'));
        self::assertArrayNotHasKey($code, $onRound());
        $second = substr(self::steps($taken)[1], 0, 10);
        self::assertSame([[2, false, 0]], $of($second));
        $checks = $this->ask('GET', '/api/day-sheet?day=2027-05-12')['checks'];
        $due = array_filter($this->ask('GET', '/api/day?week=2027-W19')['things'], static fn (array $t) => $t['job'] === 'check' && $t['due'] <= '2027-05-12');
        self::assertEqualsCanonicalizing(array_map(static fn (array $t) => $t['tag']['code'], $due), array_column($checks, 'batch'));
        $days = array_column($checks, 'due');
        self::assertSame($days, self::sorted($days), 'The longest overdue first.');
    }

    public function testWhatCannotBeIsRefusedBesideItsField(): void
    {
        $this->signIn('bo');
        $code = $this->due();
        $batch = $this->ask('GET', '/api/batches/'.$code);
        $try = fn (array $body, int $status = 422) => $this->refused($status, 'POST', "/api/batches/{$code}/weaning", $body + ['version' => $batch['version']]);
        foreach ([
            ['in_future', 'on', ['step' => 1, 'as' => 'done', 'on' => '2027-05-13']],
            ['before_sticking', 'on', ['step' => 1, 'as' => 'done', 'on' => '2027-01-01']],
            ['unknown', 'step', ['step' => 9, 'as' => 'done', 'on' => '2027-05-12']],
            ['unknown_choice', 'as', ['step' => 1, 'as' => 'gone', 'on' => '2027-05-12']],
            ['missing', 'on', ['step' => 1, 'as' => 'put_off']],
        ] as [$reason, $field, $body]) {
            $told = $try($body);
            self::assertSame([$reason, $field], [$told['code'], $told['field']], $told['message']);
        }
        self::assertSame('changed_meanwhile', $try(['version' => 1 + (int) $batch['version'], 'step' => 1, 'as' => 'planned'], 409)['code']);
        $planned = current(array_filter($this->ask('GET', '/api/batches')['batches'], static fn (array $one) => $one['state'] === 'planned'));
        $body = ['version' => $planned['version'], 'step' => 1, 'as' => 'done', 'on' => '2027-05-12'];
        self::assertSame('not_stuck', $this->refused(422, 'POST', "/api/batches/{$planned['code']}/weaning", $body)['code']);
        $gone = current(array_filter($this->ask('GET', '/api/batches')['batches'], static fn (array $one) => $one['state'] === 'potted'));
        $body['version'] = $gone['version'];
        self::assertSame('left_bench', $this->refused(422, 'POST', "/api/batches/{$gone['code']}/weaning", $body)['code']);
    }

    public function testWhatIsLeftLongerIsWeanedWithNothing(): void
    {
        $this->signIn('bo');
        $code = $this->due();
        $count = $this->ask('GET', '/api/batches/'.$code)['lines'][0]['standing']['stuck'];
        $batch = $this->ask('POST', "/api/batches/{$code}/count", [
            'on' => '2027-05-12', 'rooted' => $count - 20, 'unrooted' => 20, 'lost' => new \stdClass(), 'potted' => $count - 20,
        ]);
        self::assertSame([], array_filter(array_column($batch['course'], 'step')), 'No step of it is to be taken.');
        self::assertNull($this->thing($code));
        $body = ['version' => $batch['version'], 'step' => 1, 'as' => 'done', 'on' => '2027-05-12'];
        self::assertSame('left_bench', $this->refused(422, 'POST', "/api/batches/{$code}/weaning", $body)['code']);
    }

    public function testEveryBatchIsInOneStageOfItsCourse(): void
    {
        $this->signIn('ines');
        $batches = $this->ask('GET', '/api/batches')['batches'];
        $looked = 0;
        foreach ($batches as $i => ['code' => $code, 'state' => $state]) {
            if ($i % 7 !== 0 || $state === 'called_off') {
                continue;
            }
            $batch = $this->ask('GET', '/api/batches/'.$code);
            $last = null;
            foreach ($batch['course'] as $stage) {
                self::assertTrue($last === null || $stage['from'] === $last, "{$code}: each stage begins where the one before ends.");
                $last = $stage['to'];
            }
            // What roots on its mother is not collected before.
            $sticks = $batch['course'][0]['kind'] === 'mother' ? 'from' : 'to';
            self::assertSame([$batch['stickOn'], $batch['readyOn']], [$batch['course'][0][$sticks], $last]);
            ++$looked;
        }
        self::assertGreaterThan(5, $looked);
    }
}
