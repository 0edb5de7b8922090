<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * Ground beside the stock plants, where what roots on its mother is pinned or hangs; what lies on a bench without being a batch;
 * signs that a window is over; the day on which something is collected ahead; and what cuttings are dipped in apart from what cleans tools.
 */
final class Version20261217000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE zone ADD COLUMN beside_stock INTEGER NOT NULL DEFAULT 0 CHECK (beside_stock IN (0, 1))');
        $this->addSql("CREATE TABLE guest (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, name TEXT NOT NULL UNIQUE,
            kind TEXT NOT NULL CHECK (kind IN ('seeds','plugs','trial','other')), zone_id INTEGER NOT NULL REFERENCES zone(id),
            places INTEGER NOT NULL CHECK (places > 0), from_week TEXT NOT NULL CHECK (from_week GLOB '[0-9][0-9][0-9][0-9]-W[0-5][0-9]'),
            to_week TEXT NOT NULL CHECK (to_week >= from_week), heat_low REAL NOT NULL, heat_high REAL NOT NULL CHECK (heat_high >= heat_low),
            mist_low INTEGER NOT NULL CHECK (mist_low >= 0), mist_high INTEGER NOT NULL CHECK (mist_high BETWEEN mist_low AND 3)) STRICT");
        $this->addSql('ALTER TABLE sign_seen ADD COLUMN is_over INTEGER NOT NULL DEFAULT 0 CHECK (is_over IN (0, 1))');
        $this->addSql("ALTER TABLE batch ADD COLUMN collect_on TEXT CHECK (collect_on LIKE '____-__-__')");
        $this->addSql('CREATE INDEX guest_zone ON guest (zone_id)');
        $this->addSql('ALTER TABLE sanitiser ADD COLUMN rinse INTEGER NOT NULL DEFAULT 1 CHECK (rinse IN (0, 1))');
        // What was for both is kept twice, so that each has a strength and a time of its own.
        $this->addSql("INSERT INTO sanitiser (name, ppm, parts, reading, minutes, never_meets, for_material)
            SELECT substr(name, 1, 40) || ' for cuttings', ppm, parts, reading, minutes, never_meets, 1 FROM sanitiser s WHERE for_material = 1
            AND NOT EXISTS (SELECT 1 FROM sanitiser o WHERE o.name = substr(s.name, 1, 40) || ' for cuttings')");
        $this->addSql("UPDATE sanitiser SET for_material = 0 WHERE for_material = 1 AND name NOT LIKE '% for cuttings'");
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
