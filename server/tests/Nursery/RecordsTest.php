<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Nursery;

use WetCradle\Server\Database\Removals;
use WetCradle\Server\Tests\House;

/** What was entered by mistake is set right, or taken out and put back. */
final class RecordsTest extends House
{
    public function testACheckIsTakenOutLeavesATraceAndIsPutBack(): void
    {
        $this->signIn('bo');
        $code = $this->rooting();
        $before = $this->ask('GET', "/api/batches/{$code}")['checks'];
        $this->ask('POST', "/api/batches/{$code}/checks", ['on' => '2027-05-11', 'stages' => ['callus' => 10]]);
        $checks = $this->ask('GET', "/api/batches/{$code}")['checks'];
        self::assertCount(count($before) + 1, $checks);
        $new = (int) $this->db()->fetchOne('SELECT max(id) FROM root_check');
        $taken = $this->ask('DELETE', "/api/records/check/{$new}")['taken'];
        self::assertSame($before, $this->ask('GET', "/api/batches/{$code}")['checks']);
        $this->ask('POST', "/api/taken-out/{$taken}/back", []);
        self::assertSame($checks, $this->ask('GET', "/api/batches/{$code}")['checks']);
        self::assertSame('not_possible', $this->refused(422, 'POST', "/api/taken-out/{$taken}/back", [])['code']);
        $this->signIn('ines');
        $told = $this->ask('GET', '/api/history?what=check')['changes'];
        self::assertSame(["The check of {$code} on 2027-05-11", 'put back'], [$told[0]['which'], $told[0]['fields'][0]['after']]);
    }

    /** @return iterable<string, array{0: string, 1: string, 2: string}> */
    public static function usedThings(): iterable
    {
        yield 'a pot that sheets name' => ['pot', "SELECT id FROM pot WHERE name = '9 cm'", '/crop sheets? \(/'];
        yield 'a tray in which batches stand' => [
            'tray_kind', 'SELECT tray_kind_id FROM batch WHERE tray_kind_id <> (SELECT min(id) FROM tray_kind) LIMIT 1', '/\d+ batches/',
        ];
        yield 'a customer who ordered' => ['customer', 'SELECT customer_id FROM wanted WHERE customer_id IS NOT NULL LIMIT 1', '/\d+ orders? rest/'];
        yield 'a part of a mix' => ['mix_part', "SELECT p.id FROM mix_part p WHERE EXISTS (SELECT 1 FROM mix m, json_each(m.parts) e
            WHERE json_extract(e.value, '$.name') = p.name) LIMIT 1", '/\d+ mix(es)? \(/'];
        yield 'somebody who entered acts' => ['account', 'SELECT min(by_id) FROM act WHERE by_id <> 1', '/acts in the book/'];
        yield 'the first tray' => ['tray_kind', 'SELECT min(id) FROM tray_kind', '/places/'];
        yield 'oneself' => ['account', "SELECT id FROM account WHERE sign_in = 'ines'", '/That is you/'];
    }

    #[\PHPUnit\Framework\Attributes\DataProvider('usedThings')]
    public function testWhatRestsOnAThingIsNamed(string $record, string $which, string $told): void
    {
        $this->signIn();
        $id = (int) $this->db()->fetchOne($which);
        $refused = $this->refused(422, 'DELETE', "/api/records/{$record}/{$id}");
        self::assertSame('in_use', $refused['code']);
        self::assertMatchesRegularExpression($told, $refused['message']);
    }

    public function testWhatNothingRestsOnGoesAndComesBackWithAllThatIsOfIt(): void
    {
        $this->signIn();
        $made = [];
        $this->ask('POST', '/api/trays/pots', ['name' => '23 cm', 'millilitres' => 7500, 'acrossCm' => 23]);
        $made['pot'] = (int) $this->db()->fetchOne('SELECT max(id) FROM pot');
        $this->ask('POST', '/api/trays/kinds', ['name' => 'tray of 12', 'cells' => 12, 'cellMl' => 300, 'lengthCm' => 54, 'widthCm' => 31]);
        $made['tray_kind'] = (int) $this->db()->fetchOne('SELECT max(id) FROM tray_kind');
        $this->ask(
            'POST', '/api/mixes',
            ['name' => 'half and half', 'parts' => [['name' => (string) $this->db()->fetchOne('SELECT name FROM mix_part'), 'parts' => 1]]],
        );
        $made['mix'] = (int) $this->db()->fetchOne('SELECT max(id) FROM mix');
        $powder = current(array_filter($this->ask('GET', '/api/dips')['stocks'], static fn (array $s) => $s['kind'] === 'powder'));
        $this->ask('POST', '/api/dips/made', [
            'stock' => $powder['id'], 'ppm' => (int) $powder['ppm'], 'cuttings' => 100, 'depthCm' => 2.0, 'batches' => [$this->rooting()], 'on' => '2027-05-03',
        ]);
        $made['made_dip'] = (int) $this->db()->fetchOne('SELECT max(id) FROM made_dip');
        self::assertSame('2027-05-03 12:00:00', $this->db()->fetchOne('SELECT made_at FROM made_dip WHERE id = ?', [$made['made_dip']]));
        foreach ($made as $record => $id) {
            $before = $this->db()->fetchAllAssociative('SELECT * FROM made_dip_batch');
            $taken = $this->ask('DELETE', "/api/records/{$record}/{$id}")['taken'];
            $this->refused(404, 'DELETE', "/api/records/{$record}/{$id}");
            $this->ask('POST', "/api/taken-out/{$taken}/back", []);
            self::assertSame($before, $this->db()->fetchAllAssociative('SELECT * FROM made_dip_batch'));
        }
        self::assertSame([], $this->db()->fetchAllAssociative('PRAGMA foreign_key_check'));
    }

    public function testACropABlockAZoneAndAWayComeBackWhole(): void
    {
        $this->signIn();
        $sheet = $this->ask('GET', '/api/crops/catmint-millrace')['sheets'][0]['sheet'];
        $this->ask('POST', '/api/crops', ['name' => 'Sage', 'sheet' => $sheet]);
        $crop = $this->ask('POST', '/api/crops/sage/ways', ['name' => 'From roots', 'sheet' => $sheet]);
        $way = array_column($crop['sheets'], 'id', 'name')['From roots'];
        $taken = $this->ask('DELETE', "/api/ways/{$way}")['taken'];
        $this->ask('POST', "/api/taken-out/{$taken}/back", []);
        self::assertEquals($crop, $this->ask('GET', '/api/crops/sage'));
        $taken = $this->ask('DELETE', '/api/crops/sage')['taken'];
        $this->refused(404, 'GET', '/api/crops/sage');
        $this->ask('POST', "/api/taken-out/{$taken}/back", []);
        self::assertEquals($crop, $this->ask('GET', '/api/crops/sage'));
        $this->ask('POST', '/api/stock', [
            'code' => 'SG-1', 'crop' => 'sage', 'place' => 'Bed 9', 'plants' => 40, 'shoots' => 12, 'recoveryWeeks' => 6, 'plantedYear' => 2025,
        ]);
        $this->ask('POST', '/api/stock/SG-1/plants', ['label' => 'S-1', 'row' => 'first']);
        $this->ask('POST', '/api/stock/SG-1/inspections', ['clean' => true, 'on' => '2027-04-02']);
        $block = $this->ask('GET', '/api/stock/SG-1');
        self::assertMatchesRegularExpression('/1 stock block rest/', $this->refused(422, 'DELETE', '/api/crops/sage')['message']);
        $taken = $this->ask('DELETE', '/api/stock/SG-1')['taken'];
        $gone = $this->ask('DELETE', '/api/crops/sage')['taken'];
        self::assertSame('taken', $this->refused(422, 'POST', "/api/taken-out/{$taken}/back", [])['code'], 'Its crop is gone.');
        $this->ask('POST', "/api/taken-out/{$gone}/back", []);
        $this->ask('POST', "/api/taken-out/{$taken}/back", []);
        self::assertEquals($block, $this->ask('GET', '/api/stock/SG-1'));
        $changed = ['version' => 1, 'code' => 'sg-2', 'place' => 'Bed 10', 'plants' => 41, 'plantedYear' => 2024, 'shoots' => 12, 'recoveryWeeks' => 6];
        self::assertSame('SG-2', $this->ask('PUT', '/api/stock/SG-1', $changed)['code']);
        self::assertSame('taken', $this->refused(422, 'PUT', '/api/stock/SG-2', ['code' => 'FU-1', 'version' => 2] + $changed)['code']);
    }

    public function testALicenceIsMovedToTheCropItWasMeantFor(): void
    {
        $this->signIn();
        $body = [
            'holder' => 'Grower of Elsewhere', 'number' => 'L-9', 'from' => '2027-01-01', 'to' => '2027-12-31', 'plants' => 500, 'royalty' => 0.1,
            'counts' => 'sticking',
        ];
        $stuck = (string) $this->db()->fetchOne("SELECT c.slug FROM batch b JOIN crop c ON c.id = b.crop_id WHERE b.stuck_on > '2027-01-01' AND b.called_off = 0
            AND c.id NOT IN (SELECT crop_id FROM licence) ORDER BY b.id");
        $licence = $this->ask('POST', '/api/licences', ['crop' => $stuck, 'plants' => 90_000] + $body);
        $other = current(array_filter($this->ask('GET', '/api/crops')['crops'], static fn (array $c) => $c['slug'] !== $stuck));
        self::assertIsArray($other);
        self::assertGreaterThan(0, $licence['used']);
        self::assertSame(
            'in_use', $this->refused(422, 'PUT', "/api/licences/{$licence['id']}", ['crop' => $other['slug'], 'version' => 1] + $body)['code'],
        );
        $this->db()->executeStatement("UPDATE licence SET from_day = '2020-01-01', to_day = '2020-12-31' WHERE id = ?", [$licence['id']]);
        $old = ['from' => '2020-01-01', 'to' => '2020-12-31'] + $body;
        $moved = $this->ask('PUT', "/api/licences/{$licence['id']}", ['crop' => $other['slug'], 'version' => 1] + $old);
        self::assertSame([$other['slug'], $other['name']], [$moved['cropSlug'], $moved['crop']]);
        $this->ask('DELETE', "/api/records/licence/{$licence['id']}");
        self::assertNotContains('L-9', array_column($this->ask('GET', '/api/licences')['licences'], 'number'));
    }

    public function testPeopleAndCustomersAreCalledOtherwise(): void
    {
        $this->signIn();
        $people = array_column($this->ask('GET', '/api/people')['people'], null, 'signIn');
        $bo = ['version' => $people['bo']['version'], 'name' => 'Bo Tarrent', 'signIn' => 'bo', 'role' => 'hand'];
        self::assertSame('Bo Tarrent', $this->ask('PUT', "/api/people/{$people['bo']['id']}", $bo)['name']);
        self::assertSame('changed_meanwhile', $this->refused(409, 'PUT', "/api/people/{$people['bo']['id']}", $bo)['code']);
        self::assertSame(
            'signIn',
            $this->refused(422, 'PUT', "/api/people/{$people['bo']['id']}", ['version' => $bo['version'] + 1, 'signIn' => 'ines'] + $bo)['field'],
        );
        $ines = ['version' => $people['ines']['version'], 'name' => 'Ines', 'signIn' => 'ines', 'role' => 'hand'];
        self::assertSame('role', $this->refused(422, 'PUT', "/api/people/{$people['ines']['id']}", $ines)['field'], 'Somebody leads.');
        [$one, $two, $three] = $this->ask('GET', '/api/customers')['customers'];
        self::assertSame('changed_meanwhile', $this->refused(409, 'PUT', "/api/customers/{$one['id']}", ['name' => 'X', 'was' => 'Y'])['code']);
        self::assertSame('taken', $this->refused(422, 'PUT', "/api/customers/{$one['id']}", ['name' => $two['name'], 'was' => $one['name']])['code']);
        $join = ['name' => $two['name'], 'was' => $one['name'], 'join' => true];
        $joined = $this->ask('PUT', "/api/customers/{$one['id']}", $join);
        $by = array_column($joined['customers'], null, 'name');
        self::assertSame($one['orders'] + $two['orders'], $by[$two['name']]['orders']);
        self::assertArrayNotHasKey($one['name'], $by);
        $this->db()->executeStatement('UPDATE wanted SET customer_id = ? WHERE id = ?', [$three['id'], $joined['joined']['orders'][0]]);
        $parted = array_column($this->ask('POST', '/api/customers/part', $joined['joined'])['customers'], 'orders', 'name');
        self::assertSame([$one['orders'] - 1, $two['orders']], [$parted[$one['name']], $parted[$two['name']]], 'One went elsewhere meanwhile.');
        self::assertSame('not_possible', $this->refused(422, 'POST', '/api/customers/part', $joined['joined'])['code']);
        $this->refused(404, 'POST', '/api/customers/part', ['taken' => 999_999] + $joined['joined']);
        $this->ask('PUT', "/api/customers/{$one['id']}", $join);
        self::assertSame('Northfold', array_column(
            $this->ask('PUT', "/api/customers/{$two['id']}", ['name' => 'Northfold', 'was' => $two['name']])['customers'], 'name', 'id',
        )[$two['id']]);
    }

    public function testASignThatWasNotSeenAfterAllIsTakenOutLater(): void
    {
        $this->signIn('bo');
        $season = fn () => array_column($this->ask('GET', '/api/season')['ways'], null, 'id');
        $way = current(array_filter($season(), static fn (array $w) => $w['signs'] === [] && $w['window']['opensIn'] > 0 && $w['window']['opensIn'] < 6));
        self::assertIsArray($way);
        $this->ask('POST', "/api/ways/{$way['id']}/signs", ['on' => '2027-05-10', 'window' => $way['window']['index'], 'note' => 'two rows only']);
        $seen = $season()[$way['id']];
        self::assertSame([['2027-05-10', 'two rows only']], array_map(static fn (array $s) => [$s['on'], $s['note']], $seen['signs']));
        self::assertSame(0, $seen['window']['opensIn']);
        $taken = $this->ask('DELETE', "/api/records/sign/{$seen['signs'][0]['id']}")['taken'];
        self::assertEquals($way, $season()[$way['id']]);
        $this->ask('POST', "/api/taken-out/{$taken}/back", []);
        self::assertEquals($seen, $season()[$way['id']]);
    }

    public function testWhatWasDoneYesterdayIsEnteredWithItsDay(): void
    {
        $this->signIn('bo');
        $code = $this->rooting();
        $look = ['key' => 'pest-by-the-door', 'code' => $code, 'line' => 1, 'seen' => 'pest', 'at' => '2027-05-12T06:40:00'];
        $id = $this->ask('POST', '/api/round/looks', $look)['look']['id'];
        $this->ask('POST', '/api/troubles', ['looks' => [$id], 'what' => 'soap', 'on' => '2027-05-11']);
        self::assertSame('2027-05-11 12:00:00', $this->db()->fetchOne('SELECT at FROM look_dealt WHERE look_id = ?', [$id]));
        self::assertSame('on', $this->refused(422, 'POST', '/api/troubles', ['looks' => [$id], 'what' => 'soap', 'on' => '2027-05-13'])['field']);
        $planned = (string) $this->db()->fetchOne(
            'SELECT code FROM batch WHERE stuck_on IS NULL AND called_off = 0 AND id NOT IN (SELECT batch_id FROM collection)',
        );
        $how = $this->ask('GET', '/api/take-sheets?batches='.$planned)['sheets'][0]['holds'][0] ?? 'shaded';
        self::assertSame('ahead', $this->refused(422, 'POST', "/api/batches/{$planned}/collect", ['how' => $how, 'at' => '2027-05-13T06:40'])['code']);
        self::assertSame('wrong_type', $this->refused(422, 'POST', "/api/batches/{$planned}/collect", ['how' => $how, 'at' => 'early'])['code']);
        $cut = $this->ask('POST', "/api/batches/{$planned}/collect", ['how' => $how, 'at' => '2027-05-11T18:40']);
        self::assertSame('2027-05-11T18:40:00', $cut['collection']['startedAt']);
    }

    public function testACheckOnTheWalkIsNotAmongWhatWasFound(): void
    {
        $this->signIn('bo');
        $code = $this->rooting();
        $before = count($this->ask('GET', '/api/troubles')['troubles']);
        $look = [
            'key' => 'a-check-on-the-walk', 'code' => $code, 'line' => 1, 'seen' => 'fine', 'note' => 'pale feet', 'stages' => ['callus' => 6],
            'at' => '2027-05-12T06:40:00',
        ];
        self::assertTrue($this->ask('POST', '/api/round/looks', $look)['look']['lifted']);
        self::assertCount($before, $this->ask('GET', '/api/troubles')['troubles']);
        self::assertSame('pale feet', $this->ask('GET', "/api/batches/{$code}")['checks'][0]['note']);
    }

    public function testWhateverRestsOnAThingHasAName(): void
    {
        $tables = $this->db()->fetchFirstColumn("SELECT DISTINCT m.name FROM sqlite_master m JOIN pragma_foreign_key_list(m.name) f WHERE m.type = 'table'");
        $nouns = (new \ReflectionClassConstant(Removals::class, 'NOUNS'))->getValue();
        self::assertIsArray($nouns);
        self::assertSame([], array_values(array_diff($tables, array_keys($nouns))));
    }

    public function testAHandTakesOutWhatHandsLogAndNothingElse(): void
    {
        $this->signIn('bo');
        $pot = (int) $this->db()->fetchOne('SELECT max(id) FROM pot');
        $this->refused(403, 'DELETE', "/api/records/pot/{$pot}");
        $this->signIn('ines');
        $this->ask('POST', '/api/trays/pots', ['name' => '23 cm', 'millilitres' => 7500, 'acrossCm' => 23]);
        $taken = $this->ask('DELETE', '/api/records/pot/'.$this->db()->fetchOne('SELECT max(id) FROM pot'))['taken'];
        $this->signIn('bo');
        $this->refused(403, 'POST', "/api/taken-out/{$taken}/back", []);
        $this->signIn('visitor');
        $this->refused(403, 'DELETE', '/api/records/check/1');
        $this->refused(404, 'DELETE', '/api/records/anything/1');
    }

    public function testAPotOrMixIsRenamedWhereNoSheetCallsItSo(): void
    {
        $this->signIn();
        $all = $this->ask('POST', '/api/trays/pots', ['name' => '23 cm', 'millilitres' => 7500, 'acrossCm' => 23])['pots'];
        $pot = array_column($all, null, 'name')['23 cm'];
        $body = ['version' => $pot['version'], 'name' => '24 cm', 'millilitres' => 7500, 'acrossCm' => 24];
        self::assertContains('24 cm', array_column($this->ask('PUT', "/api/trays/pots/{$pot['id']}", $body)['pots'], 'name'));
        $named = array_column($all, null, 'name')['9 cm'];
        $told = $this->refused(
            422, 'PUT', "/api/trays/pots/{$named['id']}", ['version' => $named['version'], 'name' => '10 cm', 'millilitres' => 500, 'acrossCm' => 10],
        );
        self::assertMatchesRegularExpression('/^9 cm is called so by \d+ crop sheets? \(/', $told['message']);
    }

    private function rooting(): string
    {
        return (string) $this->db()->fetchOne("SELECT b.code FROM batch b JOIN batch_standing s ON s.batch_id = b.id WHERE b.left_bench_on IS NULL AND b.called_off = 0
            AND b.stuck_on < '2027-05-01' AND s.waiting > 60 ORDER BY b.id DESC LIMIT 1");
    }
}
