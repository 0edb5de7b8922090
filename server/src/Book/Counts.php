<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;
use WetCradle\Core\Book\State;
use WetCradle\Core\Calendar\Week;
use WetCradle\Server\Database\Once;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Potting\Dispatch;

/** What the count book says: how many stand where, and when they were counted. All reading of it for the rooms is here. */
final class Counts
{
    private const STILL_COUNTS = "a.kind = 'count_and_pot' AND NOT EXISTS (SELECT 1 FROM act u WHERE u.undoes = a.id)";

    public function __construct(private readonly Connection $db, private readonly Once $once)
    {
    }

    /** @return array<string, int> all that stands or stood anywhere, by the number of the line and the state, as `17 potted` */
    public function everything(): array
    {
        return array_map(intval(...), Row::pairs($this->db, "SELECT line_id || ' ' || state, count FROM standing"));
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
        $counts = array_fill_keys($lines, array_fill_keys(array_column(State::cases(), 'value'), 0));
        $rows = Row::all($this->db, 'SELECT line_id, state, count FROM standing WHERE line_id IN (?) AND count <> 0', [$lines], [ArrayParameterType::INTEGER]);
        foreach ($rows as $row) {
            $counts[$row->int('line_id')][$row->text('state')] = $row->int('count');
        }

        return $counts;
    }

    /** @return array<int, array<string, int>> what stands in trays, by line: stuck and rooted */
    public function inTrays(): array
    {
        return $this->once->read('in trays', function (): array {
            $counts = [];
            foreach (Row::all($this->db, "SELECT line_id, state, count FROM standing WHERE count > 0 AND state IN ('stuck', 'rooted')") as $row) {
                $counts[$row->int('line_id')] ??= ['stuck' => 0, 'rooted' => 0];
                $counts[$row->int('line_id')][$row->text('state')] = $row->int('count');
            }

            return $counts;
        });
    }

    /** @return array<int, array<string, int>> what stands in pots, by line: potted and grown */
    public function inPots(): array
    {
        $counts = [];
        foreach (Row::all($this->db, "SELECT line_id, state, count FROM standing WHERE count > 0 AND state IN ('potted', 'grown')") as $row) {
            $counts[$row->int('line_id')] ??= ['potted' => 0, 'grown' => 0];
            $counts[$row->int('line_id')][$row->text('state')] = $row->int('count');
        }

        return $counts;
    }

    /** @return list<int> lots with plants in pots */
    public function lotsInPots(): array
    {
        return array_map(intval(...), Row::words($this->db, "SELECT DISTINCT l.lot_id FROM line l JOIN standing s ON s.line_id = l.id
            WHERE l.lot_id IS NOT NULL AND s.state IN ('potted', 'grown') AND s.count > 0"));
    }

    /**
     * Plants of lines that were lost after they were potted.
     *
     * @param list<int> $lines
     *
     * @return array<int, int> by line; without those that lost none
     */
    public function lostInPots(array $lines): array
    {
        $rows = Row::all($this->db, "SELECT line, sum(count) AS lost FROM (
                SELECT from_line AS line, count FROM entry WHERE from_line IN (?) AND from_state IN ('potted', 'grown') AND to_state = 'lost'
                UNION ALL SELECT to_line, -count FROM entry WHERE to_line IN (?) AND to_state IN ('potted', 'grown') AND from_state = 'lost'
            ) GROUP BY line HAVING sum(count) <> 0", [$lines, $lines], [ArrayParameterType::INTEGER, ArrayParameterType::INTEGER]);
        $counts = [];
        foreach ($rows as $row) {
            $counts[$row->int('line')] = $row->int('lost');
        }

        return $counts;
    }

    /**
     * Plants of batches that were sent to orders, and are not taken back.
     *
     * @param list<int> $batches
     *
     * @return array<int, int> by batch; without those of which none were
     */
    public function sentOf(array $batches): array
    {
        $rows = Row::all($this->db, "SELECT l.batch_id, sum(e.count) AS sent FROM line l JOIN entry e ON e.from_line = l.id AND e.to_state = 'sold'
            JOIN dispatch d ON d.act_id = e.act_id WHERE l.batch_id IN (?) AND ".Dispatch::HOLDS.'
            GROUP BY l.batch_id', [$batches], [ArrayParameterType::INTEGER]);
        $counts = [];
        foreach ($rows as $row) {
            $counts[$row->int('batch_id')] = $row->int('sent');
        }

        return $counts;
    }

    /**
     * Plants of batches that ever came to each state from another, and are not taken back.
     *
     * @param list<int> $batches
     *
     * @return array<int, array<string, int>> by batch and state
     */
    public function reachedOf(array $batches): array
    {
        $rows = Row::all($this->db, 'SELECT l.batch_id, e.to_state, sum(e.count) AS plants FROM line l JOIN entry e ON e.to_line = l.id
            WHERE l.batch_id IN (?) AND e.from_state IS NOT e.to_state AND +e.reverses IS NULL
            AND NOT EXISTS (SELECT 1 FROM entry r WHERE r.reverses = e.id) GROUP BY 1, 2', [$batches], [ArrayParameterType::INTEGER]);
        $counts = [];
        foreach ($rows as $row) {
            $counts[$row->int('batch_id')][$row->text('to_state')] = $row->int('plants');
        }

        return $counts;
    }

    /**
     * Plants that were counted as ready in lots of which something was sent to an order that is due in a week or later.
     *
     * @return array<int, list<array{on: string, count: int}>> by lot and day
     */
    public function readyInLots(Week $since): array
    {
        $ready = [];
        foreach (Row::all($this->db, "SELECT l.lot_id, a.on_day, sum(e.count) AS plants FROM line l JOIN entry e ON e.to_line = l.id AND e.to_state = 'grown'
            AND e.from_state = 'potted' JOIN act a ON a.id = e.act_id WHERE l.lot_id IN (SELECT d.lot_id FROM dispatch d JOIN wanted w ON w.id = d.wanted_id
                WHERE w.ready_week >= ?) AND +e.reverses IS NULL
            AND NOT EXISTS (SELECT 1 FROM entry r WHERE r.reverses = e.id) GROUP BY 1, 2", [$since->written()]) as $row) {
            $ready[$row->int('lot_id')][] = ['on' => $row->text('on_day'), 'count' => $row->int('plants')];
        }

        return $ready;
    }

    /**
     * @param list<int> $batches
     *
     * @return list<Row> `id`, `code` and `states` of each
     */
    public function standingOf(array $batches): array
    {
        return Row::all(
            $this->db,
            'SELECT b.id, b.code, s.states FROM batch b JOIN batch_standing s ON s.batch_id = b.id WHERE b.id IN (?) ORDER BY b.id',
            [$batches],
            [ArrayParameterType::INTEGER],
        );
    }

    /**
     * Plants of batches in lots that are held back on a day.
     *
     * @param list<int> $batches
     *
     * @return array<int, array{potted: int, grown: int}> by batch; without those of which none are
     */
    public function heldOf(array $batches, \DateTimeImmutable $on): array
    {
        $rows = Row::all($this->db, "SELECT l.batch_id, sum(CASE s.state WHEN 'potted' THEN s.count ELSE 0 END) AS potted,
            sum(CASE s.state WHEN 'grown' THEN s.count ELSE 0 END) AS grown FROM pot_lot p JOIN line l ON l.lot_id = p.id JOIN standing s ON s.line_id = l.id
            WHERE p.held_until >= ? AND l.batch_id IN (?) GROUP BY l.batch_id",
            [$on->format('Y-m-d'), $batches],
            [ParameterType::STRING, ArrayParameterType::INTEGER],
        );
        $counts = [];
        foreach ($rows as $row) {
            $counts[$row->int('batch_id')] = ['potted' => $row->many('potted'), 'grown' => $row->many('grown')];
        }

        return $counts;
    }

    /**
     * Plants of a crop that were stuck, day by day and batch by batch. What went back to the knife is taken off again: it is
     * counted where it is stuck anew.
     *
     * @return list<array{on: string, batch: string, plants: int}>
     */
    public function stuckOf(int $crop, \DateTimeImmutable $from, \DateTimeImmutable $to): array
    {
        // The plus keeps the search on the crop's own batches: the index on what reverses would read the whole book.
        return self::byDay(Row::all($this->db, "SELECT a.on_day, b.code, sum(CASE WHEN e.to_state = 'to_stick' THEN -e.count ELSE e.count END) AS plants
            FROM entry e JOIN act a ON a.id = e.act_id JOIN line l ON l.id = e.from_line JOIN batch b ON b.id = l.batch_id
            WHERE b.crop_id = ? AND a.on_day BETWEEN ? AND ? AND ((e.from_state = 'to_stick' AND e.to_state = 'stuck')
                OR (e.to_state = 'to_stick' AND e.from_state IN ('stuck','rooted','potted')))
            AND +e.reverses IS NULL AND NOT EXISTS (SELECT 1 FROM entry r WHERE r.reverses = e.id)
            GROUP BY a.on_day, b.code ORDER BY a.on_day, b.code", [$crop, $from->format('Y-m-d'), $to->format('Y-m-d')]));
    }

    /** @return list<array{on: string, batch: string, plants: int}> plants of a crop that were sold, day by day and batch by batch */
    public function soldOf(int $crop, \DateTimeImmutable $from, \DateTimeImmutable $to): array
    {
        // From the crop's own batches on: a licence is for years, in which the whole nursery acts.
        return self::byDay(Row::all($this->db, "SELECT a.on_day, b.code, sum(e.count) AS plants
            FROM batch b CROSS JOIN line l ON l.batch_id = b.id CROSS JOIN entry e ON e.from_line = l.id JOIN act a ON a.id = e.act_id
            WHERE b.crop_id = ? AND a.on_day BETWEEN ? AND ? AND e.to_state = 'sold'
            AND +e.reverses IS NULL AND NOT EXISTS (SELECT 1 FROM entry r WHERE r.reverses = e.id)
            GROUP BY a.on_day, b.code ORDER BY a.on_day, b.code", [$crop, $from->format('Y-m-d'), $to->format('Y-m-d')]));
    }

    /**
     * @param list<Row> $rows
     *
     * @return list<array{on: string, batch: string, plants: int}>
     */
    private static function byDay(array $rows): array
    {
        return array_map(static fn (Row $r) => ['on' => $r->text('on_day'), 'batch' => $r->text('code'), 'plants' => $r->int('plants')], $rows);
    }

    /**
     * The day of the newest full count of each line that stands in trays: one that it was counted by, or that made it.
     *
     * @return array<int, \DateTimeImmutable> by line
     */
    public function newest(): array
    {
        return $this->once->read('newest counts', $this->readNewest(...));
    }

    /** @return array<int, \DateTimeImmutable> by line */
    private function readNewest(): array
    {
        // A cross join is walked in its order: from the few batches that are there to their entries, and not through all acts ever.
        $of = static fn (string $side): string => 'SELECT l.id AS line, a.on_day FROM batch b CROSS JOIN line l ON l.batch_id = b.id
            CROSS JOIN entry e ON e.'.$side.' = l.id JOIN act a ON a.id = e.act_id
            WHERE b.left_bench_on IS NULL AND b.stuck_on IS NOT NULL AND '.self::STILL_COUNTS;
        $counts = [];
        foreach (Row::pairs($this->db, 'SELECT line, max(on_day) FROM ('.$of('from_line').' UNION ALL '.$of('to_line').') GROUP BY line') as $line => $day) {
            $counts[(int) $line] = new \DateTimeImmutable((string) $day);
        }

        return $counts;
    }

    /**
     * The newest day on which plants of each line were potted, or potted on. Plants that were only split off or merged keep
     * the day of the line they came from; undone acts do not count.
     *
     * @param list<int> $lines
     *
     * @return array<int, \DateTimeImmutable> by line; without those of which nothing ever was
     */
    public function pottedOn(array $lines): array
    {
        // The plus keeps the search on these lines: the index on what reverses would read the whole book.
        $rows = Row::all($this->db, "SELECT e.to_line, CASE WHEN e.from_state IN ('potted', 'grown')
            AND p.from_lot_id IS NULL THEN e.from_line END AS kept_from, max(a.on_day) AS day
            FROM entry e JOIN act a ON a.id = e.act_id JOIN line l ON l.id = e.to_line LEFT JOIN pot_lot p ON p.id = l.lot_id
            WHERE e.to_line IN (?) AND e.to_state IN ('potted', 'grown')
            AND (e.from_line IS NULL OR e.from_line <> e.to_line OR e.from_state NOT IN ('potted', 'grown'))
                AND +e.reverses IS NULL AND NOT EXISTS (SELECT 1 FROM entry r WHERE r.reverses = e.id)
            GROUP BY 1, 2", [$lines], [ArrayParameterType::INTEGER]);
        $sources = array_values(array_unique(array_filter(array_map(static fn (Row $row) => $row->intOrNull('kept_from'), $rows))));
        $before = $sources === [] ? [] : $this->pottedOn(array_values(array_diff($sources, $lines)));
        $counts = [];
        foreach ($rows as $row) {
            if (!$row->has('kept_from')) {
                $counts[$row->int('to_line')] = $row->day('day');
            }
        }
        foreach ($rows as $row) {
            $day = !$row->has('kept_from') ? null : $before[$row->int('kept_from')] ?? $counts[$row->int('kept_from')] ?? $row->day('day');
            if ($day !== null) {
                $counts[$row->int('to_line')] = max($counts[$row->int('to_line')] ?? $day, $day);
            }
        }

        return $counts;
    }

    /**
     * How many of batches were taken out of their trays without known roots, day by day.
     *
     * @param list<int> $batches
     *
     * @return array<int, list<array{on: string, all: int, dead: int}>> by batch, in order; `dead` without those that were alive and thrown
     */
    public function takenOut(array $batches): array
    {
        $rows = Row::all($this->db, "SELECT l.batch_id, a.on_day, sum(e.count) AS taken,
                sum(CASE WHEN e.cause IN ('unrooted', 'too_poor', 'no_room') THEN 0 ELSE e.count END) AS dead
            FROM line l JOIN entry e ON e.from_line = l.id JOIN act a ON a.id = e.act_id
            WHERE l.batch_id IN (?) AND e.from_state = 'stuck' AND e.to_state = 'lost' AND +e.reverses IS NULL
            AND NOT EXISTS (SELECT 1 FROM entry r WHERE r.reverses = e.id)
            GROUP BY l.batch_id, a.on_day ORDER BY a.on_day", [$batches], [ArrayParameterType::INTEGER]);
        $taken = [];
        foreach ($rows as $row) {
            $taken[$row->int('batch_id')][] = ['on' => $row->text('on_day'), 'all' => $row->int('taken'), 'dead' => $row->many('dead')];
        }

        return $taken;
    }

    /**
     * The first full count of batches.
     *
     * @param list<int> $batches
     *
     * @return array<int, array{on: \DateTimeImmutable, rooted: int}> by batch, with how many it found with roots; without those not counted yet
     */
    public function first(array $batches): array
    {
        $rows = Row::all($this->db, "SELECT a.batch_id, a.on_day, (SELECT coalesce(sum(e.count), 0) FROM entry e WHERE e.act_id = a.id
            AND e.from_state = 'stuck' AND e.to_state = 'rooted') AS rooted
            FROM act a WHERE a.batch_id IN (?) AND ".self::STILL_COUNTS.' ORDER BY a.on_day DESC, a.id DESC', [$batches], [ArrayParameterType::INTEGER]);
        $counts = [];
        foreach ($rows as $row) {
            $counts[$row->int('batch_id')] = ['on' => $row->day('on_day'), 'rooted' => $row->many('rooted')];
        }

        return $counts;
    }

    /**
     * What became of what was left longer after a count: of each line on which none is without roots any more.
     *
     * @param list<int> $ways
     *
     * @return array<int, list<array{left: int, rooted: int, lost: array<string, int>}>> by way, the newest batches first; `lost` by cause
     */
    public function leftLonger(array $ways): array
    {
        $rows = Row::all($this->db, "SELECT s.way_id, l.id AS line, e.to_state, coalesce(e.cause, '') AS cause, sum(e.count) AS count
            FROM line l JOIN batch b ON b.id = l.batch_id JOIN way_sheet s ON s.id = b.sheet_id JOIN entry e ON e.from_line = l.id
            WHERE s.way_id IN (?) AND l.number > 1 AND b.left_bench_on IS NOT NULL AND e.from_state = 'stuck' AND e.to_state IN ('rooted', 'lost')
            AND +e.reverses IS NULL AND NOT EXISTS (SELECT 1 FROM entry r WHERE r.reverses = e.id)
            AND NOT EXISTS (SELECT 1 FROM standing t WHERE t.line_id = l.id AND t.state = 'stuck' AND t.count > 0)
            GROUP BY s.way_id, l.id, e.to_state, e.cause ORDER BY b.stuck_on DESC, l.id DESC", [$ways], [ArrayParameterType::INTEGER]);
        $lines = [];
        foreach ($rows as $row) {
            [$way, $line] = [$row->int('way_id'), $row->int('line')];
            $one = $lines[$way][$line] ?? ['left' => 0, 'rooted' => 0, 'lost' => []];
            $isRooted = $row->text('to_state') === 'rooted';
            $lines[$way][$line] = [
                'left' => $one['left'] + $row->int('count'),
                'rooted' => $one['rooted'] + ($isRooted ? $row->int('count') : 0),
                'lost' => $one['lost'] + ($isRooted ? [] : [$row->text('cause') => $row->int('count')]),
            ];
        }

        return array_map(array_values(...), $lines);
    }
}
