<?php

declare(strict_types=1);

namespace WetCradle\Server\Calendar;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Course\RootsSeen;
use WetCradle\Core\Course\Weaning;
use WetCradle\Core\Crops\Setting;
use WetCradle\Core\Plan\Outlook;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Plan\BatchDays;
use WetCradle\Server\Potting\Queue;

/** Every line that is planned or stands in trays, with what is known of it, for the day's list and for the round. */
final class Outlooks
{
    public function __construct(
        private readonly Connection $db,
        private readonly Counts $counts,
        private readonly Queue $queue,
        private readonly SheetBook $sheets,
    ) {
    }

    /** @return array<string, Outlook> by code and line, as "RAK-47 1" */
    public function all(): array
    {
        $rows = Row::all($this->db, 'SELECT b.code, l.number, CASE WHEN b.stuck_on IS NULL THEN b.planned ELSE 0 END AS planned, b.together,
            coalesce(b.stuck_on, b.stick_on) AS stick_on, b.rooted_from, b.pot_on,
                b.sheet_id, b.weaning, b.wean_on, CASE WHEN c.id IS NULL THEN b.collect_on END AS collect_on,
                l.id AS line_id, r.on_day AS checked_on, r.lifted, r.rooted
             FROM batch b LEFT JOIN line l ON l.batch_id = b.id LEFT JOIN collection c ON c.batch_id = b.id
             LEFT JOIN root_check r ON r.id = (SELECT x.id FROM root_check x WHERE x.line_id = l.id ORDER BY x.on_day DESC, x.id DESC LIMIT 1)
             WHERE b.called_off = 0 AND b.left_bench_on IS NULL',
        );
        $this->sheets->have(Row::ints($rows, 'sheet_id'));
        $standing = $this->counts->inTrays();
        $counts = $this->counts->newest();
        $triggers = $this->queue->triggers();
        $outlooks = [];
        foreach ($rows as $row) {
            $line = $row->intOrNull('line_id') ?? 0;
            $number = $row->intOrNull('number') ?? 1;
            $checked = $row->dayOrNull('checked_on');
            $counted = $counts[$line] ?? null;
            $trigger = $triggers[$line] ?? null;
            $outlooks[$row->text('code').' '.$number] = new Outlook(
                $row->text('code'),
                $number,
                Setting::plantsOf($row->int('planned'), $row->int('together')),
                $standing[$line]['stuck'] ?? 0,
                $standing[$line]['rooted'] ?? 0,
                $row->day('stick_on'),
                $row->day('rooted_from'),
                $row->day('pot_on'),
                max($checked, $counted),
                $trigger?->isDue === true && ($counted === null || $checked > $counted) ? $trigger->words : null,
                $number > 1,
                $number > 1 ? null : $this->weaning($row),
                $checked === null ? null : new RootsSeen($checked, $row->int('lifted'), $row->int('rooted')),
                $row->dayOrNull('collect_on'),
                $this->sheets->plantlets($row->int('sheet_id')),
            );
        }

        return $outlooks;
    }

    private function weaning(Row $row): Weaning
    {
        return Weaning::of($this->sheets->weaning($row->int('sheet_id')), $row->day('wean_on'), BatchDays::keptSteps($row->json('weaning')));
    }
}
