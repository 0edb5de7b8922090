<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Plan\Batch;

/** An order is called off, and somebody says what becomes of its batches. */
final class CallingOff
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    /** Must run inside a transaction. */
    public function settle(Wanted $order, ?BatchesFate $fate, Fields $in): void
    {
        $batches = Row::things($this->em->createQuery(
            'SELECT b, s FROM '.Batch::class.' b LEFT JOIN b.shared s WHERE b.calledOff = false
                AND (b.wanted = :order OR b.id IN (SELECT x.id FROM '.Batch::class.' x JOIN x.shared y WHERE y = :order))
                ORDER BY b.id',
        )->setParameter('order', $order), Batch::class);
        // A batch that others wait for too goes on for them: nobody has to decide on it.
        $alone = array_values(array_filter($batches, static fn (Batch $batch) => $batch->orders() === [$order]));
        if ($fate === null && $alone !== []) {
            $codes = array_map(static fn (Batch $batch) => $batch->code, $alone);
            $who = implode(', ', $codes).(count($codes) === 1 ? ' is' : ' are');
            throw $in->refuse('missing', 'batches', "have to be decided on: {$who} for this order");
        }
        $own = null;
        foreach ($batches as $batch) {
            $before = ['orders' => $this->ids($batch), 'calledOff' => $batch->calledOff];
            $batch->letGoOf($order);
            if ($batch->wanted === null && $fate === BatchesFate::OwnTarget) {
                $own ??= $this->ownTarget($order);
                $batch->wanted = $own;
            }
            if ($batch->wanted === null && $fate === BatchesFate::CalledOff && !$batch->isStuck()) {
                $batch->calledOff = true;
            }
            $this->em->flush();
            $this->writing->keep('batch', $batch->code, $before, ['orders' => $this->ids($batch), 'calledOff' => $batch->calledOff]);
        }
    }

    private function ownTarget(Wanted $order): Wanted
    {
        $own = new Wanted(
            $order->crop, $order->plants, $order->pot, $order->readyWeek, null, $order->priority, $order->note, $this->writing->by(), $this->today->now(),
        );
        $own->sex = $order->sex;
        $this->em->persist($own);

        return $own;
    }

    /** @return list<int> */
    private function ids(Batch $batch): array
    {
        return array_map(static fn (Wanted $order): int => (int) $order->id, $batch->orders());
    }
}
