<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The year of stock plants and what was done for them, orders that raise what takes their place, clumps that are lifted and divided, batches from two blocks, and the grade of what is bundled. */
final class Version20261218000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        foreach ([
            'rest_from INTEGER CHECK (rest_from BETWEEN 1 AND 52)',
            'restart_in INTEGER CHECK (restart_in BETWEEN 1 AND 52)',
            'first_take_after INTEGER CHECK (first_take_after >= 0)',
            'feeds INTEGER NOT NULL DEFAULT 0 CHECK (feeds IN (0, 1))',
            'flowers_off INTEGER NOT NULL DEFAULT 0 CHECK (flowers_off IN (0, 1))',
            'pieces_each INTEGER CHECK (pieces_each >= 2)',
            'pieces_back INTEGER NOT NULL DEFAULT 1 CHECK (pieces_back >= 0)',
        ] as $column) {
            $this->addSql("ALTER TABLE stock_block ADD COLUMN {$column}");
        }
        $this->addSql("CREATE TABLE stock_care (id INTEGER PRIMARY KEY AUTOINCREMENT, block_id INTEGER NOT NULL REFERENCES stock_block(id),
            job TEXT NOT NULL CHECK (job IN ('cut_down','restart','feed','flowers_off')), on_day TEXT NOT NULL CHECK (on_day LIKE '____-__-__'),
            note TEXT, by_id INTEGER NOT NULL REFERENCES account(id)) STRICT");
        $this->addSql('CREATE INDEX stock_care_block ON stock_care (block_id, on_day)');
        $this->addSql('ALTER TABLE wanted ADD COLUMN for_block_id INTEGER REFERENCES stock_block(id)');
        $this->addSql('CREATE INDEX wanted_for_block ON wanted (for_block_id) WHERE for_block_id IS NOT NULL');
        $this->addSql('ALTER TABLE batch ADD COLUMN lifted INTEGER CHECK (lifted >= 0)');
        $this->addSql('ALTER TABLE batch ADD COLUMN to_bed INTEGER CHECK (to_bed >= 0)');
        $this->addSql('ALTER TABLE batch ADD COLUMN also_block_id INTEGER REFERENCES stock_block(id)');
        $this->addSql('ALTER TABLE batch ADD COLUMN also_cuttings INTEGER CHECK (also_cuttings > 0)');
        $this->addSql("ALTER TABLE collection ADD COLUMN grade TEXT CHECK (grade IN ('thick','thin','whips'))");
        $this->addSql('CREATE INDEX batch_also_block ON batch (also_block_id) WHERE also_block_id IS NOT NULL');
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
