<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Numbers\Range;
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
        foreach (Row::all(
            $this->em->getConnection(),
            'SELECT zone_id, name, places, from_week, to_week, heat_low, heat_high, mist_low, mist_high FROM guest
                WHERE from_week <= ? AND to_week >= ? ORDER BY from_week, id',
            [$to->written(), $from->written()],
        ) as $row) {
            $byZone[$row->int('zone_id')][] = Guest::lies(
                $row->text('name'), $row->int('places'), $row->text('from_week'), $row->text('to_week'),
                Range::of($row->float('heat_low'), $row->float('heat_high')), Range::of($row->float('mist_low'), $row->float('mist_high')),
            );
        }

        return $byZone;
    }
}
