<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The number that a customer gives an order of several lines; plant passports that came with stock and went along with plants; lots that are held back. */
final class Version20261224000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE wanted ADD COLUMN reference TEXT');
        $this->addSql('CREATE INDEX wanted_reference ON wanted (reference, customer_id) WHERE reference IS NOT NULL');
        $this->addSql('ALTER TABLE stock_block ADD COLUMN passport TEXT');
        $this->addSql('ALTER TABLE dispatch ADD COLUMN passport TEXT');
        $this->addSql('ALTER TABLE pot_lot ADD COLUMN held_until TEXT');
        $this->addSql('ALTER TABLE pot_lot ADD COLUMN held_why TEXT');
        $this->addSql('CREATE INDEX pot_lot_held ON pot_lot (held_until) WHERE held_until IS NOT NULL');
        $this->addSql('ALTER TABLE nursery ADD COLUMN registration TEXT');
        $this->addSql('ALTER TABLE nursery ADD COLUMN country TEXT');
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
