<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What somebody did or put off of a batch's weaning is kept with it; nobody has said anything yet of those that stand there. */
final class Version20261215000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE batch ADD COLUMN weaning TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(weaning))");
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
