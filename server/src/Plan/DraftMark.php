<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\DBAL\Connection;
use WetCradle\Server\Database\Row;

/**
 * Whether anything changed that a draft of the season rests on: orders, batches, benches, stock, sheets, licences, the air and
 * the nursery's own numbers. A draft takes long and is made before anything is written; this is how the write knows, in no
 * time, that the draft still holds.
 */
final class DraftMark
{
    /** What each row of these says is told by its version, or it never changes once it is there. */
    private const VERSIONED = [
        'nursery', 'account', 'wanted', 'batch', 'zone', 'stock_block', 'crop', 'way', 'licence', 'tray_kind', 'pot', 'guest', 'recall', 'trial',
    ];
    private const ADDED = ['zone_closed', 'stock_plant', 'inspection', 'sign_seen', 'stock_care', 'way_sheet', 'act', 'past_batch'];

    public function __construct(private readonly Connection $db)
    {
    }

    public function now(): string
    {
        $parts = [];
        foreach (self::VERSIONED as $table) {
            $parts[] = "SELECT count(*) || ' ' || coalesce(sum(version), 0) || ' ' || coalesce(max(id), 0) FROM {$table}";
        }
        foreach (self::ADDED as $table) {
            $parts[] = "SELECT count(*) || ' ' || coalesce(max(id), 0) FROM {$table}";
        }
        $parts[] = "SELECT count(*) || ' ' || coalesce(max(on_day), '') || ' ' || coalesce(sum(mean), 0) FROM air_day";
        // A finding of an inspection is cleared in its row.
        $parts[] = 'SELECT count(cleared_on) FROM inspection';

        return hash('xxh128', implode('|', Row::words($this->db, implode(' UNION ALL ', $parts))));
    }
}
