<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Whereabouts;
use WetCradle\Core\Calendar\Week;
use WetCradle\Server\Book\BatchStanding;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Plan\BatchDays;

/** What a week asks of those who carry trays and set valves: laid, moved, taken off, set. */
final class BenchWork
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Tenants $tenants,
        private readonly SheetBook $sheets,
        private readonly Today $today,
    ) {
    }

    /**
     * @return list<array{
     *     day: string, kind: string, code: ?string, crop: ?string, trays: ?int, zone: string, to: ?string,
     *     setting: ?array{heat: float, mist: float, suits: bool},
     * }> by day, then by zone
     */
    public function of(Week $week): array
    {
        $zones = $this->zones();
        $before = $week->plus(-1);
        $tenants = $this->tenants->byZone($before, $week);
        $ofBatches = $this->ofBatches($week->monday(), $week->sunday(), self::named($zones));
        $jobs = array_map(static fn (array $job) => $job + ['setting' => null], $ofBatches);
        $there = static fn (Zone $zone, Week $in) => array_values(
            array_filter($tenants[(int) $zone->id] ?? [], static fn (Tenant $tenant) => $tenant->isThereIn($in)),
        );
        foreach ($zones as $zone) {
            if ($zone->onlyPots && !$zone->frostFree) {
                continue;
            }
            $core = $zone->core();
            $setting = $core->setting($there($zone, $week));
            if ($setting !== $core->setting($there($zone, $before))) {
                $jobs[] = [
                    'day' => $week->monday()->format('Y-m-d'), 'kind' => 'set', 'code' => null, 'crop' => null, 'trays' => null,
                    'zone' => $zone->name, 'to' => null, 'setting' => $setting,
                ];
            }
        }
        $rank = ['set' => 0, 'off' => 1, 'move' => 2, 'lay' => 3];
        usort(
            $jobs,
            static fn (array $a, array $b) => [$a['day'], $rank[$a['kind']], $a['zone'], $a['code']] <=> [$b['day'], $rank[$b['kind']], $b['zone'], $b['code']],
        );

        return $jobs;
    }

    /** @return list<array{day: string, kind: string, code: string, crop: string, trays: int, zone: string, to: ?string}> what is carried on a day */
    public function movesOn(\DateTimeImmutable $day): array
    {
        return array_values(array_filter($this->ofBatches($day, $day, self::named($this->zones())), static fn (array $job) => $job['kind'] === 'move'));
    }

    /**
     * @param array<int, string> $zones their names, by id
     *
     * @return list<array{day: string, kind: string, code: string, crop: string, trays: int, zone: string, to: ?string}>
     */
    private function ofBatches(\DateTimeImmutable $from, \DateTimeImmutable $until, array $zones): array
    {
        $rows = $this->batches($from, $until);
        $this->sheets->have(Row::ints($rows, 'sheet_id'));
        $moves = $this->moves(Row::ints($rows, 'id'));
        $jobs = [];
        foreach ($rows as $row) {
            $left = $row->dayOrNull('left_bench_on');
            foreach ($this->ofBatch($row, $moves[$row->int('id')] ?? []) as ['day' => $day, 'kind' => $kind, 'zone' => $zone, 'to' => $to]) {
                if ($day >= $from && $day <= $until) {
                    $jobs[] = [
                        'day' => $day->format('Y-m-d'), 'kind' => $kind, 'code' => $row->text('code'), 'crop' => $row->text('crop'),
                        'trays' => $kind === 'lay' || $left !== null ? $row->int('trays') : BatchStanding::traysLeftOf($row),
                        'zone' => $zones[$zone], 'to' => $to === null ? null : $zones[$to],
                    ];
                }
            }
        }

        return $jobs;
    }

    /**
     * @param list<array{zone: int, from: \DateTimeImmutable}> $moves in order
     *
     * @return list<array{day: \DateTimeImmutable, kind: string, zone: int, to: ?int}> laid, carried elsewhere, taken off
     */
    private function ofBatch(Row $row, array $moves): array
    {
        $left = $row->dayOrNull('left_bench_on');
        $stuck = $row->dayOrNull('stuck_on');
        $off = $left ?? $row->day('pot_on');
        $zone = $row->int('zone_id');
        $jobs = [['day' => $stuck ?? $row->day('stick_on'), 'kind' => 'lay', 'zone' => $zone, 'to' => null]];
        $hasBegun = BatchDays::hasBegun($row->json('weaning'), $this->sheets->weaning($row->int('sheet_id')));
        $isOver = $left !== null || $row->many('counted') === 1;
        foreach (Whereabouts::carried($moves, $row->day('wean_on'), $stuck !== null, $hasBegun, $isOver, $this->today->day()) as $move) {
            if ($move['from'] < $off) {
                $jobs[] = ['day' => $move['from'], 'kind' => 'move', 'zone' => $zone, 'to' => $move['zone']];
                $zone = $move['zone'];
            }
        }
        $stands = $left === null ? null : $row->intOrNull('stands');
        $jobs[] = ['day' => $off, 'kind' => 'off', 'zone' => $zone, 'to' => $stands ?? $row->intOrNull('pots_zone_id')];

        return $jobs;
    }

    /** @return list<Row> batches of which any of this may fall in these days; a move that waits for a weaning that is overdue may fall on today */
    private function batches(\DateTimeImmutable $from, \DateTimeImmutable $until): array
    {
        return Row::all(
            $this->db,
            'SELECT b.id, b.code, c.name AS crop, b.stick_on, b.stuck_on, b.pot_on, b.left_bench_on, b.wean_on, b.weaning, b.sheet_id, b.trays,
                b.zone_id, b.pots_zone_id, s.counted, s.came_in, s.states, s.lost, (SELECT p.zone_id FROM line n JOIN pot_lot p ON p.id = n.lot_id
                    WHERE n.batch_id = b.id AND p.zone_id IS NOT NULL ORDER BY n.number DESC LIMIT 1) AS stands
             FROM batch b JOIN crop c ON c.id = b.crop_id LEFT JOIN batch_standing s ON s.batch_id = b.id
             WHERE b.called_off = 0 AND coalesce(b.stuck_on, b.stick_on) <= :to
                AND (b.left_bench_on >= :from OR (b.left_bench_on IS NULL AND (b.stuck_on IS NOT NULL OR b.pot_on >= :from)))
                AND (coalesce(b.stuck_on, b.stick_on) >= :from OR coalesce(b.left_bench_on, b.pot_on) BETWEEN :from AND :to
                    OR EXISTS (SELECT 1 FROM batch_moves_on e WHERE e.batch_id = b.id AND (e.from_day BETWEEN :from AND :to
                        OR (e.from_day = b.wean_on AND e.from_day <= :to AND b.stuck_on IS NOT NULL))))
             ORDER BY b.id',
            ['from' => $from->format('Y-m-d'), 'to' => $until->format('Y-m-d')],
        );
    }

    /**
     * @param list<int> $batches
     *
     * @return array<int, list<array{zone: int, from: \DateTimeImmutable}>> where each goes on, in order
     */
    private function moves(array $batches): array
    {
        $moves = [];
        foreach (Row::all(
            $this->db,
            'SELECT batch_id, zone_id, from_day FROM batch_moves_on WHERE batch_id IN (?) ORDER BY from_day',
            [$batches],
            [ArrayParameterType::INTEGER],
        ) as $row) {
            $moves[$row->int('batch_id')][] = ['zone' => $row->int('zone_id'), 'from' => $row->day('from_day')];
        }

        return $moves;
    }

    /** @return array<int, Zone> by id */
    private function zones(): array
    {
        $zones = [];
        foreach ($this->em->getRepository(Zone::class)->findAll() as $zone) {
            $zones[(int) $zone->id] = $zone;
        }

        return $zones;
    }

    /**
     * @param array<int, Zone> $zones
     *
     * @return array<int, string>
     */
    private static function named(array $zones): array
    {
        return array_map(static fn (Zone $zone) => $zone->name, $zones);
    }
}
