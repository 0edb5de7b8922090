<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** A kept plan tells blocks, zones and tray kinds by their numbers: it named them, and a name can change or pass to another thing. */
final class Version20261205000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $zones = $this->numbers('SELECT name, id FROM zone');
        $blocks = $this->numbers('SELECT code, id FROM stock_block');
        $kinds = $this->numbers('SELECT name, id FROM tray_kind');
        // What no name of today leads to has the number 0: it stays where it is when somebody goes back to that plan.
        $as = static fn (array $numbers, string $name) => ['id' => $numbers[$name] ?? 0, 'name' => $name];
        foreach ($this->connection->fetchAllKeyValue('SELECT id, content FROM plan_version') as $id => $content) {
            $batches = [];
            foreach ((array) json_decode((string) $content, true, 64, JSON_THROW_ON_ERROR) as $batch) {
                $batch['block'] = $as($blocks, $batch['block']);
                $batch['zone'] = $as($zones, $batch['zone']);
                if (isset($batch['trayKind'])) {
                    $batch['trayKind'] = $as($kinds, $batch['trayKind']);
                }
                foreach ($batch['movesOn'] ?? [] as $i => $on) {
                    $batch['movesOn'][$i]['zone'] = $as($zones, $on['zone']);
                }
                if (isset($batch['pots'])) {
                    $batch['pots']['zone'] = $as($zones, $batch['pots']['zone']);
                }
                $batches[] = $batch;
            }
            $this->addSql('UPDATE plan_version SET content = ? WHERE id = ?', [json_encode($batches, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE), $id]);
        }
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Numbers lead to one thing, names may lead to two. Restore a copy instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }

    /** @return array<string, int> */
    private function numbers(string $sql): array
    {
        return array_map(intval(...), $this->connection->fetchAllKeyValue($sql));
    }
}
