<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The round: what was seen at each tag, each look known by a key of the device that logged it, so that none is kept twice. */
final class Version20261130000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("CREATE TABLE round_look (id INTEGER PRIMARY KEY AUTOINCREMENT, device_key TEXT NOT NULL UNIQUE CHECK (length(device_key) BETWEEN 8 AND 60), line_id INTEGER NOT NULL REFERENCES line(id),
            seen TEXT NOT NULL CHECK (seen IN ('fine','dry','too_wet','yellowing','leaf_drop','rot','pest','nozzle','missing_label')), share REAL CHECK (share BETWEEN 0 AND 1), culled INTEGER NOT NULL DEFAULT 0 CHECK (culled >= 0), note TEXT, photo TEXT,
            seen_at TEXT NOT NULL, at TEXT NOT NULL, by_id INTEGER NOT NULL REFERENCES account(id)) STRICT");
        $this->addSql('CREATE INDEX round_look_line ON round_look (line_id, seen_at)');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('What was seen on the round is a record. Restore a copy instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
