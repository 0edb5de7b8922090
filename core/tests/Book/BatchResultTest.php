<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Book;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use WetCradle\Core\Book\BatchResult;
use WetCradle\Core\Book\BatchState;
use WetCradle\Core\Book\CountBook;
use WetCradle\Core\Book\Entry;
use WetCradle\Core\Book\FullCount;
use WetCradle\Core\Book\Losses;
use WetCradle\Core\Book\Place;
use WetCradle\Core\Book\Posting;
use WetCradle\Core\Book\State;
use WetCradle\Core\Refused;
use WetCradle\Core\Tests\Told;

/** What a batch's entries say of it, and the small types they are made of. */
final class BatchResultTest extends TestCase
{
    public function testNothingStuckHasNoRate(): void
    {
        $result = BatchResult::of([], [1]);
        self::assertNull($result->rate());
        self::assertFalse($result->isCounted());
        self::assertSame(0, $result->live());
    }

    public function testBeforeACountNothingIsKnown(): void
    {
        $book = CountBook::empty();
        $book->stick(1, 100);
        $book->lose(1, State::Stuck, Losses::of(['rot' => 10]));
        $result = $this->resultOf($book, [1]);
        self::assertFalse($result->isCounted(), 'Some rotted, but nobody has looked for roots.');
        self::assertSame([100, 0, 90, 90], [$result->stuck, $result->rooted, $result->waiting, $result->live()]);
    }

    public function testALineThatDiedToTheLastIsCounted(): void
    {
        $book = CountBook::empty();
        $book->stick(1, 40);
        $book->lose(1, State::Stuck, Losses::of(['dried_out' => 40]));
        $result = $this->resultOf($book, [1]);
        self::assertTrue($result->isCounted());
        self::assertSame(0.0, $result->rate());
    }

    public function testThrowingTheUnrootedIsACountToo(): void
    {
        $book = CountBook::empty();
        $book->stick(1, 40);
        $book->count(1, FullCount::of(rooted: 0, unrooted: 40, lost: Losses::none(), thrownUnrooted: 15));
        self::assertTrue($this->resultOf($book, [1])->isCounted());
    }

    public function testLossesAfterRootingDoNotTouchTheRate(): void
    {
        $book = CountBook::empty();
        $book->stick(1, 50);
        $book->count(1, FullCount::of(40, 0, Losses::of(['rot' => 10]), 40));
        $before = $this->resultOf($book, [1])->rate();
        $book->lose(1, State::Potted, Losses::of(['pest' => 12]));
        $book->moveOn(1, State::Potted, 20);
        $book->moveOn(1, State::Grown, 20);
        $after = $this->resultOf($book, [1]);
        self::assertSame($before, $after->rate());
        self::assertSame([40, 8], [$after->potted, $after->live()]);
        self::assertSame(['rot' => 10, 'pest' => 12], $after->lostByCause);
    }

    public function testAnUndoneCountIsAsIfItHadNotBeen(): void
    {
        $book = CountBook::empty();
        $book->stick(1, 50);
        $before = $this->resultOf($book, [1]);
        $count = $book->count(1, FullCount::of(30, 10, Losses::of(['rot' => 10]), 25), 2);
        $book->undo(array_map(static fn (Entry $e) => $e->number, $count));
        self::assertEquals($before, $this->resultOf($book, [1, 2]));
    }

    public function testPlantsMadeIntoAnotherBatchLeaveTheDenominator(): void
    {
        $book = CountBook::empty();
        $book->stick(1, 60);
        $book->changeMethod(1, State::Stuck, 2, 20);
        $book->count(1, FullCount::of(30, 0, Losses::of(['rot' => 10])));
        $book->count(2, FullCount::of(15, 0, Losses::of(['rot' => 5])));
        self::assertEqualsWithDelta(0.75, $this->resultOf($book, [1])->rate(), 1e-12);
        self::assertEqualsWithDelta(0.75, $this->resultOf($book, [2])->rate(), 1e-12);
        self::assertSame(60, $this->resultOf($book, [1])->stuck + $this->resultOf($book, [2])->stuck);
    }

    /** @return iterable<string, array{0: array<string, int>, 1: BatchState}> */
    public static function standings(): iterable
    {
        yield 'nothing yet' => [[], BatchState::Planned];
        yield 'all undone' => [['stuck' => 0, 'lost' => 0], BatchState::Planned];
        yield 'stuck' => [['stuck' => 10], BatchState::Rooting];
        yield 'in the box' => [['to_stick' => 10], BatchState::Rooting];
        yield 'some potted' => [['stuck' => 3, 'potted' => 7], BatchState::PartRooted];
        yield 'some sold already' => [['stuck' => 3, 'sold' => 7], BatchState::PartRooted];
        yield 'all rooted' => [['rooted' => 7, 'lost' => 3], BatchState::Rooted];
        yield 'rooted and potted' => [['rooted' => 1, 'potted' => 9], BatchState::Rooted];
        yield 'potted' => [['potted' => 7, 'lost' => 3], BatchState::Potted];
        yield 'grown' => [['grown' => 7, 'sold' => 3], BatchState::Potted];
        yield 'sold' => [['sold' => 7, 'lost' => 3], BatchState::Gone];
        yield 'lost' => [['lost' => 10], BatchState::Lost];
    }

    /** @param array<string, int> $standing */
    #[DataProvider('standings')]
    public function testTheStateOfABatchFollowsFromWhatStands(array $standing, BatchState $state): void
    {
        self::assertSame($state, BatchState::of($standing));
    }

    public function testTheCourseOfAPlantEndsWithTheSale(): void
    {
        $course = [];
        for ($state = State::ToStick; $state !== null; $state = $state->next()) {
            $course[] = $state->value;
        }
        self::assertSame(['to_stick', 'stuck', 'rooted', 'potted', 'grown', 'sold'], $course);
        self::assertNull(State::Lost->next());
        self::assertSame(
            ['sold', 'lost'],
            array_values(array_map(static fn (State $s) => $s->value, array_filter(State::cases(), static fn (State $s) => !$s->isLive()))),
        );
    }

    public function testPlacesAreTheSameWhenLineAndStateAre(): void
    {
        self::assertTrue(Place::of(3, State::Stuck)->equals(Place::of(3, State::Stuck)));
        self::assertFalse(Place::of(3, State::Stuck)->equals(Place::of(4, State::Stuck)));
        self::assertFalse(Place::of(3, State::Stuck)->equals(Place::of(3, State::Rooted)));
    }

    public function testAReversalMirrorsItsEntryAndCannotBeReversed(): void
    {
        $entry = new Entry(7, Posting::across(1, 2, State::Rooted, 12));
        $back = Posting::reversalOf($entry);
        self::assertSame([2, 1, 12, 7], [$back->from?->line, $back->to?->line, $back->count, $back->reverses]);
        self::assertTrue($back->touches(1) && $back->touches(2));
        self::assertFalse($back->touches(3));
        $this->expectException(Refused::class);
        Posting::reversalOf(new Entry(8, $back));
    }

    public function testLossesLeaveOutWhatIsNone(): void
    {
        $losses = Losses::of(['rot' => 4, 'pest' => 0, 'mislaid' => 1]);
        self::assertSame(['rot' => 4, 'mislaid' => 1], $losses->byCause);
        self::assertSame(5, $losses->total());
        self::assertCount(2, $losses->from(1, State::Stuck));
        self::assertSame([], Losses::none()->from(1, State::Stuck));
    }

    public function testAFullCountKnowsWhatIsLeft(): void
    {
        $count = FullCount::of(rooted: 50, unrooted: 20, lost: Losses::of(['rot' => 10]), potted: 40, thrownRooted: 5, thrownUnrooted: 8);
        self::assertSame([5, 12], [$count->rootedLeft(0), $count->unrootedLeft()]);
        self::assertSame(15, $count->rootedLeft(10), 'Rooted ones of an earlier count are left too.');
        self::assertTrue($count->splits(0));
        self::assertFalse(FullCount::of(50, 0, Losses::none(), 50)->splits(0));
        self::assertFalse(FullCount::of(50, 20, Losses::none())->splits(0));
        self::assertSame('newLine: refused.full_count.missing_new_line', Told::refusal(static fn () => $count->postings(1, 0, null)));
    }

    /** @param list<int> $lines */
    private function resultOf(CountBook $book, array $lines): BatchResult
    {
        return BatchResult::of(array_map(static fn (Entry $e) => $e->posting, $book->entries()), $lines);
    }
}
