<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Book\ActKind;
use WetCradle\Core\Book\CountBook;
use WetCradle\Core\Crops\Setting;
use WetCradle\Core\Crops\Trays;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Sticking;
use WetCradle\Server\Stock\Claim;
use WetCradle\Server\Stock\Fit;
use WetCradle\Server\Stock\Rights;

/** Sticking a planned batch: what fits its trays, what its block and its licence allow, and what was done otherwise than planned. */
final class Stickings
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Entering $entering,
        private readonly Fit $fit,
        private readonly Rights $rights,
        private readonly House $house,
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
        $this->entering->notAhead($day);
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
        $against = Fit::together(...array_map(
            fn (array $from) => $this->fit->against($from['block'], $batch->sheet->core(), $day, $batch->code),
            $batch->takenFrom(),
        ));
        if ($against !== [] && $as->despite === null) {
            throw Refused::because(
                'not_fit',
                'despite',
                Fact::of('stick.not_fit', block: $batch->block->code, why: Fact::together(...array_column($against, 'words'))),
            );
        }
        self::lift($batch, $as, $stuck + $tooPoor);
        $dates = $batch->datesFrom($day, $this->house->timetable());
        $this->rights->mustAllow([$this->claim($batch, $day, $dates->readyOn, $stuck)]);
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
        $together = $batch->amount->together;
        // Its book counts plants; cuttings that are too poor to be stuck make none.
        $batch->amount->taken = $together > 1 ? $stuck + $tooPoor : null;
        [$plants, $noPlants] = $together > 1 ? [Setting::plantsOf($stuck, $together), 0] : [$stuck, $tooPoor];
        $batch->reckonedAs($dates);
        $line = $batch->lines->first() ?: new Line($batch, 1, $day);
        $this->em->persist($line);
        $says = sprintf(
            'Stuck %d in %d × %s',
            $stuck,
            $trays,
            $batch->trayKind->name,
        ).($together > 1 ? sprintf(', %d together: %d plants', $together, $plants) : '')
            .($as->lifted === null ? '' : sprintf(', of %d clumps; %d pieces back to the bed', $as->lifted, (int) $as->toBed))
            .($tooPoor > 0 ? sprintf(', %d thrown as too poor', $tooPoor) : '').($as->despite === null ? '' : sprintf(
                '; although %s was not fit: %s',
                $batch->block->code,
                $as->despite,
            ));
        $this->entering->enter($batch, ActKind::Stick, $day, $says, [$line], static fn (CountBook $book) => $book->stick((int) $line->id, $plants, $noPlants));
    }

    /** Clumps are lifted and divided for it, and the bed has fewer or more plants than before. */
    private static function lift(Batch $batch, Sticking $as, int $pieces): void
    {
        $clumps = $batch->block->clumps();
        if ($clumps === null) {
            if ($as->lifted !== null || $as->toBed !== null) {
                throw Refused::because('not_possible', 'lifted', sprintf('No clumps of %s are lifted: its block says no pieces a clump.', $batch->block->code));
            }

            return;
        }
        $as->lifted ??= $clumps->lifted($pieces);
        $as->toBed ??= max(0, $as->lifted * $clumps->each - $pieces);
        if ($as->lifted > $batch->block->plants) {
            throw Refused::because(
                'more_than_there_are',
                'lifted',
                sprintf('%d clumps are more than stand in %s: there are %d.', $as->lifted, $batch->block->code, $batch->block->plants),
            );
        }
        $after = $batch->block->plants + $clumps->change($as->lifted, $pieces, $as->toBed);
        $named = count($batch->block->named);
        if ($after < $named) {
            throw Refused::because('out_of_range', 'toBed', sprintf(
                'That leaves %d plants in %s, and %d are entered one by one. Take out those that were lifted first.', $after, $batch->block->code, $named,
            ));
        }
        $batch->block->plants = $after;
    }

    private function claim(Batch $batch, \DateTimeImmutable $day, \DateTimeImmutable $readyOn, int $stuck): Claim
    {
        $plants = Setting::plantsOf($stuck, $batch->amount->together);

        return new Claim($batch->code, $batch->crop, $day, $readyOn, $plants, $batch->amount->needed ?? $plants, 'stuck');
    }
}
