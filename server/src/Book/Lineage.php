<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use WetCradle\Core\Records\TraceKind;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Potting\Dispatch;

/** Which batches came of which, by the book: plants that were parted, joined or went on as a batch of their own. */
final class Lineage
{
    /** Moves between lines that still hold. */
    private const MOVES = 'e.reverses IS NULL AND NOT EXISTS (SELECT 1 FROM entry x WHERE x.reverses = e.id)';

    public function __construct(private readonly Connection $db)
    {
    }

    /** @return list<int> batches that it begins with: those that were taken from a block, dipped in a hormone, stand in a lot, or went to an order */
    public function begins(TraceKind $kind, int $id): array
    {
        $sent = 'SELECT l.batch_id FROM dispatch d JOIN entry e ON e.act_id = d.act_id JOIN line l ON l.id = e.from_line WHERE '.Dispatch::HOLDS;

        return array_map(intval(...), Row::words($this->db, match ($kind) {
            TraceKind::Block => 'SELECT id FROM batch WHERE (block_id = :id OR also_block_id = :id) AND stuck_on IS NOT NULL',
            TraceKind::Hormone => 'SELECT b.batch_id FROM made_dip_batch b JOIN made_dip d ON d.id = b.made_dip_id WHERE d.stock_id = :id',
            TraceKind::Batch => 'SELECT id FROM batch WHERE id = :id',
            TraceKind::Lot => "SELECT batch_id FROM line WHERE lot_id = :id UNION {$sent} AND d.lot_id = :id",
            TraceKind::Order => "{$sent} AND d.wanted_id = :id",
            TraceKind::Customer => "{$sent} AND d.wanted_id IN (SELECT id FROM wanted WHERE customer_id = :id)",
        }, ['id' => $id]));
    }

    /**
     * @param list<int> $batches
     *
     * @return list<int> these, and all that came of them
     */
    public function after(array $batches): array
    {
        return $this->walk($batches, 'from_line', 'to_line');
    }

    /**
     * @param list<int> $batches
     *
     * @return list<int> these, and all that they came of
     */
    public function before(array $batches): array
    {
        return $this->walk($batches, 'to_line', 'from_line');
    }

    /**
     * @param list<int> $batches
     *
     * @return list<array{from: int, to: int, count: int}> plants that went from one of these to another
     */
    public function between(array $batches): array
    {
        $moves = Row::all($this->db, 'SELECT f.batch_id AS from_batch, t.batch_id AS to_batch, sum(e.count) AS plants FROM line f
            JOIN entry e ON e.from_line = f.id AND e.to_line <> e.from_line JOIN line t ON t.id = e.to_line
            WHERE f.batch_id IN (:batches) AND t.batch_id IN (:batches) AND t.batch_id <> f.batch_id AND '.self::MOVES.'
            GROUP BY 1, 2 ORDER BY 1, 2', ['batches' => $batches], ['batches' => ArrayParameterType::INTEGER]);

        return array_map(
            static fn (Row $row) => ['from' => $row->int('from_batch'), 'to' => $row->int('to_batch'), 'count' => $row->int('plants')],
            $moves,
        );
    }

    /**
     * What was sent with plants of these batches in it, as far as it is asked for: what is sent of a lot may be of any batch in it.
     *
     * @param list<int> $batches
     *
     * @return list<array{dispatch: int, batch: int, lot: int, order: int, count: int}> `count`: plants of the whole dispatch
     */
    public function sent(array $batches, TraceKind $kind, int $id): array
    {
        $which = match ($kind) {
            TraceKind::Lot => 'd.lot_id = :id',
            TraceKind::Order => 'd.wanted_id = :id',
            TraceKind::Customer => 'd.wanted_id IN (SELECT id FROM wanted WHERE customer_id = :id)',
            TraceKind::Block, TraceKind::Hormone, TraceKind::Batch => ':id IS NOT NULL',
        };
        $rows = Row::all($this->db, 'SELECT DISTINCT d.id, l.batch_id, d.lot_id, d.wanted_id, d.count FROM line l JOIN entry e ON e.from_line = l.id
            JOIN dispatch d ON d.act_id = e.act_id WHERE l.batch_id IN (:batches) AND '.Dispatch::HOLDS." AND {$which}
            ORDER BY d.id, l.batch_id", ['batches' => $batches, 'id' => $id], ['batches' => ArrayParameterType::INTEGER]);

        return array_map(static fn (Row $row) => [
            'dispatch' => $row->int('id'), 'batch' => $row->int('batch_id'), 'lot' => $row->int('lot_id'), 'order' => $row->int('wanted_id'),
            'count' => $row->int('count'),
        ], $rows);
    }

    /**
     * @param list<int> $batches
     *
     * @return list<int>
     */
    private function walk(array $batches, string $leaves, string $arrives): array
    {
        if ($batches === []) {
            return [];
        }

        return array_map(intval(...), Row::words($this->db, "WITH RECURSIVE reached (id) AS (SELECT id FROM batch WHERE id IN (?)
            UNION SELECT t.batch_id FROM reached r JOIN line f ON f.batch_id = r.id
                JOIN entry e ON e.{$leaves} = f.id AND e.to_line <> e.from_line JOIN line t ON t.id = e.{$arrives}
                WHERE t.batch_id <> r.id AND ".self::MOVES.') SELECT id FROM reached ORDER BY id', [$batches], [ArrayParameterType::INTEGER]));
    }
}
