<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Course;

use WetCradle\Server\Tests\House;

/** Collected now, stuck later: its take is booked on the day on which it is cut, it keeps so long, and is stuck in parts. */
final class BundlesTest extends House
{
    /** @return array<string, mixed> a planned batch of material that keeps for some days */
    private function keeping(): array
    {
        $code = $this->db()->fetchOne("SELECT code FROM batch WHERE material = 'semi-ripe' AND stuck_on IS NULL AND called_off = 0 ORDER BY stick_on");
        self::assertIsString($code);

        return $this->ask('GET', '/api/batches/'.$code);
    }

    /**
     * @param array<string, mixed> $batch
     *
     * @return array<string, mixed> its plan as it would be kept anew
     */
    private function plan(array $batch): array
    {
        $zone = (int) $this->db()->fetchOne('SELECT id FROM zone WHERE name = ?', [$batch['zone']]);

        return ['version' => $batch['version'], 'trays' => $batch['trays'], 'stickOn' => $batch['stickOn'], 'block' => $batch['block'], 'zone' => $zone];
    }

    private static function day(string $day, int $by): string
    {
        return (new \DateTimeImmutable($day))->modify(sprintf('%+d days', $by))->format('Y-m-d');
    }

    public function testItIsCutOnADayOfItsOwn(): void
    {
        $this->signIn('ines');
        $batch = $this->keeping();
        $at = '/api/batches/'.$batch['code'];
        self::assertSame([$batch['stickOn'], 3], [$batch['collectOn'], $batch['keepsDays']], 'Unless it is said, it is cut for the day.');
        $ahead = self::day($batch['stickOn'], -2);
        $kept = $this->ask('PUT', $at, ['collectOn' => $ahead] + $this->plan($batch));
        self::assertSame([$ahead, $ahead, $batch['stickOn']], [$kept['collectOn'], $kept['course'][0]['from'], $kept['course'][0]['to']]);

        $taken = array_column($this->ask('GET', '/api/stock/'.$batch['block'].'?week='.$this->weekOf($ahead))['takes'], 'on', 'batch');
        self::assertSame($ahead, $taken[$batch['code']], 'The take is booked on the day of the take.');
        $stops = fn (string $day) => array_column($this->ask('GET', '/api/take-sheets?day='.$day)['stops'], 'batch');
        self::assertContains($batch['code'], $stops($ahead));
        self::assertNotContains($batch['code'], $stops($batch['stickOn']));
        $sheet = fn (string $day, string $part) => array_column($this->ask('GET', '/api/day-sheet?day='.$day)[$part], null, 'batch');
        self::assertArrayHasKey($batch['code'], $sheet($ahead, 'collect'));
        self::assertArrayNotHasKey($batch['code'], $sheet($batch['stickOn'], 'collect'));
        self::assertSame(0, $sheet($batch['stickOn'], 'stick')[$batch['code']]['late']);
        $things = fn (string $day) => array_values(array_filter(
            $this->ask('GET', '/api/day?week='.$this->weekOf($day))['things'],
            static fn (array $thing) => ($thing['tag']['code'] ?? null) === $batch['code'],
        ));
        self::assertSame(['collect'], array_column($things($ahead), 'job'));

        // Stuck later, it is collected no sooner than it keeps; not said, it stays.
        $later = $this->ask('PUT', $at, ['stickOn' => self::day($batch['stickOn'], 1)] + $this->plan($kept));
        self::assertSame($ahead, $later['collectOn']);
        $same = $this->ask('PUT', $at, ['collectOn' => $later['stickOn']] + $this->plan($later));
        self::assertSame($later['stickOn'], $same['collectOn']);
    }

    private function weekOf(string $day): string
    {
        return (new \DateTimeImmutable($day))->format('o-\WW');
    }

    public function testWhatDoesNotKeepIsRefusedWithTheFirstDayThatWorks(): void
    {
        $this->signIn('ines');
        $batch = $this->keeping();
        $at = '/api/batches/'.$batch['code'];
        $told = $this->refused(422, 'PUT', $at, ['collectOn' => self::day($batch['stickOn'], -4)] + $this->plan($batch));
        self::assertSame(['too_long', 'collectOn'], [$told['code'], $told['field']]);
        self::assertStringContainsString('it keeps 3 days', $told['message']);
        $told = $this->refused(422, 'PUT', $at, ['collectOn' => self::day($batch['stickOn'], 1)] + $this->plan($batch));
        self::assertSame(['upside_down', 'collectOn'], [$told['code'], $told['field']]);
        self::assertSame('collectOn', $this->refused(422, 'PUT', $at, ['collectOn' => '2027-05-01'] + $this->plan($batch))['field'], 'It has gone by.');
        $soft = $this->ask('GET', '/api/batches/'.$this->db()->fetchOne("SELECT code FROM batch WHERE material = 'softwood' AND stuck_on IS NULL
            AND called_off = 0 AND stick_on > '2027-06-01' ORDER BY stick_on"));
        self::assertSame(0, $soft['keepsDays']);
        $told = $this->refused(422, 'PUT', '/api/batches/'.$soft['code'], ['collectOn' => self::day($soft['stickOn'], -2)] + $this->plan($soft));
        self::assertSame(['not_possible', 'collectOn'], [$told['code'], $told['field']]);
    }

    public function testItIsStuckInPartsOutOfItsBundles(): void
    {
        $this->signIn('ines');
        $batch = $this->keeping();
        $at = '/api/batches/'.$batch['code'];
        $this->ask('POST', $at.'/collect', ['how' => 'cold']);
        $stick = static fn (int $many, bool $restStays) => [
            'on' => '2027-05-12', 'stuck' => $many, 'tooPoor' => 3, 'trays' => $batch['trays'], 'trayNumbers' => '1', 'mix' => 'perlite 4 : peat 1',
            'hormone' => '', 'people' => ['1'], 'despite' => 'early', 'restStays' => $restStays,
        ];
        $told = $this->refused(422, 'POST', $at.'/stick', $stick($batch['planned'] - 3, true));
        self::assertSame(['empty', 'restStays'], [$told['code'], $told['field']]);
        self::assertFalse($this->ask('GET', $at)['isStuck'], 'Nothing of it is kept.');

        $before = $this->db()->fetchOne('SELECT max(id) FROM batch');
        $half = intdiv($batch['planned'], 2);
        $stuck = $this->ask('POST', $at.'/stick', $stick($half, true));
        self::assertSame([$half, $half + 3], [$stuck['stuck'], $stuck['planned']]);
        $code = (string) $this->db()->fetchOne('SELECT code FROM batch WHERE id > ?', [$before]);
        $rest = $this->ask('GET', '/api/batches/'.$code);
        self::assertSame($batch['planned'] - $half - 3, $rest['planned']);
        self::assertSame([false, '2027-05-12', $batch['block']], [$rest['isStuck'], $rest['collectOn'], $rest['block']]);
        self::assertSame($stuck['collection']['startedAt'], $rest['collection']['startedAt'], 'Its clock goes on.');
        self::assertSame('2027-05-15', $rest['stickOn'], 'The last day on which it is good.');
        $takes = array_filter(
            $this->ask('GET', '/api/stock/'.$batch['block'])['takes'],
            static fn (array $take) => in_array($take['batch'], [$batch['code'], $code], true),
        );
        self::assertSame([$batch['planned'], ['2027-05-12']], [array_sum(array_column($takes, 'cuttings')), array_values(array_unique(array_column($takes, 'on')))]);
    }

    public function testWhatIsLeftServesTheSameOrdersAndKeepsWhatTheSecondBlockGave(): void
    {
        $this->signIn('ines');
        $batch = $this->keeping();
        $other = (string) $this->db()->fetchOne('SELECT o.code FROM stock_block o JOIN stock_block k ON k.crop_id = o.crop_id AND k.id <> o.id
            WHERE k.code = ? ORDER BY o.code', [$batch['block']]);
        $order = (int) $this->db()->fetchOne('SELECT w.id FROM wanted w JOIN batch b ON b.crop_id = w.crop_id
            WHERE b.code = ? AND w.called_off = 0 AND w.id IS NOT b.wanted_id LIMIT 1', [$batch['code']]);
        $this->db()->executeStatement(
            'UPDATE batch SET also_block_id = (SELECT id FROM stock_block WHERE code = ?), also_cuttings = 30 WHERE code = ?',
            [$other, $batch['code']],
        );
        $this->db()->executeStatement('INSERT INTO batch_shared (batch_id, wanted_id) SELECT id, ? FROM batch WHERE code = ?', [$order, $batch['code']]);
        $at = '/api/batches/'.$batch['code'];
        $this->ask('POST', $at.'/collect', ['how' => 'cold']);
        $before = $this->db()->fetchOne('SELECT max(id) FROM batch');
        $stuck = $this->ask('POST', $at.'/stick', [
            'on' => '2027-05-12', 'stuck' => $batch['planned'] - 40, 'tooPoor' => 0, 'trays' => $batch['trays'], 'trayNumbers' => '1',
            'mix' => 'perlite 4 : peat 1', 'hormone' => '', 'people' => ['1'], 'despite' => 'early', 'restStays' => true,
        ]);
        $rest = $this->ask('GET', '/api/batches/'.$this->db()->fetchOne('SELECT code FROM batch WHERE id > ?', [$before]));
        self::assertSame([null, $batch['block']], [$stuck['also'], $stuck['block']], 'What was stuck came from the first.');
        self::assertSame([40, ['block' => $other, 'cuttings' => 30]], [$rest['planned'], $rest['also']]);
        self::assertSame([$order], $rest['shared']);
    }

    public function testItIsPlantedOutInPartsInOpenGround(): void
    {
        $this->signIn('ines');
        $id = $this->ask('POST', '/api/wanted', ['crop' => 'dogwood-cinder-rail', 'plants' => 60, 'pot' => 1, 'readyWeek' => '2028-W45', 'priority' => 'should'])['id'];
        $proposal = $this->ask('POST', "/api/wanted/{$id}/proposal", ['stickOn' => '2027-12-06']);
        $zones = array_column($proposal['zones'], null, 'name');
        self::assertSame($zones['Nursery rows']['id'], $proposal['best']['zone']);
        self::assertSame([true, 'not_open_ground'], [$zones['Nursery rows']['yes'], $zones['Frame 1']['reason']]);
        $plan = ['wanted' => $id, 'trayKind' => $proposal['trayKind']['id'], 'trays' => $proposal['trays'], 'confidence' => 0.9,
            'stickOn' => '2027-12-06', 'collectOn' => '2027-11-29', 'block' => $proposal['best']['block']];
        $told = $this->refused(422, 'POST', '/api/batches', $plan + ['zone' => $zones['Frame 1']['id']]);
        self::assertSame(['not_open_ground', 'zone'], [$told['code'], $told['field']]);
        $batch = $this->ask('POST', '/api/batches', $plan + ['zone' => $proposal['best']['zone']]);
        self::assertSame(['held', 'ground'], array_column(array_slice($batch['course'], 0, 2), 'kind'));
        $sheet = $this->ask('GET', '/api/day-sheet?day=2027-12-06');
        $is = static fn (string $part) => array_column(array_filter($sheet[$part], static fn (array $one) => ($one['batch'] ?? '') === $batch['code']), 'batch');
        self::assertSame([[$batch['code']], []], [$is('stick'), $is('fills')], 'It is planted, and no tray is filled for it.');
        self::assertNotContains($batch['code'], array_merge(...array_column($sheet['mixes'], 'batches')));

        $at = '/api/batches/'.$batch['code'];
        $this->ask('POST', $at.'/collect', ['how' => 'cold', 'grade' => 'thick']);
        $before = $this->db()->fetchOne('SELECT max(id) FROM batch');
        $half = intdiv($batch['planned'], 2);
        $this->ask('POST', $at.'/stick', [
            'on' => '2027-05-12', 'stuck' => $half, 'tooPoor' => 0, 'trays' => $batch['trays'], 'trayNumbers' => '1',
            'mix' => 'soil', 'hormone' => '', 'people' => ['1'], 'despite' => 'early', 'restStays' => true,
        ]);
        $rest = $this->ask('GET', '/api/batches/'.$this->db()->fetchOne('SELECT code FROM batch WHERE id > ?', [$before]));
        self::assertSame([$batch['planned'] - $half, 'Nursery rows', 'thick'], [$rest['planned'], $rest['zone'], $rest['collection']['grade']]);
    }

    public function testHardwoodIsBundledByItsGrade(): void
    {
        $this->signIn('bo');
        $code = (string) $this->db()->fetchOne("SELECT code FROM batch WHERE material = 'semi-ripe' AND stuck_on IS NULL AND called_off = 0 ORDER BY stick_on DESC");
        $this->db()->executeStatement("UPDATE batch SET method = 'hardwood cutting', material = 'hardwood' WHERE code = ?", [$code]);
        $stop = $this->ask('GET', '/api/take-sheets?batches='.$code)['stops'][0];
        self::assertTrue($stop['grades']);
        $how = $stop['holds'][0];
        self::assertSame('grade', $this->refused(422, 'POST', "/api/batches/{$code}/collect", ['how' => $how, 'grade' => 'stout'])['field']);
        self::assertSame('whips', $this->ask('POST', "/api/batches/{$code}/collect", ['how' => $how, 'grade' => 'whips'])['collection']['grade']);
        $soft = $this->keeping()['code'];
        self::assertFalse($this->ask('GET', '/api/take-sheets?batches='.$soft)['stops'][0]['grades']);
        self::assertSame('grade', $this->refused(422, 'POST', "/api/batches/{$soft}/collect", ['how' => 'cold', 'grade' => 'thin'])['field']);
        self::assertNull($this->ask('POST', "/api/batches/{$soft}/collect", ['how' => 'cold'])['collection']['grade']);
    }
}
