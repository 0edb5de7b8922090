<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What each way tells the nursery is kept, so that a count makes only its own way be asked again; and how many of what it roots come through. */
final class Version20261214000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE way_tells (way_id INTEGER PRIMARY KEY, rests_on TEXT NOT NULL,
            marked TEXT NOT NULL CHECK (json_valid(marked)), mishaps TEXT NOT NULL CHECK (json_valid(mishaps)),
            batches INTEGER NOT NULL CHECK (batches >= 0), spread TEXT NOT NULL CHECK (json_valid(spread))) STRICT');
        $this->addSql('CREATE TRIGGER tells_way_gone AFTER DELETE ON way BEGIN DELETE FROM way_tells WHERE way_id = OLD.id; UPDATE learnt SET stale = 1; END');
        // How many come through potting and growing on, and how many of what is left longer still root, is learnt of each way, at
        // once of what is known.
        $this->addSql('ALTER TABLE way ADD COLUMN left_longer TEXT CHECK (left_longer IS NULL OR json_valid(left_longer))');
        $this->addSql('ALTER TABLE way ADD COLUMN through TEXT CHECK (through IS NULL OR json_valid(through))');
        // What would have settled a check is kept with it, so that it says tomorrow what it said on the day.
        $this->addSql('ALTER TABLE root_check ADD COLUMN more INTEGER CHECK (more >= 0)');
        $this->addSql('UPDATE batch_forecast SET stale = 1');
        $this->addSql('UPDATE learnt SET stale = 1');
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
