<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\FillHouse;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WorkDays;
use WetCradle\Core\Numbers\Range;

/** A house as it is put to be filled: weeks counted from now, and only those that are looked at. */
final class FillHouseTest extends TestCase
{
    public function testOfWhatLiesThereOnlyTheWeeksLookedAtCount(): void
    {
        $last = FillHouse::WEEKS - 1;
        $legs = $this->house([
            7 => [self::lies('goes on', $last, $last + 3), self::lies('just too late', $last + 1, $last + 2), self::lies('lies already', -2, 0)],
            9 => [self::lies('moves', 4, 5), self::lies('lies already', 1, 1)],
            5 => [self::lies('moves', 0, 3)],
        ])->legs();
        self::assertSame(['goes on', 'lies already', 'moves'], array_keys($legs));
        $told = static fn (Leg $leg) => [$leg->space, $leg->from, $leg->weeks];
        self::assertSame([[1, $last, 1]], array_map($told, $legs['goes on']));
        self::assertSame([[1, -2, 3], [2, 1, 1]], array_map($told, $legs['lies already']));
        self::assertSame([[0, 0, 4], [2, 4, 2]], array_map($told, $legs['moves']));
    }

    public function testZonesAreKnownByTheirNumberAndWeeksByTheirCount(): void
    {
        $house = $this->house([]);
        self::assertSame([0, 1, 2], $house->numbers());
        self::assertSame([1], $house->misted());
        self::assertSame([9, 2], [$house->idOf(2), $house->numberOf(9)]);
        self::assertNull($house->numberOf(null));
        self::assertNull($house->numberOf(8));
        self::assertSame(['2027-05-12', '2027-05-17'], [$house->monday(0)->format('Y-m-d'), $house->monday(1)->format('Y-m-d')]);
        self::assertSame([0, 1], [$house->weekOf(new \DateTimeImmutable('2027-05-16')), $house->weekOf(new \DateTimeImmutable('2027-05-17'))]);
        $closed = $house->spaces()[0];
        self::assertSame([10, 0, 0, 10], array_slice($closed->trays, 0, 4));
        self::assertCount(FillHouse::WEEKS, $closed->trays);
    }

    public function testWhatIsMovedByWeeksIsStuckByHandsThatAreThere(): void
    {
        $days = WorkDays::where(static fn (\DateTimeImmutable $day) => (int) $day->format('N') <= 3);
        $house = $this->house([], $days);
        $day = static fn (string $on, int $by) => $house->dayOf(new \DateTimeImmutable($on), $by)->format('Y-m-d');
        self::assertSame('2027-05-26', $day('2027-05-21', 1), 'The last day with hands of its week.');
        self::assertSame('2027-05-21', $day('2027-05-21', 0), 'Where it is left, nobody moves it.');
        self::assertSame('2027-05-12', $day('2027-05-21', -4), 'Never before today.');
        self::assertSame('2027-05-19', $day('2027-05-28', -1));
    }

    /** @param array<int, list<Tenant>> $tenants by zone */
    private function house(array $tenants, ?WorkDays $days = null): FillHouse
    {
        $range = [Range::of(10, 24), Range::of(0, 3)];
        $zones = [
            ['id' => 5, 'zone' => Zone::of('Cover', 10, ...[...$range, ZoneKind::Cover, ['2027-W20' => 'a new cable', '2027-W21' => 'a new cable']])],
            ['id' => 7, 'zone' => Zone::of('Mist', 10, ...[...$range, ZoneKind::Mist])],
            ['id' => 9, 'zone' => Zone::of('Open', 10, ...[...$range, ZoneKind::Open])],
        ];

        return new FillHouse(Week::of('2027-W19'), new \DateTimeImmutable('2027-05-12'), $zones, [], $tenants, [], $days);
    }

    private static function lies(string $name, int $from, int $to): Tenant
    {
        $now = Week::of('2027-W19');

        return Tenant::of($name, 2, $now->plus($from), $now->plus($to), Range::of(14, 20), Range::of(0, 2));
    }
}
