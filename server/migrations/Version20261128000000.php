<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Trays and pots by the bench they take; where plants stand from potting until they are ready. */
final class Version20261128000000 extends AbstractMigration
{
    private const ACROSS = ['9 cm' => 9, '1 L' => 13, '2 L' => 17, '3 L' => 19, '5 L' => 23, '10 L' => 28];

    public function up(Schema $schema): void
    {
        foreach ([
            'ALTER TABLE tray_kind ADD COLUMN version INTEGER NOT NULL DEFAULT 1',
            'ALTER TABLE tray_kind ADD COLUMN positions REAL NOT NULL DEFAULT 1 CHECK (positions > 0)',
            'UPDATE tray_kind SET positions = length_cm * width_cm / (SELECT s.length_cm * s.width_cm FROM tray_kind s ORDER BY s.id LIMIT 1)',
            'ALTER TABLE pot ADD COLUMN version INTEGER NOT NULL DEFAULT 1',
            'ALTER TABLE pot ADD COLUMN across_cm REAL NOT NULL DEFAULT 13 CHECK (across_cm > 0)',
            'ALTER TABLE zone ADD COLUMN only_pots INTEGER NOT NULL DEFAULT 0 CHECK (only_pots IN (0, 1))',
            'ALTER TABLE batch ADD COLUMN pots_zone_id INTEGER REFERENCES zone(id)',
            'ALTER TABLE batch ADD COLUMN pots_spaced INTEGER NOT NULL DEFAULT 0 CHECK (pots_spaced IN (0, 1))',
            'CREATE INDEX batch_pots_zone ON batch (pots_zone_id) WHERE pots_zone_id IS NOT NULL',
        ] as $sql) {
            $this->addSql($sql);
        }
        foreach (self::ACROSS as $name => $cm) {
            $this->addSql('UPDATE pot SET across_cm = ? WHERE name = ?', [$cm, $name]);
        }
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Where plants stood is a record. Restore a copy instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
