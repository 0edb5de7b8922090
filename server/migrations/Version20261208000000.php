<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What became of what was seen on the round: done, or watched until a day. What was seen before this was asked for is over. */
final class Version20261208000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE look_dealt (look_id INTEGER PRIMARY KEY REFERENCES round_look(id), what TEXT, watch_until TEXT, at TEXT NOT NULL,
            by_id INTEGER NOT NULL REFERENCES account(id), CHECK ((what IS NULL) <> (watch_until IS NULL))) STRICT');
        $this->addSql("INSERT INTO look_dealt (look_id, what, at, by_id) SELECT id, 'seen before it was asked for', at, by_id FROM round_look");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE look_dealt');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
