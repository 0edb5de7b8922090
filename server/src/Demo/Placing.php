<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;

/** Finds each batch of the made-up nursery a zone that suits it and a stock block that can give, as its people would have. */
final class Placing
{
    /** Weeks that a batch may stand longer than its plan says. */
    private const OVERSTAY = 4;

    /** @var array<int, Zone> */
    private array $zones = [];
    /** @var array<int, list<Tenant>> */
    private array $tenants = [];
    /** @var array<int, list<array{on: \DateTimeImmutable, cuttings: int}>> */
    private array $takes = [];
    private readonly HouseDefaults $habits;

    /**
     * @param list<array<string, mixed>>      $zones
     * @param list<DemoBlock>            $blocks
     */
    public function __construct(array $zones, private readonly array $blocks, private readonly Timetable $timetable, private Chance $chance)
    {
        $this->habits = HouseDefaults::usual();
        foreach (array_filter($zones, static fn (array $zone) => !(bool) $zone['onlyPots']) as $zone) {
            $this->zones[(int) $zone['id']] = Zone::of(
                (string) $zone['name'],
                (int) $zone['trays'],
                Range::of((float) $zone['heatLow'], (float) $zone['heatHigh']),
                Range::of((float) $zone['mistLow'], (float) $zone['mistHigh']),
                ZoneKind::from((string) $zone['kind']),
                ground: Ground::from((string) $zone['ground']),
            );
        }
    }

    /** The same house as it is by now, with another luck. */
    public function byLuck(Chance $chance): self
    {
        $by = clone $this;
        $by->chance = $chance;

        return $by;
    }

    /** @return ?array{zone: int, block: int, plan: DemoPlan} null when the season has no room for it at all */
    public function placeFor(DemoPlan $plan): ?array
    {
        for ($trays = $plan->trays; $trays > 0; --$trays) {
            foreach ([0, 1, -1, 2] as $weeks) {
                $moved = $plan->with($plan->stickOn->modify(sprintf('%+d weeks', $weeks)), $trays);
                $zone = $this->zoneFor($moved);
                $block = $zone === null ? null : $this->blockFor($moved);
                if ($zone !== null && $block !== null) {
                    $this->tenants[$zone][] = $this->tenant($moved, $this->zones[$zone]);
                    $this->takes[$block][] = ['on' => $moved->stickOn, 'cuttings' => $trays * $plan->crop->cells * $plan->crop->sheet->setting->each];

                    return ['zone' => $zone, 'block' => $block, 'plan' => $moved];
                }
            }
        }

        return null;
    }

    /** The zone in which a batch was placed, as the core knows it. */
    public function zone(int $id): Zone
    {
        return $this->zones[$id];
    }

    private function tenant(DemoPlan $plan, ?Zone $zone = null): Tenant
    {
        $dates = $this->timetable->dates($plan->crop->sheet, $zone, $plan->stickOn);

        return Berths::lying('?', $plan->crop->sheet, Week::containing($plan->stickOn), $dates->lastBenchWeek()->plus(self::OVERSTAY), $plan->trays);
    }

    private function zoneFor(DemoPlan $plan): ?int
    {
        $tenant = $this->tenant($plan);
        $fitting = [];
        foreach ($this->zones as $id => $zone) {
            $offer = $zone->offerTo($tenant, $this->tenants[$id] ?? []);
            if ($offer->isYes() && $zone->offerTo($this->tenant($plan, $zone), $this->tenants[$id] ?? [])->isYes()) {
                $fitting[$id] = $offer->rank($tenant, $this->habits);
            }
        }
        asort($fitting);

        return $fitting === [] ? null : array_key_first($fitting);
    }

    private function blockFor(DemoPlan $plan): ?int
    {
        $asked = $plan->trays * $plan->crop->cells * $plan->crop->sheet->setting->each;
        $able = [];
        foreach ($this->blocks as $block) {
            if ($block->crop === $plan->crop) {
                // A few go to waste on the way to the tray.
                $offer = $block->offer($plan->crop->sheet, $this->takes[$block->id] ?? [], $plan->stickOn, (int) ceil(1.08 * $asked));
                if ($offer->isEnough()) {
                    $able[] = $block->id;
                }
            }
        }

        return $able === [] ? null : $this->chance->oneOf($able);
    }
}
