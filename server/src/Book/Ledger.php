<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Book\ActKind;
use WetCradle\Core\Book\BatchResult;
use WetCradle\Core\Book\CountBook;
use WetCradle\Core\Book\Entry;
use WetCradle\Core\Book\LossCause;
use WetCradle\Core\Book\Place;
use WetCradle\Core\Book\Posting;
use WetCradle\Core\Book\State;
use WetCradle\Core\Refused;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Plan\Batch;

/**
 * The count book in the database. Each act is first played on the core's book, opened with what stands on the lines
 * concerned; what that adds is written, and the database's own guards check it once more.
 */
final class Ledger
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Counts $counts,
        private readonly Today $today,
    ) {
    }

    /**
     * Plays an act and writes it. Must run inside a transaction.
     *
     * @param list<Line>                          $lines every line the act may touch
     * @param callable(CountBook): list<Entry>    $play
     *
     * @return array{act: Act, touched: list<Batch>} with the batches whose plants moved
     */
    public function enter(Batch $batch, ActKind $kind, \DateTimeImmutable $on, string $says, Account $by, array $lines, callable $play): array
    {
        $this->em->flush();
        $book = CountBook::broughtForward($this->standing($lines), $this->lastNumber());
        $act = new Act($kind, $batch, $on, $this->today->now(), $by, $says);

        return ['act' => $act, 'touched' => $this->write($act, $play($book))];
    }

    /**
     * Takes an act back; its plants go where they came from. Must run inside a transaction.
     *
     * @return list<Batch> the batches whose plants moved
     */
    public function undo(Act $act, Account $by): array
    {
        if ($act->kind === ActKind::Undo) {
            throw Refused::because('not_possible', 'act', 'An undoing cannot itself be undone: enter the act again.');
        }
        $own = self::entries(Row::all($this->db, 'SELECT * FROM entry WHERE act_id = ? ORDER BY id', [$act->id]));
        $numbers = array_map(static fn (Entry $e) => $e->number, $own);
        $reversals = self::entries(
            Row::all($this->db, 'SELECT * FROM entry WHERE reverses IN (SELECT id FROM entry WHERE act_id = ?) ORDER BY id', [$act->id]),
        );
        $lineIds = [];
        foreach ($own as $entry) {
            foreach ([$entry->posting->from, $entry->posting->to] as $place) {
                if ($place !== null) {
                    $lineIds[$place->line] = true;
                }
            }
        }
        $lines = $this->em->getRepository(Line::class)->findBy(['id' => array_keys($lineIds)]);
        $book = CountBook::broughtForward($this->standing($lines), $this->lastNumber(), [...$own, ...$reversals]);
        $undone = new Act(ActKind::Undo, $act->batch, $this->today->day(), $this->today->now(), $by, 'Undone: '.$act->says, $act);

        return $this->write($undone, $book->undo($numbers));
    }

    /** @return array<string, int> what stands on a line now, by state, zeros too */
    public function standingOf(Line $line): array
    {
        return $this->standing([$line])[(int) $line->id];
    }

    /** Folds the batch's entries into its standing again. */
    public function refresh(Batch $batch): BatchStanding
    {
        $lines = array_values(array_map(static fn (Line $l) => (int) $l->id, $batch->lines->toArray()));
        $entries = self::entries(Row::all(
            $this->db,
            'SELECT * FROM entry WHERE from_line IN (?) OR to_line IN (?) ORDER BY id',
            [$lines, $lines],
            [ArrayParameterType::INTEGER, ArrayParameterType::INTEGER],
        ));
        $standing = $batch->standing ?? new BatchStanding($batch);
        $standing->take(BatchResult::of(array_map(static fn (Entry $e) => $e->posting, $entries), $lines));
        $this->em->persist($standing);

        return $standing;
    }

    /** @return array<string, int|string|null> an entry as the table has it */
    public static function row(Entry $entry, int $act): array
    {
        $posting = $entry->posting;

        return [
            'id' => $entry->number,
            'act_id' => $act,
            'from_line' => $posting->from?->line,
            'from_state' => $posting->from?->state->value,
            'to_line' => $posting->to?->line,
            'to_state' => $posting->to?->state->value,
            'count' => $posting->count,
            'cause' => $posting->cause?->value,
            'reverses' => $posting->reverses,
        ];
    }

    /**
     * @param list<Entry> $entries
     *
     * @return list<Batch>
     */
    private function write(Act $act, array $entries): array
    {
        $this->em->persist($act);
        $this->em->flush();
        $lineIds = [];
        foreach ($entries as $entry) {
            $posting = $entry->posting;
            $this->db->insert('entry', self::row($entry, (int) $act->id));
            foreach ([$posting->from, $posting->to] as $place) {
                if ($place !== null) {
                    $lineIds[$place->line] = true;
                }
            }
        }
        $touched = [];
        foreach ($this->em->getRepository(Line::class)->findBy(['id' => array_keys($lineIds)]) as $line) {
            $touched[(int) $line->batch->id] = $line->batch;
        }
        foreach ($touched as $batch) {
            $this->refresh($batch);
        }
        $this->em->flush();

        return array_values($touched);
    }

    /**
     * @param list<Line> $lines
     *
     * @return array<int, array<string, int>>
     */
    private function standing(array $lines): array
    {
        return $this->counts->on(array_map(static fn (Line $l) => (int) $l->id, $lines));
    }

    private function lastNumber(): int
    {
        return Row::number($this->db, 'SELECT coalesce(max(id), 0) FROM entry');
    }

    /**
     * @param list<Row> $rows of entries, all columns
     *
     * @return list<Entry>
     */
    public static function entries(array $rows): array
    {
        $entries = [];
        foreach ($rows as $row) {
            $place = static fn (string $side) => $row->has($side.'_line') ? Place::of($row->int($side.'_line'), State::from($row->text($side.'_state'))) : null;
            $entries[] = new Entry($row->int('id'), Posting::kept(
                $place('from'),
                $place('to'),
                $row->int('count'),
                !$row->has('cause') ? null : LossCause::from($row->text('cause')),
                $row->intOrNull('reverses'),
            ));
        }

        return $entries;
    }
}
