<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Mist\BenchHeat;
use WetCradle\Core\Mist\CheapestWarmth;
use WetCradle\Core\Mist\Warmed;
use WetCradle\Server\Bench\MovesOn;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Wanted\Wanted;

/** What the planned season takes in heat, zone by zone and week by week; what a degree less would cost, and how cool each may be. */
final class Heat
{
    private const WEEKS = 26;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly HouseWeather $weather,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @return array{
     *     price: float, weeks: list<string>,
     *     zones: list<array<string, mixed>>,
     * } of zones that are heated
     */
    public function planned(): array
    {
        $first = $this->today->week();
        $weeks = array_map($first->plus(...), range(0, self::WEEKS - 1));
        $tenants = $this->tenants->byZone($first, $weeks[self::WEEKS - 1]);
        // A week is as warm as its Thursday.
        $days = array_map(fn (Week $week) => $this->weather->usual($week->monday()->modify('+3 days'))->hours(), $weeks);
        $house = $this->house->defaults();
        $price = $house->number(HouseDefault::PowerPrice);
        $warmed = $this->warmed();
        $zones = [];
        foreach ($this->em->getRepository(Zone::class)->findBy([], ['id' => 'ASC']) as $zone) {
            $core = $zone->core();
            if ($zone->onlyPots || $zone->ground->isOutdoors() || $core->kind->goesWithAir()) {
                continue;
            }
            $here = array_map(static fn (Week $week) => array_values(
                array_filter($tenants[(int) $zone->id] ?? [], static fn (Tenant $tenant) => $tenant->isThereIn($week)),
            ), $weeks);
            $area = $zone->length * $zone->width;
            $u = BenchHeat::loses($core->kind, $house);
            $set = array_map(static fn (?array $setting) => $setting['heat'] ?? null, $core->settings($here, $house));
            $now = $set[0];
            $there = $warmed[(int) $zone->id] ?? [];
            $least = max([$core->heat->low, ...array_map(static fn (Tenant $tenant) => $tenant->heat->low, $here[0])]);
            $cheapest = $now === null || $there === [] ? null : CheapestWarmth::of($now, $least, $there);
            $kWh = static fn (?float $at): float => BenchHeat::aWeek($area, $u, $at, $days[0]);
            $zones[] = [
                'id' => $zone->id,
                'name' => $zone->name,
                'house' => $zone->house,
                'area' => round($area, 1),
                'u' => $u,
                'set' => $now,
                'weeks' => array_map(static fn (?float $at, array $day) => [
                    'set' => $at,
                    'kWh' => round(BenchHeat::aWeek($area, $u, $at, $day), 1),
                    'cost' => round($price * BenchHeat::aWeek($area, $u, $at, $day), 2),
                ], $set, $days),
                'degreeLess' => $now === null ? null : [
                    'kWh' => round($kWh($now) - $kWh($now - 1.0), 1),
                    'batches' => array_map(static fn (Warmed $one) => [
                        'batch' => $one->batch, 'days' => self::rounded($one->daysLater($now - 1.0)), 'slack' => $one->slack,
                        'bears' => $one->bears($now - 1.0),
                    ], $there),
                ],
                'cheapest' => $cheapest === null || $now === null || $cheapest >= $now ? null : [
                    'set' => $cheapest,
                    'kWh' => round($kWh($now) - $kWh($cheapest), 1),
                    'cost' => round($price * ($kWh($now) - $kWh($cheapest)), 2),
                ],
            ];
        }

        return ['price' => $price, 'weeks' => array_map(static fn (Week $week) => $week->written(), $weeks), 'zones' => $zones];
    }

    /** @return array<int, list<Warmed>> who roots in a medium that is kept warm, by zone */
    private function warmed(): array
    {
        $today = $this->today->day();
        $air = $this->house->air();
        $warmed = [];
        $query = $this->em->createQuery('SELECT b, m, w, sh FROM '.Batch::class.' b LEFT JOIN b.movesOn m LEFT JOIN b.wanted w LEFT JOIN b.shared sh
            WHERE b.calledOff = false AND b.leftBenchOn IS NULL AND b.sticking.stuckOn IS NOT NULL ORDER BY b.id');
        Row::apart($query, MovesOn::class, 'zone');
        foreach (Row::things(Row::apart($query, Batch::class, 'sheet', 'zone'), Batch::class) as $batch) {
            $zone = $batch->zoneOn($today);
            $warmth = $batch->sheet->core()->care->warmth;
            $orders = array_map(
                static fn (Wanted $order) => $order->ready()->sunday(),
                array_values(array_filter($batch->orders(), static fn (Wanted $order) => !$order->calledOff)),
            );
            $warmed[(int) $zone->id][] = new Warmed(
                $batch->code,
                $warmth->cardinal,
                $zone->core()->medium($warmth->medium, $air)->on($today),
                $warmth->medium->low,
                max(0, (int) $today->diff($batch->days->weanOn)->format('%r%a')),
                $orders === [] ? null : (int) $batch->days->readyOn->diff(min($orders))->format('%r%a'),
            );
        }

        return $warmed;
    }

    private static function rounded(?float $days): ?float
    {
        return $days === null ? null : round($days, 1);
    }
}
