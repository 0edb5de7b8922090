<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Database;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\DriverManager;
use Doctrine\DBAL\Exception\DriverException;
use Doctrine\Migrations\MigratorConfiguration;
use Doctrine\Migrations\Version\Version;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Console\Input\ArrayInput;
use Symfony\Component\Console\Output\BufferedOutput;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Crops\Regime;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Server\Database\MigrateCommand;

/** A nursery that was set up before crops had ways and blocks had shoots keeps all it had entered. */
final class UpgradeTest extends TestCase
{
    private Connection $db;

    protected function setUp(): void
    {
        $this->db = DriverManager::getConnection(['driver' => 'pdo_sqlite', 'memory' => true]);
        $this->bringUpTo('Version20261123000000');
        $this->db->insert(
            'nursery',
            [
                'id' => 1, 'name' => 'Old place', 'units' => 'metric', 'temperature' => 'celsius', 'hemisphere' => 'south',
                'climate' => 'warm_dry', 'weeks' => 'numbers', 'stuck_an_hour' => 180, 'potted_an_hour' => 110, 'batches_numbered' => 1,
            ],
        );
        $this->db->insert('account', ['name' => 'Ada', 'sign_in' => 'ada', 'role' => 'propagator', 'password' => 'x']);
    }

    /** @param array<string, mixed> $says */
    private function crop(string $name, array $says = []): int
    {
        $this->db->insert('crop', $says + [
            'name' => $name, 'slug' => strtolower($name), 'method' => 'tip cutting', 'material' => 'softwood',
            'root_from' => 12, 'root_to' => 20, 'weaning_days' => 7, 'grow_on_days' => 56, 'heat_low' => 18, 'heat_high' => 22, 'mist_low' => 1, 'mist_high' => 3,
            'prior_rate' => 0.88, 'prior_strength' => 12, 'prior_phi' => 25, 'potting_rate' => 0.97, 'potting_strength' => 60,
            'tray_kind_id' => 3, 'mix' => 'perlite 2 : coir 1', 'hormone' => null, 'ready_share' => 0.8, 'window_from' => 18,
            'window_to' => 27, 'safety' => null, 'note' => null,
        ]);

        return (int) $this->db->lastInsertId();
    }

    private function bringUpTo(string $version): void
    {
        $factory = MigrateCommand::factory($this->db);
        $factory->getMetadataStorage()->ensureInitialized();
        $factory->getMigrator()->migrate(
            $factory->getMigrationPlanCalculator()->getPlanUntilVersion(new Version('WetCradle\Server\Migrations\\'.$version)),
            new MigratorConfiguration(),
        );
    }

    private function bringUp(): void
    {
        $output = new BufferedOutput();
        self::assertSame(0, (new MigrateCommand($this->db))->run(new ArrayInput([]), $output), $output->fetch());
    }

    private function sheetOf(int $crop): WaySheet
    {
        return WaySheet::of((array) json_decode((string) $this->db->fetchOne('SELECT s.details FROM way w
            JOIN way_sheet s ON s.id = w.sheet_id WHERE w.crop_id = ? AND w.house = 1', [$crop]), true, 64, JSON_THROW_ON_ERROR));
    }

    public function testWhatTheCropSaidIsTheFirstVersionOfItsHouseWay(): void
    {
        $tip = $this->crop('Catmint', ['hormone' => 'IBA powder 3000 ppm', 'note' => 'felted']);
        $leaf = $this->crop('Primrose', ['method' => 'leaf cutting', 'material' => 'split midrib', 'mist_low' => 0, 'mist_high' => 1]);
        $hard = $this->crop(
            'Willow',
            [
                'method' => 'nodal cutting', 'material' => 'hardwood', 'window_from' => 46, 'window_to' => 9, 'root_from' => 45,
                'root_to' => 75, 'heat_low' => 3, 'heat_high' => 9, 'mist_low' => 0, 'mist_high' => 0, 'weaning_days' => 0,
            ],
        );
        $odd = $this->crop(
            'Oddity',
            ['method' => 'stuck in the ground', 'material' => 'whatever', 'hormone' => 'the brown tin', 'root_from' => 30, 'root_to' => 30],
        );
        $this->bringUp();

        $sheet = $this->sheetOf($tip);
        self::assertSame(
            [[Method::Tip, Material::Softwood], [12.0, 20.0], 7, 'IBA powder 3000 ppm', 'felted'],
            [[$sheet->method, $sheet->material], $sheet->daysToRoot()->pair(), $sheet->weaningDays(), $sheet->taking->hormone->words(), $sheet->note],
        );
        self::assertSame(
            [0.88, 12.0, 25.0, 56, 3],
            [
                $sheet->reckoning->prior->rate, $sheet->reckoning->prior->strength, $sheet->reckoning->prior->phi,
                $sheet->potting->growOnDays, $sheet->setting->trayKind,
            ],
        );
        self::assertSame([Method::LeafWithStalk, Regime::Cover], [$this->sheetOf($leaf)->method, $this->sheetOf($leaf)->care->water->regime]);
        $sheet = $this->sheetOf($hard);
        self::assertSame(
            [[45.0, 75.0], 46, 9, Regime::None, 0],
            [
                $sheet->daysToRoot()->pair(), $sheet->taking->windows[0]->weeks->from, $sheet->taking->windows[0]->weeks->to,
                $sheet->care->water->regime, $sheet->weaningDays(),
            ],
        );
        $sheet = $this->sheetOf($odd);
        self::assertSame(
            [[Method::Tip, Material::Softwood], 'the brown tin powder 3000 ppm'],
            [[$sheet->method, $sheet->material], $sheet->taking->hormone->words()],
        );
    }

    public function testABatchOfAMethodThatThereIsNotIsAsItsSheetSays(): void
    {
        $this->stuckBefore($this->crop('Oddity', ['method' => 'stuck in the ground', 'material' => 'whatever']), 'RAK-47', 'stuck in the ground', 'whatever');
        $this->stuckBefore($this->crop('Willow', ['method' => 'nodal cutting', 'material' => 'hardwood']), 'RAK-49', 'nodal cutting', 'hardwood');
        $this->bringUp();
        self::assertSame(
            ['RAK-47' => 'tip cutting, softwood', 'RAK-49' => 'nodal cutting, hardwood'],
            $this->db->fetchAllKeyValue("SELECT code, method || ', ' || material FROM batch ORDER BY code"),
        );
    }

    private function stuckBefore(int $crop, string $code, string $method, string $material): void
    {
        $this->db->executeStatement(
            "INSERT OR IGNORE INTO zone (id, name, house, kind, trays, heat_low, heat_high, mist_low, mist_high, x, y, length, width)
                VALUES (1, 'Mist 1', 'House', 'mist', 20, 16, 24, 0, 3, 0, 0, 6, 1)",
        );
        $this->db->insert(
            'stock_block',
            ['code' => 'B-'.$crop, 'crop_id' => $crop, 'place' => 'North', 'plants' => 60, 'per_plant' => 10, 'recovery_weeks' => 4, 'planted_year' => 2024],
        );
        $this->db->insert('batch', [
            'code' => $code, 'crop_id' => $crop, 'method' => $method, 'material' => $material, 'block_id' => (int) $this->db->lastInsertId(),
            'zone_id' => 1, 'tray_kind_id' => 3, 'trays' => 2, 'planned' => 168,
            'stick_on' => '2026-06-01', 'rooted_from' => '2026-06-13', 'rooted_by' => '2026-06-21', 'wean_on' => '2026-06-19',
            'pot_on' => '2026-06-26', 'ready_on' => '2026-08-21', 'called_off' => 0, 'planned_by_id' => 1,
            'planned_at' => '2026-05-01 10:00:00',
        ]);
    }

    public function testBatchesBlocksAndReferencesComeAlong(): void
    {
        $crop = $this->crop('Catmint');
        $this->stuckBefore($crop, 'RAK-47', 'tip cutting', 'softwood');
        $this->bringUp();

        self::assertSame('Catmint', $this->db->fetchOne('SELECT c.name FROM batch b JOIN way_sheet s ON s.id = b.sheet_id
            JOIN way w ON w.id = s.way_id JOIN crop c ON c.id = w.crop_id WHERE b.code = ?', ['RAK-47']));
        self::assertEquals(
            ['shoots' => 20, 'max_shoots' => 30, 'cap_share' => 0.5, 'origin' => 'own'],
            $this->db->fetchAssociative('SELECT shoots, max_shoots, cap_share, origin FROM stock_block'),
            'Half of twice as many is what one take gave before.',
        );
        self::assertSame(
            ['2026-06-26', '2026-06-26', '2026-08-21', '2026-08-21'],
            array_values((array) $this->db->fetchAssociative('SELECT pot_from, pot_by, ready_from, ready_by FROM batch')),
            'Where no range was reckoned, it is the day.',
        );
        self::assertSame([], $this->db->fetchAllAssociative('PRAGMA foreign_key_check'));
        self::assertSame(1, (int) $this->db->fetchOne('PRAGMA foreign_keys'));
        $this->expectException(DriverException::class);
        $this->expectExceptionMessage('A batch is stuck under a sheet');
        $this->db->insert('batch', ['id' => 2, 'code' => 'RAL-47', 'sheet_id' => null] + ($this->db->fetchAssociative('SELECT * FROM batch') ?: []));
    }

    public function testWhatIsInPotsAlreadyIsALotOfItsBatch(): void
    {
        $crop = $this->crop('Catmint');
        $this->db->insert(
            'stock_block',
            ['code' => 'CA-1', 'crop_id' => $crop, 'place' => 'North', 'plants' => 60, 'per_plant' => 10, 'recovery_weeks' => 4, 'planted_year' => 2024],
        );
        $this->db->insert(
            'zone',
            [
                'name' => 'Mist 1', 'house' => 'House', 'kind' => 'mist', 'trays' => 20, 'heat_low' => 16, 'heat_high' => 24,
                'mist_low' => 0, 'mist_high' => 3, 'x' => 0, 'y' => 0, 'length' => 6, 'width' => 1,
            ],
        );
        foreach (['RAK-47' => '2026-06-26', 'RAL-47' => null] as $code => $left) {
            $this->db->insert('batch', [
                'code' => $code, 'crop_id' => $crop, 'method' => 'tip cutting', 'material' => 'softwood', 'block_id' => 1, 'zone_id' => 1,
                'tray_kind_id' => 3, 'trays' => 2, 'planned' => 168,
                'stick_on' => '2026-06-01', 'stuck_on' => '2026-06-01', 'rooted_from' => '2026-06-13', 'rooted_by' => '2026-06-21',
                'wean_on' => '2026-06-19', 'pot_on' => '2026-06-26', 'ready_on' => '2026-08-21', 'left_bench_on' => $left, 'called_off' => 0,
                'planned_by_id' => 1, 'planned_at' => '2026-05-01 10:00:00',
            ]);
            $this->db->insert('line', ['batch_id' => $left === null ? 2 : 1, 'number' => 1, 'since' => '2026-06-01']);
        }
        $this->db->insert(
            'act',
            ['kind' => 'count_and_pot', 'batch_id' => 1, 'on_day' => '2026-06-26', 'at' => '2026-06-26 16:00:00', 'by_id' => 1, 'says' => 'Counted'],
        );
        foreach ([[null, null, 'to_stick'], [1, 'to_stick', 'stuck'], [1, 'stuck', 'rooted'], [1, 'rooted', 'potted']] as [$line, $from, $to]) {
            $this->db->insert('entry', ['act_id' => 1, 'from_line' => $line, 'from_state' => $from, 'to_line' => 1, 'to_state' => $to, 'count' => 90]);
        }
        $this->bringUp();
        self::assertEquals([
            ['code' => 'P1', 'potted_on' => '2026-06-26', 'ready_on' => '2026-08-21', 'batch_id' => 1],
        ], $this->db->fetchAllAssociative('SELECT p.code, p.potted_on, p.ready_on, l.batch_id
            FROM pot_lot p JOIN line l ON l.lot_id = p.id'));
        self::assertNull($this->db->fetchOne('SELECT lot_id FROM line WHERE batch_id = 2'));
        self::assertSame(2, (int) $this->db->fetchOne('SELECT lots_numbered FROM nursery'), 'The next lot does not take a number that is there.');
        self::assertSame([], $this->db->fetchAllAssociative('PRAGMA foreign_key_check'));
    }

    public function testALotStandsWhereItsBatchStoodAndWhatWasSeenBeforeIsOver(): void
    {
        $this->stuckBefore($this->crop('Catmint'), 'RAK-47', 'tip cutting', 'softwood');
        $this->stuckBefore($this->crop('Willow'), 'RAK-49', 'tip cutting', 'softwood');
        $this->bringUpTo('Version20261207000000');
        $this->db->executeStatement("UPDATE batch SET pots_zone_id = 1, pots_spaced = 1 WHERE code = 'RAK-47'");
        foreach ([1, 2] as $id) {
            $this->db->insert('pot_lot', ['id' => $id, 'version' => 1, 'code' => "P{$id}", 'crop_id' => $id, 'pot_id' => 1, 'mix' => 'peat-free',
                'potted_on' => '2026-06-26', 'ready_on' => '2026-08-21']);
            $this->db->insert('line', ['id' => $id, 'batch_id' => $id, 'number' => 1, 'since' => '2026-06-01', 'lot_id' => $id]);
        }
        $this->db->insert('round_look', ['device_key' => 'seen-once', 'line_id' => 1, 'seen' => 'pest', 'culled' => 0, 'seen_at' => '2026-06-20 07:10:00',
            'at' => '2026-06-20 07:12:00', 'by_id' => 1]);
        $this->db->insert('round_look', ['device_key' => 'with-a-check', 'line_id' => 1, 'seen' => 'fine', 'culled' => 0, 'seen_at' => '2026-06-21 07:10:00',
            'at' => '2026-06-21 07:12:00', 'by_id' => 1]);
        $this->db->insert('root_check', ['line_id' => 1, 'on_day' => '2026-06-21', 'stages' => '{"callus":6}', 'there' => 168, 'lifted' => 6, 'rooted' => 0,
            'threshold' => 0.8, 'chance' => 0.01, 'verdict' => 'not_yet', 'by_id' => 1, 'at' => '2026-06-21 07:12:00']);
        $this->bringUp();
        self::assertEquals(
            [
                'P1' => ['zone_id' => 1, 'spaced' => 1, 'stands_since' => '2026-06-26'],
                'P2' => ['zone_id' => null, 'spaced' => 0, 'stands_since' => '2026-06-26'],
            ],
            $this->db->fetchAllAssociativeIndexed('SELECT code, zone_id, spaced, stands_since FROM pot_lot ORDER BY id'),
        );
        self::assertSame(['seen before it was asked for', 'seen before it was asked for'], $this->db->fetchFirstColumn('SELECT what FROM look_dealt'));
        self::assertEquals(['seen-once' => 0, 'with-a-check' => 1], $this->db->fetchAllKeyValue('SELECT device_key, lifted FROM round_look'));
        self::assertSame([], $this->db->fetchAllAssociative('PRAGMA foreign_key_check'));
    }

    public function testAPlanKeptBeforeALotWasCarriedSaysSinceWhenItStoodThere(): void
    {
        $this->crop('Catmint');
        $this->bringUpTo('Version20261210000000');
        $this->db->insert('pot_lot', ['id' => 1, 'version' => 1, 'code' => 'P1', 'crop_id' => 1, 'pot_id' => 1, 'mix' => 'peat-free',
            'potted_on' => '2026-06-26', 'ready_on' => '2026-08-21', 'spaced' => 1]);
        $this->db->insert('plan_version', ['name' => 'Before', 'kept_at' => '2026-07-01 10:00:00', 'by_id' => 1, 'automatic' => 1, 'content' => '[]',
            'lots' => '[{"code":"P1","zone":1,"spaced":true},{"code":"P9","zone":null,"spaced":false}]']);
        $this->db->insert('plan_version', ['name' => 'Without', 'kept_at' => '2026-07-02 10:00:00', 'by_id' => 1, 'automatic' => 1, 'content' => '[]']);
        $this->bringUp();
        self::assertSame(
            [
                '[{"code":"P1","zone":1,"spaced":true,"since":"2026-06-26"},{"code":"P9","zone":null,"spaced":false,"since":"2000-01-01"}]',
                '[]',
            ],
            $this->db->fetchFirstColumn('SELECT lots FROM plan_version ORDER BY id'),
        );
    }

    public function testHandsAndThoseWhoSignInBecomeOneList(): void
    {
        $this->crop('Catmint');
        $this->bringUpTo('Version20261211000000');
        $this->db->executeStatement("UPDATE account SET name = 'Ada Berg' WHERE id = 1");
        $this->db->update('nursery', ['crew' => json_encode([
            'hands' => [['name' => 'ada berg', 'hours' => 20.5], ['name' => 'Saturday help', 'hours' => 6]],
            'away' => [['who' => 'Saturday help', 'from' => '2027-05-01', 'to' => '2027-05-02', 'why' => null],
                ['who' => null, 'from' => '2027-12-24', 'to' => '2027-12-26', 'why' => 'closed']],
        ], JSON_THROW_ON_ERROR)], ['id' => 1]);
        $this->bringUp();
        $people = $this->db->fetchAllAssociativeIndexed('SELECT name, id, sign_in, role, ended_on, must_change FROM account');
        self::assertNull($people['Saturday help']['sign_in']);
        self::assertNotNull($people['Ada Berg']['sign_in']);
        $help = (int) $people['Saturday help']['id'];
        self::assertSame(
            ['hands' => [['person' => 1, 'hours' => 20.5], ['person' => $help, 'hours' => 6]], 'away' => [
                ['who' => $help, 'from' => '2027-05-01', 'to' => '2027-05-02', 'why' => null],
                ['who' => null, 'from' => '2027-12-24', 'to' => '2027-12-26', 'why' => 'closed'],
            ]],
            json_decode((string) $this->db->fetchOne('SELECT crew FROM nursery'), true),
        );
        self::assertSame([], $this->db->fetchAllAssociative('PRAGMA foreign_key_check'));
    }

    public function testWhatWasLostInTraysIsToldApartAndForecastsAreToBeReckoned(): void
    {
        $this->stuckBefore($this->crop('Catmint'), 'RAK-47', 'tip cutting', 'softwood');
        $this->bringUpTo('Version20261212000000');
        $this->db->executeStatement("UPDATE batch SET stuck_on = '2026-06-01'");
        $batch = (int) $this->db->fetchOne("SELECT id FROM batch WHERE code = 'RAK-47'");
        $this->db->insert('line', ['batch_id' => $batch, 'number' => 7, 'since' => '2026-06-01']);
        $line = (int) $this->db->lastInsertId();
        $this->db->insert('act', ['kind' => 'stick', 'batch_id' => $batch, 'on_day' => '2026-06-01', 'at' => '2026-06-01 10:00:00', 'by_id' => 1, 'says' => 'Stuck']);
        $act = (int) $this->db->lastInsertId();
        $enter = function (?string $from, ?string $to, int $count, ?string $cause = null, ?int $reverses = null) use ($act, $line): int {
            $this->db->insert('entry', [
                'act_id' => $act, 'from_line' => $from === null ? null : $line, 'from_state' => $from, 'to_line' => $to === null ? null : $line,
                'to_state' => $to, 'count' => $count, 'cause' => $cause, 'reverses' => $reverses,
            ]);

            return (int) $this->db->lastInsertId();
        };
        $enter(null, 'to_stick', 100);
        $enter('to_stick', 'stuck', 100);
        $enter('stuck', 'lost', 7, 'dried_out');
        $undone = $enter('stuck', 'lost', 5, 'rot');
        $enter('lost', 'stuck', 5, 'rot', $undone);
        $enter('stuck', 'rooted', 50);
        $enter('rooted', 'lost', 3, 'rot');
        $this->db->executeStatement('INSERT OR IGNORE INTO batch_standing (batch_id, came_in, stuck, rooted, waiting, potted, live, counted, lost, states)
            VALUES (?, 100, 100, 50, 43, 0, 90, 1, ?, ?)', [$batch, '{}', '{}']);
        $this->bringUp();
        self::assertSame(['{"dried_out":7}', 93], $this->db->fetchNumeric('SELECT lost_in_trays, could_root FROM batch_standing WHERE batch_id = ?', [$batch]));
        self::assertSame(1, (int) $this->db->fetchOne('SELECT stale FROM batch_forecast WHERE batch_id = ?', [$batch]));
        self::assertSame(1, (int) $this->db->fetchOne('SELECT stale FROM learnt'));
        $enter('stuck', 'lost', 2, 'no_room');
        self::assertSame(41, (int) $this->db->fetchOne("SELECT count FROM standing WHERE line_id = ? AND state = 'stuck'", [$line]), 'The book goes on as before.');
        self::assertSame([], $this->db->fetchAllAssociative('PRAGMA foreign_key_check'));
    }

    public function testWhatEachWayTellsIsLearntAtOnceOfANurseryFromBefore(): void
    {
        $crop = $this->crop('Catmint');
        $this->stuckBefore($crop, 'RAK-47', 'tip cutting', 'softwood');
        $this->bringUpTo('Version20261213000000');
        $batch = (int) $this->db->fetchOne("SELECT id FROM batch WHERE code = 'RAK-47'");
        $this->db->executeStatement("INSERT OR REPLACE INTO batch_forecast VALUES (?, 0, '', NULL, NULL, NULL)", [$batch]);
        $this->db->executeStatement('UPDATE learnt SET stale = 0');
        $this->bringUp();
        self::assertSame(1, (int) $this->db->fetchOne('SELECT stale FROM batch_forecast WHERE batch_id = ?', [$batch]));
        self::assertSame(1, (int) $this->db->fetchOne('SELECT stale FROM learnt'));
        $way = (int) $this->db->fetchOne('SELECT id FROM way WHERE crop_id = ?', [$crop]);
        self::assertNull($this->db->fetchOne('SELECT through FROM way WHERE id = ?', [$way]));
        $this->db->insert('way_tells', ['way_id' => $way, 'rests_on' => '', 'marked' => '{}', 'mishaps' => '[]', 'batches' => 0, 'spread' => '[0.0]']);
        $this->db->executeStatement('UPDATE learnt SET stale = 0');
        $this->db->executeStatement('PRAGMA foreign_keys = OFF');
        $this->db->executeStatement('DELETE FROM way WHERE id = ?', [$way]);
        self::assertSame([0, 1], [(int) $this->db->fetchOne('SELECT count(*) FROM way_tells'), (int) $this->db->fetchOne('SELECT stale FROM learnt')]);
    }

    public function testOfBatchesFromBeforeNobodyHasSaidAnythingOfTheirWeaning(): void
    {
        foreach (['RAK-47', 'RAL-48', 'RAM-49', 'RAN-50'] as $code) {
            $this->stuckBefore($this->crop($code), $code, 'tip cutting', 'softwood');
        }
        $this->bringUpTo('Version20261214000000');
        $sheet = (int) $this->db->fetchOne("SELECT sheet_id FROM batch WHERE code = 'RAK-47'");
        $ago = fn (int $days): string => (string) $this->db->fetchOne("SELECT date('now', ? || ' days')", [-$days]);
        $length = (int) $this->db->fetchOne("SELECT sum(e.value ->> 'days') FROM way_sheet w, json_each(w.details, '$.weaning') e WHERE w.id = ?", [$sheet]);
        self::assertGreaterThan(2, $length);
        foreach ([['RAL-48', $length, null], ['RAM-49', $length - 1, null], ['RAN-50', $length, $ago(1)]] as [$code, $weaned, $left]) {
            $this->db->update('batch', ['stuck_on' => $ago(90), 'wean_on' => $ago($weaned), 'left_bench_on' => $left], ['code' => $code]);
        }
        $days = $this->db->fetchAssociative("SELECT stick_on, wean_on, pot_on, ready_on, version FROM batch WHERE code = 'RAK-47'");
        $this->bringUp();
        $kept = $this->db->fetchAllKeyValue('SELECT code, weaning FROM batch');
        self::assertSame(['[]', '[]', '[]'], [$kept['RAK-47'], $kept['RAM-49'], $kept['RAN-50']], 'Not stuck; within its weaning; in pots.');
        $steps = json_decode((string) $kept['RAL-48'], true);
        self::assertSame([1, $ago($length), true], array_values($steps[0] ?? []), 'What would be over is taken to be.');
        self::assertSame(range(1, count($steps)), array_column($steps, 'step'));
        self::assertSame($days, $this->db->fetchAssociative("SELECT stick_on, wean_on, pot_on, ready_on, version FROM batch WHERE code = 'RAK-47'"));
        $this->expectException(DriverException::class);
        $this->db->update('batch', ['weaning' => 'tomorrow'], ['code' => 'RAK-47']);
    }

    public function testWhatWasCarriedOffItsMistOnTheDayOfItsWeaningHasBegunToBeWeaned(): void
    {
        foreach (['RAK-47', 'RAL-48', 'RAM-49', 'RAN-50'] as $code) {
            $this->stuckBefore($this->crop($code), $code, 'tip cutting', 'softwood');
        }
        $this->bringUpTo('Version20261215000000');
        $ago = fn (int $days): string => (string) $this->db->fetchOne("SELECT date('now', ? || ' days')", [-$days]);
        foreach ([['RAL-48', 2, 2], ['RAM-49', 2, 1], ['RAN-50', -1, -1]] as [$code, $weaned, $moved]) {
            $this->db->update('batch', ['stuck_on' => $ago(30), 'wean_on' => $ago($weaned)], ['code' => $code]);
            $batch = (int) $this->db->fetchOne('SELECT id FROM batch WHERE code = ?', [$code]);
            $this->db->insert('batch_moves_on', ['batch_id' => $batch, 'zone_id' => 1, 'from_day' => $ago($moved)]);
        }
        $this->bringUp();
        self::assertSame(
            ['RAK-47' => '[]', 'RAL-48' => sprintf('[{"step":1,"on":"%s","done":true}]', $ago(2)), 'RAM-49' => '[]', 'RAN-50' => '[]'],
            $this->db->fetchAllKeyValue('SELECT code, weaning FROM batch ORDER BY code'),
            'Not stuck; on that day; carried on another day; still ahead.',
        );
    }

    public function testBooksThatAreBegunGoOnCountingCuttings(): void
    {
        foreach (['RAK-47', 'RAL-48'] as $code) {
            $this->stuckBefore($this->crop($code), $code, 'tip cutting', 'softwood');
        }
        $this->bringUpTo('Version20261215000000');
        $this->db->executeStatement("INSERT INTO way_sheet (way_id, number, details, kept_by_id, kept_at)
            SELECT way_id, number + 1, json_set(details, '$.hole.each', 4), kept_by_id, kept_at FROM way_sheet");
        $this->db->executeStatement('UPDATE batch SET sheet_id = (SELECT n.id FROM way_sheet n JOIN way_sheet o ON o.way_id = n.way_id
            WHERE o.id = batch.sheet_id AND n.id > o.id)');
        $this->db->update('batch', ['stuck_on' => '2026-05-01'], ['code' => 'RAL-48']);
        $this->bringUp();
        self::assertSame(['RAK-47' => 4, 'RAL-48' => 1], $this->db->fetchAllKeyValue('SELECT code, together FROM batch ORDER BY code'));
        self::assertNull($this->db->fetchOne("SELECT taken FROM batch WHERE code = 'RAL-48'"));
        $this->expectException(DriverException::class);
        $this->db->update('batch', ['together' => 0], ['code' => 'RAK-47']);
    }

    public function testWhatCleansToolsAndCuttingsHasAStrengthForEach(): void
    {
        $this->bringUpTo('Version20261216000000');
        $bleach = ['ppm' => 50_000, 'parts' => 9, 'reading' => 'to_parts', 'minutes' => 10, 'never_meets' => 'acids'];
        $this->db->insert('sanitiser', ['name' => 'Bleach', 'for_material' => 1] + $bleach);
        $this->db->insert('sanitiser', ['name' => 'Quat', 'for_material' => 0] + $bleach);
        $this->bringUp();
        self::assertEquals(
            [['Bleach', 0, 10, 1], ['Quat', 0, 10, 1], ['Bleach for cuttings', 1, 10, 1]],
            $this->db->fetchAllNumeric('SELECT name, for_material, minutes, rinse FROM sanitiser ORDER BY id'),
        );
        self::assertSame(0, (int) $this->db->fetchOne('SELECT count(*) FROM zone WHERE ground <> \'bench\''), 'No ground is beside the stock before somebody says so.');
    }

    public function testStockFromBeforeNeverRestsAndNoClumpIsLifted(): void
    {
        $this->stuckBefore($this->crop('Hosta'), 'HOS-22', 'division', 'division');
        $this->bringUpTo('Version20261217000000');
        $before = $this->db->fetchAllAssociative('SELECT id, code, plants, shoots FROM stock_block ORDER BY id');
        $this->bringUp();
        self::assertNotSame([], $before);
        self::assertSame($before, $this->db->fetchAllAssociative('SELECT id, code, plants, shoots FROM stock_block ORDER BY id'));
        self::assertSame(
            [[null, null, null, 0, 0, null]],
            $this->db->fetchAllNumeric('SELECT DISTINCT rest_from, restart_in, first_take_after, feeds, flowers_off, pieces_each FROM stock_block'),
        );
        self::assertSame([null, null], $this->db->fetchNumeric('SELECT lifted, to_bed FROM batch'));
        self::assertSame(0, (int) $this->db->fetchOne('SELECT count(*) FROM stock_care'));
        self::assertSame([], $this->db->fetchAllAssociative('PRAGMA foreign_key_check'));
    }

    public function testStockFromBeforeIsAsOldAsItsYearSaysAndGroundBesideItStaysSo(): void
    {
        $this->stuckBefore($this->crop('Hosta'), 'HOS-22', 'division', 'division');
        $this->bringUpTo('Version20261218000000');
        $this->db->executeStatement('UPDATE zone SET beside_stock = 1');
        $before = $this->db->fetchAllAssociative('SELECT * FROM stock_block ORDER BY id');
        $this->bringUp();
        self::assertNotSame([], $before);
        self::assertSame(
            array_map(
                static fn (array $block) => $block + ['planted_on' => null, 'accession' => null, 'true_to_name_on' => null, 'true_to_name_by' => null, 'passport' => null],
                $before,
            ),
            $this->db->fetchAllAssociative('SELECT * FROM stock_block ORDER BY id'),
        );
        self::assertSame(['beside_stock'], $this->db->fetchFirstColumn('SELECT DISTINCT ground FROM zone'));
        self::assertSame([], $this->db->fetchAllAssociative('PRAGMA foreign_key_check'));
    }

    public function testNothingWasMeasuredOrBroughtInBeforeAndNobodySetAController(): void
    {
        $this->stuckBefore($this->crop('Catmint'), 'RAK-47', 'tip cutting', 'softwood');
        $this->bringUpTo('Version20261219000000');
        $before = $this->db->fetchAllAssociative('SELECT * FROM zone ORDER BY id');
        $this->bringUp();
        self::assertNotSame([], $before);
        self::assertSame(
            array_map(static fn (array $zone) => $zone + ['nozzles' => null], $before),
            $this->db->fetchAllAssociative('SELECT * FROM zone ORDER BY id'),
            'Nozzles that nobody counted go by the size of the bench.',
        );
        foreach (['zone_programme', 'device', 'reading', 'reading_hour', 'reading_day', 'alarm', 'alarm_outlet', 'brought_in', 'past_batch', 'calendar_address', 'recall', 'treatment', 'trial', 'trial_arm', 'trial_tray'] as $table) {
            self::assertSame(0, (int) $this->db->fetchOne("SELECT count(*) FROM {$table}"), $table);
        }
        self::assertSame([], $this->db->fetchAllAssociative('PRAGMA foreign_key_check'));
    }

    public function testAKeptPlanTellsItsThingsByTheirNumbers(): void
    {
        $this->stuckBefore($this->crop('Catmint'), 'RAK-47', 'tip cutting', 'softwood');
        $this->bringUpTo('Version20261204000000');
        $block = (array) $this->db->fetchAssociative('SELECT id, code AS name FROM stock_block');
        $kind = (array) $this->db->fetchAssociative('SELECT id, name FROM tray_kind WHERE id = 3');
        $oldest = ['code' => 'RAK-47', 'crop' => 'Catmint', 'orders' => [], 'block' => $block['name'], 'zone' => 'Mist 1', 'trays' => 2,
            'cuttings' => 168, 'stickOn' => '2026-06-01', 'heldDays' => 0, 'readyOn' => '2026-08-21', 'stuck' => false];
        $newer = ['zone' => 'Mist 1 (old)', 'trayKind' => $kind['name'], 'movesOn' => [['zone' => 'Mist 1', 'from' => '2026-06-10']],
            'pots' => ['zone' => 'Mist 1', 'spaced' => true], 'potWeek' => '2026-W30'] + $oldest;
        $this->db->insert('plan_version', ['name' => 'Before', 'kept_at' => '2026-05-01 10:00:00', 'by_id' => 1, 'automatic' => 0,
            'content' => json_encode([$oldest, $newer], JSON_THROW_ON_ERROR)]);
        $this->bringUp();
        $kept = (array) json_decode((string) $this->db->fetchOne('SELECT content FROM plan_version'), true, 64, JSON_THROW_ON_ERROR);
        $mist = ['id' => 1, 'name' => 'Mist 1'];
        self::assertEquals(
            [
                ['block' => $block, 'zone' => $mist] + $oldest,
                ['zone' => ['id' => 0, 'name' => 'Mist 1 (old)'], 'trayKind' => $kind, 'movesOn' => [['zone' => $mist, 'from' => '2026-06-10']],
                    'pots' => ['zone' => $mist, 'spaced' => true], 'block' => $block] + $newer,
            ],
            $kept,
        );
    }

    public function testTheSiteGetsTheYearOfItsClimateOnItsOwnHalfOfTheGlobe(): void
    {
        $this->bringUp();
        $air = (array) json_decode((string) $this->db->fetchOne('SELECT air FROM nursery'), true);
        self::assertCount(12, $air);
        self::assertSame(25.4, $air[0], 'January is the middle of the southern summer.');
        self::assertSame(8.4, $air[6]);
    }

    public function testTheHouseBeginsWithTheUsualHabitsAndBlocksKeepTheirRecovery(): void
    {
        $crop = $this->crop('Catmint');
        $this->db->insert(
            'stock_block',
            ['code' => 'CA-1', 'crop_id' => $crop, 'place' => 'North', 'plants' => 60, 'per_plant' => 10, 'recovery_weeks' => 60, 'planted_year' => 2024],
        );
        $this->bringUp();
        $kept = (array) json_decode((string) $this->db->fetchOne('SELECT house_defaults FROM nursery'), true, 8, JSON_THROW_ON_ERROR);
        self::assertSame([], HouseDefaults::of($kept)->toArray());
        self::assertSame(60, (int) $this->db->fetchOne('SELECT recovery_weeks FROM stock_block'), 'Until the block is next edited.');
    }

    public function testNumbersAndDaysStayAsTheyWereUntilTheNurserySaysOtherwise(): void
    {
        $this->bringUpTo('Version20261205000000');
        $this->bringUp();
        self::assertSame(['1,200.5', 'UTC'], $this->db->fetchNumeric('SELECT numbers, time_zone FROM nursery'));
    }

    public function testANurseryThatHadNoMarkOfItsLastWriteGetsOne(): void
    {
        $this->bringUpTo('Version20261229000000');
        $this->bringUp();
        self::assertMatchesRegularExpression('/^[0-9a-f]{32}$/', (string) $this->db->fetchOne('SELECT mark FROM last_write'));
        $this->expectException(DriverException::class);
        $this->db->insert('last_write', ['id' => 2, 'mark' => 'another']);
    }

    public function testPotsStayPotsAndWhatLeavesWithoutOneStandsBesideThem(): void
    {
        $this->bringUpTo('Version20261225000000');
        $this->db->executeStatement("UPDATE pot SET name = 'bare-root' WHERE name = '3 L'");
        $this->bringUp();
        self::assertSame(0, (int) $this->db->fetchOne("SELECT count(*) FROM pot WHERE leaves = 'pot' AND (millilitres = 0 OR bundle_of IS NOT NULL)"));
        self::assertSame(
            ['bare-root' => 'pot', 'bundle of 25' => 'bundle', 'plug in its tray' => 'plug'],
            $this->db->fetchAllKeyValue("SELECT name, leaves FROM pot WHERE name IN ('bare-root', 'bundle of 25', 'plug in its tray') ORDER BY name"),
            'A pot that is called so stays one.',
        );
        self::assertSame([], $this->db->fetchAllAssociative('PRAGMA foreign_key_check'));
    }
}
