<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Trace;

use WetCradle\Server\Tests\House;

/** Back to where plants came from, forward to wherever they went; called back, they go nowhere and are counted for nobody. */
final class TraceTest extends House
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('ines');
    }

    /**
     * @param array<string, mixed> $trace
     *
     * @return list<string>
     */
    private static function keys(array $trace, string $kind): array
    {
        return array_column(array_filter($trace['nodes'], static fn (array $node) => $node['kind'] === $kind), 'key');
    }

    /** @return array{lot: string, batch: string, block: string, order: int} of which something was sent, and more stands ready */
    private function sent(): array
    {
        $row = $this->db()->fetchAssociative('SELECT t.code AS lot, b.code AS batch, k.code AS block, d.wanted_id AS "order" FROM dispatch d
            JOIN entry e ON e.act_id = d.act_id JOIN line l ON l.id = e.from_line JOIN batch b ON b.id = l.batch_id
            JOIN stock_block k ON k.id = b.block_id JOIN pot_lot t ON t.id = d.lot_id WHERE NOT EXISTS (SELECT 1 FROM act u WHERE u.undoes = d.act_id)
            ORDER BY d.id DESC LIMIT 1');
        self::assertIsArray($row);

        return ['lot' => (string) $row['lot'], 'batch' => (string) $row['batch'], 'block' => (string) $row['block'], 'order' => (int) $row['order']];
    }

    public function testFromABlockToTheCustomerAndBackIsTheSameWay(): void
    {
        ['lot' => $lot, 'batch' => $batch, 'block' => $block, 'order' => $order] = $this->sent();
        $forward = $this->ask('GET', "/api/trace/block/{$block}");
        self::assertContains($batch, self::keys($forward, 'batch'));
        self::assertContains($lot, self::keys($forward, 'lot'));
        self::assertContains((string) $order, self::keys($forward, 'order'));
        self::assertSame([$block], self::keys($forward, 'block'), 'Other blocks have nothing to do with it.');
        $all = $this->db()->fetchFirstColumn('SELECT b.code FROM batch b JOIN stock_block k ON k.id = b.block_id OR k.id = b.also_block_id
            WHERE k.code = ? AND b.stuck_on IS NOT NULL', [$block]);
        self::assertSame([], array_diff($all, self::keys($forward, 'batch')), 'Every batch that was taken from it.');

        $back = $this->ask('GET', "/api/trace/order/{$order}");
        self::assertContains($block, self::keys($back, 'block'));
        self::assertContains($batch, self::keys($back, 'batch'));
        self::assertSame([(string) $order], self::keys($back, 'order'));
        $sum = array_sum(array_column(array_filter($back['edges'], static fn (array $edge) => $edge['to'] === "order {$order}"), 'count'));
        self::assertSame((int) $this->db()->fetchOne('SELECT sum(d.count) FROM dispatch d WHERE d.wanted_id = ?
            AND NOT EXISTS (SELECT 1 FROM act u WHERE u.undoes = d.act_id)', [$order]), $sum);
        foreach (["lot/{$lot}", "batch/{$batch}"] as $from) {
            $both = $this->ask('GET', "/api/trace/{$from}");
            self::assertContains($block, self::keys($both, 'block'), $from);
            self::assertContains((string) $order, self::keys($both, 'order'), $from);
        }
        $ids = array_column($forward['nodes'], 'id');
        foreach ($forward['edges'] as $edge) {
            self::assertSame([], array_diff([$edge['from'], $edge['to']], $ids), 'Nothing leads to what is not told.');
        }
    }

    public function testWhatIsPartedAndJoinedIsFollowedUntilThatIsUndone(): void
    {
        [$one, $other] = $this->db()->fetchAllAssociative("SELECT b.id, b.code, min(l.id) AS line FROM batch b JOIN line l ON l.batch_id = b.id
            JOIN standing s ON s.line_id = l.id AND s.state = 'stuck' AND s.count > 30 GROUP BY b.id ORDER BY b.id LIMIT 2");
        $act = $this->act('merge', (int) $one['id'], null);
        $this->db()->executeStatement("INSERT INTO entry (act_id, from_line, from_state, to_line, to_state, count) VALUES (?, ?, 'stuck', ?, 'stuck', 5)", [
            $act, $one['line'], $other['line'],
        ]);
        $entry = (int) $this->db()->lastInsertId();
        $trace = $this->ask('GET', "/api/trace/batch/{$one['code']}");
        self::assertContains($other['code'], self::keys($trace, 'batch'));
        self::assertContains(['from' => "batch {$one['id']}", 'to' => "batch {$other['id']}", 'count' => 5, 'meant' => false], $trace['edges']);
        self::assertContains($one['code'], self::keys($this->ask('GET', "/api/trace/batch/{$other['code']}"), 'batch'));
        $this->ask('POST', '/api/recalls', ['kind' => 'batch', 'key' => $one['code'], 'why' => 'rot']);
        self::assertSame('rot', $this->ask('GET', "/api/batches/{$other['code']}")['recalled'], 'What came of it is called back with it.');
        $this->db()->executeStatement(
            "INSERT INTO entry (act_id, from_line, from_state, to_line, to_state, count, reverses) VALUES (?, ?, 'stuck', ?, 'stuck', 5, ?)",
            [$this->act('undo', (int) $one['id'], $act), $other['line'], $one['line'], $entry],
        );
        self::assertNotContains($other['code'], self::keys($this->ask('GET', "/api/trace/batch/{$one['code']}"), 'batch'));
        self::assertNull($this->ask('GET', "/api/batches/{$other['code']}")['recalled']);
        self::assertSame('rot', $this->ask('GET', "/api/batches/{$one['code']}")['recalled']);
    }

    private function act(string $kind, int $batch, ?int $undoes): int
    {
        $this->db()->insert('act', [
            'kind' => $kind, 'batch_id' => $batch, 'on_day' => '2027-05-12', 'at' => '2027-05-12 10:00:00', 'by_id' => 1, 'says' => $kind, 'undoes' => $undoes,
        ]);

        return (int) $this->db()->lastInsertId();
    }

    public function testWhatIsCalledBackGoesNowhereAndIsCountedForNobodyUntilThatIsLifted(): void
    {
        $ready = $this->db()->fetchAssociative("SELECT t.code, k.code AS block, t.crop_id, t.pot_id FROM pot_lot t JOIN line l ON l.lot_id = t.id
            JOIN standing s ON s.line_id = l.id AND s.state = 'grown' AND s.count > 10 JOIN batch b ON b.id = l.batch_id JOIN stock_block k ON k.id = b.block_id
            ORDER BY t.id DESC LIMIT 1");
        self::assertIsArray($ready);
        $slug = (string) $this->db()->fetchOne('SELECT slug FROM crop WHERE id = ?', [$ready['crop_id']]);
        $order = $this->ask('POST', '/api/wanted', [
            'crop' => $slug, 'plants' => 5, 'pot' => (int) $ready['pot_id'], 'readyWeek' => '2027-W24', 'priority' => 'must', 'customer' => 'Oxlow Landscape',
        ]);
        $before = $this->ask('GET', '/api/wanted')['wanted'];
        $trace = $this->ask('POST', '/api/recalls', ['kind' => 'block', 'key' => $ready['block'], 'why' => 'a wilt in its bed']);
        self::assertSame('a wilt in its bed', $trace['recall']['why']);
        self::assertNotSame([], array_filter(array_column($trace['nodes'], 'recalled')));
        self::assertSame('a wilt in its bed', $this->ask('GET', "/api/lots/{$ready['code']}")['recalled']);
        $lot = $this->ask('GET', "/api/lots/{$ready['code']}");
        $refused = $this->refused(422, 'POST', "/api/lots/{$ready['code']}/send", [
            'version' => $lot['version'], 'on' => '2027-05-12', 'order' => $order['id'], 'count' => 5,
        ]);
        self::assertStringContainsString('called back: a wilt in its bed', $refused['message']);
        $batch = $lot['lines'][0];
        $sold = $this->refused(422, 'POST', "/api/batches/{$batch['batch']}/move-on", [
            'line' => $batch['line'], 'on' => '2027-05-12', 'state' => 'grown', 'count' => 1,
        ]);
        self::assertStringContainsString('called back, a wilt in its bed', $sold['message']);
        self::assertContains('recalled', array_column($this->ask('GET', "/api/stock/{$ready['block']}")['against'], 'code'));
        self::assertSame(422, $this->send('POST', '/api/recalls', ['kind' => 'block', 'key' => $ready['block'], 'why' => 'again'])->getStatusCode());
        self::assertSame(422, $this->send('POST', '/api/recalls', ['kind' => 'order', 'key' => (string) $order['id'], 'why' => 'x'])->getStatusCode());

        self::assertSame(409, $this->send('POST', "/api/recalls/{$trace['recall']['id']}/lift", ['version' => 7, 'why' => 'tested clean'])->getStatusCode());
        $lifted = $this->ask('POST', "/api/recalls/{$trace['recall']['id']}/lift", ['version' => $trace['recall']['version'], 'why' => 'tested clean']);
        self::assertSame(['tested clean', 'Ines Halloran'], [$lifted['liftedWhy'], $lifted['liftedBy']]);
        self::assertNull($this->ask('GET', "/api/lots/{$ready['code']}")['recalled']);
        self::assertSame($before, $this->ask('GET', '/api/wanted')['wanted'], 'As it was before.');
        self::assertSame(['tested clean'], array_column($this->ask('GET', '/api/recalls')['recalls'], 'liftedWhy'));
        self::assertSame(422, $this->send('POST', "/api/recalls/{$lifted['id']}/lift", ['version' => $lifted['version'], 'why' => 'x'])->getStatusCode());
    }

    public function testAnOrderForWhichCalledBackPlantsWereMeantIsShortUntilThatIsLifted(): void
    {
        [$batch, $order] = $this->db()->fetchNumeric("SELECT b.code, w.id FROM batch b JOIN batch_standing s ON s.batch_id = b.id AND s.live <> 0
            JOIN wanted w ON w.id = b.wanted_id AND w.called_off = 0 AND w.ready_week > '2027-W20' WHERE b.stuck_on IS NOT NULL ORDER BY b.id DESC LIMIT 1") ?: ['', 0];
        $before = $this->ask('GET', "/api/wanted/{$order}/remedies");
        $trace = $this->ask('POST', '/api/recalls', ['kind' => 'batch', 'key' => $batch, 'why' => 'mixed up']);
        self::assertContains(['order', true], array_map(
            static fn (array $edge) => [explode(' ', $edge['to'])[0], $edge['meant']],
            $trace['edges'],
        ), 'It says for whom they were meant.');
        $now = $this->ask('GET', "/api/wanted/{$order}/remedies");
        self::assertGreaterThan($before['outlook']['short'], $now['outlook']['short']);
        $this->ask('POST', "/api/recalls/{$trace['recall']['id']}/lift", ['version' => $trace['recall']['version'], 'why' => 'sorted']);
        self::assertSame($before, $this->ask('GET', "/api/wanted/{$order}/remedies"));
    }

    public function testTheMixOfTheDayIsToldWithWhoMadeIt(): void
    {
        $batch = $this->db()->fetchAssociative('SELECT code, stuck_on, mix FROM batch WHERE stuck_on IS NOT NULL AND called_off = 0 ORDER BY stuck_on DESC LIMIT 1');
        self::assertIsArray($batch);
        $mixed = fn (): array => array_column($this->ask('GET', "/api/trace/batch/{$batch['code']}")['nodes'], 'more', 'key')[$batch['code']];
        self::assertNotContains('mixed', array_column($mixed(), 'what'));
        $this->db()->insert('day_tick', [
            'on_day' => $batch['stuck_on'], 'step' => "mix:{$batch['mix']}", 'actual' => 42.5, 'at' => "{$batch['stuck_on']} 08:10:00", 'by_id' => 2,
        ]);
        self::assertContains(['what' => 'mixed', 'says' => '42.5 L Bo Tarrant'], $mixed());
    }

    public function testABadHormoneLeadsToEveryBatchThatWasDippedInIt(): void
    {
        $stock = (int) $this->db()->fetchOne('SELECT stock_id FROM made_dip WHERE id IN (SELECT made_dip_id FROM made_dip_batch) LIMIT 1');
        if ($stock === 0) {
            $stock = (int) $this->db()->fetchOne('SELECT id FROM hormone_stock LIMIT 1');
            $this->db()->executeStatement("INSERT INTO made_dip (stock_id, ppm, grams, made_at, by_id) VALUES (?, 3000, 5, '2027-05-03 09:00:00', 1)", [$stock]);
            $this->db()->executeStatement('INSERT INTO made_dip_batch SELECT ?, id FROM batch WHERE stuck_on IS NOT NULL ORDER BY id DESC LIMIT 3', [
                (int) $this->db()->lastInsertId(),
            ]);
        }
        $dipped = $this->db()->fetchFirstColumn('SELECT b.code FROM batch b JOIN made_dip_batch m ON m.batch_id = b.id JOIN made_dip d ON d.id = m.made_dip_id
            WHERE d.stock_id = ?', [$stock]);
        $trace = $this->ask('GET', "/api/trace/hormone/{$stock}");
        self::assertSame([], array_diff($dipped, self::keys($trace, 'batch')));
        self::assertSame([(string) $stock], self::keys($trace, 'hormone'));
        foreach (['hormone/999999', 'batch/XXX-99', 'lot/P9999', 'order/0', 'thing/1'] as $nothing) {
            self::assertSame(404, $this->send('GET', "/api/trace/{$nothing}")->getStatusCode(), $nothing);
        }
    }
}
