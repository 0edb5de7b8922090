<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Dates\PlainDates;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\SheetVersion;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Stock\StockBlock;
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
    public function make(
        SheetVersion $sheet,
        Method $method,
        Material $material,
        ?Wanted $wanted,
        StockBlock $block,
        Zone $zone,
        TrayKind $trayKind,
        Amount $amount,
        PlainDates $dates,
    ): Batch {
        $code = BatchCode::ofNumber(++$this->house->nursery()->batchesNumbered)->written;
        $by = $this->writing->by();
        $batch = new Batch($code, $sheet, $method, $material, $wanted, $block, $zone, $trayKind, $amount, $dates, $by, $this->today->now());
        $this->em->persist($batch);

        return $batch;
    }
}
