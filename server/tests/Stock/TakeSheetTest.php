<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Stock;

use WetCradle\Server\Tests\House;

/** The sheet to walk with, and the clock from the first cut. */
final class TakeSheetTest extends House
{
    public function testAMorningsBatchesInTheOrderOfTheWalk(): void
    {
        $this->signIn('bo');
        $codes = $this->db()->fetchFirstColumn('SELECT code FROM batch WHERE stuck_on IS NULL AND called_off = 0 ORDER BY stick_on LIMIT 12');
        $walk = $this->ask('GET', '/api/take-sheets?batches='.implode(',', $codes));
        self::assertEqualsCanonicalizing($codes, array_column($walk['stops'], 'batch'));
        $places = $sorted = array_column($walk['stops'], 'place');
        natsort($sorted);
        self::assertSame(array_values($sorted), $places);
        foreach ($walk['stops'] as $stop) {
            self::assertNull($stop['problem'], $stop['batch']);
            self::assertSame($stop['shoots'], array_sum(array_column($stop['rows'], 'total')));
            self::assertGreaterThanOrEqual($stop['cuttings'], $stop['shoots'] * $stop['perShoot']);
        }
        self::assertSame(array_sum(array_column($walk['stops'], 'cuttings')), $walk['cuttings']);
        self::assertContains('labels and pencil', $walk['tools']);
        self::assertSame(404, $this->send('GET', '/api/take-sheets?batches=NONSENSE')->getStatusCode());
        $stuck = (string) $this->db()->fetchOne('SELECT code FROM batch WHERE stuck_on IS NOT NULL LIMIT 1');
        self::assertSame('is_stuck', $this->refused(422, 'GET', '/api/take-sheets?batches='.$stuck)['code']);
        $day = (string) $this->db()->fetchOne('SELECT stick_on FROM batch WHERE stuck_on IS NULL ORDER BY stick_on DESC LIMIT 1');
        self::assertNotEmpty($this->ask('GET', '/api/take-sheets?day='.$day)['stops']);
    }

    public function testNoMoreIsAskedOfAPlantThanItsShoots(): void
    {
        $this->signIn('bo');
        $codes = $this->db()->fetchFirstColumn('SELECT code FROM batch WHERE stuck_on IS NULL AND called_off = 0 ORDER BY stick_on');
        $stops = $this->ask('GET', '/api/take-sheets?batches='.implode(',', array_slice($codes, 0, 40)))['stops'];
        $several = array_values(array_filter($stops, static fn (array $s) => $s['perShoot'] > 1));
        self::assertNotSame([], $several);
        foreach (array_slice($several, 0, 3) as $stop) {
            $block = (array) $this->db()->fetchAssociative('SELECT plants, shoots FROM stock_block WHERE code = ?', [$stop['block']]);
            $this->db()->update('batch', ['planned' => (int) $block['plants'] * (int) $block['shoots'] * $stop['perShoot'] + 1], ['code' => $stop['batch']]);
            $now = $this->ask('GET', '/api/take-sheets?batches='.$stop['batch'])['stops'][0];
            self::assertNotNull($now['problem'], "{$stop['batch']} asks more of {$stop['block']} than has grown on it.");
        }
    }

    public function testDiverseMaterialComesFromNamedParentsAndIsKept(): void
    {
        $this->signIn();
        $wanted = $this->ask(
            'POST',
            '/api/wanted',
            ['crop' => 'holly-black-gate', 'plants' => 30, 'pot' => 1, 'readyWeek' => '2028-W40', 'priority' => 'nice'],
        );
        $zone = $this->ask('POST', "/api/wanted/{$wanted['id']}/proposal", ['stickOn' => '2027-09-20', 'trays' => 1])['zones'][0]['id'];
        $batch = $this->ask(
            'POST',
            '/api/batches',
            ['wanted' => $wanted['id'], 'trayKind' => 2, 'trays' => 1, 'confidence' => 0.9, 'stickOn' => '2027-09-20', 'block' => 'HO-1', 'zone' => $zone],
        );
        $stop = $this->ask('GET', '/api/take-sheets?batches='.$batch['code'])['stops'][0];
        self::assertSame(['far side', 'hedge end', 'the others'], array_column($stop['rows'], 'row'));
        self::assertSame(['plant' => 'HO-1 M1 (male)', 'take' => 2], $stop['rows'][0]['named'][0]);
        self::assertSame([51, null], [$stop['parents'], $stop['short']]);
        self::assertSame('Merrow wood', $stop['population']);
        self::assertNotEmpty(array_filter($stop['apart'], static fn (string $s) => str_starts_with($s, 'Parents')));
        self::assertSame(['shaded', 'cold'], array_column($stop['stickBy'], 'how'));
        $from = $this->ask('POST', "/api/batches/{$batch['code']}/collect", ['how' => 'cold'])['collection']['from'];
        self::assertStringContainsString('HO-1 M1 (male) 2', $from[0]);
        self::assertStringContainsString('HO-1 F6', (string) $this->db()->fetchOne('SELECT parents FROM collection'));
    }

    public function testTheHoldClockRunsFromTheFirstCut(): void
    {
        $this->signIn('bo');
        $code = (string) $this->db()->fetchOne("SELECT b.code FROM batch b JOIN crop c ON c.id = b.crop_id
            WHERE b.stuck_on IS NULL AND b.called_off = 0 AND b.material = 'softwood' AND c.slug NOT LIKE 'stonecrop%' LIMIT 1");
        self::assertNull($this->ask('GET', '/api/batches/'.$code)['collection']);
        self::assertSame('how', $this->refused(422, 'POST', "/api/batches/{$code}/collect", ['how' => 'dry'])['field']);
        $clock = $this->ask('POST', "/api/batches/{$code}/collect", ['how' => 'shaded'])['collection'];
        self::assertSame(['shaded', false, 'Bo Tarrant'], [$clock['how'], $clock['seals'], $clock['by']]);
        self::assertStringStartsWith('2027-05-12T', $clock['startedAt']);
        self::assertSame(['fresh', 'soon', 'past'], array_column($clock['phases'], 'state'));
        self::assertSame([$clock['startedAt'], $clock['dueAt']], [$clock['phases'][0]['from'], $clock['phases'][2]['from']]);
        self::assertSame('collected', $this->refused(422, 'POST', "/api/batches/{$code}/collect", ['how' => 'shaded'])['code']);
        self::assertSame($clock['startedAt'], $this->ask('GET', '/api/take-sheets?batches='.$code)['stops'][0]['collection']['startedAt']);
        self::assertNull($this->ask('DELETE', "/api/batches/{$code}/collect")['collection']);
        self::assertSame(404, $this->send('DELETE', "/api/batches/{$code}/collect")->getStatusCode());

        $dry = (string) $this->db()->fetchOne("SELECT b.code FROM batch b JOIN crop c ON c.id = b.crop_id WHERE b.stuck_on IS NULL
            AND b.called_off = 0 AND c.slug LIKE 'stonecrop%' LIMIT 1");
        $sealing = $this->ask('POST', "/api/batches/{$dry}/collect", ['how' => 'dry'])['collection'];
        self::assertSame([true, ['sealing', 'sealed']], [$sealing['seals'], array_column($sealing['phases'], 'state')]);
        self::assertSame(7, (int) (new \DateTimeImmutable($sealing['startedAt']))->diff(new \DateTimeImmutable($sealing['dueAt']))->format('%a'));
    }
}
