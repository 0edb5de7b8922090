<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Nozzles of a zone; what the controllers of zones are set to, by whom and since when. */
final class Version20261220000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE zone ADD COLUMN nozzles INTEGER CHECK (nozzles > 0)');
        $this->addSql('CREATE TABLE zone_programme (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, zone_id INTEGER NOT NULL REFERENCES zone(id),
            programme TEXT NOT NULL CHECK (json_valid(programme)), asked TEXT NOT NULL, at TEXT NOT NULL, by_id INTEGER NOT NULL REFERENCES account(id)) STRICT');
        $this->addSql('CREATE INDEX zone_programme_zone ON zone_programme (zone_id, id)');
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
