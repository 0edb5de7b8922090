<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Crops\CollectedAhead;
use WetCradle\Core\Refused;
use WetCradle\Server\Bench\FreeBerths;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Amount;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Intended;
use WetCradle\Server\Plan\NewBatches;
use WetCradle\Server\Stock\Collection;

/** What is stuck out of bundles in parts: the rest stays where it is kept, and is a batch of its own to be stuck later. */
final class RestInBundles
{
    /** Days until the next part is stuck, where nobody says otherwise. */
    private const LATER = 7;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly NewBatches $newBatches,
        private readonly FreeBerths $berths,
        private readonly House $house,
    ) {
    }

    /**
     * Must run in the transaction in which the part was stuck.
     *
     * @param int $planned cuttings that the batch was planned with, before a part of it was stuck
     *
     * @throws Refused for `restStays`
     */
    public function stays(Batch $batch, int $planned, int $used): Batch
    {
        $collection = $this->em->getRepository(Collection::class)->findOneBy(['batch' => $batch]);
        $day = $batch->begins();
        $collected = $collection?->startedAt->setTime(0, 0) ?? $batch->collectsOn($day);
        $sheet = $batch->way();
        $last = CollectedAhead::lastGoodDay($sheet->taking->hold, $collected);
        if ($planned <= $used) {
            throw Refused::because('empty', 'restStays', sprintf('Nothing is left: %d were planned, and as many are stuck or thrown.', $planned));
        }
        if ($last <= $day) {
            throw Refused::because(
                'too_long',
                'restStays',
                sprintf('What was collected on %s is no good after %s.', $collected->format('j F'), $last->format('j F')),
            );
        }
        $rest = $planned - $used;
        $stickOn = min($last, $this->house->timetable()->workDays->onOrAfter($day->modify(sprintf('+%d days', self::LATER))));
        $trays = $sheet->traysFor($rest, $batch->trayKind->cells)->number;
        $zone = $this->placeFor($batch, $stickOn, $trays);
        $amount = new Amount($trays, $rest, null, $batch->amount->confidence);
        $amount->restedOn = $batch->amount->restedOn;
        $dates = Batch::datesIn($zone, $sheet, $stickOn, $this->house->timetable());
        // Of two blocks, what the second gave stays in its bundles as long as any is left.
        $fromAlso = min($batch->alsoCuttings ?? 0, $rest);
        [$block, $also] = $fromAlso === $rest && $batch->alsoBlock !== null ? [$batch->alsoBlock, 0] : [$batch->block, $fromAlso];
        $intended = Intended::by($batch->sheet, $block, $zone, $batch->trayKind, $amount, $dates)->collectedOn($collected)
            ->alsoFrom($batch->alsoBlock, $also === 0 ? null : $also);
        $later = $this->newBatches->make($intended, $batch->wanted);
        foreach ($batch->shared as $order) {
            $later->shared->add($order);
        }
        $batch->amount->planned = $used;
        $batch->alsoCuttings = ($batch->alsoCuttings ?? 0) - $fromAlso ?: null;
        $batch->alsoBlock = $batch->alsoCuttings === null ? null : $batch->alsoBlock;
        if ($collection !== null) {
            $this->em->persist(new Collection($later, $collection->startedAt, $collection->how, $collection->parents, $collection->by, $collection->grade));
        }

        return $later;
    }

    /** Where the first part lies, where that has room then; else the best place that has. */
    private function placeFor(Batch $batch, \DateTimeImmutable $stickOn, int $trays): Zone
    {
        $places = $batch->trayKind->positionsOf($trays);
        foreach ($this->berths->all()->all($batch->way(), $places, static fn () => $stickOn) as $berth) {
            if ($berth->zone === $batch->zone->id && $berth->isFree()) {
                return $batch->zone;
            }
            $best ??= $berth->isFree() ? $berth->zone : null;
        }

        return isset($best) ? $this->em->find(Zone::class, $best) ?? $batch->zone : $batch->zone;
    }
}
