<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Narrow indexes on what is open and on the days of what was done: with years behind it, what is over is not read for what is open. */
final class Version20261222000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE INDEX batch_there ON batch (stuck_on, id) WHERE left_bench_on IS NULL');
        $this->addSql("CREATE INDEX standing_in_trays ON standing (line_id, state, count) WHERE count > 0 AND state IN ('stuck', 'rooted')");
        $this->addSql("CREATE INDEX standing_in_pots ON standing (line_id, state, count) WHERE count > 0 AND state IN ('potted', 'grown')");
        $this->addSql('CREATE INDEX batch_standing_live ON batch_standing (batch_id) WHERE live <> 0');
        $this->addSql('CREATE INDEX act_day ON act (on_day)');
        $this->addSql('CREATE INDEX root_check_day ON root_check (on_day)');
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
