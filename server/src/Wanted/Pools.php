<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Setting;
use WetCradle\Core\Plan\OnItsWay;
use WetCradle\Core\Plan\Pool;
use WetCradle\Core\Plan\Standing;
use WetCradle\Core\Rates\LearntShare;
use WetCradle\Core\Rooting\Forecast;
use WetCradle\Server\Book\BatchStanding;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Potting\Dispatch;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Rates\Learning;
use WetCradle\Server\Rates\LearntShares;
use WetCradle\Server\Rooting\Forecasts;
use WetCradle\Server\Rooting\Speeds;
use WetCradle\Server\Trace\Recalls;

/** Orders with the batches that serve them; orders that share a batch are one pool, the earliest and most pressing served first. */
final class Pools
{
    public function __construct(
        private readonly House $house,
        private readonly Connection $db,
        private readonly CropHistory $history,
        private readonly Learning $learning,
        private readonly Forecasts $forecasts,
        private readonly Counts $counts,
        private readonly SheetBook $sheets,
        private readonly Recalls $recalls,
        private readonly Today $today,
    ) {
    }

    /**
     * @param ?int $only    the pool of one order, whenever it is due; null for all that are due from this week on
     * @param bool $overdue with those that were due before and still have plants on their way
     *
     * @return list<Pool>
     */
    public function all(?int $only = null, bool $overdue = false): array
    {
        $week = $this->today->week()->written();
        $batches = $this->batches($week, $only ?? 0, $overdue);
        // The plus: nearly all orders stand, so that they are found by their week and not by that.
        $orders = Row::all($this->db,
            'SELECT id, plants, ready_week, priority, coalesce((SELECT sum(d.count) FROM dispatch d WHERE d.wanted_id = wanted.id
                AND '.Dispatch::HOLDS."), 0) AS sent FROM wanted WHERE +called_off = 0 AND (ready_week >= ? OR id IN (?)) ORDER BY ready_week,
                CASE priority WHEN 'must' THEN 0 WHEN 'should' THEN 1 ELSE 2 END, id",
            [$week, [$only ?? 0, ...$overdue ? array_merge(...array_column($batches, 'orders')) : []]],
            [ParameterType::STRING, ArrayParameterType::INTEGER],
        );
        $orders = array_combine(Row::ints($orders, 'id'), $orders);
        $isDue = static fn (int $id): bool => isset($orders[$id]) && $orders[$id]->text('ready_week') >= $week;
        $batches = array_filter(
            $batches,
            static fn (array $batch) => array_filter($batch['orders'], static fn (int $id) => isset($orders[$id])) !== []
                && (!$overdue || $batch['row']->intOrNull('live') !== 0 || array_filter($batch['orders'], $isDue) !== []),
        );
        $poolOf = [];
        foreach ($batches as $batch) {
            $of = array_values(array_filter($batch['orders'], static fn (int $id) => isset($orders[$id])));
            $root = self::root($poolOf, $of[0]);
            foreach ($of as $id) {
                $poolOf[self::root($poolOf, $id)] = $root;
            }
        }
        $members = $standing = $sure = [];
        foreach (array_keys($orders) as $id) {
            if (isset($poolOf[$id])) {
                $members[self::root($poolOf, $id)][] = [
                    'order' => $id, 'wanted' => $orders[$id]->int('plants'), 'sent' => $orders[$id]->many('sent'),
                    'due' => Week::of($orders[$id]->text('ready_week'))->sunday(),
                ];
            }
        }
        $ids = array_values(array_map(static fn (array $batch) => $batch['row']->int('id'), $batches));
        $sent = $this->counts->sentOf($ids);
        $held = $this->counts->heldOf($ids, $this->today->day());
        $wanted = $only === null ? null : (isset($poolOf[$only]) ? self::root($poolOf, $only) : 0);
        $kept = $this->forecasts->kept($ids);
        foreach ($batches as $batch) {
            $first = array_values(array_filter($batch['orders'], static fn (int $id) => isset($orders[$id])))[0];
            $root = self::root($poolOf, $first);
            if ($wanted === null || $wanted === $root) {
                $id = $batch['row']->int('id');
                $states = BatchStanding::statesOf($batch['row']);
                // What is held back comes to no order, as long as it is.
                foreach ($held[$id] ?? [] as $state => $many) {
                    $states[$state] -= $many;
                }
                $sure[$root] = ($sure[$root] ?? 0) + $states['grown'] + $states['sold'] - ($sent[$id] ?? 0);
                $standing[$root] = [...$standing[$root] ?? [], ...$this->standing($batch['row'], $states, $kept[$id] ?? null)];
            }
        }

        return array_values(array_map(static fn (int $root) => Pool::of($members[$root], $sure[$root], $standing[$root]), array_keys($standing)));
    }

    /**
     * Batches that serve orders which are due; with those that are overdue, all of which anything is alive or planned: what is over is
     * not read for them.
     *
     * @return list<array{orders: non-empty-list<int>, row: Row}>
     */
    private function batches(string $since, int $only, bool $overdue): array
    {
        $open = !$overdue ? '' : ' UNION SELECT batch_id FROM batch_standing WHERE live <> 0
                UNION SELECT id FROM batch WHERE stuck_on IS NULL AND left_bench_on IS NULL';
        $rows = Row::all($this->db,
            'SELECT b.id, b.wanted_id, o.name AS pot, o.leaves, o.bundle_of,
                (SELECT group_concat(x.wanted_id) FROM batch_shared x WHERE x.batch_id = b.id) AS shared, b.stuck_on,
                b.planned, b.together, h.way_id, y.sheet_id AS newest_sheet, y.learnt, y.through, y.left_longer,
                s.counted, s.live, s.states, s.stuck, s.lost_in_trays,
                b.stick_on, b.wean_on, b.pot_on, b.ready_on, b.left_bench_on,
                EXISTS (SELECT 1 FROM root_check r JOIN line l ON l.id = r.line_id WHERE l.batch_id = b.id) AS seen
             FROM batch b JOIN way_sheet h ON h.id = b.sheet_id JOIN way y ON y.id = h.way_id LEFT JOIN batch_standing s ON s.batch_id = b.id
                LEFT JOIN wanted q ON q.id = b.wanted_id LEFT JOIN pot o ON o.id = q.pot_id
             WHERE b.called_off = 0 AND b.id IN (
                SELECT y.id FROM wanted w CROSS JOIN batch y ON y.wanted_id = w.id WHERE +w.called_off = 0 AND (w.ready_week >= :since OR w.id = :only)
                UNION SELECT x.batch_id FROM wanted w CROSS JOIN batch_shared x ON x.wanted_id = w.id WHERE +w.called_off = 0
                AND (w.ready_week >= :since OR w.id = :only)'.$open.')
             ORDER BY b.wanted_id, b.id',
            ['since' => $since, 'only' => $only],
        );
        $this->sheets->have(Row::ints($rows, 'newest_sheet'));
        // What is called back comes to no order.
        $recalled = $this->recalls->batches();
        $pools = [];
        foreach ($rows as $row) {
            if (isset($recalled[$row->int('id')])) {
                continue;
            }
            $shared = !$row->has('shared') ? [] : array_map(intval(...), explode(',', $row->text('shared')));
            $orders = [...!$row->has('wanted_id') ? [] : [$row->int('wanted_id')], ...$shared];
            if ($orders !== []) {
                $pools[] = ['orders' => $orders, 'row' => $row];
            }
        }

        return $pools;
    }

    /**
     * @param array<string, int>                                $states those that may come to an order
     * @param ?array{forecast: Forecast, roots: list<int>} $kept what is believed of it, where it is rooting
     *
     * @return list<Standing>
     */
    private function standing(Row $row, array $states, ?array $kept): array
    {
        $inTrays = $states['to_stick'] + $states['stuck'];
        $batch = OnItsWay::of(
            'way '.$row->int('way_id'),
            $this->history->rateById($row->int('way_id')),
            $this->sheets->potting($row->int('newest_sheet'), Pot::leavingOf($row))->comesThrough(LearntShares::kept($row, 'through')),
            $this->today->day(),
            $row->dayOrNull('stuck_on') ?? $row->day('stick_on'),
            $row->day('wean_on'),
            $row->has('left_bench_on') ? null : $row->day('pot_on'),
            $row->day('ready_on'),
        );
        $rooted = $batch->rooted($states['rooted'], $states['potted'], $inTrays);
        if (!$row->has('stuck_on')) {
            $plants = Setting::plantsOf($row->int('planned'), $row->int('together'));

            return [$rooted, $batch->planned($plants, Speeds::lnSdOf($row, 'learnt'), $this->learning->nursery()->mishap)];
        }
        if ($row->flag('counted') || $kept === null) {
            $leftLonger = LearntShares::kept($row, 'left_longer')->share ?? LearntShare::usualOfLeftLonger($this->house->defaults());

            return [$rooted, $batch->leftLonger($inTrays, $leftLonger)];
        }
        $since = (int) $row->day('stuck_on')->diff($this->today->day())->format('%r%a');
        $lost = array_sum($row->counts('lost_in_trays'));

        return [$rooted, $batch->rooting($inTrays, $row->many('stuck'), $lost, $kept['forecast'], $kept['roots'], $since, $row->flag('seen'))];
    }

    /** @param array<int, int> $parents */
    private static function root(array &$parents, int $id): int
    {
        $parents[$id] ??= $id;
        while ($parents[$id] !== $id) {
            $id = $parents[$id] = $parents[$parents[$id]];
        }

        return $id;
    }
}
