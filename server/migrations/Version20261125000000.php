<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Stock blocks with their shoots, plants, inspections and permits; licences; what was collected and when. */
final class Version20261125000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        foreach (array_merge($this->blocks(), $this->records()) as $sql) {
            $this->addSql($sql);
        }
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Inspections and takes are records. Restore a copy instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }

    /** @return list<string> */
    private function blocks(): array
    {
        return [
            'ALTER TABLE nursery ADD COLUMN inspection_days INTEGER NOT NULL DEFAULT 60 CHECK (inspection_days BETWEEN 1 AND 1000)',
            'ALTER TABLE crop ADD COLUMN protected_by TEXT',
            'ALTER TABLE stock_block ADD COLUMN shoots INTEGER NOT NULL DEFAULT 0 CHECK (shoots >= 0)',
            'ALTER TABLE stock_block ADD COLUMN max_shoots INTEGER NOT NULL DEFAULT 0 CHECK (max_shoots >= 0)',
            'ALTER TABLE stock_block ADD COLUMN cap_share REAL NOT NULL DEFAULT 0.5 CHECK (cap_share BETWEEN 0 AND 1)',
            'ALTER TABLE stock_block ADD COLUMN branching REAL NOT NULL DEFAULT 2 CHECK (branching >= 0)',
            'ALTER TABLE stock_block ADD COLUMN year_cap INTEGER CHECK (year_cap > 0)',
            'UPDATE stock_block SET shoots = 2 * per_plant, max_shoots = 3 * per_plant',
            'ALTER TABLE stock_block DROP COLUMN per_plant',
            'ALTER TABLE stock_block ADD COLUMN shoot_cm REAL CHECK (shoot_cm > 0)',
            'ALTER TABLE stock_block ADD COLUMN tip_cm REAL CHECK (tip_cm >= 0)',
            'ALTER TABLE stock_block ADD COLUMN internode_cm REAL CHECK (internode_cm > 0)',
            'ALTER TABLE stock_block ADD COLUMN not_before INTEGER NOT NULL DEFAULT 1 CHECK (not_before >= 0)',
            'ALTER TABLE stock_block ADD COLUMN replace_after INTEGER CHECK (replace_after > 0)',
            'ALTER TABLE stock_block ADD COLUMN min_parents INTEGER NOT NULL DEFAULT 1 CHECK (min_parents > 0)',
            "ALTER TABLE stock_block ADD COLUMN origin TEXT NOT NULL DEFAULT 'own' CHECK (origin IN ('own','bought','third_party','wild'))",
            'ALTER TABLE stock_block ADD COLUMN source TEXT',
            'ALTER TABLE stock_block ADD COLUMN population TEXT',
            'ALTER TABLE stock_block ADD COLUMN permit TEXT',
            'ALTER TABLE stock_block ADD COLUMN permit_until TEXT',
            'ALTER TABLE stock_block ADD COLUMN multiplication REAL CHECK (multiplication > 0)',
            'ALTER TABLE stock_block ADD COLUMN survival REAL CHECK (survival BETWEEN 0 AND 1)',
            'ALTER TABLE stock_block ADD COLUMN target INTEGER CHECK (target > 0)',
        ];
    }

    /** @return list<string> */
    private function records(): array
    {
        return [
            "CREATE TABLE stock_plant (id INTEGER PRIMARY KEY AUTOINCREMENT, block_id INTEGER NOT NULL REFERENCES stock_block(id), label TEXT NOT NULL COLLATE NOCASE UNIQUE CHECK (length(label) BETWEEN 1 AND 40),
                bed TEXT NOT NULL, sex TEXT CHECK (sex IN ('female','male')), note TEXT) STRICT",
            'CREATE INDEX stock_plant_block ON stock_plant (block_id)',
            "CREATE TABLE inspection (id INTEGER PRIMARY KEY AUTOINCREMENT, block_id INTEGER NOT NULL REFERENCES stock_block(id), on_day TEXT NOT NULL, found TEXT, how_bad TEXT CHECK (how_bad IN ('slight','some','bad')), spot TEXT, note TEXT,
                cleared_on TEXT CHECK (cleared_on IS NULL OR cleared_on >= on_day), cleared_why TEXT, cleared_by_id INTEGER REFERENCES account(id), by_id INTEGER NOT NULL REFERENCES account(id), at TEXT NOT NULL,
                CHECK ((found IS NULL) = (how_bad IS NULL)), CHECK (found IS NOT NULL OR cleared_on IS NULL), CHECK ((cleared_on IS NULL) = (cleared_why IS NULL))) STRICT",
            'CREATE INDEX inspection_block ON inspection (block_id, on_day)',
            "CREATE TABLE licence (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, crop_id INTEGER NOT NULL REFERENCES crop(id), holder TEXT NOT NULL, number TEXT NOT NULL COLLATE NOCASE UNIQUE,
                from_day TEXT NOT NULL, to_day TEXT NOT NULL CHECK (to_day >= from_day), plants INTEGER NOT NULL CHECK (plants > 0), royalty REAL NOT NULL CHECK (royalty >= 0), counts TEXT NOT NULL CHECK (counts IN ('sticking','sale'))) STRICT",
            'CREATE INDEX licence_crop ON licence (crop_id)',
            "CREATE TABLE collection (id INTEGER PRIMARY KEY AUTOINCREMENT, batch_id INTEGER NOT NULL UNIQUE REFERENCES batch(id), started_at TEXT NOT NULL, how TEXT NOT NULL CHECK (how IN ('shaded','cold','dry')), parents TEXT NOT NULL CHECK (json_valid(parents)),
                by_id INTEGER NOT NULL REFERENCES account(id)) STRICT",
            'ALTER TABLE batch ADD COLUMN despite TEXT',
        ];
    }
}
