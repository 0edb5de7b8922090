<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Server\Database\Row;

/** What a week asks of those who carry trays and set valves: laid, moved, taken off, set. */
final class BenchWork
{
    public function __construct(private readonly Connection $db, private readonly EntityManagerInterface $em, private readonly Tenants $tenants)
    {
    }

    /**
     * @return list<array{
     *     day: string, kind: string, code: ?string, crop: ?string, trays: ?int, zone: string, to: ?string,
     *     setting: ?array{heat: float, mist: float, suits: bool},
     * }> by day, then by zone
     */
    public function of(Week $week): array
    {
        $jobs = [];
        $rows = Row::all($this->db,
            "SELECT coalesce(b.stuck_on, b.stick_on) AS day, 'lay' AS kind, b.code, c.name AS crop, b.trays, z.name AS zone, NULL AS goes
                FROM batch b JOIN crop c ON c.id = b.crop_id JOIN zone z ON z.id = b.zone_id
                WHERE b.called_off = 0 AND coalesce(b.stuck_on, b.stick_on) BETWEEN :from AND :to
             UNION ALL SELECT m.from_day, 'move', b.code, c.name, b.trays,
                (SELECT y.name FROM zone y WHERE y.id = coalesce((SELECT o.zone_id FROM batch_moves_on o WHERE o.batch_id = b.id
                AND o.from_day < m.from_day ORDER BY o.from_day DESC LIMIT 1), b.zone_id)), z.name
                FROM batch_moves_on m JOIN batch b ON b.id = m.batch_id JOIN crop c ON c.id = b.crop_id JOIN zone z ON z.id = m.zone_id
                WHERE b.called_off = 0 AND m.from_day BETWEEN :from AND :to
             UNION ALL SELECT coalesce(b.left_bench_on, b.pot_on), 'off', b.code, c.name, b.trays,
                (SELECT y.name FROM zone y WHERE y.id = coalesce((SELECT o.zone_id FROM batch_moves_on o WHERE o.batch_id = b.id
                ORDER BY o.from_day DESC LIMIT 1), b.zone_id)), y.name
                FROM batch b JOIN crop c ON c.id = b.crop_id LEFT JOIN zone y ON y.id = CASE
                WHEN b.left_bench_on IS NULL THEN b.pots_zone_id ELSE (SELECT p.zone_id FROM line n JOIN pot_lot p ON p.id = n.lot_id
                WHERE n.batch_id = b.id ORDER BY p.id DESC LIMIT 1) END WHERE b.called_off = 0
                AND coalesce(b.left_bench_on, b.pot_on) BETWEEN :from AND :to",
            ['from' => $week->monday()->format('Y-m-d'), 'to' => $week->sunday()->format('Y-m-d')],
        );
        foreach ($rows as $row) {
            $jobs[] = [
                'day' => $row->text('day'), 'kind' => $row->text('kind'), 'code' => $row->text('code'), 'crop' => $row->text('crop'),
                'trays' => $row->int('trays'), 'zone' => $row->text('zone'), 'to' => $row->textOrNull('goes'), 'setting' => null,
            ];
        }
        $before = $week->plus(-1);
        $tenants = $this->tenants->byZone($before, $week);
        $there = static fn (Zone $zone, Week $in) => array_values(
            array_filter($tenants[(int) $zone->id] ?? [], static fn (Tenant $tenant) => $tenant->isThereIn($in)),
        );
        foreach ($this->em->getRepository(Zone::class)->findAll() as $zone) {
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
}
