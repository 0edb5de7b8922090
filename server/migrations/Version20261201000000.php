<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * Pot lots: plants of one crop potted together, kept as the lines of the batches they came from; what was done with them,
 * which orders they were sent to. Depth and quality of roots on a check; feet graded for practice.
 */
final class Version20261201000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        foreach ([
            'CREATE TABLE pot_lot (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, code TEXT NOT NULL UNIQUE, crop_id INTEGER NOT NULL REFERENCES crop(id), pot_id INTEGER NOT NULL REFERENCES pot(id), mix TEXT NOT NULL,
                potted_on TEXT NOT NULL CHECK (potted_on LIKE \'____-__-__\'), ready_on TEXT NOT NULL CHECK (ready_on >= potted_on)) STRICT',
            'ALTER TABLE line ADD COLUMN lot_id INTEGER REFERENCES pot_lot(id)',
            'CREATE INDEX line_lot ON line (lot_id) WHERE lot_id IS NOT NULL',
            "CREATE TABLE lot_step (id INTEGER PRIMARY KEY AUTOINCREMENT, lot_id INTEGER NOT NULL REFERENCES pot_lot(id), kind TEXT NOT NULL CHECK (kind IN ('shade','feed','space','winter','harden','outside','ready')), on_day TEXT NOT NULL CHECK (on_day LIKE '____-__-__'),
                note TEXT, at TEXT NOT NULL, by_id INTEGER NOT NULL REFERENCES account(id)) STRICT",
            'CREATE INDEX lot_step_lot ON lot_step (lot_id)',
            'CREATE TABLE dispatch (id INTEGER PRIMARY KEY AUTOINCREMENT, act_id INTEGER NOT NULL UNIQUE REFERENCES act(id), lot_id INTEGER NOT NULL REFERENCES pot_lot(id), wanted_id INTEGER NOT NULL REFERENCES wanted(id), count INTEGER NOT NULL CHECK (count > 0)) STRICT',
            'CREATE INDEX dispatch_wanted ON dispatch (wanted_id)',
            'CREATE INDEX dispatch_lot ON dispatch (lot_id)',
            "ALTER TABLE batch ADD COLUMN pot_week TEXT CHECK (pot_week LIKE '____-W__')",
            'ALTER TABLE nursery ADD COLUMN lots_numbered INTEGER NOT NULL DEFAULT 0',
            'ALTER TABLE root_check ADD COLUMN depth_mm INTEGER CHECK (depth_mm BETWEEN 0 AND 500)',
            "ALTER TABLE root_check ADD COLUMN quality TEXT CHECK (quality IN ('few','fair','many'))",
            'CREATE TABLE practice (id INTEGER PRIMARY KEY AUTOINCREMENT, account_id INTEGER NOT NULL REFERENCES account(id), set_number INTEGER NOT NULL CHECK (set_number > 0), grades TEXT NOT NULL CHECK (json_valid(grades)), at TEXT NOT NULL, UNIQUE (account_id, set_number)) STRICT',
            // What was potted before there were lots: one for each batch, numbered as it is.
            "INSERT INTO pot_lot (code, crop_id, pot_id, mix, potted_on, ready_on)
                SELECT 'P' || b.id, b.crop_id, coalesce(w.pot_id, (SELECT o.id FROM pot o WHERE o.name = json_extract(h.details, '$.potting.pot')), (SELECT o.id FROM pot o ORDER BY o.id LIMIT 1)), json_extract(h.details, '$.potting.mix'), coalesce(b.left_bench_on, b.pot_on), max(b.ready_on, coalesce(b.left_bench_on, b.pot_on))
                FROM batch b JOIN way_sheet h ON h.id = b.sheet_id LEFT JOIN wanted w ON w.id = b.wanted_id
                WHERE EXISTS (SELECT 1 FROM line l JOIN entry e ON e.to_line = l.id AND e.to_state = 'potted' WHERE l.batch_id = b.id)",
            "UPDATE line SET lot_id = (SELECT p.id FROM pot_lot p WHERE p.code = 'P' || line.batch_id) WHERE EXISTS (SELECT 1 FROM entry e WHERE e.to_line = line.id AND e.to_state = 'potted')",
            'UPDATE nursery SET lots_numbered = (SELECT coalesce(max(id), 0) FROM batch)',
        ] as $sql) {
            $this->addSql($sql);
        }
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('What was potted and sent is a record. Restore a copy instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
