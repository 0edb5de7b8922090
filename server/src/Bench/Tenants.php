<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Bench\Positions;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Whereabouts;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Method;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Nursery\House;

/** Who lies where, and when. */
final class Tenants
{
    public function __construct(private readonly Connection $db, private readonly Pots $pots, private readonly SheetBook $sheets, private readonly House $house, private readonly Today $today)
    {
    }

    /**
     * Batches that take up bench in any of these weeks, by zone id: in trays, and in pots where those stand.
     *
     * @param ?string $but a batch code to leave out, when that batch itself looks for a place
     *
     * @return array<int, list<Tenant>>
     */
    public function byZone(Week $from, Week $to, ?string $but = null): array
    {
        $found = [];
        foreach ($this->during($from, $to) as $lying) {
            foreach ($lying->tenant->name === $but ? [] : $lying->legs as ['zone' => $zone, 'tenant' => $tenant]) {
                if ($tenant->from->until($to) >= 0 && $from->until($tenant->to) >= 0) {
                    $found[$zone][] = $tenant;
                }
            }
        }

        foreach ($this->pots->standing($from, $to) as $potted) {
            if ($potted->zone !== null && $potted->code !== $but) {
                $tenant = $potted->tenant();
                if ($tenant->from->until($to) >= 0 && $from->until($tenant->to) >= 0) {
                    $found[$potted->zone][] = $tenant;
                }
            }
        }

        return $found;
    }

    /** @return list<Lying> */
    public function during(Week $from, Week $to): array
    {
        $rows = $this->db->fetchAllAssociative(
            "SELECT b.id, b.code, b.trays, t.positions, b.planned, b.stick_on, b.stuck_on, b.pot_on, b.left_bench_on, b.wean_on, b.method, b.zone_id, z.kind, b.sheet_id, h.way_id,
                coalesce(p.name, '') AS pot, s.stuck, s.potted
             FROM batch b JOIN way_sheet h ON h.id = b.sheet_id JOIN zone z ON z.id = b.zone_id JOIN tray_kind t ON t.id = b.tray_kind_id
                LEFT JOIN batch_standing s ON s.batch_id = b.id LEFT JOIN wanted w ON w.id = b.wanted_id LEFT JOIN pot p ON p.id = w.pot_id
             WHERE b.called_off = 0 AND coalesce(b.stuck_on, b.stick_on) <= :to
                AND (b.left_bench_on >= :from OR (b.left_bench_on IS NULL AND (b.stuck_on IS NOT NULL OR b.pot_on >= :from)))
             ORDER BY coalesce(b.stuck_on, b.stick_on), b.id",
            ['from' => $from->monday()->format('Y-m-d'), 'to' => $to->sunday()->format('Y-m-d')],
        );
        $this->sheets->have(array_column($rows, 'sheet_id'));
        $found = [];
        $moves = $this->moves();
        foreach ($rows as $row) {
            $tenant = $this->tenant($row);
            if ($tenant->from->until($to) >= 0 && $from->until($tenant->to) >= 0) {
                $legs = Whereabouts::legs($tenant, (int) $row['zone_id'], new \DateTimeImmutable((string) $row['wean_on']), $moves[(int) $row['id']] ?? [], $this->house->defaults());
                $isStuck = $row['stuck_on'] !== null;
                $found[] = new Lying(
                    $tenant,
                    (int) $row['zone_id'],
                    $row['kind'] === 'mist',
                    $isStuck ? (int) $row['stuck'] : (int) $row['planned'],
                    new \DateTimeImmutable((string) ($row['left_bench_on'] ?? $row['pot_on'])),
                    $row['left_bench_on'] !== null ? (int) $row['potted'] : null,
                    (int) $row['way_id'],
                    new \DateTimeImmutable((string) $row['wean_on']),
                    Method::from((string) $row['method']),
                    (string) $row['pot'],
                    $legs,
                );
            }
        }

        return $found;
    }

    /** @return array<int, list<array{zone: int, from: \DateTimeImmutable}>> by batch, in order */
    private function moves(): array
    {
        $found = [];
        foreach ($this->db->iterateAssociative('SELECT m.batch_id, m.zone_id, m.from_day FROM batch_moves_on m JOIN batch b ON b.id = m.batch_id WHERE b.called_off = 0 ORDER BY m.from_day') as $row) {
            $found[(int) $row['batch_id']][] = ['zone' => (int) $row['zone_id'], 'from' => new \DateTimeImmutable((string) $row['from_day'])];
        }

        return $found;
    }

    /** @param array<string, mixed> $row */
    private function tenant(array $row): Tenant
    {
        $sheet = (int) $row['sheet_id'];

        return Whereabouts::tenant(
            (string) $row['code'],
            Positions::ofTrays((int) $row['trays'], (float) $row['positions']),
            new \DateTimeImmutable((string) ($row['stuck_on'] ?? $row['stick_on'])),
            new \DateTimeImmutable((string) ($row['left_bench_on'] ?? $row['pot_on'])),
            $row['left_bench_on'] === null && $row['stuck_on'] !== null,
            $this->sheets->warmth($sheet)->medium,
            $this->sheets->water($sheet)->mist,
            $this->today->day(),
        );
    }
}
