<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Wanted;

use WetCradle\Server\Tests\House;

/** An order that says where its plants must come from is offered nothing else, planned from nothing else, and sent nothing else. */
final class OnlyFromTest extends House
{
    /** @var array{slug: string, blocks: non-empty-list<string>} a crop with several blocks */
    private array $crop;
    private int $pot = 0;

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('ines');
        $row = $this->db()->fetchAssociative('SELECT c.slug, group_concat(k.code) AS blocks FROM stock_block k JOIN crop c ON c.id = k.crop_id
            GROUP BY c.id HAVING count(*) > 2 ORDER BY c.id LIMIT 1');
        self::assertIsArray($row);
        $this->crop = ['slug' => (string) $row['slug'], 'blocks' => explode(',', (string) $row['blocks'])];
        $this->db()->executeStatement("UPDATE stock_block SET population = 'Saltmarsh East' WHERE code = ?", [$this->crop['blocks'][1]]);
        $this->pot = $this->ask('GET', '/api/trays')['pots'][0]['id'];
    }

    /** @return array<string, mixed> */
    private function order(?string $onlyFrom, string $week = '2028-W20', int $plants = 20): array
    {
        return $this->ask('POST', '/api/wanted', [
            'crop' => $this->crop['slug'], 'plants' => $plants, 'pot' => $this->pot, 'readyWeek' => $week, 'priority' => 'should', 'onlyFrom' => $onlyFrom,
        ]);
    }

    public function testItIsKeptAsABlockOrAPopulationAndNothingElse(): void
    {
        [$first, $second] = $this->crop['blocks'];
        self::assertSame($first, $this->order(strtolower($first))['onlyFrom']);
        self::assertSame('saltmarsh  east', $this->order('saltmarsh  east')['onlyFrom']);
        self::assertNull($this->order(null)['onlyFrom']);
        $refused = $this->refused(422, 'POST', '/api/wanted', [
            'crop' => $this->crop['slug'], 'plants' => 5, 'pot' => $this->pot, 'readyWeek' => '2028-W20', 'priority' => 'should', 'onlyFrom' => 'Nowhere',
        ]);
        self::assertSame('onlyFrom', $refused['field']);
        self::assertStringContainsString($second, $refused['message']);
        self::assertStringContainsString('Saltmarsh East', $refused['message']);
        $series = $this->ask('POST', '/api/wanted/series', [
            'crop' => $this->crop['slug'], 'plants' => 5, 'pot' => $this->pot, 'readyWeek' => '2028-W20', 'toWeek' => '2028-W22', 'priority' => 'should',
            'onlyFrom' => $first,
        ]);
        self::assertSame([$first], array_values(array_unique(array_column($series['wanted'], 'onlyFrom'))));
    }

    public function testOnlyMatchingBlocksAreOfferedAndPlannedFrom(): void
    {
        [$first, $second] = $this->crop['blocks'];
        $anywhere = $this->order(null);
        $only = $this->order('Saltmarsh East');
        $offered = fn (array $order): array => array_column($this->ask('POST', "/api/wanted/{$order['id']}/proposal", [])['blocks'], 'code');
        self::assertContains($first, $offered($anywhere));
        self::assertSame([$second], $offered($only));
        $is = $this->ask('POST', "/api/wanted/{$only['id']}/proposal", []);
        $zone = array_values(array_filter($is['zones'], static fn (array $zone) => $zone['yes']))[0]['id'];
        $plan = static fn (string $block): array => [
            'wanted' => $only['id'], 'block' => $block, 'zone' => $zone, 'trays' => 1, 'trayKind' => $is['trayKind']['id'], 'confidence' => 0.9,
            'stickOn' => $is['dates']['stickOn'],
        ];
        $refused = $this->refused(422, 'POST', '/api/batches', $plan($first));
        self::assertSame(['block', "This order is only from Saltmarsh East; {$first} is not."], [$refused['field'], $refused['message']]);
        $batch = $this->ask('POST', '/api/batches', $plan($second));
        $refused = $this->refused(422, 'PUT', "/api/wanted/{$only['id']}", [
            'version' => $only['version'], 'plants' => 20, 'pot' => $this->pot, 'readyWeek' => '2028-W20', 'priority' => 'should', 'onlyFrom' => $first,
        ]);
        self::assertSame('onlyFrom', $refused['field'], "{$batch['code']} serves it already.");
    }

    public function testADraftTakesItFromThereAndKeepsItApartFromOrdersThatMayComeFromAnywhere(): void
    {
        [, $second] = $this->crop['blocks'];
        [$anywhere, $only] = [$this->order(null, '2028-W24'), $this->order('Saltmarsh East', '2028-W24')];
        $drafts = $this->ask('POST', '/api/plan/draft', ['anew' => false])['drafts'];
        $of = static function (int $id) use (&$drafts): array {
            return array_values(array_filter($drafts, static fn (array $d) => in_array($id, array_column($d['orders'], 'id'), true)))[0];
        };
        self::assertSame([$only['id']], array_column($of($only['id'])['orders'], 'id'));
        self::assertNotContains($only['id'], array_column($of($anywhere['id'])['orders'], 'id'));
        self::assertSame([$second, null], [$of($only['id'])['batch']['block'], $of($only['id'])['batch']['also']]);
        // Where no block is from there any more, there is no route to it, though the crop has others.
        $this->db()->executeStatement("UPDATE stock_block SET population = NULL WHERE population = 'Saltmarsh East'");
        $drafts = $this->ask('POST', '/api/plan/draft', ['anew' => false])['drafts'];
        self::assertNull($of($only['id'])['batch'], 'Not even from another block.');
        // The rest of the order can be changed all the same, and that it is wanted from there stays.
        $change = ['plants' => 7, 'pot' => $this->pot, 'readyWeek' => '2028-W25', 'priority' => 'should', 'version' => $only['version']];
        self::assertSame('Saltmarsh East', $this->ask('PUT', "/api/wanted/{$only['id']}", $change + ['onlyFrom' => 'Saltmarsh East'])['onlyFrom']);
        $again = ['version' => $only['version'] + 1, 'onlyFrom' => 'Saltmarsh West'] + $change;
        self::assertSame('onlyFrom', $this->refused(422, 'PUT', "/api/wanted/{$only['id']}", $again)['field']);
    }

    public function testALotWithPlantsFromElsewhereIsNotSentToIt(): void
    {
        $lot = $this->db()->fetchAssociative("SELECT t.code, c.slug, k.code AS block, t.pot_id FROM pot_lot t JOIN crop c ON c.id = t.crop_id JOIN line l ON l.lot_id = t.id
            JOIN standing s ON s.line_id = l.id AND s.state = 'grown' AND s.count > 10 JOIN batch b ON b.id = l.batch_id JOIN stock_block k ON k.id = b.block_id
            WHERE EXISTS (SELECT 1 FROM stock_block o WHERE o.crop_id = c.id AND o.id <> k.id) GROUP BY t.id HAVING count(DISTINCT b.block_id) = 1 LIMIT 1");
        self::assertIsArray($lot);
        $other = (string) $this->db()->fetchOne('SELECT o.code FROM stock_block o JOIN crop c ON c.id = o.crop_id WHERE c.slug = ? AND o.code <> ?', [
            $lot['slug'], $lot['block'],
        ]);
        foreach ([$other => 422, (string) $lot['block'] => 201] as $from => $status) {
            $order = $this->ask('POST', '/api/wanted', [
                'crop' => $lot['slug'], 'plants' => 5, 'pot' => (int) $lot['pot_id'], 'readyWeek' => '2027-W24', 'priority' => 'must', 'onlyFrom' => $from,
            ]);
            $version = $this->ask('GET', "/api/lots/{$lot['code']}")['version'];
            $sent = $this->send('POST', "/api/lots/{$lot['code']}/send", ['version' => $version, 'on' => '2027-05-12', 'order' => $order['id'], 'count' => 5]);
            self::assertSame($status, $sent->getStatusCode() === 200 ? 201 : $sent->getStatusCode(), (string) $sent->getContent());
        }
    }
}
