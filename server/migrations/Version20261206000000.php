<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** A nursery says how it writes its numbers and in which time zone it lies; until it does, as it was before. */
final class Version20261206000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE nursery ADD COLUMN numbers TEXT NOT NULL DEFAULT '1,200.5'");
        $this->addSql("ALTER TABLE nursery ADD COLUMN time_zone TEXT NOT NULL DEFAULT 'UTC' CHECK (length(time_zone) BETWEEN 1 AND 60)");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE nursery DROP COLUMN numbers');
        $this->addSql('ALTER TABLE nursery DROP COLUMN time_zone');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
