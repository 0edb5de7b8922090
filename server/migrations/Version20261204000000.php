<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** A batch is of a method and a material that there are: what was once written freely becomes what its sheet says. */
final class Version20261204000000 extends AbstractMigration
{
    /** The words as they are on this day; those that come later do not change what was brought over. */
    private const METHODS = [
        'tip cutting', 'nodal cutting', 'basal cutting', 'heel cutting', 'leaf-bud cutting', 'hardwood cutting', 'root cutting',
        'leaf with stalk', 'leaf without stalk', 'leaf with cut veins', 'split-midrib leaf', 'leaf section',
        'division', 'offset', 'runner', 'sucker', 'tip layer', 'air layer', 'clump splitting',
    ];
    private const MATERIALS = ['softwood', 'greenwood', 'semi-ripe', 'hardwood', 'leaf', 'root', 'division', 'offset', 'runner', 'sucker', 'layer', 'seedlings'];

    public function up(Schema $schema): void
    {
        $this->addSql(
            "UPDATE batch SET method = (SELECT json_extract(s.details, '$.method') FROM way_sheet s WHERE s.id = batch.sheet_id),
                              material = (SELECT json_extract(s.details, '$.material') FROM way_sheet s WHERE s.id = batch.sheet_id)
             WHERE method NOT IN (?) OR material NOT IN (?)",
            [self::METHODS, self::MATERIALS],
            [ArrayParameterType::STRING, ArrayParameterType::STRING],
        );
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('What was written freely is not kept. Restore a copy instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
