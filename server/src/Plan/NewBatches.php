<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Wanted\Wanted;

/** Where every batch is made: it gets the next code, who planned it and when. */
final class NewBatches
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly House $house,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    /**
     * Must run inside a transaction.
     *
     * @param ?Wanted $wanted its first order; null for stock of our own
     */
    public function make(Intended $as, ?Wanted $wanted): Batch
    {
        $code = BatchCode::ofNumber(++$this->house->nursery()->batchesNumbered)->written;
        $batch = new Batch($code, $as, $wanted, $this->writing->by(), $this->today->now());
        $this->em->persist($batch);

        return $batch;
    }
}
