<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Plants that went from one line to another, and those that were sold, are found without reading all that ever became of a line. */
final class Version20261229000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE INDEX entry_between ON entry (from_line, to_line) WHERE to_line <> from_line');
        $this->addSql("CREATE INDEX entry_sold ON entry (from_line) WHERE to_state = 'sold'");
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
