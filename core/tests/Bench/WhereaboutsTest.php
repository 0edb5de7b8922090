<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Offer;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Whereabouts;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;

/** Where a batch lies from week to week, and in which order zones are offered to it. */
final class WhereaboutsTest extends TestCase
{
    /** @return array{string, string} */
    private static function weeks(string $from, string $off, bool $isStanding, string $today): array
    {
        $tenant = Whereabouts::tenant(
            'A',
            4,
            new \DateTimeImmutable($from),
            new \DateTimeImmutable($off),
            $isStanding,
            Range::of(18, 22),
            Range::of(1, 2),
            new \DateTimeImmutable($today),
        );

        return [$tenant->from->written(), $tenant->to->written()];
    }

    /** Two moves are planned, the first for the day of the weaning. */
    public function testItIsCarriedOnItsDayAndWithAWeaningThatIsOverdueToday(): void
    {
        $moves = [['zone' => 2, 'from' => new \DateTimeImmutable('2027-05-10')], ['zone' => 3, 'from' => new \DateTimeImmutable('2027-05-20')]];
        $carried = static fn (bool $isStuck, bool $hasBegun, bool $isOver, string $today): array => array_map(
            static fn (array $move) => $move['zone'].' '.$move['from']->format('m-d'),
            Whereabouts::carried($moves, new \DateTimeImmutable('2027-05-10'), $isStuck, $hasBegun, $isOver, new \DateTimeImmutable($today)),
        );
        self::assertSame(['2 05-10', '3 05-20'], $carried(true, false, false, '2027-05-03'), 'Still ahead.');
        self::assertSame(['2 05-13', '3 05-20'], $carried(true, false, false, '2027-05-13'), 'Overdue.');
        self::assertSame(['2 05-10', '3 05-20'], $carried(true, true, false, '2027-05-13'), 'Its weaning has begun: it was carried then.');
        self::assertSame(['2 05-10', '3 05-20'], $carried(false, false, false, '2027-05-13'), 'What is not stuck waits for no weaning.');
        self::assertSame(['3 05-20'], $carried(true, false, true, '2027-05-13'), 'Counted, or off its bench, it is not carried for that.');
    }

    public function testItLeavesTheDayItIsPottedAndWhatIsOverdueBlocksItsPlace(): void
    {
        self::assertSame(['2027-W19', '2027-W21'], self::weeks('2027-05-10', '2027-05-31', false, '2027-05-12'), 'Potted on a Monday, it frees that week.');
        self::assertSame(['2027-W19', '2027-W22'], self::weeks('2027-05-10', '2027-06-01', false, '2027-05-12'));
        self::assertSame(['2027-W19', '2027-W25'], self::weeks('2027-05-10', '2027-06-01', true, '2027-06-23'), 'It still stands there.');
        self::assertSame(['2027-W19', '2027-W22'], self::weeks('2027-05-10', '2027-06-01', false, '2027-06-23'), 'It has left.');
        self::assertSame(['2027-W19', '2027-W19'], self::weeks('2027-05-12', '2027-05-10', false, '2027-05-12'), 'At least the week it came.');
    }

    /**
     * @param list<array{zone: int, from: \DateTimeImmutable}> $moves
     *
     * @return list<array{int, string, string, float}>
     */
    private static function legs(array $moves, string $weanOn): array
    {
        $whole = Tenant::of('A', 4, Week::of('2027-W20'), Week::of('2027-W26'), Range::of(18, 22), Range::of(1, 2));

        return array_map(
            static fn (array $leg) => [$leg['zone'], $leg['tenant']->from->written(), $leg['tenant']->to->written(), $leg['tenant']->mist->low],
            Whereabouts::legs($whole, 1, new \DateTimeImmutable($weanOn), $moves, HouseDefaults::usual()),
        );
    }

    public function testItMovesInTheWeekOfItsMoveAndWantsNoMistOnceItIsWeaned(): void
    {
        $to = static fn (int $zone, string $day) => ['zone' => $zone, 'from' => new \DateTimeImmutable($day)];
        self::assertSame([[1, '2027-W20', '2027-W26', 1.0]], self::legs([], '2027-06-07'));
        self::assertSame(
            [[1, '2027-W20', '2027-W22', 1.0], [2, '2027-W23', '2027-W26', 0.0]],
            self::legs([$to(2, '2027-06-07')], '2027-06-07'),
            'Weaned on the morning of its move.',
        );
        self::assertSame(
            [[1, '2027-W20', '2027-W22', 1.0], [2, '2027-W23', '2027-W26', 1.0]],
            self::legs([$to(2, '2027-06-07')], '2027-06-08'),
            'A day too soon.',
        );
        self::assertSame(
            [[1, '2027-W20', '2027-W21', 1.0], [2, '2027-W22', '2027-W24', 1.0], [3, '2027-W25', '2027-W26', 0.0]],
            self::legs([$to(2, '2027-05-31'), $to(3, '2027-06-21')], '2027-06-10'),
        );
        self::assertSame(
            [[1, '2027-W20', '2027-W26', 1.0]],
            self::legs([$to(2, '2027-05-17'), $to(3, '2027-07-05')], '2027-06-07'),
            'Moves of its first week and after its last are none.',
        );
    }

    public function testZonesAreOfferedBySuitingThenByFillingThenByHowNearTheyCome(): void
    {
        $batch = Tenant::of('A', 4, Week::of('2027-W20'), Week::of('2027-W24'), Range::of(18, 22), Range::of(1, 2));
        $zone = static fn (string $name, int $trays, array $heat, array $closed = [], bool $pots = false) => Zone::of(
            $name,
            $trays,
            Range::of(...$heat),
            Range::of(0, 3),
            ZoneKind::Mist,
            $closed,
            $pots,
        );
        $zones = [
            $zone('pots only', 10, [18, 22], [], true),
            $zone('closed', 30, [18, 22], ['2027-W21' => 'a leak']),
            $zone('large', 30, [18, 22]),
            $zone('warm', 10, [22, 26]),
            $zone('tight', 5, [18, 22]),
            $zone('too small', 3, [18, 22]),
            $zone('cold', 10, [4, 10]),
        ];
        $offers = array_map(static fn (Zone $z) => $z->offerTo($batch, []), $zones);
        usort($offers, static fn (Offer $a, Offer $b) => $a->rank($batch, HouseDefaults::usual()) <=> $b->rank($batch, HouseDefaults::usual()));
        self::assertSame(['tight', 'large', 'warm', 'closed', 'too small', 'cold', 'pots only'], array_map(static fn (Offer $o) => $o->zone->name, $offers));
    }
}
