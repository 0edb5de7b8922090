<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Bench space: the sizes of trays, how zones stand, weeks out of use, batches that are locked or move on to another zone. */
final class Version20261127000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        foreach ([
            'ALTER TABLE tray_kind ADD COLUMN length_cm REAL NOT NULL DEFAULT 80 CHECK (length_cm > 0)',
            'ALTER TABLE tray_kind ADD COLUMN width_cm REAL NOT NULL DEFAULT 50 CHECK (width_cm > 0)',
            'ALTER TABLE tray_kind DROP COLUMN square_metres',
            'ALTER TABLE zone ADD COLUMN aisle REAL NOT NULL DEFAULT 0.8 CHECK (aisle >= 0)',
            'ALTER TABLE zone ADD COLUMN height REAL NOT NULL DEFAULT 0.8 CHECK (height >= 0)',
            "ALTER TABLE zone ADD COLUMN stands TEXT NOT NULL DEFAULT 'bench' CHECK (stands IN ('bench','under','floor'))",
            "ALTER TABLE zone ADD COLUMN light TEXT NOT NULL DEFAULT 'shade' CHECK (light IN ('full','shade','dim'))",
            'ALTER TABLE zone ADD COLUMN frost_free INTEGER NOT NULL DEFAULT 1 CHECK (frost_free IN (0, 1))',
            "UPDATE zone SET stands = 'floor', height = 0, frost_free = 0 WHERE kind = 'frame'",
            "CREATE TABLE zone_closed (id INTEGER PRIMARY KEY AUTOINCREMENT, zone_id INTEGER NOT NULL REFERENCES zone(id), from_week TEXT NOT NULL CHECK (from_week GLOB '[0-9][0-9][0-9][0-9]-W[0-5][0-9]'),
                to_week TEXT NOT NULL CHECK (to_week >= from_week), why TEXT NOT NULL CHECK (length(why) BETWEEN 1 AND 120)) STRICT",
            'CREATE INDEX zone_closed_zone ON zone_closed (zone_id)',
            'ALTER TABLE batch ADD COLUMN locked INTEGER NOT NULL DEFAULT 0 CHECK (locked IN (0, 1))',
            "CREATE TABLE batch_moves_on (id INTEGER PRIMARY KEY AUTOINCREMENT, batch_id INTEGER NOT NULL REFERENCES batch(id), zone_id INTEGER NOT NULL REFERENCES zone(id), from_day TEXT NOT NULL CHECK (from_day LIKE '____-__-__'), UNIQUE (batch_id, from_day)) STRICT",
        ] as $sql) {
            $this->addSql($sql);
        }
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Where batches stood is a record. Restore a copy instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
