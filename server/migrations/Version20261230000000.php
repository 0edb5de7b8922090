<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Whatever is written leaves another mark, by which it is known that an answer of before is still so. */
final class Version20261230000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE last_write (id INTEGER PRIMARY KEY CHECK (id = 1), mark TEXT NOT NULL) STRICT');
        $this->addSql('INSERT INTO last_write VALUES (1, lower(hex(randomblob(16))))');
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
