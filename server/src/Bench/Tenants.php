<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Bench\Positions;
use WetCradle\Core\Bench\SharedTray;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Whereabouts;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Crops\Setting;
use WetCradle\Server\Book\BatchStanding;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\SheetBook;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\BatchDays;
use WetCradle\Server\Rates\LearntShares;
use WetCradle\Server\Wanted\Pot;

/** Who lies where, and when. */
final class Tenants
{
    public function __construct(
        private readonly Connection $db,
        private readonly Pots $pots,
        private readonly Guests $guests,
        private readonly SheetBook $sheets,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * Who takes up bench in any of these weeks, by zone id: batches in trays, and in pots where those stand, and what is no batch.
     *
     * @param ?string      $but   a batch code to leave out, when that batch itself looks for a place
     * @param ?list<Lying> $lying those in trays, where they were read already
     *
     * @return array<int, list<Tenant>>
     */
    public function byZone(Week $from, Week $to, ?string $but = null, ?array $lying = null): array
    {
        return $this->there($from, $to, null, $but, $lying);
    }

    /** @return list<Tenant> the same, of one zone */
    public function in(Zone $zone, Week $from, Week $to, ?string $but = null): array
    {
        return $this->there($from, $to, (int) $zone->id, $but)[(int) $zone->id] ?? [];
    }

    /** @return list<Lying> */
    public function during(Week $from, Week $to): array
    {
        return $this->lying($from, $to, null);
    }

    /**
     * @param ?int         $only  a zone, where nothing is asked of others
     * @param ?list<Lying> $lying those in trays, where they were read already
     *
     * @return array<int, list<Tenant>> by zone
     */
    private function there(Week $from, Week $to, ?int $only, ?string $but, ?array $lying = null): array
    {
        $byZone = $this->guests->byZone($from, $to);
        foreach ($lying ?? $this->lying($from, $to, $only) as $inTrays) {
            foreach ($inTrays->tenant->name === $but ? [] : $inTrays->legs as ['zone' => $zone, 'tenant' => $tenant]) {
                if ($tenant->from->until($to) >= 0 && $from->until($tenant->to) >= 0) {
                    $byZone[$zone][] = $tenant;
                }
            }
        }

        foreach ($this->pots->standing($from, $to, $only) as ['zone' => $zone, 'code' => $code, 'tenant' => $tenant]) {
            if ($code !== $but) {
                $byZone[$zone][] = $tenant;
            }
        }

        return $byZone;
    }

    /** @return list<Lying> of one zone: whoever lies in it at some time; a tray is shared only within a zone */
    private function lying(Week $from, Week $to, ?int $only): array
    {
        $rows = Row::all($this->db, "SELECT b.id, b.code, b.trays, t.positions, b.planned, b.together, b.taken, b.stick_on, b.stuck_on, b.pot_on,
            b.left_bench_on,
            b.wean_on, b.weaning, b.method, b.zone_id, b.in_tray_of_id, b.tray_kind_id, z.kind, b.sheet_id, h.way_id,
                coalesce(p.name, '') AS pot, p.leaves, p.bundle_of, s.stuck, s.potted, s.came_in, s.counted, s.states, s.lost, y.left_longer
             FROM batch b JOIN way_sheet h ON h.id = b.sheet_id
                JOIN way y ON y.id = h.way_id JOIN zone z ON z.id = b.zone_id JOIN tray_kind t ON t.id = b.tray_kind_id
                LEFT JOIN batch_standing s ON s.batch_id = b.id LEFT JOIN wanted w ON w.id = b.wanted_id LEFT JOIN pot p ON p.id = w.pot_id
             WHERE b.called_off = 0 AND coalesce(b.stuck_on, b.stick_on) <= :to
                AND (b.left_bench_on >= :from OR (b.left_bench_on IS NULL AND (b.stuck_on IS NOT NULL OR b.pot_on >= :from)))
                AND (:zone IS NULL OR b.zone_id = :zone OR EXISTS (SELECT 1 FROM batch_moves_on m WHERE m.batch_id = b.id AND m.zone_id = :zone))
             ORDER BY coalesce(b.stuck_on, b.stick_on), b.id",
            ['from' => $from->monday()->format('Y-m-d'), 'to' => $to->sunday()->format('Y-m-d'), 'zone' => $only],
        );
        $this->sheets->have(Row::ints($rows, 'sheet_id'));
        $stays = [];
        $moves = $this->moves($from);
        $defaults = $this->house->defaults();
        foreach ($rows as $row) {
            $tenant = $this->tenant($row);
            if ($tenant->from->until($to) >= 0 && $from->until($tenant->to) >= 0) {
                $isStuck = $row->has('stuck_on');
                $hasBegun = BatchDays::hasBegun($row->json('weaning'), $this->sheets->weaning($row->int('sheet_id')));
                $goesOn = Whereabouts::reckonedWith(
                    $moves[$row->int('id')] ?? [], $row->day('wean_on'), $isStuck, $hasBegun, $row->many('counted') === 1, $this->today->day(),
                );
                $legs = Whereabouts::legs($tenant, $row->int('zone_id'), $row->day('wean_on'), $goesOn, $defaults);
                $isHere = $isStuck && !$row->has('left_bench_on');
                $stays[$row->int('id')] = [
                    'row' => $row,
                    'tenant' => $tenant,
                    'legs' => $isHere
                        ? Whereabouts::fewerFrom($legs, $this->today->week(), Positions::ofTrays(BatchStanding::traysLeftOf($row), $row->float('positions')))
                        : $legs,
                ];
            }
        }

        return array_map(function (array $stay) use ($stays, $defaults): Lying {
            ['row' => $row, 'tenant' => $tenant, 'legs' => $legs] = $stay;
            $isStuck = $row->has('stuck_on');
            $other = $stays[$row->intOrNull('in_tray_of_id') ?? 0] ?? null;
            $host = $other !== null && SharedTray::suits($row->int('tray_kind_id'), $other['row']->int('tray_kind_id')) ? $other['legs'] : [];

            return new Lying(
                $tenant,
                $row->int('zone_id'),
                $row->text('kind') === 'mist',
                $isStuck ? $row->intOrNull('taken') ?? $row->many('stuck') : $row->int('planned'),
                $isStuck ? $row->many('stuck') : Setting::plantsOf($row->int('planned'), $row->int('together')),
                $row->dayOrNull('left_bench_on') ?? $row->day('pot_on'),
                match (true) {
                    $row->has('left_bench_on') => $row->many('potted'),
                    $row->many('counted') === 1 => LearntShares::toPot($row, BatchStanding::statesOf($row), $defaults),
                    default => null,
                },
                $row->int('way_id'),
                $row->day('wean_on'),
                Method::from($row->text('method')),
                $row->text('pot'),
                $host === [] ? $legs : Whereabouts::inTrayOf($legs, $host, self::besides($row)),
                $this->sheets->potting($row->int('sheet_id'), Pot::leavingOf($row))->isStuckInto($row->text('pot')),
            );
        }, array_values($stays));
    }

    /** @return array<int, list<array{zone: int, from: \DateTimeImmutable}>> of those that lie somewhere from a week on, by batch, in order */
    private function moves(Week $from): array
    {
        $stays = [];
        foreach (Row::all($this->db, 'SELECT m.batch_id, m.zone_id, m.from_day FROM batch_moves_on m JOIN batch b ON b.id = m.batch_id
            WHERE b.called_off = 0 AND (b.left_bench_on IS NULL OR b.left_bench_on >= ?) ORDER BY m.from_day', [$from->monday()->format('Y-m-d')]) as $row) {
            $stays[$row->int('batch_id')][] = ['zone' => $row->int('zone_id'), 'from' => $row->day('from_day')];
        }

        return $stays;
    }

    /** Positions of the trays that it has to itself while it shares one; none where all of it stands in that. */
    private static function besides(Row $row): int
    {
        $own = BatchStanding::traysLeftOf($row) - 1;

        return $own < 1 ? 0 : Positions::ofTrays($own, $row->float('positions'));
    }

    private function tenant(Row $row): Tenant
    {
        $sheet = $row->int('sheet_id');

        return Whereabouts::tenant(
            $row->text('code'),
            Positions::ofTrays($row->int('trays'), $row->float('positions')),
            $row->dayOrNull('stuck_on') ?? $row->day('stick_on'),
            $row->dayOrNull('left_bench_on') ?? $row->day('pot_on'),
            !$row->has('left_bench_on') && $row->has('stuck_on'),
            $this->sheets->warmth($sheet)->medium,
            $this->sheets->water($sheet)->mist,
            $this->today->day(),
            $this->sheets->water($sheet)->regime->ground(),
        );
    }
}
