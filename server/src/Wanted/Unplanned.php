<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\DBAL\Connection;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Potting\Dispatch;

/** Orders for which nothing is done yet: not called off, not sent in full, and no batch that stands serves them. */
final class Unplanned
{
    public function __construct(private readonly Connection $db)
    {
    }

    /** @return list<int> in the order in which they were entered */
    public function orders(): array
    {
        return array_map(intval(...), Row::words($this->db, 'SELECT w.id FROM wanted w WHERE w.called_off = 0
            AND NOT EXISTS (SELECT 1 FROM batch b WHERE b.wanted_id = w.id AND b.called_off = 0)
            AND NOT EXISTS (SELECT 1 FROM batch_shared x JOIN batch b ON b.id = x.batch_id WHERE x.wanted_id = w.id AND b.called_off = 0)
            AND w.plants > (SELECT coalesce(sum(d.count), 0) FROM dispatch d WHERE d.wanted_id = w.id AND '.Dispatch::HOLDS.')
            ORDER BY w.id'));
    }
}
