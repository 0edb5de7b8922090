<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Book;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Book\BatchResult;
use WetCradle\Core\Book\CountBook;
use WetCradle\Core\Book\Entry;
use WetCradle\Core\Book\FullCount;
use WetCradle\Core\Book\LossCause;
use WetCradle\Core\Book\Losses;
use WetCradle\Core\Book\Posting;
use WetCradle\Core\Book\State;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

final class CountBookTest extends TestCase
{
    public function testOneBatchAllTheWay(): void
    {
        $book = CountBook::empty();
        $book->stick(1, 312, 8);
        $count = FullCount::of(rooted: 240, unrooted: 50, lost: Losses::of(['rot' => 20, 'mislaid' => 2]), potted: 230, thrownRooted: 4, thrownUnrooted: 10);
        self::assertTrue($count->splits(0));
        $book->count(1, $count, 2);
        self::assertSame(['to_stick' => 0, 'stuck' => 0, 'rooted' => 0, 'potted' => 230, 'grown' => 0, 'sold' => 0, 'lost' => 44], $book->standing(1));
        self::assertSame(6, $book->at(2, State::Rooted));
        self::assertSame(40, $book->at(2, State::Stuck));
        $book->count(2, FullCount::of(25, 0, Losses::of(['rot' => 15]), 31));
        $result = $this->resultOf($book, [1, 2]);
        self::assertSame([320, 312, 265, 0, 261], [$result->cameIn, $result->stuck, $result->rooted, $result->waiting, $result->potted]);
        self::assertSame(['too_poor' => 12, 'rot' => 35, 'mislaid' => 2, 'unrooted' => 10], $result->lostByCause);
        self::assertEqualsWithDelta(265 / 312, $result->rate(), 1e-12);
        self::assertSame($book->cameIn(), $book->total());
    }

    public function testWhatChangesItsMethodGoesToABatchOfItsOwnInTheSameBreath(): void
    {
        $book = CountBook::empty();
        $book->stick(1, 100);
        $count = FullCount::of(60, 30, Losses::of(['rot' => 10]), 40, 5, 8, 4, 6);
        self::assertSame([11, 16, 10], [$count->rootedLeft(0), $count->unrootedLeft(), $count->changed()]);
        $book->count(1, $count, 2, 7);
        self::assertSame(['to_stick' => 0, 'stuck' => 0, 'rooted' => 0, 'potted' => 40, 'grown' => 0, 'sold' => 0, 'lost' => 23], $book->standing(1));
        self::assertSame([11, 16], [$book->at(2, State::Rooted), $book->at(2, State::Stuck)]);
        self::assertSame(10, $book->at(7, State::Stuck));
        self::assertSame($book->cameIn(), $book->total());
        // Six unrooted ones went elsewhere: the batch is not held to have tried to root them.
        self::assertSame(94, $this->resultOf($book, [1, 2])->stuck);
        foreach ([
            [FullCount::of(60, 30, Losses::of(['rot' => 10]), 40, 5, 0, 16), 'changedRooted'],
            [FullCount::of(90, 0, Losses::of(['rot' => 10]), 0, 0, 0, 2), 'changedLine'],
        ] as [$bad, $field]) {
            $other = CountBook::empty();
            $other->stick(1, 100);
            try {
                $other->count(1, $bad, 2);
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
                self::assertSame(100, $other->at(1, State::Stuck), 'Nothing has changed.');
            }
        }
        $this->expectException(Refused::class);
        FullCount::of(0, 10, Losses::none(), 0, 0, 6, 0, 5);
    }

    public function testNothingPottedLeavesTheLineWhole(): void
    {
        $book = CountBook::empty();
        $book->stick(1, 100);
        $count = FullCount::of(60, 38, Losses::of(['pest' => 2]));
        self::assertFalse($count->splits(0));
        $book->count(1, $count);
        self::assertSame([60, 38], [$book->at(1, State::Rooted), $book->at(1, State::Stuck)]);
    }

    public function testCountsThatDoNotAddUpSayByHowMany(): void
    {
        $book = CountBook::empty();
        $book->stick(1, 100);
        foreach ([
            [FullCount::of(60, 38, Losses::none()), 'does_not_add_up', 'lost', '/ off=2 before=0$/'],
            [FullCount::of(101, 0, Losses::none()), 'more_than_there_are', 'rooted', '/ off=1 before=0$/'],
            [FullCount::of(60, 40, Losses::none(), 61), 'more_than_there_are', 'potted', '/more_than_have_roots withRoots=60 /'],
        ] as [$count, $code, $field, $says]) {
            try {
                $book->count(1, $count);
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame([$code, $field], [$refused->reason, $refused->field]);
                self::assertMatchesRegularExpression($says, Told::of($refused->says));
            }
        }
        self::assertSame(100, $book->at(1, State::Stuck));
    }

    public function testUndoGivesBackAndOnlyOnce(): void
    {
        $book = CountBook::empty();
        $stuck = $book->stick(1, 50);
        $before = $book->standing(1);
        $numbers = array_map(static fn (Entry $e) => $e->number, $book->lose(1, State::Stuck, Losses::of(['rot' => 5])));
        $book->undo($numbers);
        self::assertSame($before, $book->standing(1));
        $this->assertRefused('already_undone', fn () => $book->undo($numbers));
        $book->moveOn(1, State::Stuck, 50);
        $undone = fn () => $book->undo(array_map(static fn (Entry $e) => $e->number, $stuck));
        $this->assertRefused('has_moved_on', $undone);
        self::assertSame('act: book.has_moved_on plants=50', Told::refusal($undone), 'All 50 have gone further.');
        $part = CountBook::empty();
        $all = $part->stick(1, 50);
        $part->moveOn(1, State::Stuck, 20);
        self::assertSame(
            'act: book.has_moved_on plants=20',
            Told::refusal(static fn () => $part->undo(array_map(static fn (Entry $e) => $e->number, $all))),
            'Only those that have gone further are said.',
        );
    }

    public function testUndoingAllLeavesNothing(): void
    {
        $book = CountBook::empty();
        $numbers = array_map(static fn (Entry $e) => $e->number, $book->stick(1, 50, 3));
        $book->undo($numbers);
        self::assertSame([0, 0], [$book->cameIn(), $book->total()]);
        self::assertNull($this->resultOf($book, [1])->rate());
    }

    public function testMergedPlantsCountOnceTowardsRates(): void
    {
        $book = CountBook::empty();
        $book->stick(1, 100);
        $book->stick(2, 50);
        $book->merge(2, 1);
        $book->count(1, FullCount::of(120, 0, Losses::of(['rot' => 30])));
        self::assertSame([150, 120], [$this->resultOf($book, [1])->stuck, $this->resultOf($book, [1])->rooted]);
        self::assertSame([0, 0], [$this->resultOf($book, [2])->stuck, $this->resultOf($book, [2])->rooted]);
    }

    public function testChangeOfMethodInsideABatchDoesNotCountTwice(): void
    {
        $book = CountBook::empty();
        $book->stick(1, 40);
        $book->changeMethod(1, State::Stuck, 2, 10);
        self::assertSame(40, $this->resultOf($book, [1, 2])->stuck);
        self::assertSame(30, $this->resultOf($book, [1])->stuck);
    }

    public function testARefusedActEntersNothing(): void
    {
        $book = CountBook::empty();
        $book->stick(1, 10);
        $this->assertRefused('more_than_there_are', fn () => $book->lose(1, State::Stuck, Losses::of(['rot' => 6, 'pest' => 6])));
        self::assertCount(2, $book->entries());
        self::assertSame(10, $book->at(1, State::Stuck));
    }

    public function testABookBroughtForwardGoesOnAsTheWholeOneWould(): void
    {
        $whole = CountBook::empty();
        $whole->stick(1, 80);
        $lost = $whole->lose(1, State::Stuck, Losses::of(['rot' => 7]));
        $forward = CountBook::broughtForward([1 => $whole->standing(1)], 3, $lost);
        self::assertEquals($whole->undo([$lost[0]->number]), $forward->undo([$lost[0]->number]));
        self::assertSame($whole->standing(1), $forward->standing(1));
        self::assertSame($forward->cameIn(), $forward->total());
        $this->assertRefused('already_undone', fn () => $forward->undo([$lost[0]->number]));
    }

    /** @return iterable<string, array{0: callable(): mixed, 1: string}> */
    public static function impossible(): iterable
    {
        yield 'none' => [static fn () => Posting::comingIn(1, 0), 'out_of_range'];
        yield 'back to life' => [static fn () => Posting::lost(1, State::Lost, LossCause::Rot, 1), 'not_possible'];
        yield 'beyond sold' => [static fn () => Posting::on(1, State::Sold, 1), 'not_possible'];
        yield 'onto itself' => [static fn () => Posting::across(1, 1, State::Stuck, 1), 'not_possible'];
        yield 'grown to cutting' => [static fn () => Posting::restuck(1, State::Grown, 2, 1), 'not_possible'];
        yield 'line 0' => [static fn () => Posting::comingIn(0, 1), 'unknown'];
        yield 'unheard-of cause' => [static fn () => Losses::of(['slugs' => 1]), 'unknown_choice'];
        yield 'minus' => [static fn () => Losses::of(['rot' => -1]), 'negative'];
        yield 'minus potted' => [static fn () => FullCount::of(1, 1, Losses::none(), -1), 'negative'];
        yield 'thrown twice' => [static fn () => FullCount::of(1, 1, Losses::none(), 0, 0, 2), 'more_than_there_are'];
    }

    #[DataProvider('impossible')]
    public function testImpossibleMoves(callable $posting, string $code): void
    {
        $this->assertRefused($code, $posting);
    }

    /** @return iterable<array{0: int}> */
    public static function seeds(): iterable
    {
        for ($seed = 1; $seed <= 8; ++$seed) {
            yield [$seed];
        }
    }

    /** Thousands of acts at random, some of them impossible: nothing is ever lost, doubled or below nothing. */
    #[DataProvider('seeds')]
    public function testConservation(int $seed): void
    {
        mt_srand($seed);
        $book = CountBook::empty();
        /** @var list<list<int>> $acts */
        $acts = [];
        $in = 0;
        $done = $refused = 0;
        for ($i = 0; $i < 3000; ++$i) {
            $line = mt_rand(1, 12);
            $other = mt_rand(1, 12);
            $some = mt_rand(1, 60);
            $state = State::cases()[mt_rand(0, 6)];
            $before = $book->total();
            try {
                $added = match (mt_rand(0, 8)) {
                    0 => $book->stick($line, $some, mt_rand(0, 5)),
                    1 => $book->count($line, $this->fullCount($book, $line), 12 + $line),
                    2 => $book->split($line, $other, [$state->value => $some]),
                    3 => mt_rand(0, 4) === 0 ? $book->merge($line, $other) : $book->lose($line, $state, Losses::of(['rot' => $some])),
                    4 => $book->changeMethod($line, $state, $other, $some),
                    5 => $book->lose($line, $state, Losses::of(['dried_out' => $some, 'mislaid' => 1])),
                    6 => $book->moveOn($line, $state, $some),
                    default => $acts === [] ? [] : $book->undo($acts[array_rand($acts)]),
                };
                $acts[] = array_values(array_map(static fn (Entry $e) => $e->number, $added));
                ++$done;
            } catch (Refused) {
                ++$refused;
                self::assertSame($before, $book->total());
            }
            $in = $book->cameIn();
            self::assertSame($in, $book->total());
        }
        self::assertGreaterThan(300, $done);
        self::assertGreaterThan(300, $refused);
        $again = CountBook::of($book->entries());
        $sum = 0;
        for ($line = 1; $line <= 24; ++$line) {
            self::assertSame($book->standing($line), $again->standing($line));
            self::assertSame([], array_filter($book->standing($line), static fn (int $count) => $count < 0));
            $result = $this->resultOf($book, [$line]);
            self::assertSame($book->standing($line), $result->standing);
            self::assertLessThanOrEqual(max(0, $result->stuck), $result->rooted);
            $sum += array_sum($result->standing);
        }
        self::assertSame($in, $sum);
    }

    private function fullCount(CountBook $book, int $line): FullCount
    {
        $there = $book->at($line, State::Stuck);
        $rooted = mt_rand(0, $there);
        $unrooted = mt_rand(0, $there - $rooted);
        $withRoots = $rooted + $book->at($line, State::Rooted);
        $potted = mt_rand(0, $withRoots);

        return FullCount::of(
            $rooted,
            $unrooted,
            Losses::of(['rot' => $there - $rooted - $unrooted]),
            $potted,
            mt_rand(0, $withRoots - $potted),
            mt_rand(0, $unrooted),
        );
    }

    /** @param list<int> $lines */
    private function resultOf(CountBook $book, array $lines): BatchResult
    {
        return BatchResult::of(array_map(static fn (Entry $e) => $e->posting, $book->entries()), $lines);
    }

    private function assertRefused(string $code, callable $act): void
    {
        try {
            $act();
            self::fail('Should have been refused.');
        } catch (Refused $refused) {
            self::assertSame($code, $refused->reason);
        }
    }

    public function testOneThatIsTooPoorIsLostBeforeItIsStuckAndNoneIsNoMove(): void
    {
        self::assertCount(2, CountBook::empty()->stick(1, 50));
        $entries = CountBook::empty()->stick(1, 50, 1);
        self::assertSame([51, 50, 1], array_map(static fn (Entry $e) => $e->posting->count, $entries));
        self::assertSame('too_poor', $entries[2]->posting->cause?->value);
        foreach ([[0, 0, 'stuck'], [1, -1, 'tooPoor']] as [$stuck, $tooPoor, $field]) {
            try {
                CountBook::empty()->stick(1, $stuck, $tooPoor);
                self::fail('Should have been refused.');
            } catch (Refused $refused) {
                self::assertSame($field, $refused->field);
            }
        }
    }

    public function testACauseThatThereIsNotIsNoLoss(): void
    {
        self::assertSame(4, Losses::read(Fields::of(['rot' => 3, 'pest' => 1]))->total());
        self::assertStringStartsWith('lightning: ', Told::refusal(static fn () => Losses::read(Fields::of(['rot' => 3, 'lightning' => 1]))));
    }
}
