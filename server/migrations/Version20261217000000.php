<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Ground beside the stock plants, where what roots on its mother is pinned or hangs. */
final class Version20261217000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE zone ADD COLUMN beside_stock INTEGER NOT NULL DEFAULT 0 CHECK (beside_stock IN (0, 1))');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('A copy from before it is put back instead.');
    }
}
