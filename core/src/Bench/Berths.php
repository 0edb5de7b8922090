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
                $berths[] = [[9, 0.0, 0, $id], new Berth($id, $zone->name, null, null, null, Fact::said($refused->says))];
                continue;
            }
            $berth = $this->at($id, $sheet, $when, $trays);
            $rank = $berth->tenant === null ? [] : $berth->offer?->rank($berth->tenant, $this->house) ?? [];
            $berths[] = [[...$rank, $id], $berth];
        }
        usort($berths, static fn (array $a, array $b) => $a[0] <=> $b[0]);

        return array_column($berths, 1);
    }

    /**
     * The place that a batch would have in one zone: until it is potted, or until it is weaned where it can go on then.
     *
     * @param int                                    $trays   positions of all its trays
     * @param list<array{zone: int, tenant: Tenant}> $host    where the batch lies in whose last tray what is left over of it stands
     * @param int                                    $besides positions of the trays that it then has to itself
     */
    public function at(int $id, WaySheet $sheet, PlainDates $when, int $trays, array $host = [], int $besides = 0): Berth
    {
        $zone = $this->zones[$id];
        $whole = self::tenant('this batch', $sheet, $when, $trays);
        $then = $this->onceWeaned($id, $whole, $when, $sheet->potting->hardy);
        $batch = $then === null ? $whole : $whole->during($whole->from, $then->tenant->from->plus(-1));
        $offers = array_map(
            fn (array $leg) => $zone->offerTo($leg['tenant'], $this->tenants[$id] ?? []),
            Whereabouts::inTrayOf([['zone' => $id, 'tenant' => $batch]], $host, $besides),
        );
        $offer = array_values(array_filter($offers, static fn (Offer $one) => !$one->isYes()))[0] ?? $offers[0];

        return new Berth(
            $id, $zone->name, $when, $batch, $offer, $offer->isYes() ? null : Fact::of('bench.not_there', zone: $zone->name, why: $offer->words), $then,
        );
    }

    /** The place that it would have there, held in its trays for so many days longer than it must. */
    public function held(Berth $berth, WaySheet $sheet, int $days): Berth
    {
        if ($berth->dates === null || $berth->tenant === null) {
            return $berth;
        }
        $dates = $this->timetable->dates($sheet, $this->zones[$berth->zone], $berth->dates->stickOn, $days);

        return $this->at($berth->zone, $sheet, $dates, $berth->tenant->trays);
    }

    /**
     * Where a batch goes on from its mist or cover, on the day on which it is weaned: benches and floors in the open first, of
     * these the one that suits it best; what is hardy may stand in a cold frame too. Null where it is under neither, is not
     * weaned before it is potted, or nowhere else has room.
     */
    private function onceWeaned(int $from, Tenant $whole, PlainDates $when, bool $isHardy): ?WeanedPlace
    {
        $week = Week::containing($when->weanOn);
        if (!$this->zones[$from]->isForRooting() || $when->weanOn >= $when->potOn || $whole->from->until($week) < 1 || $week->until($whole->to) < 0) {
            return null;
        }
        $weaned = $whole->weaned($week, $whole->to, $this->house);
        $places = [];
        foreach ($this->zones as $id => $zone) {
            if (!$zone->takesWeaned($isHardy)) {
                continue;
            }
            $offer = $zone->offerTo($weaned, $this->tenants[$id] ?? []);
            if ($offer->isYes()) {
                $places[] = [[$zone->kind === ZoneKind::Open ? 0 : 1, ...$offer->rank($weaned, $this->house), $id], $id];
            }
        }
        $best = $places === [] ? null : min($places)[1];

        return $best === null ? null : new WeanedPlace($best, $this->zones[$best]->name, $when->weanOn, $weaned);
    }

    public function take(Berth $berth): void
    {
        if ($berth->tenant !== null) {
            $this->tenants[$berth->zone][] = $berth->tenant;
        }
        if ($berth->then !== null) {
            $this->tenants[$berth->then->zone][] = $berth->then->tenant;
        }
    }

    public static function tenant(string $name, WaySheet $sheet, PlainDates $dates, int $trays): Tenant
    {
        return self::lying($name, $sheet, Week::containing($dates->stickOn), $dates->lastBenchWeek(), $trays);
    }

    /** A batch of a sheet, lying somewhere from week to week. */
    public static function lying(string $name, WaySheet $sheet, Week $from, Week $to, int $trays): Tenant
    {
        $tenant = Tenant::of($name, $trays, $from, $to, $sheet->care->warmth->medium, $sheet->care->water->mist);

        return $tenant->onGround($sheet->ground());
    }
}
