<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Offer;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\MoveBreak;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\Source;
use WetCradle\Core\Stock\Supply;
use WetCradle\Core\Tests\Told;

/** What breaks when a batch is moved: what is refused, and what is only weighed. */
final class MoveBreakTest extends TestCase
{
    private static function supply(int $asked, bool $isFit = true): Supply
    {
        $against = $isFit ? [] : [['code' => 'ill', 'words' => Fact::said('Mites were found.'), 'clears' => Fact::said('')]];

        return (new Source(
            'FU-1',
            10,
            ShootHabit::of(20, 40, 0.5, 2, 6),
            static fn () => 1,
            null,
            [],
            static fn () => $against,
        ))->supply(1, new \DateTimeImmutable('2027-06-07'), $asked);
    }

    /** @return list<array{string, bool}> */
    private static function sticking(string $stickOn, int $opensIn, Supply ...$supplies): array
    {
        return array_map(
            static fn (MoveBreak $b) => [$b->kind, $b->isHard],
            MoveBreak::ofSticking(new \DateTimeImmutable($stickOn), new \DateTimeImmutable('2027-05-12'), $opensIn, $supplies === [] ? [self::supply(1)] : array_values($supplies)),
        );
    }

    public function testADayGoneByAndMaterialThatIsNotThereAreRefused(): void
    {
        self::assertSame([], self::sticking('2027-05-12', 0, self::supply(100)), 'Today is no day gone by.');
        self::assertSame([['gone_by', true]], self::sticking('2027-05-11', 0, self::supply(100)));
        self::assertSame([['no_material', true]], self::sticking('2027-05-13', 0, self::supply(101)), 'Ten plants give ten shoots each.');
        self::assertSame([['no_material', true]], self::sticking('2027-05-13', 0, self::supply(40), self::supply(101)), 'Of two blocks, each its part.');
        self::assertSame([], self::sticking('2027-05-13', 0, self::supply(40), self::supply(60)));
        self::assertSame([['window', false], ['unfit', false]], self::sticking('2027-05-13', 1, self::supply(100, false)), 'These the propagator weighs.');
    }

    private static function place(string $reason, bool $inPots, bool $isNew, bool $isPlanned, bool $isOnlyPots, bool $movesPots): ?bool
    {
        $zone = Zone::of('Mist 1', 10, Range::of(16, 24), Range::of(0, 3));
        $offer = new Offer($zone, $reason === '' ? null : $reason, Fact::said(''), 0, [], []);

        return MoveBreak::ofPlace($zone, $offer, $inPots, $isNew, $isPlanned, $isOnlyPots, $movesPots)?->isHard;
    }

    public function testWhatAlreadyStandsWhereItDoesNotFitIsNotRefusedForIt(): void
    {
        self::assertNull(self::place('', false, true, true, false, false), 'It fits.');
        self::assertTrue(self::place('no_room', false, true, false, false, false), 'It would come there.');
        self::assertTrue(self::place('no_room', false, false, true, false, false), 'It is only planned.');
        self::assertFalse(self::place('no_room', false, false, false, false, false), 'It stands there already.');
        self::assertFalse(self::place('no_room', false, true, true, true, true), 'The move is about its pots alone.');
        self::assertTrue(self::place('only_pots', true, false, false, false, true));
        self::assertFalse(self::place('frost', true, true, true, false, false), 'Its pots stay where they are.');
    }

    public function testAnOrderIsLateByWholeWeeks(): void
    {
        $late = static fn (string $readyOn, ?string $customer = 'Alder') => Told::of(
            MoveBreak::ofOrder(Week::of('2027-W30'), new \DateTimeImmutable($readyOn), $customer)?->words,
        );
        self::assertNull($late('2027-08-01'), 'The Sunday of week 30.');
        self::assertSame('move.late weeks=1 customer=Alder', $late('2027-08-02'));
        self::assertSame('move.late_for_us weeks=3', $late('2027-08-16', null));
        self::assertFalse(MoveBreak::ofOrder(Week::of('2027-W30'), new \DateTimeImmutable('2027-08-02'), null)?->isHard);
    }

    public function testAPlaceIsToldWithItsZone(): void
    {
        $zone = Zone::of('Mist 1', 3, Range::of(16, 24), Range::of(0, 3));
        $batch = Tenant::of('A', 5, Week::of('2027-W20'), Week::of('2027-W22'), Range::of(18, 20), Range::of(1, 2));
        $break = MoveBreak::ofPlace($zone, $zone->offerTo($batch, []), false, true, true, false, false);
        self::assertSame(
            ['no_room', 'move.no_room zone=Mist 1 why=(bench.no_room trays=2 from=2027-W20)'],
            [$break?->kind, Told::of($break?->words)],
        );
    }
}
