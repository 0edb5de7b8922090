<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** A nursery's own habits beside the trade's usual ones. */
final class Version20261203000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE nursery ADD COLUMN house_defaults TEXT NOT NULL DEFAULT '[]'");
        $this->addSql('CREATE INDEX batch_block ON batch (block_id)');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('What a nursery has set is a record. Restore a copy instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
