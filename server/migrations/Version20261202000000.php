<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * A batch that is moved on is another version of itself, also where only what is kept beside it has changed. A lot knows
 * from which one it was potted on.
 */
final class Version20261202000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE batch ADD COLUMN times_moved INTEGER NOT NULL DEFAULT 0');
        $this->addSql('ALTER TABLE pot_lot ADD COLUMN from_lot_id INTEGER REFERENCES pot_lot(id)');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('What was potted on is a record. Restore a copy instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
