<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * What somebody did or put off of a batch's weaning is kept with it. Of those that stand there nobody has said anything yet; where
 * all steps would be over by their days, they are taken to be.
 */
final class Version20261215000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE batch ADD COLUMN weaning TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(weaning))");
        $this->addSql("UPDATE batch SET weaning = (SELECT json_group_array(json_object(
                'step', s.key + 1,
                'on', date(batch.wean_on, '+' || (SELECT coalesce(sum(e.value ->> 'days'), 0) FROM json_each(w.details, '$.weaning') e WHERE e.key < s.key) || ' days'),
                'done', json('true')))
                FROM way_sheet w, json_each(w.details, '$.weaning') s WHERE w.id = batch.sheet_id)
            WHERE stuck_on IS NOT NULL AND left_bench_on IS NULL
            AND (SELECT date(batch.wean_on, '+' || sum(e.value ->> 'days') || ' days') FROM way_sheet w, json_each(w.details, '$.weaning') e
                WHERE w.id = batch.sheet_id) <= date('now')");
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
