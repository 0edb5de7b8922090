<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Server\Database\Row;

/** What lies on benches and floors without being a batch. */
final class Guests
{
    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    /** @return list<Guest> those that are there in any of these weeks */
    public function during(Week $from, Week $to): array
    {
        return Row::things(
            $this->em->createQuery('SELECT g, z FROM '.Guest::class.' g JOIN g.zone z WHERE g.fromWeek <= :to AND g.toWeek >= :from ORDER BY g.fromWeek, g.id')
                ->setParameter('from', $from->written())->setParameter('to', $to->written()),
            Guest::class,
        );
    }

    /** @return array<int, list<Tenant>> by zone */
    public function byZone(Week $from, Week $to): array
    {
        $byZone = [];
        foreach ($this->during($from, $to) as $guest) {
            $byZone[(int) $guest->zone->id][] = $guest->tenant();
        }

        return $byZone;
    }
}
