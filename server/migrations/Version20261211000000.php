<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** A lot stands where it does since a day; of those that were there before, since they were potted. */
final class Version20261211000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE pot_lot ADD COLUMN stands_since TEXT NOT NULL DEFAULT ''");
        $this->addSql('UPDATE pot_lot SET stands_since = potted_on');
        $this->addSql("UPDATE plan_version SET lots = (SELECT json_group_array(json_set(l.value, '$.since', coalesce(
            (SELECT p.potted_on FROM pot_lot p WHERE p.code = json_extract(l.value, '$.code')), '2000-01-01'),
            '$.spaced', json(CASE json_extract(l.value, '$.spaced') WHEN 1 THEN 'true' ELSE 'false' END))) FROM json_each(plan_version.lots) l)");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE pot_lot DROP COLUMN stands_since');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
