<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Refused;
use WetCradle\Server\Nursery\House;

/** Dates all that is planned or growing again, after the air it was reckoned with has changed. */
final class Redating
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly House $house)
    {
    }

    /** @return int batches whose days moved */
    public function all(): int
    {
        $this->house->forgetAir();
        $timetable = $this->house->timetable();
        $moved = 0;
        foreach ($this->em->createQuery('SELECT b, s FROM '.Batch::class.' b LEFT JOIN b.standing s WHERE b.calledOff = false AND (b.leftBenchOn IS NULL OR s.live > 0)')->getResult() as $batch) {
            $before = [$batch->weanOn, $batch->readyOn];
            try {
                if ($batch->leftBenchOn === null) {
                    $batch->date($batch->datesFrom($batch->stuckOn ?? $batch->stickOn, $timetable));
                } else {
                    // Its potting is known; only how it grows on is still a forecast.
                    $batch->growsOnFrom($batch->leftBenchOn, $timetable);
                }
            } catch (Refused) {
                // In this air it never comes to an end; its old days stand until somebody moves it.
                continue;
            }
            $moved += ($before <=> [$batch->weanOn, $batch->readyOn]) === 0 ? 0 : 1;
        }
        $this->em->flush();

        return $moved;
    }
}
