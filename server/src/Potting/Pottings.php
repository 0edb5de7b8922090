<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Wanted\Pot;

/** Puts what was potted into a lot: one of its own, or one that is there of the same crop and pot. */
final class Pottings
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly House $house, private readonly Counts $counts)
    {
    }

    public function pot(Line $line, \DateTimeImmutable $day, ?PottedAs $as = null): PotLot
    {
        $batch = $line->batch;
        $as ??= new PottedAs($pot = $this->potOf($batch), $batch->way()->mixIn($pot->name), null);
        $readyOn = max($day, $batch->readyWhenPotted($day, $this->house->timetable(), $as->pot));
        $lot = $as->into;
        if ($lot === null) {
            $lot = $this->own($batch, $as->pot, $as->mix, $day, $readyOn);
            $lot->standsIn($batch->potsZone, $batch->potsSpaced, $day);
        } else {
            if ($lot->lines->isEmpty()) {
                throw Refused::because('not_possible', 'intoLot', sprintf('Lot %s stands with another one now; choose that.', $lot->code));
            }
            if ($lot->crop !== $batch->crop || $lot->pot !== $as->pot) {
                throw Refused::because(
                    'wrong_crop',
                    'intoLot',
                    sprintf('Lot %s is %s in %s: one lot is one crop in one pot.', $lot->code, $lot->crop->name, $lot->pot->name),
                );
            }
            [$lot->pottedOn, $lot->readyOn] = [min($lot->pottedOn, $day), max($lot->readyOn, $readyOn)];
        }
        $lot->take($line);

        return $lot;
    }

    public function own(Batch $batch, Pot $pot, string $mix, \DateTimeImmutable $pottedOn, \DateTimeImmutable $readyOn): PotLot
    {
        $lot = new PotLot(PotLot::codeOf(++$this->house->nursery()->lotsNumbered), $batch->crop, $pot, $mix, $pottedOn, $readyOn);
        $this->em->persist($lot);

        return $lot;
    }

    /** @return list<PotLot> of this crop and pot that still have plants, the newest first */
    public function openLots(Crop $crop, Pot $pot, ?PotLot $but = null): array
    {
        $lots = Row::things($this->em->createQuery('SELECT p FROM '.PotLot::class.' p WHERE p.crop = :crop AND p.pot = :pot AND p.id IN (:ids)
            ORDER BY p.pottedOn DESC, p.id DESC')->setParameters(['crop' => $crop, 'pot' => $pot, 'ids' => $this->counts->lotsInPots()]), PotLot::class);

        return array_values(array_filter($lots, static fn (PotLot $lot) => $lot !== $but));
    }

    /** Plants that went from one line to another, split off or merged, stay in the lot they stood in. */
    public function standTogether(Line $from, Line $to): void
    {
        $this->em->flush();
        $there = $this->counts->on([(int) $to->id])[(int) $to->id];
        if ($there['potted'] + $there['grown'] > 0 && $to->lot === null) {
            $from->lot?->take($to);
        }
    }

    /** After an act was undone: a line that has nothing in pots any more is of no lot. */
    public function letGoOfEmpty(Batch $batch): void
    {
        $potted = $this->counts->pottedOn(array_map(static fn (Line $line) => (int) $line->id, array_values($batch->lines->toArray())));
        foreach ($batch->lines as $line) {
            if ($line->lot !== null && !isset($potted[(int) $line->id])) {
                $line->lot->letGo($line);
            }
        }
    }

    /** A batch that has left its trays is ready when it is by its sheet, or when what was potted on of it is, and still grows. */
    public function readyWithItsLots(Batch $batch): void
    {
        $this->em->flush();
        $this->readyWithTheirLots([$batch]);
    }

    /**
     * The same of many.
     *
     * @param list<Batch> $batches
     */
    public function readyWithTheirLots(array $batches): void
    {
        $left = array_filter($batches, static fn (Batch $batch) => $batch->leftBenchOn !== null);
        $lines = Row::all(
            $this->em->getConnection(),
            'SELECT l.id, l.batch_id, p.ready_on FROM line l JOIN pot_lot p ON p.id = l.lot_id AND p.from_lot_id IS NOT NULL WHERE l.batch_id IN (?)',
            [array_values(array_map(static fn (Batch $batch) => $batch->id, $left))],
            [ArrayParameterType::INTEGER],
        );
        $there = $this->counts->on(Row::ints($lines, 'id'));
        $last = [];
        foreach ($lines as $line) {
            if ($there[$line->int('id')]['potted'] > 0) {
                $last[$line->int('batch_id')] = max($last[$line->int('batch_id')] ?? $line->day('ready_on'), $line->day('ready_on'));
            }
        }
        foreach ($left as $batch) {
            $batch->growsOnFrom($batch->leftBenchOn ?? $batch->days->potOn, $this->house->timetable());
            $ready = $last[(int) $batch->id] ?? null;
            if ($ready !== null && $ready > $batch->days->readyOn) {
                $batch->days->readyOn = $batch->days->readyFrom = $batch->days->readyBy = $ready;
            }
        }
    }

    /**
     * The day on which each lot was begun, and that on which all of it is ready: each batch in it grows on from its own potting.
     *
     * @param list<PotLot> $lots
     */
    public function dateLots(array $lots): void
    {
        $this->em->flush();
        $timetable = $this->house->timetable();
        $potted = $this->counts->pottedOn(
            array_merge(
                ...array_map(static fn (PotLot $lot) => array_map(static fn (Line $line) => (int) $line->id, array_values($lot->lines->toArray())), $lots),
            ),
        );
        foreach ($lots as $lot) {
            $days = $ready = [];
            foreach ($lot->lines as $line) {
                $days[] = $day = $potted[(int) $line->id] ?? $lot->pottedOn;
                try {
                    $ready[] = max($day, $line->batch->readyWhenPotted($day, $timetable, $lot->pot));
                } catch (Refused) {
                    // In some air it never comes to an end; the day it had then stands until somebody moves it.
                    $ready[] = $lot->readyOn;
                }
            }
            if ($days !== []) {
                $lot->pottedOn = self::sameOr($lot->pottedOn, min($days));
                $lot->readyOn = self::sameOr($lot->readyOn, max($ready));
            }
        }
    }

    /** Another object for the same day would make another version of it. */
    private static function sameOr(\DateTimeImmutable $is, \DateTimeImmutable $day): \DateTimeImmutable
    {
        return $is->format('Y-m-d') === $day->format('Y-m-d') ? $is : $day;
    }

    /** What is done to so many that go into or as this: potted, counted out in their trays, lifted. */
    public function done(Batch $batch, ?PottedAs $as, int $plants): Fact
    {
        $pot = $as->pot ?? $this->potOf($batch);

        return Fact::of("leaves.done.{$pot->leaves->value}", plants: $plants);
    }

    /** The pot that its order asks for, or its sheet. */
    public function potOf(Batch $batch): Pot
    {
        $pots = $this->em->getRepository(Pot::class);

        return $batch->wanted->pot ?? $pots->findOneBy(['name' => $batch->way()->potting->pot]) ?? $pots->findOneBy([], ['id' => 'ASC'])
            ?? throw Refused::because(
                'no_pots',
                'pot',
                'No size of pot is entered yet. Enter one under The nursery.',
            );
    }
}
