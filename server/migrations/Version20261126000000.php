<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The season's plan: crew and norms, costs, measured air, ranges for every day, shared batches, kept versions. */
final class Version20261126000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        foreach ($this->changes() as $sql) {
            $this->addSql($sql);
        }
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Measured air and kept plans are records. Restore a copy instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }

    /** @return list<string> */
    private function changes(): array
    {
        $json = static fn (string $column, string $default) => "ALTER TABLE nursery ADD COLUMN {$column} TEXT NOT NULL DEFAULT '{$default}' CHECK (json_valid({$column}))";

        return [
            'ALTER TABLE nursery ADD COLUMN collected_an_hour INTEGER NOT NULL DEFAULT 400 CHECK (collected_an_hour > 0)',
            'ALTER TABLE nursery ADD COLUMN weaned_an_hour INTEGER NOT NULL DEFAULT 30 CHECK (weaned_an_hour > 0)',
            $json('stuck_by', '{}'),
            $json('potted_by', '{}'),
            $json('crew', '{"hands":[],"away":[]}'),
            'ALTER TABLE nursery ADD COLUMN hour_cost REAL NOT NULL DEFAULT 18 CHECK (hour_cost >= 0)',
            'ALTER TABLE nursery ADD COLUMN tray_week_cost REAL NOT NULL DEFAULT 0.6 CHECK (tray_week_cost >= 0)',
            'ALTER TABLE crop ADD COLUMN liner_price REAL CHECK (liner_price >= 0)',
            'ALTER TABLE crop ADD COLUMN liner_weeks INTEGER NOT NULL DEFAULT 4 CHECK (liner_weeks >= 0)',
            "ALTER TABLE batch ADD COLUMN pot_from TEXT NOT NULL DEFAULT ''",
            "ALTER TABLE batch ADD COLUMN pot_by TEXT NOT NULL DEFAULT ''",
            "ALTER TABLE batch ADD COLUMN ready_from TEXT NOT NULL DEFAULT ''",
            "ALTER TABLE batch ADD COLUMN ready_by TEXT NOT NULL DEFAULT ''",
            'ALTER TABLE batch ADD COLUMN held_days INTEGER NOT NULL DEFAULT 0 CHECK (held_days BETWEEN 0 AND 28)',
            'ALTER TABLE batch ADD COLUMN as_planned TEXT CHECK (as_planned IS NULL OR json_valid(as_planned))',
            'UPDATE batch SET pot_from = pot_on, pot_by = pot_on, ready_from = ready_on, ready_by = ready_on',
            'CREATE TABLE batch_shared (batch_id INTEGER NOT NULL REFERENCES batch(id), wanted_id INTEGER NOT NULL REFERENCES wanted(id), PRIMARY KEY (batch_id, wanted_id)) STRICT, WITHOUT ROWID',
            'CREATE INDEX batch_shared_wanted ON batch_shared (wanted_id)',
            "CREATE TABLE air_day (on_day TEXT PRIMARY KEY CHECK (on_day LIKE '____-__-__'), mean REAL NOT NULL CHECK (mean BETWEEN -60 AND 60)) STRICT, WITHOUT ROWID",
            'CREATE TABLE plan_version (id INTEGER PRIMARY KEY AUTOINCREMENT, name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 120), kept_at TEXT NOT NULL, by_id INTEGER NOT NULL REFERENCES account(id), automatic INTEGER NOT NULL CHECK (automatic IN (0, 1)), content TEXT NOT NULL CHECK (json_valid(content))) STRICT',
        ];
    }
}
