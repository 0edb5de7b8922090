<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** People who come and go: hands and those who sign in are one list, access ends, passwords are given for one time, sessions end. */
final class Version20261212000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("CREATE TABLE account_new (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, name TEXT NOT NULL,
            sign_in TEXT COLLATE NOCASE UNIQUE, role TEXT NOT NULL CHECK (role IN ('propagator','office','hand','viewer')),
            password TEXT NOT NULL DEFAULT '', ended_on TEXT CHECK (ended_on IS NULL OR ended_on LIKE '____-__-__'),
            must_change INTEGER NOT NULL DEFAULT 0 CHECK (must_change IN (0, 1)), door INTEGER NOT NULL DEFAULT 1 CHECK (door > 0)) STRICT");
        $this->addSql('INSERT INTO account_new (id, version, name, sign_in, role, password) SELECT id, version, name, sign_in, role, password FROM account');
        $this->addSql('DROP TABLE account');
        $this->addSql('ALTER TABLE account_new RENAME TO account');
        $this->addSql('ALTER TABLE nursery ADD COLUMN session_idle_hours INTEGER NOT NULL DEFAULT 12 CHECK (session_idle_hours BETWEEN 1 AND 168)');
        $this->addSql('ALTER TABLE nursery ADD COLUMN session_days INTEGER NOT NULL DEFAULT 14 CHECK (session_days BETWEEN 1 AND 90)');
        $this->addSql('ALTER TABLE nursery ADD COLUMN shared_minutes INTEGER NOT NULL DEFAULT 30 CHECK (shared_minutes BETWEEN 2 AND 720)');
        $this->hands();
    }

    /** Hands were told by their names; whoever signs in by that name is that hand, and the others become people of their own. */
    private function hands(): void
    {
        $kept = $this->connection->fetchOne('SELECT crew FROM nursery WHERE id = 1');
        if (!is_string($kept)) {
            return;
        }
        $crew = (array) json_decode($kept, true, 16, JSON_THROW_ON_ERROR);
        $people = array_change_key_case($this->connection->fetchAllKeyValue('SELECT name, id FROM account ORDER BY id DESC'));
        $next = max([0, ...array_map(intval(...), $this->connection->fetchFirstColumn("SELECT seq FROM sqlite_sequence WHERE name = 'account'")), ...$people]);
        $hands = [];
        foreach ($crew['hands'] ?? [] as ['name' => $name, 'hours' => $hours]) {
            $key = strtolower($name);
            if (!isset($people[$key])) {
                $people[$key] = ++$next;
                $this->addSql("INSERT INTO account (id, name, role) VALUES (?, ?, 'hand')", [$next, $name]);
            }
            $hands[] = ['person' => (int) $people[$key], 'hours' => $hours];
        }
        $away = array_map(
            static fn (array $entry) => ['who' => $entry['who'] === null ? null : (int) $people[strtolower($entry['who'])]] + $entry,
            array_values(array_filter($crew['away'] ?? [], static fn (array $entry) => $entry['who'] === null || isset($people[strtolower($entry['who'])]))),
        );
        $this->addSql('UPDATE nursery SET crew = ?', [json_encode(['hands' => $hands, 'away' => $away], JSON_THROW_ON_ERROR)]);
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('People without a name to sign in by have no place in the table before.');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
