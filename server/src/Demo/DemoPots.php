<?php

declare(strict_types=1);

namespace WetCradle\Server\Demo;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Bench\Potted;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Numbers\Range;
use WetCradle\Server\Bench\Pots;

/** Stands what is potted already where there is room for it, in the order in which it was potted. */
final class DemoPots
{
    /** @param list<array<string, mixed>> $zones */
    public function __construct(private readonly Connection $db, private readonly Pots $pots, private readonly array $zones)
    {
    }

    public function stand(Week $now): void
    {
        $cores = [];
        /** @var array<int, list<Tenant>> $lying */
        $lying = [];
        foreach ($this->zones as $zone) {
            if ((bool) $zone['onlyPots']) {
                $cores[(int) $zone['id']] = Zone::of(
                    (string) $zone['name'],
                    (int) $zone['trays'],
                    Range::of((float) $zone['heatLow'], (float) $zone['heatHigh']),
                    Range::of(0, 0),
                    ZoneKind::Open,
                    [],
                    true,
                    (bool) $zone['frostFree'],
                );
            }
        }
        $potted = array_filter($this->pots->during($now, $now), static fn (Potted $p) => $p->isPotted);
        uasort($potted, static fn (Potted $a, Potted $b) => $a->from <=> $b->from);
        foreach ($potted as $code => $pot) {
            foreach ($cores as $id => $zone) {
                $tenant = $pot->tenant();
                if ($zone->offerTo($tenant, $lying[$id] ?? [])->isYes()) {
                    $lying[$id][] = $tenant;
                    $this->db->update('pot_lot', ['zone_id' => $id], ['code' => $code]);
                    break;
                }
            }
        }
    }
}
