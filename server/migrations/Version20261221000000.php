<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Devices and what they say, by minutes, hours and days; alarms, and where they are told. */
final class Version20261221000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE device (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, name TEXT NOT NULL, zone_id INTEGER REFERENCES zone(id),
            token TEXT NOT NULL UNIQUE, at TEXT NOT NULL, by_id INTEGER NOT NULL REFERENCES account(id), seen_at TEXT, withdrawn_at TEXT) STRICT');
        $this->addSql('CREATE TABLE reading (zone_id INTEGER NOT NULL REFERENCES zone(id), at INTEGER NOT NULL, air INTEGER, humidity INTEGER, medium INTEGER,
            light INTEGER, flow INTEGER, PRIMARY KEY (zone_id, at)) STRICT, WITHOUT ROWID');
        $means = 'air REAL, air_low REAL, air_high REAL, humidity REAL, humidity_low REAL, humidity_high REAL,
            medium REAL, medium_low REAL, medium_high REAL, light REAL, flow REAL';
        $this->addSql("CREATE TABLE reading_hour (zone_id INTEGER NOT NULL REFERENCES zone(id), at INTEGER NOT NULL, {$means},
            PRIMARY KEY (zone_id, at)) STRICT, WITHOUT ROWID");
        $this->addSql("CREATE TABLE reading_day (zone_id INTEGER NOT NULL REFERENCES zone(id), on_day TEXT NOT NULL, hours INTEGER NOT NULL, {$means},
            PRIMARY KEY (zone_id, on_day)) STRICT, WITHOUT ROWID");
        $this->addSql('CREATE TABLE reading_last (zone_id INTEGER PRIMARY KEY REFERENCES zone(id), last TEXT NOT NULL CHECK (json_valid(last))) STRICT');
        $this->addSql('CREATE TABLE alarm (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, zone_id INTEGER NOT NULL REFERENCES zone(id), kind TEXT NOT NULL,
            since TEXT NOT NULL, until TEXT, says TEXT NOT NULL, seen_at TEXT, seen_by_id INTEGER REFERENCES account(id)) STRICT');
        $this->addSql('CREATE INDEX alarm_open ON alarm (zone_id, kind) WHERE until IS NULL');
        $this->addSql('CREATE INDEX alarm_until ON alarm (until)');
        $this->addSql("CREATE TABLE alarm_outlet (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, kind TEXT NOT NULL CHECK (kind IN ('feed','webhook','mail')),
            address TEXT NOT NULL, at TEXT NOT NULL, by_id INTEGER NOT NULL REFERENCES account(id), told_at TEXT, failed TEXT) STRICT");
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
