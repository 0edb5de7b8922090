<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Bench\Whereabouts;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Plan\BatchDays;

/** Moves of batches that are for a day gone by, and were not made: what is to be weaned first lies where it rooted. */
final class Carried
{
    public function __construct(private readonly Connection $db, private readonly SheetBook $sheets, private readonly Today $today)
    {
    }

    /** @return non-empty-list<int> batches whose move on the day of their weaning waits for it; 0 is none, for a statement that asks for a list */
    public function waiting(): array
    {
        $waiting = [0];
        $rows = Row::all($this->db, 'SELECT b.id, b.sheet_id, b.wean_on, b.weaning, b.stuck_on, m.from_day
            FROM batch_moves_on m JOIN batch b ON b.id = m.batch_id
            WHERE b.left_bench_on IS NULL AND b.called_off = 0 AND m.from_day <= ?', [$this->today->day()->format('Y-m-d')]);
        $this->sheets->have(Row::ints($rows, 'sheet_id'));
        foreach ($rows as $row) {
            $hasBegun = BatchDays::hasBegun($row->json('weaning'), $this->sheets->weaning($row->int('sheet_id')));
            if (Whereabouts::waitsForWeaning($row->day('from_day'), $row->day('wean_on'), $row->has('stuck_on'), $hasBegun)) {
                $waiting[] = $row->int('id');
            }
        }

        return $waiting;
    }
}
