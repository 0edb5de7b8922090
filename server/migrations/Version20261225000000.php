<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Trials: a question, its arms, and the trays of each arm as chance laid them over the bench. */
final class Version20261225000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("CREATE TABLE trial (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, version INTEGER NOT NULL DEFAULT 1,
            crop_id INTEGER NOT NULL REFERENCES crop(id), question TEXT NOT NULL, usually REAL NOT NULL CHECK (usually BETWEEN 0 AND 1),
            hoped REAL NOT NULL CHECK (hoped BETWEEN 0 AND 1), per_tray INTEGER NOT NULL CHECK (per_tray > 0), laid_on TEXT NOT NULL,
            at TEXT NOT NULL, by_id INTEGER NOT NULL REFERENCES account(id), changed_at TEXT NOT NULL,
            ended TEXT CHECK (ended IN ('adopted', 'dropped')), ended_on TEXT, ended_why TEXT, adopted_id INTEGER REFERENCES trial_arm(id),
            CHECK ((ended IS NULL) = (ended_on IS NULL)), CHECK ((ended IS 'adopted') = (adopted_id IS NOT NULL))) STRICT");
        $this->addSql('CREATE TABLE trial_arm (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, trial_id INTEGER NOT NULL REFERENCES trial(id),
            place INTEGER NOT NULL, name TEXT NOT NULL, untreated INTEGER NOT NULL CHECK (untreated IN (0, 1)),
            way_id INTEGER REFERENCES way(id) ON DELETE SET NULL, batch_id INTEGER REFERENCES batch(id) ON DELETE SET NULL,
            UNIQUE (trial_id, place)) STRICT');
        $this->addSql('CREATE TABLE trial_tray (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, trial_id INTEGER NOT NULL REFERENCES trial(id),
            arm_id INTEGER NOT NULL REFERENCES trial_arm(id), block INTEGER NOT NULL, place INTEGER NOT NULL, stuck INTEGER CHECK (stuck > 0),
            rooted INTEGER CHECK (rooted BETWEEN 0 AND stuck), CHECK ((stuck IS NULL) = (rooted IS NULL)), UNIQUE (trial_id, block, place)) STRICT');
        $this->addSql('CREATE INDEX trial_crop ON trial (crop_id)');
        $this->addSql('CREATE INDEX trial_arm_batch ON trial_arm (batch_id) WHERE batch_id IS NOT NULL');
        $this->addSql('CREATE INDEX trial_arm_way ON trial_arm (way_id) WHERE way_id IS NOT NULL');
        // What an untreated arm roots at is no lesson about the way that it was left out of.
        foreach (['INSERT', 'UPDATE', 'DELETE'] as $when) {
            $name = strtolower($when);
            $this->addSql("CREATE TRIGGER learns_arm_{$name} AFTER {$when} ON trial_arm BEGIN UPDATE learnt SET stale = 1; END");
        }
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
