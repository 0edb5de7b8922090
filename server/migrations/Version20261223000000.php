<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Tables that are brought in, the batches from before that they tell of, private addresses of calendars, recalls, and what plants were treated with. */
final class Version20261223000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $json = static fn (string $column): string => "{$column} TEXT NOT NULL CHECK (json_valid({$column}))";
        $this->addSql("CREATE TABLE brought_in (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, version INTEGER NOT NULL DEFAULT 1, kind TEXT NOT NULL,
            name TEXT NOT NULL, {$json('columns')}, {$json('rows')}, head TEXT NOT NULL, {$json('mapping')}, signs TEXT NOT NULL,
            day_order TEXT NOT NULL CHECK (day_order IN ('day_first', 'month_first')), {$json('answers')}, {$json('left_out')}, {$json('made')},
            at TEXT NOT NULL, by_id INTEGER NOT NULL REFERENCES account(id), done_at TEXT, undone_at TEXT) STRICT");
        $this->addSql('CREATE INDEX brought_in_head ON brought_in (kind, head)');
        $this->addSql("CREATE TABLE past_batch (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, brought_in_id INTEGER NOT NULL REFERENCES brought_in(id),
            line INTEGER NOT NULL, crop_id INTEGER NOT NULL REFERENCES crop(id), way_id INTEGER NOT NULL REFERENCES way(id),
            block_id INTEGER REFERENCES stock_block(id), source TEXT, stuck_on TEXT NOT NULL, day_known INTEGER NOT NULL CHECK (day_known IN (0, 1)),
            stuck INTEGER NOT NULL CHECK (stuck > 0), rooted INTEGER NOT NULL CHECK (rooted BETWEEN 0 AND stuck),
            potted INTEGER CHECK (potted BETWEEN 0 AND rooted), {$json('lost')}, hormone TEXT,
            hormone_known INTEGER NOT NULL CHECK (hormone_known IN (0, 1)), mix TEXT, note TEXT) STRICT");
        $this->addSql('CREATE INDEX past_batch_crop ON past_batch (crop_id, stuck_on)');
        $this->addSql('CREATE INDEX past_batch_from ON past_batch (brought_in_id)');
        $this->addSql('ALTER TABLE wanted ADD COLUMN only_block_id INTEGER REFERENCES stock_block(id)');
        $this->addSql('ALTER TABLE wanted ADD COLUMN only_population TEXT');
        foreach (['accession', 'true_to_name_on', 'true_to_name_by'] as $column) {
            $this->addSql("ALTER TABLE stock_block ADD COLUMN {$column} TEXT");
        }
        $this->addSql('CREATE TABLE treatment (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, zone_id INTEGER REFERENCES zone(id),
            block_id INTEGER REFERENCES stock_block(id), place TEXT, at TEXT NOT NULL, product TEXT NOT NULL, amount TEXT NOT NULL, why TEXT,
            reentry_hours REAL NOT NULL CHECK (reentry_hours >= 0), done_by_id INTEGER NOT NULL REFERENCES account(id), certificate TEXT, note TEXT,
            by_id INTEGER NOT NULL REFERENCES account(id), logged_at TEXT NOT NULL,
            CHECK ((zone_id IS NOT NULL) + (block_id IS NOT NULL) + (place IS NOT NULL) = 1)) STRICT');
        $this->addSql('CREATE INDEX treatment_at ON treatment (at)');
        $this->addSql('CREATE TABLE calendar_address (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, account_id INTEGER NOT NULL UNIQUE REFERENCES account(id),
            token TEXT NOT NULL UNIQUE, at TEXT NOT NULL) STRICT');
        $this->addSql("CREATE TABLE recall (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, version INTEGER NOT NULL DEFAULT 1,
            kind TEXT NOT NULL CHECK (kind IN ('block', 'hormone', 'batch', 'lot')), what INTEGER NOT NULL, name TEXT NOT NULL, why TEXT NOT NULL,
            at TEXT NOT NULL, by_id INTEGER NOT NULL REFERENCES account(id), lifted_at TEXT, lifted_by_id INTEGER REFERENCES account(id), lifted_why TEXT,
            CHECK ((lifted_at IS NULL) = (lifted_why IS NULL))) STRICT");
        $this->addSql('CREATE INDEX recall_open ON recall (kind, what) WHERE lifted_at IS NULL');
        foreach (['INSERT', 'DELETE'] as $when) {
            $name = strtolower($when);
            $this->addSql("CREATE TRIGGER learns_past_{$name} AFTER {$when} ON past_batch BEGIN UPDATE learnt SET stale = 1; END");
        }
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('A copy from before it is put back instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
