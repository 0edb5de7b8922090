<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** A lot stands somewhere by itself: until now where the batches did that it came from. Kept plans know where lots stood. */
final class Version20261209000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE pot_lot ADD COLUMN zone_id INTEGER REFERENCES zone(id)');
        $this->addSql('ALTER TABLE pot_lot ADD COLUMN spaced INTEGER NOT NULL DEFAULT 0 CHECK (spaced IN (0, 1))');
        $this->addSql('UPDATE pot_lot SET (zone_id, spaced) = (SELECT b.pots_zone_id, b.pots_spaced FROM line l JOIN batch b ON b.id = l.batch_id
            WHERE l.lot_id = pot_lot.id AND b.pots_zone_id IS NOT NULL ORDER BY l.id LIMIT 1)
            WHERE EXISTS (SELECT 1 FROM line l JOIN batch b ON b.id = l.batch_id WHERE l.lot_id = pot_lot.id AND b.pots_zone_id IS NOT NULL)');
        $this->addSql("ALTER TABLE plan_version ADD COLUMN lots TEXT NOT NULL DEFAULT '[]'");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE plan_version DROP COLUMN lots');
        $this->addSql('ALTER TABLE pot_lot DROP COLUMN spaced');
        $this->addSql('ALTER TABLE pot_lot DROP COLUMN zone_id');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
