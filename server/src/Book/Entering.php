<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Book\ActKind;
use WetCradle\Core\Book\CountBook;
use WetCradle\Core\Book\Entry;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;

/** Entering an act: on a day on which it can have happened, into the book, with the days of the batches in step. */
final class Entering
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Ledger $ledger,
        private readonly Writing $writing,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * Writes an act to the book and keeps the days of the batches in step.
     *
     * @param list<Line>                       $lines
     * @param callable(CountBook): list<Entry> $play
     */
    public function enter(Batch $batch, ActKind $kind, \DateTimeImmutable $day, string $says, array $lines, callable $play): Act
    {
        ['act' => $act, 'touched' => $batches] = $this->ledger->enter($batch, $kind, $day, $says, $this->writing->by(), $lines, $play);
        foreach ($batches as $touched) {
            $this->keepBenchInStep($touched, $day);
        }

        return $act;
    }

    /** A batch leaves the rooting bench on the day its last stuck or rooted plant does, and is back there when that is undone. */
    public function keepBenchInStep(Batch $batch, \DateTimeImmutable $day): void
    {
        $states = $batch->standing->states ?? [];
        $onBench = ($states['stuck'] ?? 0) + ($states['rooted'] ?? 0) + ($states['to_stick'] ?? 0);
        $was = $batch->leftBenchOn;
        $batch->leftBenchOn = $onBench > 0 || !$batch->isStuck() ? null : ($batch->leftBenchOn ?? $day);
        if ($was === null && $batch->leftBenchOn !== null) {
            $batch->growsOnFrom($batch->leftBenchOn, $this->house->timetable());
        } elseif ($was !== null && $batch->leftBenchOn === null && $batch->sticking->stuckOn !== null) {
            $batch->reckonedAs($batch->datesFrom($batch->sticking->stuckOn, $this->house->timetable()));
        }
    }

    /** The next line of a batch, with nothing on it yet. */
    public function newLine(Batch $batch, \DateTimeImmutable $day, string $note): Line
    {
        $last = 0;
        foreach ($batch->lines as $line) {
            $last = max($last, $line->number);
        }
        $line = new Line($batch, $last + 1, $day, $note);
        $this->em->persist($line);
        $this->em->flush();

        return $line;
    }

    /** @throws Refused where nothing can have happened to the batch on that day */
    public function mustBeStuckBy(Batch $batch, \DateTimeImmutable $day): void
    {
        $this->notAhead($day);
        if ($batch->sticking->stuckOn === null) {
            throw Refused::because('not_stuck', 'on', sprintf('%s is not stuck yet.', $batch->code));
        }
        if ($day < $batch->sticking->stuckOn) {
            throw Refused::because(
                'before_sticking',
                'on',
                sprintf(
                    '%s was stuck on %s; nothing can have happened to it on %s.',
                    $batch->code,
                    $batch->sticking->stuckOn->format('j F Y'),
                    $day->format('j F Y'),
                ),
            );
        }
    }

    /** @throws Refused where the day has not come */
    public function notAhead(\DateTimeImmutable $day): void
    {
        if ($day > $this->today->day()) {
            throw Refused::because('ahead', 'on', sprintf('%s has not come yet; today is %s.', $day->format('j F Y'), $this->today->day()->format('j F Y')));
        }
    }
}
