<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * Where a batch lies, and so how warm, goes by whether its weaning has begun: what is believed of it is reckoned anew. Several
 * cuttings to a hole are one plant.
 */
final class Version20261216000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        // What was carried off its mist on the day of its weaning has begun to be weaned on that day.
        $this->addSql("UPDATE batch SET weaning = json_array(json_object('step', 1, 'on', wean_on, 'done', json('true')))
            WHERE stuck_on IS NOT NULL AND left_bench_on IS NULL AND weaning = '[]' AND wean_on <= date('now')
            AND EXISTS (SELECT 1 FROM batch_moves_on m WHERE m.batch_id = batch.id AND m.from_day = batch.wean_on)
            AND (SELECT json_array_length(w.details, '$.weaning') FROM way_sheet w WHERE w.id = batch.sheet_id) > 0");
        // A book counts plants from now on, of which several cuttings may make one; books that are begun go on as they were.
        $this->addSql('ALTER TABLE batch ADD COLUMN together INTEGER NOT NULL DEFAULT 1 CHECK (together > 0)');
        $this->addSql('ALTER TABLE batch ADD COLUMN taken INTEGER CHECK (taken >= 0)');
        $this->addSql("UPDATE batch SET together = (SELECT coalesce(w.details -> '$.hole' ->> 'each', 1) FROM way_sheet w WHERE w.id = batch.sheet_id)
            WHERE stuck_on IS NULL");
        $this->addSql('CREATE TRIGGER forecast_weaned AFTER UPDATE OF weaning ON batch WHEN NEW.weaning IS NOT OLD.weaning BEGIN
            UPDATE batch_forecast SET stale = 1 WHERE stale = 0 AND batch_id = NEW.id; END');
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
