<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The day on which stock plants were planted, where it is known; zones on a bench, beside the stock or in open ground; trays that batches share. */
final class Version20261219000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE zone ADD COLUMN ground TEXT NOT NULL DEFAULT 'bench' CHECK (ground IN ('bench','beside_stock','open'))");
        $this->addSql("UPDATE zone SET ground = 'beside_stock' WHERE beside_stock = 1");
        $this->addSql('ALTER TABLE zone DROP COLUMN beside_stock');
        $this->addSql('ALTER TABLE batch ADD COLUMN in_tray_of_id INTEGER REFERENCES batch(id)');
        $this->addSql('CREATE INDEX batch_in_tray_of ON batch (in_tray_of_id) WHERE in_tray_of_id IS NOT NULL');
        $this->addSql("ALTER TABLE stock_block ADD COLUMN planted_on TEXT CHECK (planted_on LIKE '____-__-__')");
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
