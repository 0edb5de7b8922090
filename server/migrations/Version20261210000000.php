<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What was taken out can be put back; a look on which some were lifted is a check, and says nothing of the rest. */
final class Version20261210000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE taken_out (id INTEGER PRIMARY KEY AUTOINCREMENT, what TEXT NOT NULL, which TEXT NOT NULL, kept TEXT NOT NULL,
            at TEXT NOT NULL, by_id INTEGER NOT NULL REFERENCES account(id), back_at TEXT) STRICT');
        $this->addSql('ALTER TABLE round_look ADD COLUMN lifted INTEGER NOT NULL DEFAULT 0 CHECK (lifted IN (0, 1))');
        $this->addSql("UPDATE round_look SET lifted = 1 WHERE seen = 'fine' AND EXISTS (SELECT 1 FROM root_check c
            WHERE c.line_id = round_look.line_id AND c.by_id = round_look.by_id AND c.at = round_look.at)");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE round_look DROP COLUMN lifted');
        $this->addSql('DROP TABLE taken_out');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
