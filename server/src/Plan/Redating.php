<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use WetCradle\Core\Refused;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Potting\PotLot;
use WetCradle\Server\Potting\Pottings;
use WetCradle\Server\Rooting\SpeedLearnt;
use WetCradle\Server\Wanted\Wanted;

/**
 * The one place that is told when something changes on which kept days rest: air, habits of the house, a sheet, a zone, an order. It
 * reckons anew, in the same transaction, the days of all that is planned or growing and rests on it.
 */
final class Redating
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly Pottings $pottings, private readonly House $house)
    {
    }

    /** @return int batches whose days moved */
    public function becauseTheHouseChanged(): int
    {
        $this->house->forgetAir();

        return $this->anew();
    }

    /** A new version of a way's sheet: what is planned has gone over to it. */
    public function becauseASheetChanged(Way $way): int
    {
        return $this->anew(ways: [$way]);
    }

    #[AsEventListener(SpeedLearnt::class)]
    public function becauseOfItsSpeed(SpeedLearnt $learnt): void
    {
        $this->anew(ways: $learnt->ways);
    }

    /** Its warmth, or that it has any: what roots or stands there keeps other days. */
    public function becauseAZoneChanged(Zone $zone): int
    {
        return $this->anew(zone: $zone);
    }

    /** What it asks for leaves in another way: what is not potted does not grow on. */
    public function becauseAnOrderChanged(Wanted $wanted): int
    {
        return $this->anew(wanted: $wanted);
    }

    /** @param ?list<Way> $ways only of these */
    private function anew(?array $ways = null, ?Zone $zone = null, ?Wanted $wanted = null): int
    {
        $living = $this->living($ways, $zone, $wanted);
        $before = array_map(static fn (Batch $batch) => [$batch->days->weanOn, $batch->days->readyOn], $living);
        $lots = $this->lots($living);
        if ($lots !== []) {
            $this->pottings->dateLots($lots);
        }
        $this->em->flush();
        foreach ($living as $batch) {
            if ($batch->leftBenchOn === null) {
                self::orLeave(fn () => $batch->reckonedAs($batch->datesFrom($batch->begins(), $this->house->timetable())));
            }
        }
        // Their potting is known; only how they grow on is still a forecast.
        $this->pottings->readyWithTheirLots(array_values(array_filter($living, $this->everGrowsOn(...))));
        $this->em->flush();

        return count(
            array_filter(
                $living,
                static fn (Batch $batch, int $i) => ($before[$i] <=> [$batch->days->weanOn, $batch->days->readyOn]) !== 0,
                ARRAY_FILTER_USE_BOTH,
            ),
        );
    }

    private function everGrowsOn(Batch $batch): bool
    {
        try {
            $batch->readyWhenPotted($batch->leftBenchOn ?? $batch->days->potOn, $this->house->timetable());
        } catch (Refused) {
            return false;
        }

        return true;
    }

    /**
     * In some air a crop never comes to an end; its old days then stand until somebody moves it.
     *
     * @param callable(): void $date
     */
    private static function orLeave(callable $date): void
    {
        try {
            $date();
        } catch (Refused) {
        }
    }

    /**
     * @param list<Batch> $batches
     *
     * @return list<PotLot> in which any of them still grows
     */
    private function lots(array $batches): array
    {
        $left = array_values(array_filter($batches, static fn (Batch $batch) => $batch->leftBenchOn !== null));

        return Row::things($this->em->createQuery(
            'SELECT p, l, b, h, v FROM '.PotLot::class.' p JOIN p.lines l JOIN l.batch b JOIN b.sheet h JOIN h.way v
                WHERE p.id IN (SELECT o.id
                FROM '.Line::class.' x JOIN x.lot o WHERE x.batch IN (:batches))',
        )
            ->setParameter('batches', $left), PotLot::class);
    }

    /**
     * @param ?list<Way> $ways
     *
     * @return list<Batch> planned, on a bench, or growing in pots
     */
    private function living(?array $ways, ?Zone $zone, ?Wanted $wanted): array
    {
        $query = $this->em->createQuery('SELECT b, s, m, w FROM '.Batch::class.' b
            LEFT JOIN b.standing s JOIN b.sheet h LEFT JOIN b.wanted w LEFT JOIN b.movesOn m
            WHERE b.calledOff = false AND (b.leftBenchOn IS NULL OR s.live > 0) '.($ways === null ? '' : 'AND h.way IN (:ways) ').'
            AND (:zone IS NULL OR b.zone = :zone) AND (:wanted IS NULL OR b.wanted = :wanted) ORDER BY b.id, m.fromDay');
        if ($ways !== null) {
            $query->setParameter('ways', $ways);
        }

        Row::apart($query->setParameter('zone', $zone?->id)->setParameter('wanted', $wanted?->id), Wanted::class, 'pot');

        return Row::things(Row::apart($query, Batch::class, 'sheet', 'zone'), Batch::class);
    }
}
