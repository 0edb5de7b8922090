<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Book\ActKind;
use WetCradle\Core\Book\CountBook;
use WetCradle\Core\Book\Entry;
use WetCradle\Core\Book\FullCount;
use WetCradle\Core\Book\Losses;
use WetCradle\Core\Book\State;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Crops\Trays;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\ReadyCheck;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Core\Rooting\Verdict;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\SheetVersion;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Amount;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Intended;
use WetCradle\Server\Plan\NewBatches;
use WetCradle\Server\Plan\Sticking;
use WetCradle\Server\Potting\PottedAs;
use WetCradle\Server\Potting\Pottings;
use WetCradle\Server\Rooting\Quality;
use WetCradle\Server\Rooting\RootCheck;
use WetCradle\Server\Stock\Claim;
use WetCradle\Server\Stock\Fit;
use WetCradle\Server\Stock\Rights;

/** The acts of the house: each checks what the trade allows, writes the book, and keeps the batch's days in step. */
final class Acts
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Ledger $ledger,
        private readonly Fit $fit,
        private readonly Rights $rights,
        private readonly Pottings $pottings,
        private readonly NewBatches $newBatches,
        private readonly Writing $writing,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @param Sticking  $as     how; with a day
     * @param list<int> $people ids of the accounts that stuck it
     */
    public function stick(Batch $batch, Sticking $as, int $stuck, int $tooPoor, int $trays, array $people): void
    {
        $day = $as->stuckOn ?? throw new \LogicException('What is stuck is stuck on a day.');
        if ($batch->isStuck()) {
            throw Refused::because('is_stuck', 'stuck', sprintf('%s was stuck on %s already.', $batch->code, $batch->sticking->stuckOn?->format('j F Y')));
        }
        if ($batch->calledOff) {
            throw Refused::because('called_off', 'stuck', sprintf('%s was called off.', $batch->code));
        }
        $this->notAhead($day);
        $each = $batch->sheet->core()->setting->each;
        $holds = Trays::of($trays, $batch->trayKind->cells);
        if ($stuck > $each * $holds->hold()) {
            throw Refused::because(
                'does_not_fit',
                'stuck',
                sprintf(
                    '%d do not fit into %d × %s; they hold %d. %d trays would do.',
                    $stuck,
                    $trays,
                    $batch->trayKind->name,
                    $each * $holds->hold(),
                    Trays::toHold((int) ceil($stuck / $each), $holds->cells)->number,
                ),
            );
        }
        $against = $this->fit->against($batch->block, $batch->sheet->core(), $day, $batch->code);
        if ($against !== [] && $as->despite === null) {
            throw Refused::because(
                'not_fit',
                'despite',
                sprintf(
                    'Block %s is not fit to take from. %s To stick it all the same, say why.',
                    $batch->block->code,
                    implode(' ', array_column($against, 'words')),
                ),
            );
        }
        $dates = $batch->datesFrom($day, $this->house->timetable());
        $this->rights->mustAllow([new Claim($batch->code, $batch->crop, $day, $dates->readyOn, $stuck, $batch->amount->needed ?? $stuck, 'stuck')]);
        $hands = array_map(
            fn (int $id) => $this->em->find(Account::class, $id) ?? throw Refused::because(
                'unknown',
                'people',
                sprintf('There is nobody with the number %d.', $id),
            ),
            array_unique($people),
        );
        $batch->people->clear();
        array_map($batch->people->add(...), $hands);
        $as->despite = $against === [] ? null : $as->despite;
        $as->asPlanned = $batch->plan();
        $batch->sticking = $as;
        $batch->amount->trays = $trays;
        $batch->days->reckonedAs($dates);
        $line = $batch->lines->first() ?: new Line($batch, 1, $day);
        $this->em->persist($line);
        $says = sprintf(
            'Stuck %d in %d × %s',
            $stuck,
            $trays,
            $batch->trayKind->name,
        ).($tooPoor > 0 ? sprintf(', %d thrown as too poor', $tooPoor) : '').($as->despite === null ? '' : sprintf(
            '; although %s was not fit: %s',
            $batch->block->code,
            $as->despite,
        ));
        $this->enter($batch, ActKind::Stick, $day, $says, [$line], static fn (CountBook $book) => $book->stick((int) $line->id, $stuck, $tooPoor));
    }

    public function check(Line $line, \DateTimeImmutable $day, StageTally $tally, ?string $note, ?int $depthMm = null, ?Quality $quality = null): RootCheck
    {
        $this->mustBeStuckBy($line->batch, $day);
        $lifted = $tally->lifted();
        if ($lifted === 0) {
            throw Refused::because('empty', 'stages', 'Lift at least one and say what you saw.');
        }
        $standing = $this->ledger->standingOf($line);
        $there = $standing['stuck'] + $standing['rooted'];
        if ($lifted > $there) {
            throw Refused::because('more_than_there_are', 'stages', sprintf('%d lifted, but only %d stand on this line.', $lifted, $there));
        }
        $ready = ReadyCheck::inHouse($lifted, $tally->rooted(), $line->batch->sheet->core()->potting->readyShare, $this->house->defaults());
        $check = new RootCheck(
            $line,
            $day,
            $tally->counts,
            $there,
            $lifted,
            $tally->rooted(),
            $line->batch->sheet->core()->potting->readyShare,
            $ready->chance(),
            $ready->verdict(),
            $note,
            $this->writing->by(),
            $this->today->now(),
        );
        $check->depthMm = $depthMm;
        $check->quality = $quality;
        $this->em->persist($check);

        return $check;
    }

    /** @return array{lifted: int, rooted: int, there: int, chance: float, verdict: string, enough: bool, words: string} */
    public function judge(Line $line, StageTally $tally): array
    {
        $standing = $this->ledger->standingOf($line);
        $there = $standing['stuck'] + $standing['rooted'];
        $ready = ReadyCheck::inHouse($tally->lifted(), $tally->rooted(), $line->batch->sheet->core()->potting->readyShare, $this->house->defaults());

        return [
            'lifted' => $tally->lifted(), 'rooted' => $tally->rooted(), 'there' => $there, 'chance' => $ready->chance(),
            'verdict' => $ready->verdict()->value, 'enough' => $tally->lifted() > 0 && $ready->verdict() !== Verdict::LiftMore,
            'words' => $ready->words($there),
        ];
    }

    public function readCount(Fields $in): FullCount
    {
        return FullCount::of(
            $in->count('rooted'),
            $in->count('unrooted'),
            Losses::read($in->object('lost')),
            $in->countOr('potted', 0),
            $in->countOr('thrownRooted', 0),
            $in->countOr('thrownUnrooted', 0),
            $in->countOr('changedRooted', 0),
            $in->countOr('changedUnrooted', 0),
        );
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
        $this->mustBeStuckBy($batch, $day);
        $rootedThere = $this->ledger->standingOf($line)['rooted'];
        // Told before anything is made for it.
        $count->mustAddUp($this->ledger->standingOf($line)['stuck'], $rootedThere);
        if ($count->changed() > 0 && $to === null) {
            throw Refused::because('missing', 'method', 'Say what those become that change their method.');
        }
        $rest = $count->splits($rootedThere) ? $this->newLine($batch, $day, sprintf('left longer from line %d', $line->number)) : null;
        $says = sprintf('Counted: %d rooted, %d unrooted and alive, %d lost', $count->rooted, $count->unrooted, $count->lost->total())
            .($count->potted > 0 ? sprintf('; %d potted', $count->potted) : '')
            .($rest !== null ? sprintf('; %d left longer as line %d', $count->rootedLeft($rootedThere) + $count->unrootedLeft(), $rest->number) : '')
            .($count->thrownRooted + $count->thrownUnrooted > 0 ? sprintf('; %d thrown', $count->thrownRooted + $count->thrownUnrooted) : '');
        $changed = null;
        if ($count->changed() > 0 && $to !== null) {
            $changed = $this->madeFrom($batch, $day, $count->changed(), $to['method'], $to['material']);
            $says .= sprintf('; %d made into %s (%s) as %s', $count->changed(), $to['method']->value, $to['material']->value, $changed->batch->code);
            $this->em->flush();
        }
        $this->enter(
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
        $this->mustBeStuckBy($line->batch, $day);
        $says = sprintf(
            'Lost %d that were %s: %s',
            $losses->total(),
            $state->words(),
            implode(', ', array_map(static fn (string $cause, int $n) => $n.' '.str_replace('_', ' ', $cause), array_keys($losses->byCause), $losses->byCause)),
        );
        $this->enter($line->batch, ActKind::Lose, $day, $says, [$line], static fn (CountBook $book) => $book->lose((int) $line->id, $state, $losses));
    }

    /** @param array<string, int> $counts by state */
    public function split(Line $line, \DateTimeImmutable $day, array $counts, ?string $note): void
    {
        $this->mustBeStuckBy($line->batch, $day);
        $new = $this->newLine($line->batch, $day, $note ?? sprintf('split from line %d', $line->number));
        $this->enter(
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
        $this->mustBeStuckBy($line->batch, $day);
        $this->mustBeStuckBy($into->batch, $day);
        if ($line->batch->crop !== $into->batch->crop) {
            throw Refused::because(
                'wrong_crop',
                'intoBatch',
                sprintf('%s is %s; only batches of one crop can be merged.', $into->batch->code, $into->batch->crop->name),
            );
        }
        $this->enter(
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
        $this->mustBeStuckBy($old, $day);
        $newLine = $this->madeFrom($old, $day, $count, $method, $material);
        $says = sprintf('%d of %s made into %s (%s) as %s', $count, $old->code, $method->value, $material->value, $newLine->batch->code);
        $this->enter(
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
        $dates = Batch::datesIn($old->zone, $sheet->core(), $day, $this->house->timetable());
        $trays = Trays::toHold($count, $old->trayKind->cells)->number;
        $new = $this->newBatches->make(
            new Intended($sheet, $method, $material, $old->block, $old->zone, $old->trayKind, new Amount($trays, $count), $dates),
            $old->wanted,
        );
        $new->sticking = new Sticking($day, $old->sticking->mix, $old->sticking->hormone);
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
        $this->mustBeStuckBy($line->batch, $day);
        $says = sprintf('%d %s', $count, $state === State::Potted ? 'grown to ready' : 'sold');
        $this->enter($line->batch, ActKind::MoveOn, $day, $says, [$line], static fn (CountBook $book) => $book->moveOn((int) $line->id, $state, $count));
    }

    public function undo(Act $act, Batch $batch): void
    {
        if ($act->batch !== $batch) {
            throw Refused::because('unknown', 'act', sprintf('That act was entered for %s; undo it there.', $act->batch->code));
        }
        foreach ($this->ledger->undo($act, $this->writing->by()) as $touched) {
            $this->keepBenchInStep($touched, $this->today->day());
            $this->pottings->letGoOfEmpty($touched);
            if ($act->kind === ActKind::Split) {
                $this->pottings->readyWithItsLots($touched);
            }
            if (array_sum($touched->standing->states ?? []) === 0) {
                // It holds nothing any more: planned again, or, if the undone act made it, as if it had never been.
                $touched->sticking->stuckOn = null;
                $touched->sticking->despite = null;
                $touched->sticking->asPlanned = null;
                $touched->sheet = $touched->sheet->way->newest();
                $touched->calledOff = $touched !== $batch;
            }
        }
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
    private function keepBenchInStep(Batch $batch, \DateTimeImmutable $day): void
    {
        $states = $batch->standing->states ?? [];
        $onBench = ($states['stuck'] ?? 0) + ($states['rooted'] ?? 0) + ($states['to_stick'] ?? 0);
        $was = $batch->leftBenchOn;
        $batch->leftBenchOn = $onBench > 0 || !$batch->isStuck() ? null : ($batch->leftBenchOn ?? $day);
        if ($was === null && $batch->leftBenchOn !== null) {
            $batch->growsOnFrom($batch->leftBenchOn, $this->house->timetable());
        } elseif ($was !== null && $batch->leftBenchOn === null && $batch->sticking->stuckOn !== null) {
            $batch->days->reckonedAs($batch->datesFrom($batch->sticking->stuckOn, $this->house->timetable()));
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

    private function mustBeStuckBy(Batch $batch, \DateTimeImmutable $day): void
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

    private function notAhead(\DateTimeImmutable $day): void
    {
        if ($day > $this->today->day()) {
            throw Refused::because('ahead', 'on', sprintf('%s has not come yet; today is %s.', $day->format('j F Y'), $this->today->day()->format('j F Y')));
        }
    }
}
