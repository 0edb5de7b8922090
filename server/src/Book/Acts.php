<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Book\ActKind;
use WetCradle\Core\Book\CountBook;
use WetCradle\Core\Book\FullCount;
use WetCradle\Core\Book\Losses;
use WetCradle\Core\Book\State;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Crops\Trays;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\SheetVersion;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Nursery\Words;
use WetCradle\Server\Plan\Amount;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Intended;
use WetCradle\Server\Plan\NewBatches;
use WetCradle\Server\Plan\Sticking;
use WetCradle\Server\Potting\PottedAs;
use WetCradle\Server\Potting\Pottings;

/** What is done with plants that stand there already: each act checks what the trade allows and enters it. */
final class Acts
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Ledger $ledger,
        private readonly Entering $entering,
        private readonly Pottings $pottings,
        private readonly NewBatches $newBatches,
        private readonly Writing $writing,
        private readonly House $house,
        private readonly Today $today,
        private readonly Words $words,
    ) {
    }

    /**
     * Counts a line and deals with all of it in one act.
     *
     * @param ?PottedAs                               $as what the potted ones go into; null for what their order or sheet asks
     * @param ?array{method: Method, material: Material} $to what those become that change their method
     */
    public function count(Line $line, \DateTimeImmutable $day, FullCount $count, ?PottedAs $as = null, ?array $to = null): void
    {
        $batch = $line->batch;
        $this->entering->mustBeStuckBy($batch, $day);
        $rootedThere = $this->ledger->standingOf($line)['rooted'];
        // Told before anything is made for it.
        $count->mustAddUp($this->ledger->standingOf($line)['stuck'], $rootedThere);
        if ($count->changed() > 0 && $to === null) {
            throw Refused::because('missing', 'method', 'Say what those become that change their method.');
        }
        $rest = $count->splits($rootedThere) ? $this->entering->newLine($batch, $day, sprintf('left longer from line %d', $line->number)) : null;
        $says = sprintf('Counted: %d rooted, %d unrooted and alive, %d lost', $count->rooted, $count->unrooted, $count->lost->total())
            .($count->potted > 0 ? '; '.$this->words->say($this->pottings->done($batch, $as, $count->potted)) : '')
            .($rest !== null ? sprintf('; %d left longer as line %d', $count->rootedLeft($rootedThere) + $count->unrootedLeft(), $rest->number) : '')
            .($count->thrownRooted + $count->thrownUnrooted > 0 ? sprintf('; %d thrown', $count->thrownRooted + $count->thrownUnrooted) : '');
        $changed = null;
        if ($count->changed() > 0 && $to !== null) {
            $changed = $this->madeFrom($batch, $day, $count->changed(), $to['method'], $to['material']);
            $says .= sprintf('; %d made into %s (%s) as %s', $count->changed(), $to['method']->value, $to['material']->value, $changed->batch->code);
            $this->em->flush();
        }
        $this->entering->enter(
            $batch,
            ActKind::CountAndPot,
            $day,
            $says,
            array_values(array_filter([$line, $rest, $changed])),
            static fn (CountBook $book) => $book->count((int) $line->id, $count, $rest?->id, $changed?->id),
        );
        if ($count->potted > 0) {
            $this->pottings->pot($line, $day, $as);
        }
    }

    public function lose(Line $line, \DateTimeImmutable $day, State $state, Losses $losses): void
    {
        $this->entering->mustBeStuckBy($line->batch, $day);
        $says = sprintf(
            'Lost %d that were %s: %s',
            $losses->total(),
            $this->words->say($state->words()),
            implode(', ', array_map(static fn (string $cause, int $n) => $n.' '.str_replace('_', ' ', $cause), array_keys($losses->byCause), $losses->byCause)),
        );
        $this->entering->enter($line->batch, ActKind::Lose, $day, $says, [$line], static fn (CountBook $book) => $book->lose((int) $line->id, $state, $losses));
    }

    /** @param array<string, int> $counts by state */
    public function split(Line $line, \DateTimeImmutable $day, array $counts, ?string $note): void
    {
        $this->entering->mustBeStuckBy($line->batch, $day);
        $new = $this->entering->newLine($line->batch, $day, $note ?? sprintf('split from line %d', $line->number));
        $this->entering->enter(
            $line->batch,
            ActKind::Split,
            $day,
            sprintf('Split %d off line %d as line %d', array_sum($counts), $line->number, $new->number),
            [$line, $new],
            static fn (CountBook $book) => $book->split((int) $line->id, (int) $new->id, $counts),
        );
        $this->pottings->standTogether($line, $new);
    }

    public function merge(Line $line, \DateTimeImmutable $day, Line $into): void
    {
        $this->entering->mustBeStuckBy($line->batch, $day);
        $this->entering->mustBeStuckBy($into->batch, $day);
        if ($line->batch->crop !== $into->batch->crop) {
            throw Refused::because(
                'wrong_crop',
                'intoBatch',
                sprintf('%s is %s; only batches of one crop can be merged.', $into->batch->code, $into->batch->crop->name),
            );
        }
        $this->entering->enter(
            $line->batch,
            ActKind::Merge,
            $day,
            sprintf('Line %d of %s merged into line %d of %s', $line->number, $line->batch->code, $into->number, $into->batch->code),
            [$line, $into],
            static fn (CountBook $book) => $book->merge((int) $line->id, (int) $into->id),
        );
        $this->pottings->standTogether($line, $into);
    }

    /** Some of a line go back to the knife and become a batch of their own. */
    public function changeMethod(Line $line, \DateTimeImmutable $day, State $state, int $count, Method $method, Material $material): void
    {
        $old = $line->batch;
        $this->entering->mustBeStuckBy($old, $day);
        $newLine = $this->madeFrom($old, $day, $count, $method, $material);
        $says = sprintf('%d of %s made into %s (%s) as %s', $count, $old->code, $method->value, $material->value, $newLine->batch->code);
        $this->entering->enter(
            $old,
            ActKind::ChangeMethod,
            $day,
            $says,
            [$line, $newLine],
            static fn (CountBook $book) => $book->changeMethod((int) $line->id, $state, (int) $newLine->id, $count),
        );
    }

    /** The first line of a new batch, stuck from plants of another. */
    private function madeFrom(Batch $old, \DateTimeImmutable $day, int $count, Method $method, Material $material): Line
    {
        $sheet = $this->sheetFor($old, $method, $material);
        $way = $old->wanted === null ? $sheet->core() : $sheet->leaving($old->wanted->pot->leaving());
        $dates = Batch::datesIn($old->zone, $way, $day, $this->house->timetable());
        $trays = Trays::toHold($count, $old->trayKind->cells)->number;
        $new = $this->newBatches->make(
            new Intended($sheet, $method, $material, $old->block, $old->zone, $old->trayKind, new Amount($trays, $count), $dates),
            $old->wanted,
        );
        $new->sticking = new Sticking($day, $old->sticking->mix, $old->sticking->hormone);
        $new->sex = $old->sex;
        $newLine = new Line($new, 1, $day, sprintf('from %s', $old->code));
        $this->em->persist($newLine);

        return $newLine;
    }

    /** The sheet of the crop's way that is made so, or else the one the plants came from. */
    private function sheetFor(Batch $batch, Method $method, Material $material): SheetVersion
    {
        foreach ($batch->crop->ways as $way) {
            if ($way->core()->method === $method && $way->core()->material === $material) {
                return $way->newest();
            }
        }

        return $batch->sheet;
    }

    public function moveOn(Line $line, \DateTimeImmutable $day, State $state, int $count): void
    {
        $this->entering->mustBeStuckBy($line->batch, $day);
        $says = sprintf('%d %s', $count, $state === State::Potted ? 'grown to ready' : 'sold');
        $play = static fn (CountBook $book) => $book->moveOn((int) $line->id, $state, $count);
        $this->entering->enter($line->batch, ActKind::MoveOn, $day, $says, [$line], $play);
    }

    public function undo(Act $act, Batch $batch): void
    {
        if ($act->batch !== $batch) {
            throw Refused::because('unknown', 'act', sprintf('That act was entered for %s; undo it there.', $act->batch->code));
        }
        foreach ($this->ledger->undo($act, $this->writing->by()) as $touched) {
            if (array_sum($touched->standing->states ?? []) === 0) {
                // It holds nothing any more: planned again, or, if the undone act made it, as if it had never been.
                $this->planAgain($touched);
                $touched->calledOff = $touched !== $batch;
            } else {
                $this->entering->keepBenchInStep($touched, $this->today->day());
            }
            $this->pottings->letGoOfEmpty($touched);
            if ($act->kind === ActKind::Split) {
                $this->pottings->readyWithItsLots($touched);
            }
        }
    }

    /** As it was planned before it was stuck: on its day, with its trays, on the bench that it was to lie on. */
    private function planAgain(Batch $batch): void
    {
        $plan = $batch->sticking->asPlanned;
        $batch->block->plants -= $batch->sticking->bedChange();
        $batch->sticking = new Sticking();
        $batch->people->clear();
        $batch->leftBenchOn = null;
        $batch->sheet = $batch->sheet->way->newest();
        $batch->amount->taken = null;
        $batch->amount->together = $batch->way()->setting->together();
        if ($plan !== null) {
            $batch->amount->trays = $plan['trays'];
            $batch->reckonedAs($batch->datesFrom(new \DateTimeImmutable($plan['stickOn']), $this->house->timetable()));
        }
    }
}
