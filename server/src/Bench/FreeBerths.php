<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;

/** All zones of the house with what lies in them, for whatever looks for a place. */
final class FreeBerths
{
    /** How far ahead tenants are looked at. */
    private const AHEAD_WEEKS = 110;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** @param list<string> $but batches whose places are free */
    public function all(array $but = []): Berths
    {
        $zones = [];
        foreach ($this->em->getRepository(Zone::class)->findAll() as $zone) {
            $zones[(int) $zone->id] = $zone->core();
        }
        $lying = array_map(
            static fn (array $tenants) => array_values(array_filter($tenants, static fn (Tenant $t) => !in_array($t->batch(), $but, true))),
            $this->tenants->byZone($this->today->week(), $this->today->week()->plus(self::AHEAD_WEEKS)),
        );

        return new Berths($zones, $lying, $this->house->timetable(), $this->house->defaults());
    }
}
