<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Book\ActKind;
use WetCradle\Core\Book\CountBook;
use WetCradle\Core\Book\LossCause;
use WetCradle\Core\Book\Losses;
use WetCradle\Core\Book\State;
use WetCradle\Core\Fact;
use WetCradle\Core\Potting\PotOn;
use WetCradle\Core\Potting\Shares;
use WetCradle\Core\Potting\StepKind;
use WetCradle\Core\Refused;
use WetCradle\Server\Book\Act;
use WetCradle\Server\Book\Acts;
use WetCradle\Server\Book\ActViews;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Book\Entering;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Conflict;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Nursery\Words;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Trace\Recalls;
use WetCradle\Server\Wanted\Pot;
use WetCradle\Server\Wanted\Wanted;

/** What is done with a lot once it is potted: each act is shared over the batches in it, and written to the book as one. */
final class Lots
{
    /** Acts on a lot, which are undone at it; what was counted on a batch is undone there. */
    public const UNDONE_HERE = [ActKind::Lose, ActKind::MoveOn, ActKind::Split];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Counts $counts,
        private readonly Acts $acts,
        private readonly ActViews $told,
        private readonly Entering $entering,
        private readonly Pottings $pottings,
        private readonly Recalls $recalls,
        private readonly House $house,
        private readonly Writing $writing,
        private readonly Today $today,
        private readonly Words $words,
    ) {
    }

    public function lose(PotLot $lot, \DateTimeImmutable $day, State $state, int $count, string $cause): void
    {
        LossCause::named($cause);
        $shares = $this->shares($lot, $state, $count, $day);
        $this->enter(
            $lot,
            ActKind::Lose,
            $day,
            sprintf('Lost %d of lot %s that were %s: %s', $count, $lot->code, $this->words->say($state->words()), str_replace('_', ' ', $cause)),
            $shares,
            static fn (CountBook $book, int $line, int $n) => $book->lose($line, $state, Losses::of([$cause => $n])),
        );
    }

    /** So many are good and ready to go. */
    public function grow(PotLot $lot, \DateTimeImmutable $day, int $count): void
    {
        $shares = $this->shares($lot, State::Potted, $count, $day);
        $this->enter(
            $lot,
            ActKind::MoveOn,
            $day,
            sprintf('%d of lot %s grown to ready', $count, $lot->code),
            $shares,
            static fn (CountBook $book, int $line, int $n) => $book->moveOn($line, State::Potted, $n),
        );
    }

    /** So many go to an order; a lot may serve several, and an order be served from several. */
    public function send(PotLot $lot, \DateTimeImmutable $day, Wanted $wanted, int $count, ?string $passport): void
    {
        if ($wanted->calledOff) {
            throw Refused::because('called_off', 'order', 'That order was called off.');
        }
        if ($wanted->crop !== $lot->crop) {
            throw Refused::because('wrong_crop', 'order', sprintf('That order is for %s; lot %s is %s.', $wanted->crop->name, $lot->code, $lot->crop->name));
        }
        foreach ($lot->batches() as $batch) {
            $wanted->mustBeOf($batch->sex, $batch->code, 'order');
            foreach ($batch->takenFrom() as ['block' => $block]) {
                $wanted->mustComeFrom($block, 'order');
            }
        }
        $recalled = $this->recalls->ofLot($lot);
        if ($recalled !== null) {
            throw Refused::because('recalled', 'count', Fact::of('refused.recall.sent', why: $recalled));
        }
        if ($lot->heldUntil !== null && $lot->isHeldOn($this->today->day())) {
            throw Refused::because('held_back', 'count', Fact::of('refused.lot.held', until: $lot->heldUntil, lot: $lot->code));
        }
        $open = $wanted->plants - $this->sentTo($wanted);
        if ($count > $open) {
            throw Refused::because(
                'more_than_wanted',
                'count',
                $open === 0 ? 'That order has all it asked for.' : sprintf(
                    'That order still wants %d, not %d. Change the order first if it takes more.',
                    $open,
                    $count,
                ),
            );
        }
        $shares = $this->shares($lot, State::Grown, $count, $day);
        $act = $this->enter(
            $lot,
            ActKind::MoveOn,
            $day,
            sprintf('%d of lot %s sent to %s', $count, $lot->code, $wanted->customer->name ?? 'our own target'),
            $shares,
            static fn (CountBook $book, int $line, int $n) => $book->moveOn($line, State::Grown, $n),
        );
        $this->em->persist(new Dispatch($act, $lot, $wanted, $count, $passport));
    }

    /** So many that grow are potted on into a bigger pot, as a lot of their own; the rest stay as they are. */
    public function potOn(PotLot $lot, \DateTimeImmutable $day, Pot $pot, string $mix, int $count): PotLot
    {
        PotOn::caution($lot->pot->millilitres, $pot->millilitres, $this->house->defaults());
        $shares = $this->shares($lot, State::Potted, $count, $day);
        $ready = array_map(fn (Batch $b) => $b->readyWhenPotted($day, $this->house->timetable(), $pot), $lot->batches());
        $own = $this->pottings->own($lot->batches()[0], $pot, $mix, $day, max($day, ...$ready));
        $own->fromLot = $lot;
        $own->holdAs($lot);
        $own->standsIn($lot->zone, $lot->spaced, $day);
        $to = [];
        foreach ($lot->lines as $line) {
            if (isset($shares[(int) $line->id])) {
                $to[(int) $line->id] = $this->entering->newLine($line->batch, $day, sprintf('potted on from lot %s', $lot->code));
            }
        }
        $this->enter(
            $lot,
            ActKind::Split,
            $day,
            sprintf('%d of lot %s potted on into %s as lot %s', $count, $lot->code, $pot->name, $own->code),
            $shares,
            static fn (CountBook $book, int $line, int $n) => $book->split($line, (int) $to[$line]->id, [State::Potted->value => $n]),
            array_values($to),
        );
        foreach ($to as $line) {
            $own->take($line);
            $this->pottings->readyWithItsLots($line->batch);
        }

        return $own;
    }

    /** What is done once is ticked once; feeding is done again and again, but not twice on one day. */
    public function mustNotStand(LotStep $step): void
    {
        $there = $this->em->getRepository(LotStep::class)->findOneBy(
            ['lot' => $step->lot, 'kind' => $step->kind] + ($step->kind === StepKind::Feed ? ['onDay' => $step->onDay] : []),
        );
        if ($there !== null) {
            throw new Conflict($there->toArray(), sprintf('%s has ticked that already, for %s.', $there->by->name, $there->onDay->format('j F Y')));
        }
    }

    /** All of another lot of the same crop and pot is put to this one; which batches they came from stays known. */
    public function join(PotLot $lot, PotLot $other): void
    {
        if ($lot === $other) {
            throw Refused::because('not_possible', 'lot', 'That is the same lot.');
        }
        self::mustMatch($lot, $other, 'lot');
        if ($lot->held() !== $other->held()) {
            throw Refused::because('held_back', 'lot', Fact::of('refused.lot.held_apart'));
        }
        foreach ($other->lines->toArray() as $line) {
            $other->letGo($line);
            $lot->take($line);
        }
        $this->pottings->dateLots([$lot]);
        $this->writing->keep('lot', $lot->code, [], ['joined' => $other->code]);
    }

    /** Held back from orders until the end of a day, with its place kept; or for orders again. */
    public function hold(PotLot $lot, ?\DateTimeImmutable $until, ?string $why): void
    {
        if ($until !== null && $until < $this->today->day()) {
            throw Refused::because('gone_by', 'until', Fact::of('refused.lot.gone_by'));
        }
        $before = $lot->held();
        $lot->hold($until, $why);
        $this->writing->keep('lot', $lot->code, $before, $lot->held());
    }

    /** A batch that was put into the lot by mistake becomes one of its own again. */
    public function part(PotLot $lot, Line $line): void
    {
        if ($line->lot !== $lot || count($lot->lines) < 2) {
            throw Refused::because('not_possible', 'line', sprintf('That is not one of several in lot %s.', $lot->code));
        }
        $lot->letGo($line);
        $own = $this->pottings->own($line->batch, $lot->pot, $lot->mix, $lot->pottedOn, $lot->readyOn);
        $own->fromLot = $lot->fromLot;
        $own->holdAs($lot);
        $own->standsIn($lot->zone, $lot->spaced, $lot->standsSince);
        $own->take($line);
        $this->pottings->dateLots([$lot, $own]);
        $this->writing->keep('lot', $lot->code, [], ['parted' => $line->batch->code, 'into' => $own->code]);
    }

    public static function mustMatch(PotLot $lot, PotLot $other, string $field): void
    {
        if ($lot->crop !== $other->crop || $lot->pot !== $other->pot) {
            throw Refused::because(
                'wrong_crop',
                $field,
                sprintf(
                    'Lot %s is %s in %s, not %s in %s: one lot is one crop in one pot.',
                    $other->code,
                    $other->crop->name,
                    $other->pot->name,
                    $lot->crop->name,
                    $lot->pot->name,
                ),
            );
        }
    }

    public function undo(PotLot $lot, Act $act): void
    {
        if (!$this->told->isOfLot((int) $act->id, (int) $lot->id)) {
            throw Refused::because('unknown', 'act', sprintf('That is no act of lot %s.', $lot->code));
        }
        if (!in_array($act->kind, self::UNDONE_HERE, true)) {
            throw Refused::because('not_possible', 'act', sprintf('That was counted for %s; undo it there.', $act->batch->code));
        }
        $this->acts->undo($act, $act->batch);
    }

    public function sentTo(Wanted $wanted): int
    {
        return Row::number($this->db, 'SELECT coalesce(sum(d.count), 0) FROM dispatch d WHERE d.wanted_id = ? AND '.Dispatch::HOLDS, [$wanted->id]);
    }

    /** @return array<int, int> of the count, by line */
    private function shares(PotLot $lot, State $state, int $count, \DateTimeImmutable $day): array
    {
        if ($day > $this->today->day()) {
            throw Refused::because('ahead', 'on', sprintf('%s has not come yet; today is %s.', $day->format('j F Y'), $this->today->day()->format('j F Y')));
        }
        if ($day < $lot->pottedOn) {
            throw Refused::because('before_potting', 'on', sprintf('Lot %s was potted on %s.', $lot->code, $lot->pottedOn->format('j F Y')));
        }
        $this->em->flush();
        $lines = array_map(static fn (Line $line) => (int) $line->id, array_values($lot->lines->toArray()));
        $there = array_filter(
            array_map(static fn (array $standing) => $standing[$state->value], $this->counts->on($lines)),
            static fn (int $some) => $some > 0,
        );
        if ($there === []) {
            throw Refused::because(
                'more_than_there_are',
                'count',
                sprintf('None of lot %s %s.', $lot->code, $state === State::Grown ? 'have been counted as ready' : 'are in pots and growing'),
            );
        }

        return Shares::of($count, $there);
    }

    /**
     * @param array<int, int>                                                          $shares
     * @param callable(CountBook, int, int): list<\WetCradle\Core\Book\Entry> $play
     * @param list<Line>                                                       $also   lines outside the lot that it goes to
     */
    private function enter(PotLot $lot, ActKind $kind, \DateTimeImmutable $day, string $says, array $shares, callable $play, array $also = []): Act
    {
        $lines = array_values(array_filter($lot->lines->toArray(), static fn (Line $l) => isset($shares[(int) $l->id])));

        $playAll = static function (CountBook $book) use ($shares, $play): array {
            $entries = [];
            foreach ($shares as $line => $count) {
                $entries = [...$entries, ...$play($book, $line, $count)];
            }

            return $entries;
        };

        $lot->countsChanged();

        return $this->entering->enter($lines[0]->batch, $kind, $day, $says, [...$lines, ...$also], $playAll);
    }
}
