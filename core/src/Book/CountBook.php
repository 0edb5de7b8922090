<?php

declare(strict_types=1);

namespace WetCradle\Core\Book;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * The count book: entries are only ever added, and no place ever holds less than nothing.
 *
 * What stands where is always the sum of the entries; what came in always equals what stands, lost and sold included.
 * Each act enters all of its postings or none.
 */
final class CountBook
{
    /** @var array<int, Entry> by number */
    private array $entries = [];
    /** @var array<string, int> by place */
    private array $standing = [];
    /** @var array<int, int> number of the reversing entry by number of the reversed */
    private array $reversedBy = [];
    private int $cameIn = 0;
    private int $last = 0;

    private function __construct()
    {
    }

    public static function empty(): self
    {
        return new self();
    }

    /** @param iterable<Entry> $entries in the order of their numbers */
    public static function of(iterable $entries): self
    {
        $book = new self();
        foreach ($entries as $entry) {
            $book->enterOne($entry);
        }

        return $book;
    }

    /**
     * A book opened at a later page: what stands is brought forward, earlier entries are known only where they are
     * needed, to undo them.
     *
     * @param array<int, array<string, int>> $standing line → state value → count
     * @param int                            $last     the number of the newest entry
     * @param list<Entry>                    $known    earlier entries, and those that reversed them
     */
    public static function broughtForward(array $standing, int $last, array $known = []): self
    {
        $book = new self();
        foreach ($standing as $line => $states) {
            foreach ($states as $state => $count) {
                $book->standing[Place::of($line, State::from($state))->key()] = $count;
                $book->cameIn += $count;
            }
        }
        foreach ($known as $entry) {
            $book->entries[$entry->number] = $entry;
            if ($entry->posting->reverses !== null) {
                $book->reversedBy[$entry->posting->reverses] = $entry->number;
            }
        }
        $book->last = $last;

        return $book;
    }

    /**
     * @return list<Entry> what this act added
     *
     * @throws Refused for `stuck` or `tooPoor`
     */
    public function stick(int $line, int $stuck, int $tooPoor = 0): array
    {
        if ($stuck < 1) {
            throw Refused::because('out_of_range', 'stuck', Fact::of('refused.count_book.out_of_range'));
        }
        if ($tooPoor < 0) {
            throw Refused::because('negative', 'tooPoor', Fact::of('refused.count_book.negative'));
        }
        $postings = [Posting::comingIn($line, $stuck + $tooPoor), Posting::on($line, State::ToStick, $stuck)];
        if ($tooPoor > 0) {
            $postings[] = Posting::lost($line, State::ToStick, LossCause::TooPoor, $tooPoor);
        }

        return $this->enter($postings);
    }

    /** @return list<Entry> */
    public function count(int $line, FullCount $count, ?int $newLine = null, ?int $changedLine = null): array
    {
        $rootedThere = $this->at($line, State::Rooted);
        $count->mustAddUp($this->at($line, State::Stuck), $rootedThere);

        return $this->enter($count->postings($line, $rootedThere, $newLine, $changedLine));
    }

    /**
     * Part of a line goes to a line of its own.
     *
     * @param array<string, int> $counts state value → how many
     *
     * @return list<Entry>
     */
    public function split(int $line, int $toLine, array $counts): array
    {
        $postings = [];
        foreach ($counts as $state => $count) {
            if ($count > 0) {
                $postings[] = Posting::across($line, $toLine, State::from($state), $count);
            }
        }

        return $this->enter($postings);
    }

    /**
     * All that lives on a line joins another.
     *
     * @return list<Entry>
     */
    public function merge(int $line, int $intoLine): array
    {
        $counts = [];
        foreach (State::cases() as $state) {
            if ($state->isLive()) {
                $counts[$state->value] = $this->at($line, $state);
            }
        }

        return $this->split($line, $intoLine, $counts);
    }

    /**
     * Plants of one line become cuttings of another: a division that snapped, a cutting stuck afresh.
     *
     * @return list<Entry>
     */
    public function changeMethod(int $line, State $from, int $toLine, int $count): array
    {
        return $this->enter([Posting::restuck($line, $from, $toLine, $count), Posting::on($toLine, State::ToStick, $count)]);
    }

    /** @return list<Entry> */
    public function lose(int $line, State $from, Losses $losses): array
    {
        return $this->enter($losses->from($line, $from));
    }

    /** @return list<Entry> */
    public function moveOn(int $line, State $from, int $count): array
    {
        return $this->enter([Posting::on($line, $from, $count)]);
    }

    /**
     * Takes an act back by entering its reverse. Refused when its plants have gone further since.
     *
     * @param list<int> $numbers the numbers of the act's entries
     *
     * @return list<Entry>
     *
     * @throws Refused for `act`
     */
    public function undo(array $numbers): array
    {
        rsort($numbers);
        $postings = [];
        foreach ($numbers as $number) {
            $entry = $this->entries[$number] ?? throw Refused::because('unknown', 'act', Fact::of('refused.count_book.unknown', number: $number));
            if (isset($this->reversedBy[$number])) {
                throw Refused::because('already_undone', 'act', Fact::of('refused.count_book.already_undone'));
            }
            $postings[] = Posting::reversalOf($entry);
        }

        return $this->enter($postings);
    }

    public function at(int $line, State $state): int
    {
        return $this->standing[Place::of($line, $state)->key()] ?? 0;
    }

    /** @return array<string, int> every state of a line with what stands there, zeros too */
    public function standing(int $line): array
    {
        $counts = [];
        foreach (State::cases() as $state) {
            $counts[$state->value] = $this->at($line, $state);
        }

        return $counts;
    }

    /** All that came in from outside, less what was taken back out. */
    public function cameIn(): int
    {
        return $this->cameIn;
    }

    /** All that stands anywhere, lost and sold included: equal to cameIn() at all times. */
    public function total(): int
    {
        return array_sum($this->standing);
    }

    /** @return list<Entry> */
    public function entries(): array
    {
        return array_values($this->entries);
    }

    /**
     * @param list<Posting> $postings
     *
     * @return list<Entry>
     *
     * @throws Refused for `count`
     */
    private function enter(array $postings): array
    {
        if ($postings === []) {
            throw Refused::because('empty', 'count', Fact::of('refused.count_book.empty'));
        }
        $before = [$this->entries, $this->standing, $this->reversedBy, $this->cameIn, $this->last];
        $added = [];
        try {
            foreach ($postings as $posting) {
                $added[] = $this->enterOne(new Entry($this->last + 1, $posting));
            }
        } catch (Refused $refused) {
            [$this->entries, $this->standing, $this->reversedBy, $this->cameIn, $this->last] = $before;
            throw $refused;
        }

        return $added;
    }

    /** @throws Refused for `number` or another field that is wrong */
    private function enterOne(Entry $entry): Entry
    {
        $posting = $entry->posting;
        if ($entry->number <= $this->last) {
            throw Refused::because('out_of_order', 'number', Fact::of('refused.count_book.out_of_order'));
        }
        if ($posting->from === null) {
            $this->cameIn += $posting->count;
        } else {
            $there = $this->standing[$posting->from->key()] ?? 0;
            if ($there < $posting->count) {
                throw $this->notThere($posting, $there);
            }
            $this->standing[$posting->from->key()] = $there - $posting->count;
        }
        if ($posting->to === null) {
            $this->cameIn -= $posting->count;
        } else {
            $this->standing[$posting->to->key()] = ($this->standing[$posting->to->key()] ?? 0) + $posting->count;
        }
        if ($posting->reverses !== null) {
            $this->reversedBy[$posting->reverses] = $entry->number;
        }
        $this->entries[$entry->number] = $entry;
        $this->last = $entry->number;

        return $entry;
    }

    private function notThere(Posting $posting, int $there): Refused
    {
        return $posting->isReversal()
            ? Refused::because('has_moved_on', 'act', Fact::of('book.has_moved_on', plants: $posting->count - $there))
            : Refused::because('more_than_there_are', 'count', Fact::of(
                'book.only',
                there: $there,
                state: $posting->from->state ?? State::ToStick,
                asked: $posting->count,
            ));
    }
}
