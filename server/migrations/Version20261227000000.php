<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** An order may ask for plants of one sex; a batch knows of which it was taken, and whether it is stuck without its hormone. */
final class Version20261227000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE wanted ADD COLUMN sex TEXT CHECK (sex IN ('female','male'))");
        $this->addSql("ALTER TABLE batch ADD COLUMN sex TEXT CHECK (sex IN ('female','male'))");
        $this->addSql('ALTER TABLE batch ADD COLUMN untreated INTEGER NOT NULL DEFAULT 0 CHECK (untreated IN (0, 1))');
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
