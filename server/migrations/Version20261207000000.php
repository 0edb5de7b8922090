<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What was answered to each write, by the key with which it was sent: sent again, it gets the same answer and is not done twice. */
final class Version20261207000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE sent_write (key TEXT PRIMARY KEY CHECK (length(key) BETWEEN 8 AND 60), account_id INTEGER NOT NULL,
            request TEXT NOT NULL, status INTEGER NOT NULL, answer TEXT NOT NULL, at TEXT NOT NULL) STRICT');
        $this->addSql('CREATE INDEX sent_write_at ON sent_write (at)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE sent_write');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
