<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\CropTimes;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;

/** All zones of a house while a season is planned: where one batch lies, the next cannot. */
final class Berths
{
    /**
     * @param array<int, Zone>         $zones
     * @param array<int, list<Tenant>> $tenants by zone
     */
    public function __construct(
        private readonly array $zones,
        private array $tenants,
        private readonly Timetable $timetable,
        private readonly HouseDefaults $house,
    ) {
    }

    /**
     * The zone that suits a batch best of those that can take it, or the reason of the one that comes nearest.
     *
     * @throws Refused for `zones`
     */
    public function best(WaySheet $sheet, \DateTimeImmutable $stickOn, int $trays): Berth
    {
        return $this->all($sheet, $trays, static fn () => $stickOn)[0] ?? throw Refused::because('no_zones', 'zones', Fact::of('refused.berths.no_zones'));
    }

    /**
     * Every zone, the one that suits a batch best first.
     *
     * @param \Closure(CropTimes): \DateTimeImmutable $stickOn the day on which it would be stuck there, by the pace that it has there
     *
     * @return list<Berth>
     */
    public function all(WaySheet $sheet, int $trays, \Closure $stickOn): array
    {
        $berths = [];
        foreach ($this->zones as $id => $zone) {
            try {
                $when = $this->timetable->dates($sheet, $zone, $stickOn($this->timetable->in($zone, $sheet)));
            } catch (Refused $refused) {
                $berths[] = [[9, 0.0, 0, $id], new Berth($id, $zone->name, null, null, Fact::said($refused->says))];
                continue;
            }
            $batch = self::tenant('this batch', $sheet, $when, $trays);
            $offer = $zone->offerTo($batch, $this->tenants[$id] ?? []);
            $berths[] = [
                [...$offer->rank($batch, $this->house), $id],
                new Berth($id, $zone->name, $when, $batch, $offer->isYes() ? null : Fact::of('bench.not_there', zone: $zone->name, why: $offer->words)),
            ];
        }
        usort($berths, static fn (array $a, array $b) => $a[0] <=> $b[0]);

        return array_column($berths, 1);
    }

    public function take(Berth $berth): void
    {
        if ($berth->tenant !== null) {
            $this->tenants[$berth->zone][] = $berth->tenant;
        }
    }

    public static function tenant(string $name, WaySheet $sheet, PlainDates $dates, int $trays): Tenant
    {
        return Tenant::of($name, $trays, Week::containing($dates->stickOn), $dates->lastBenchWeek(), $sheet->care->warmth->medium, $sheet->care->water->mist);
    }
}
