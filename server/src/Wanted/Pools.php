<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Setting;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Plan\Pool;
use WetCradle\Core\Plan\ReadyDays;
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
        $since = $overdue ? '' : $this->today->week()->written();
        $orders = Row::all($this->db,
            'SELECT id, plants, ready_week, priority, coalesce((SELECT sum(d.count) FROM dispatch d WHERE d.wanted_id = wanted.id
                AND '.Dispatch::HOLDS."), 0) AS sent FROM wanted WHERE called_off = 0 AND (ready_week >= ? OR id = ?) ORDER BY ready_week,
                CASE priority WHEN 'must' THEN 0 WHEN 'should' THEN 1 ELSE 2 END, id",
            [$since, $only ?? 0],
        );
        $orders = array_combine(Row::ints($orders, 'id'), $orders);
        $isDue = fn (int $id): bool => isset($orders[$id]) && $orders[$id]->text('ready_week') >= $this->today->week()->written();
        $batches = array_filter(
            $this->batches($since, $only ?? 0),
            static fn (array $batch) => !$overdue || $batch['row']->intOrNull('live') !== 0 || array_filter($batch['orders'], $isDue) !== [],
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
        $sent = $this->counts->sentOf(array_values(array_map(static fn (array $batch) => $batch['row']->int('id'), $batches)));
        $wanted = $only === null ? null : (isset($poolOf[$only]) ? self::root($poolOf, $only) : 0);
        $kept = $this->forecasts->kept(array_values(array_map(static fn (array $batch) => $batch['row']->int('id'), $batches)));
        foreach ($batches as $batch) {
            $first = array_values(array_filter($batch['orders'], static fn (int $id) => isset($orders[$id])))[0];
            $root = self::root($poolOf, $first);
            if ($wanted === null || $wanted === $root) {
                $states = BatchStanding::statesOf($batch['row']);
                $sure[$root] = ($sure[$root] ?? 0) + $states['grown'] + $states['sold'] - ($sent[$batch['row']->int('id')] ?? 0);
                $standing[$root] = [...$standing[$root] ?? [], ...$this->standing($batch['row'], $kept[$batch['row']->int('id')] ?? null)];
            }
        }

        return array_values(array_map(static fn (int $root) => Pool::of($members[$root], $sure[$root], $standing[$root]), array_keys($standing)));
    }

    /** @return list<array{orders: non-empty-list<int>, row: Row}> batches that serve orders which are due */
    private function batches(string $since, int $only): array
    {
        $rows = Row::all($this->db,
            'SELECT b.id, b.wanted_id, (SELECT group_concat(x.wanted_id) FROM batch_shared x WHERE x.batch_id = b.id) AS shared, b.stuck_on,
                b.planned, b.together, h.way_id, y.sheet_id AS newest_sheet, y.learnt, y.through, y.left_longer,
                s.counted, s.live, s.states, s.stuck, s.lost_in_trays,
                b.stick_on, b.wean_on, b.pot_on, b.ready_on, b.left_bench_on,
                EXISTS (SELECT 1 FROM root_check r JOIN line l ON l.id = r.line_id WHERE l.batch_id = b.id) AS seen
             FROM batch b JOIN way_sheet h ON h.id = b.sheet_id JOIN way y ON y.id = h.way_id LEFT JOIN batch_standing s ON s.batch_id = b.id
             WHERE b.called_off = 0 AND b.id IN (
                SELECT y.id FROM wanted w JOIN batch y ON y.wanted_id = w.id WHERE w.called_off = 0 AND (w.ready_week >= :since OR w.id = :only)
                UNION SELECT x.batch_id FROM wanted w JOIN batch_shared x ON x.wanted_id = w.id WHERE w.called_off = 0
                AND (w.ready_week >= :since OR w.id = :only))
             ORDER BY b.wanted_id, b.id',
            ['since' => $since, 'only' => $only],
        );
        $this->sheets->have(Row::ints($rows, 'newest_sheet'));
        $pools = [];
        foreach ($rows as $row) {
            $shared = !$row->has('shared') ? [] : array_map(intval(...), explode(',', $row->text('shared')));
            $orders = [...!$row->has('wanted_id') ? [] : [$row->int('wanted_id')], ...$shared];
            if ($orders !== []) {
                $pools[] = ['orders' => $orders, 'row' => $row];
            }
        }

        return $pools;
    }

    /**
     * @param ?array{forecast: Forecast, roots: list<int>} $kept what is believed of it, where it is rooting
     *
     * @return list<Standing>
     */
    private function standing(Row $row, ?array $kept): array
    {
        $states = BatchStanding::statesOf($row);
        $rate = $this->history->rateById($row->int('way_id'));
        $potting = LearntShares::kept($row, 'through')->share ?? $this->sheets->potting($row->int('newest_sheet'))->survival;
        $shared = min(1.0, ($rate->rateSd / max(1e-9, $rate->newBatchSd)) ** 2);
        $luck = 'way '.$row->int('way_id');
        $today = $this->today->day();
        $between = static fn (\DateTimeImmutable $from, \DateTimeImmutable $to): int => (int) $from->diff($to)->format('%r%a');
        $ready = $row->day('ready_on');
        $inTrays = $states['to_stick'] + $states['stuck'];
        $overdue = $row->has('left_bench_on') ? 0 : max(0, $between($row->day('pot_on'), $today));
        $grown = ReadyDays::growing($ready->modify(sprintf('+%d days', $states['rooted'] + $inTrays > 0 ? $overdue : 0)), $today);
        $standing = [Standing::of($states['rooted'] + $states['potted'], [$potting])->readyOn($grown)];
        if (!$row->has('stuck_on')) {
            $days = $between($row->day('stick_on'), $row->day('wean_on'));
            $mishap = $this->learning->nursery()->mishap;

            return [
                ...$standing,
                Standing::of(Setting::plantsOf($row->int('planned'), $row->int('together')), [$rate->forNewBatch, $potting], $luck, $shared)
                    ->readyOn(ReadyDays::planned($ready, $days, Speeds::lnSdOf($row, 'learnt')))
                    ->failing($mishap->chance, $mishap->leaves->mean() * $potting->mean()),
            ];
        }
        if ($row->flag('counted') || $kept === null) {
            $leftLonger = LearntShares::kept($row, 'left_longer')->share ?? LearntShare::usualOfLeftLonger($this->house->defaults());

            return [...$standing, Standing::of($inTrays, [$leftLonger, $potting])->readyOn($grown)];
        }
        $root = ReadyDays::rooting(
            $ready,
            array_map(static fn (int $days) => max($days, $between($row->day('stuck_on'), $today)), $kept['roots']),
            $between($row->day('stuck_on'), $row->day('wean_on')),
            $overdue,
        );

        // Once it was looked at, what is believed of it is of its own.
        $rooting = Standing::of($inTrays, [self::ofThoseThere($kept['forecast'], $row), $potting], $luck, $row->flag('seen') ? 0.0 : $shared);

        $forecast = $kept['forecast'];
        $leaves = max(0.0, $forecast->finalRate() - (1.0 - $forecast->fails) * $forecast->usualRate) / max(1e-9, $forecast->fails);

        return [...$standing, $rooting->readyOn($root)->failing($forecast->fails, min(1.0, $leaves / self::there($row)) * $potting->mean())];
    }

    /** The share of all that were stuck that is there. */
    private static function there(Row $row): float
    {
        return max(1e-6, 1.0 - array_sum($row->counts('lost_in_trays')) / max(1, $row->many('stuck')));
    }

    /** The share that roots in the end of those that are there: what is gone never will, of what is there so many more. */
    private static function ofThoseThere(Forecast $forecast, Row $row): Beta
    {
        $there = self::there($row);
        $mean = min(0.995, max(0.005, $forecast->usualRate / $there));
        $variance = ($forecast->usualSd / $there) ** 2;

        return Beta::matching($mean, min(0.95 * $mean * (1.0 - $mean), max(1e-6, $variance)));
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
