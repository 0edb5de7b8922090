<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use WetCradle\Core\Book\State;

/** What the count book says: how many stand where, and when they were counted. All reading of it for the rooms is here. */
final class Counts
{
    private const STILL_COUNTS = "a.kind = 'count_and_pot' AND NOT EXISTS (SELECT 1 FROM act u WHERE u.undoes = a.id)";

    public function __construct(private readonly Connection $db)
    {
    }

    /**
     * What stands on lines now.
     *
     * @param list<int> $lines
     *
     * @return array<int, array<string, int>> by line, then by state; zeros too
     */
    public function on(array $lines): array
    {
        $found = array_fill_keys($lines, array_fill_keys(array_column(State::cases(), 'value'), 0));
        $rows = $this->db->executeQuery('SELECT line_id, state, count FROM standing WHERE line_id IN (?) AND count <> 0', [$lines], [ArrayParameterType::INTEGER]);
        foreach ($rows->iterateAssociative() as $row) {
            $found[(int) $row['line_id']][(string) $row['state']] = (int) $row['count'];
        }

        return $found;
    }

    /** @return array<int, array<string, int>> what stands in trays, by line: stuck and rooted */
    public function inTrays(): array
    {
        $found = [];
        $rows = $this->db->iterateAssociative("SELECT line_id, state, count FROM standing WHERE count > 0 AND state IN ('stuck', 'rooted')");
        foreach ($rows as $row) {
            $found[(int) $row['line_id']] ??= ['stuck' => 0, 'rooted' => 0];
            $found[(int) $row['line_id']][(string) $row['state']] = (int) $row['count'];
        }

        return $found;
    }

    /** @return array<int, array<string, int>> what stands in pots, by line: potted and grown */
    public function inPots(): array
    {
        $found = [];
        foreach ($this->db->iterateAssociative("SELECT line_id, state, count FROM standing WHERE count > 0 AND state IN ('potted', 'grown')") as $row) {
            $found[(int) $row['line_id']] ??= ['potted' => 0, 'grown' => 0];
            $found[(int) $row['line_id']][(string) $row['state']] = (int) $row['count'];
        }

        return $found;
    }

    /**
     * The day of the newest full count of each line that stands in trays: one that it was counted by, or that made it.
     *
     * @return array<int, \DateTimeImmutable> by line
     */
    public function newest(): array
    {
        $of = static fn (string $side): string => 'SELECT l.id AS line, a.on_day FROM batch b JOIN line l ON l.batch_id = b.id JOIN entry e ON e.'.$side.' = l.id JOIN act a ON a.id = e.act_id
            WHERE b.left_bench_on IS NULL AND b.stuck_on IS NOT NULL AND '.self::STILL_COUNTS;
        $found = [];
        foreach ($this->db->iterateKeyValue('SELECT line, max(on_day) FROM ('.$of('from_line').' UNION ALL '.$of('to_line').') GROUP BY line') as $line => $day) {
            $found[(int) $line] = new \DateTimeImmutable((string) $day);
        }

        return $found;
    }

    /**
     * A batch's first full count.
     *
     * @return ?array{on: \DateTimeImmutable, rooted: int} with how many it found with roots; null before there is one
     */
    public function first(int $batch): ?array
    {
        $count = $this->db->fetchAssociative("SELECT a.on_day, (SELECT coalesce(sum(e.count), 0) FROM entry e WHERE e.act_id = a.id AND e.from_state = 'stuck' AND e.to_state = 'rooted') AS rooted
            FROM act a WHERE a.batch_id = ? AND ".self::STILL_COUNTS.' ORDER BY a.on_day, a.id LIMIT 1', [$batch]);

        return $count === false ? null : ['on' => new \DateTimeImmutable((string) $count['on_day']), 'rooted' => (int) $count['rooted']];
    }
}
