<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\DBAL\Connection;
use WetCradle\Server\Database\Row;

/** What was done, newest first, with whether each act was taken back. */
final class ActViews
{
    /** Acts on a lot that are told. */
    private const OF_LOT = 60;
    private const SELECT = 'SELECT a.id, a.kind, a.on_day, a.at, a.says, p.name AS by_name, u.id AS undone_by, a.undoes FROM act a
        JOIN account p ON p.id = a.by_id LEFT JOIN act u ON u.undoes = a.id';

    public function __construct(private readonly Connection $db)
    {
    }

    /** @return list<array<string, mixed>> that were entered for the batch or moved plants of it */
    public function ofBatch(int $batch): array
    {
        return self::told(Row::all($this->db, self::SELECT.' WHERE a.id IN (
                SELECT id FROM act WHERE batch_id = :batch
                UNION SELECT act_id FROM entry WHERE from_line IN (SELECT id FROM line WHERE batch_id = :batch)
                UNION SELECT act_id FROM entry WHERE to_line IN (SELECT id FROM line WHERE batch_id = :batch)
             ) ORDER BY a.id DESC', ['batch' => $batch]));
    }

    /** @return list<array<string, mixed>> that moved plants in pots of the lot */
    public function ofLot(int $lot): array
    {
        return self::told(Row::all($this->db, self::SELECT." WHERE a.id IN (SELECT e.act_id FROM entry e JOIN line l ON l.id IN (e.from_line, e.to_line)
            WHERE l.lot_id = ? AND (e.to_state IN ('potted', 'grown', 'sold') OR e.from_state IN ('potted', 'grown', 'sold')))
            ORDER BY a.id DESC LIMIT ".self::OF_LOT, [$lot]));
    }

    /** Whether an act moved plants of the lot. */
    public function isOfLot(int $act, int $lot): bool
    {
        return Row::number($this->db, 'SELECT count(*) FROM entry e JOIN line l ON l.id IN (e.from_line, e.to_line)
            WHERE e.act_id = ? AND l.lot_id = ?', [$act, $lot]) > 0;
    }

    /**
     * @param list<Row> $rows
     *
     * @return list<array<string, mixed>>
     */
    private static function told(array $rows): array
    {
        return array_map(static fn (Row $row) => [
            'id' => $row->int('id'), 'kind' => $row->text('kind'), 'on' => $row->text('on_day'), 'at' => $row->text('at'), 'by' => $row->text('by_name'),
            'says' => $row->text('says'), 'undone' => $row->has('undone_by'), 'undoes' => $row->intOrNull('undoes'),
        ], $rows);
    }
}
