<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Plants leave in a pot, as a plug in its tray, bare-root, or as a bundle of rooted stems; only a pot has a size. */
final class Version20261226000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("CREATE TABLE pot_new (id INTEGER PRIMARY KEY AUTOINCREMENT, name TEXT NOT NULL UNIQUE, millilitres INTEGER NOT NULL,
            version INTEGER NOT NULL DEFAULT 1, across_cm REAL NOT NULL DEFAULT 13,
            leaves TEXT NOT NULL DEFAULT 'pot' CHECK (leaves IN ('pot','plug','bare_root','bundle')), bundle_of INTEGER CHECK (bundle_of > 1),
            CHECK ((leaves = 'pot') = (millilitres > 0 AND across_cm > 0)), CHECK ((leaves = 'bundle') = (bundle_of IS NOT NULL))) STRICT");
        $this->addSql('INSERT INTO pot_new (id, name, millilitres, version, across_cm) SELECT id, name, millilitres, version, across_cm FROM pot');
        $this->addSql('DROP TABLE pot');
        $this->addSql('ALTER TABLE pot_new RENAME TO pot');
        // As common as the sizes of pot that every nursery begins with; a nursery that calls a pot so keeps that.
        $this->addSql("INSERT OR IGNORE INTO pot (name, millilitres, across_cm, leaves, bundle_of) VALUES ('plug in its tray', 0, 0, 'plug', NULL),
            ('bare-root', 0, 0, 'bare_root', NULL), ('bundle of 25', 0, 0, 'bundle', 25)");
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
