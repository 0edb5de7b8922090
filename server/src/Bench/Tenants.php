<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Plan\Batch;

/** Who lies where, and when. */
final class Tenants
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly Today $today)
    {
    }

    /**
     * Batches that take up bench in any of these weeks, by zone id.
     *
     * @param ?string $but a batch code to leave out, when that batch itself looks for a place
     *
     * @return array<int, list<Tenant>>
     */
    public function byZone(Week $from, Week $to, ?string $but = null): array
    {
        $found = [];
        foreach ($this->during($from, $to) as $batch) {
            $tenant = $batch->tenant($this->today->day());
            if ($batch->code !== $but && $tenant->from->until($to) >= 0 && $from->until($tenant->to) >= 0) {
                $found[(int) $batch->zone->id][] = $tenant;
            }
        }

        return $found;
    }

    /** @return list<Batch> with their crops and zones, some of them perhaps just outside these weeks */
    public function during(Week $from, Week $to): array
    {
        return $this->em->createQuery(
            'SELECT b, c, z, s FROM '.Batch::class.' b JOIN b.crop c JOIN b.zone z LEFT JOIN b.standing s
             WHERE b.calledOff = false AND b.stickOn <= :to AND (b.leftBenchOn >= :from OR (b.leftBenchOn IS NULL AND (b.stuckOn IS NOT NULL OR b.potOn >= :from)))
             ORDER BY b.stickOn, b.id',
        )->setParameters(['from' => $from->monday()->format('Y-m-d'), 'to' => $to->sunday()->format('Y-m-d')])->getResult();
    }
}
