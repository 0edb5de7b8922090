<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Server\Database\Row;

/**
 * More years behind the made-up nursery, and more of each: what is over of its finished seasons again, two years earlier each time,
 * with codes of its own. All constraints and triggers of the database hold it as they hold what people enter.
 */
final class DemoYears
{
    /** Weeks by which a round lies before the one that it is like. */
    private const WEEKS = 104;
    /** Days after which what left the bench counts as over. */
    private const OVER = 200;
    /** Tables in the order in which one rests on the other. */
    private const TABLES = [
        'wanted', 'batch', 'batch_moves_on', 'batch_people', 'pot_lot', 'line', 'act', 'entry', 'batch_standing', 'root_check', 'lot_step', 'dispatch',
        'batch_forecast',
    ];

    public function __construct(private readonly Connection $db)
    {
    }

    /**
     * @param int $rounds of two years
     * @param int $times  as much in each
     *
     * @return int batches that were added
     */
    public function add(int $rounds, int $times, \DateTimeImmutable $today): int
    {
        $over = $this->over($today);
        $rows = [];
        foreach (self::TABLES as $table) {
            $rows[$table] = $this->rowsOf($table, $over);
        }
        $numbered = Row::number($this->db, 'SELECT batches_numbered FROM nursery');
        $lots = Row::number($this->db, 'SELECT lots_numbered FROM nursery');
        $keys = $this->keys();
        for ($copy = 0; $copy < $rounds * $times; ++$copy) {
            $weeks = -self::WEEKS * (1 + intdiv($copy, $times));
            $ids = [];
            foreach (self::TABLES as $table) {
                $next = Row::number($this->db, "SELECT coalesce(max(rowid), 0) FROM {$table}");
                $new = [];
                foreach ($rows[$table] as $row) {
                    if (isset($row['id'])) {
                        $ids[$table][(int) $row['id']] = ++$next;
                        $row['id'] = $next;
                    }
                    foreach ($keys[$table] ?? [] as $column => $of) {
                        if (isset($row[$column], $rows[$of])) {
                            $row[$column] = $ids[$of][(int) $row[$column]] ?? null;
                        }
                    }
                    if ($table === 'batch') {
                        $row['code'] = BatchCode::ofNumber(++$numbered)->written;
                    } elseif ($table === 'pot_lot') {
                        $row['code'] = 'P'.++$lots;
                    }
                    $new[] = array_map(static fn (mixed $value) => self::earlier($value, $weeks), $row);
                }
                $this->insert($table, $new);
            }
        }
        $this->db->executeStatement('UPDATE nursery SET batches_numbered = ?, lots_numbered = ?', [$numbered, $lots]);

        return $rounds * $times * count($rows['batch']);
    }

    /** @return list<int> batches of which nothing stands anywhere any more */
    private function over(\DateTimeImmutable $today): array
    {
        return array_map(intval(...), Row::words($this->db, "SELECT b.id FROM batch b
            WHERE b.left_bench_on < ? AND b.called_off = 0 AND b.in_tray_of_id IS NULL
            AND NOT EXISTS (SELECT 1 FROM line l JOIN standing s ON s.line_id = l.id WHERE l.batch_id = b.id AND s.count > 0
                AND s.state NOT IN ('sold', 'lost'))", [$today->modify(sprintf('-%d days', self::OVER))->format('Y-m-d')]));
    }

    /**
     * @param list<int> $batches
     *
     * @return list<array<string, int|float|string|null>>
     */
    private function rowsOf(string $table, array $batches): array
    {
        $list = implode(', ', $batches);
        $where = match ($table) {
            'wanted' => "id IN (SELECT wanted_id FROM batch WHERE id IN ({$list}))",
            'batch' => "id IN ({$list})",
            'pot_lot' => "id IN (SELECT lot_id FROM line WHERE batch_id IN ({$list}) AND lot_id IS NOT NULL)",
            'entry' => "act_id IN (SELECT id FROM act WHERE batch_id IN ({$list}))",
            'root_check' => "line_id IN (SELECT id FROM line WHERE batch_id IN ({$list}))",
            'lot_step' => "lot_id IN (SELECT lot_id FROM line WHERE batch_id IN ({$list}))",
            'dispatch' => "act_id IN (SELECT id FROM act WHERE batch_id IN ({$list}))",
            default => "batch_id IN ({$list})",
        };

        /** @var list<array<string, int|float|string|null>> $rows */
        $rows = $this->db->fetchAllAssociative("SELECT * FROM {$table} WHERE {$where} ORDER BY rowid");

        return $rows;
    }

    /**
     * A forecast is of a batch without saying so to the database.
     *
     * @return array<string, array<string, string>> the table that a column is a key of, by table and column
     */
    private function keys(): array
    {
        $keys = ['batch_forecast' => ['batch_id' => 'batch']];
        foreach (self::TABLES as $table) {
            foreach (Row::all($this->db, "PRAGMA foreign_key_list({$table})") as $key) {
                $keys[$table][$key->text('from')] = $key->text('table');
            }
        }

        return $keys;
    }

    private static function earlier(int|float|string|null $value, int $weeks): int|float|string|null
    {
        return match (true) {
            !is_string($value) => $value,
            preg_match('/^\d{4}-\d\d-\d\d( \d\d:\d\d:\d\d)?$/', $value) === 1 => (new \DateTimeImmutable($value))->modify("{$weeks} weeks")
                ->format(strlen($value) > 10 ? 'Y-m-d H:i:s' : 'Y-m-d'),
            preg_match('/^\d{4}-W\d\d$/', $value) === 1 => Week::of($value)->plus($weeks)->written(),
            default => $value,
        };
    }

    /** @param list<array<string, int|float|string|null>> $rows */
    private function insert(string $table, array $rows): void
    {
        foreach (array_chunk($rows, 200) as $some) {
            $columns = array_keys($some[0]);
            $this->db->executeStatement(
                // The triggers have made a forecast of each batch that is not reckoned yet: it is known, as that of the one that it is like.
                "INSERT OR REPLACE INTO {$table} (".implode(', ', $columns).') VALUES '
                .implode(', ', array_fill(0, count($some), '('.implode(', ', array_fill(0, count($columns), '?')).')')),
                array_merge(...array_map(array_values(...), $some)),
            );
        }
    }
}
