<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Database;

use Doctrine\DBAL\Exception as DbException;
use WetCradle\Server\Kernel;
use WetCradle\Server\Tests\House;

/** The tables hold only what they should, and writers take turns. */
final class DatabaseTest extends House
{
    public function testMigratingTwiceIsNoHarm(): void
    {
        self::assertSame('0 The database is up to date.', self::console('cradle:migrate'));
    }

    public function testTablesAreStrict(): void
    {
        foreach ($this->db()->fetchAllAssociative("SELECT name, strict FROM pragma_table_list WHERE type = 'table'
            AND name NOT LIKE 'sqlite_%' AND name <> 'migration'") as $table) {
            self::assertSame(1, (int) $table['strict'], (string) $table['name']);
        }
        self::assertSame(5000, (int) $this->db()->fetchOne('PRAGMA busy_timeout'));
        foreach ([
            "UPDATE way_sheet SET details = '{' WHERE id = 1",
            "UPDATE way_sheet SET why = 'later' WHERE id = 1",
            'INSERT INTO way (crop_id, name, house) VALUES (1, \'Another house way\', 1)',
            'INSERT INTO batch SELECT * FROM batch WHERE id = 1',
            'UPDATE nursery SET window_weeks = 40',
            "UPDATE zone SET trays = 'many' WHERE id = 1",
            "UPDATE zone SET kind = 'cellar' WHERE id = 1",
            'UPDATE wanted SET plants = 0 WHERE id = 1',
            "UPDATE wanted SET ready_week = 'spring' WHERE id = 1",
            "UPDATE account SET role = 'king' WHERE id = 1",
            'UPDATE batch SET trays = 0 WHERE id = 1',
            'UPDATE batch SET crop_id = 999 WHERE id = 1',
            "UPDATE batch SET left_bench_on = '2001-01-01' WHERE left_bench_on IS NOT NULL",
            'UPDATE root_check SET rooted = lifted + 1 WHERE id = 1',
            'UPDATE nursery SET id = 2',
            "INSERT INTO account (name, sign_in, role, password) VALUES ('x', 'INES', 'hand', 'x')",
            'DELETE FROM crop WHERE id = 1',
        ] as $sql) {
            try {
                $this->db()->executeStatement($sql);
                self::fail($sql);
            } catch (DbException $refused) {
                self::assertMatchesRegularExpression('/constraint|cannot store|never changes/i', $refused->getMessage(), $sql);
            }
        }
    }

    public function testAWriterWaitsItsTurnAndIsToldWhenItTakesTooLong(): void
    {
        $this->signIn();
        $other = new \PDO('sqlite:'.Kernel::varDir().'/cradle.sqlite');
        $other->exec('BEGIN IMMEDIATE');
        $told = $this->refused(503, 'POST', '/api/people', ['name' => 'X', 'signIn' => 'xx', 'role' => 'hand']);
        self::assertSame('busy', $told['code']);
        self::assertSame('Ines Halloran', $this->ask('GET', '/api/session')['account']['name'] ?? '', 'Reading goes on meanwhile.');
        $other->exec('ROLLBACK');
        $this->ask('POST', '/api/people', ['name' => 'X', 'signIn' => 'xx', 'role' => 'hand']);
    }

    public function testCodesGoOnWhereTheyWere(): void
    {
        $numbered = (int) $this->db()->fetchOne('SELECT batches_numbered FROM nursery');
        self::assertSame($numbered, (int) $this->db()->fetchOne('SELECT count(*) FROM batch'));
        $this->signIn();
        $codes = $this->db()->fetchFirstColumn('SELECT code FROM batch');
        $wanted = $this->ask('POST', '/api/wanted', ['crop' => 'mint-cellar', 'plants' => 20, 'pot' => 1, 'readyWeek' => '2027-W34', 'priority' => 'nice']);
        $proposal = $this->ask('POST', "/api/wanted/{$wanted['id']}/proposal");
        $body = [
            'wanted' => $wanted['id'], 'trayKind' => 3, 'trays' => 1, 'confidence' => 0.9, 'stickOn' => $proposal['dates']['stickOn'],
            'block' => $proposal['blocks'][0]['code'], 'zone' => $proposal['zones'][0]['id'],
        ];
        $this->refused(422, 'POST', '/api/batches', ['zone' => 9999] + $body);
        self::assertSame($numbered, (int) $this->db()->fetchOne('SELECT batches_numbered FROM nursery'), 'A refused plan uses up no code.');
        self::assertNotContains($this->ask('POST', '/api/batches', $body)['code'], $codes);
    }
}
