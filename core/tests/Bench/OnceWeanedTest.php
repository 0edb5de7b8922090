<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Bench;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Whereabouts;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;

/** Off the mist as soon as it is weaned: the place is free for what is not. */
final class OnceWeanedTest extends TestCase
{
    private const STUCK = '2027-06-07';

    private static function sheet(Pattern $pattern = Pattern::SoftTip): WaySheet
    {
        return WaySheet::of($pattern->sheet(1));
    }

    private static function timetable(): Timetable
    {
        return Timetable::at(Climate::reference(), HouseDefaults::usual());
    }

    /**
     * @param array<int, Zone>         $more    zones beside the one under mist
     * @param array<int, list<Tenant>> $tenants
     */
    private static function berths(array $more, array $tenants = []): Berths
    {
        return new Berths([1 => Zone::of('Mist', 20, Range::of(16, 24), Range::of(0, 3))] + $more, $tenants, self::timetable(), HouseDefaults::usual());
    }

    private static function open(string $name = 'Tunnel', int $trays = 40, bool $onlyPots = false, bool $frostFree = true): Zone
    {
        return Zone::of($name, $trays, Range::of(8, 16), Range::of(0, 1), ZoneKind::Open, [], $onlyPots, $frostFree);
    }

    /** Somebody who lies there from a week after the batch is stuck. */
    private static function other(int $fromWeek, int $trays): Tenant
    {
        $week = Week::containing(new \DateTimeImmutable(self::STUCK))->plus($fromWeek);

        return Tenant::of('OTHER', $trays, $week, $week->plus(20), Range::of(16, 24), Range::of(0, 3));
    }

    public function testWeanedItGoesOnAndItsPlaceIsFreeForTheNext(): void
    {
        $berths = self::berths([2 => self::open()]);
        $day = new \DateTimeImmutable(self::STUCK);
        $berth = $berths->best(self::sheet(), $day, 20);
        self::assertTrue($berth->isFree());
        self::assertSame(['Mist', 'Tunnel'], [$berth->name, $berth->then?->name]);
        self::assertNotNull($berth->then);
        self::assertEquals($berth->dates?->weanOn, $berth->then->from);
        $weaned = Week::containing($berth->then->from);
        self::assertSame(1, $berth->tenant?->to->until($weaned), 'Under mist until the week before.');
        self::assertSame([$weaned->written(), $berth->dates?->lastBenchWeek()->written()], [$berth->then->tenant->from->written(), $berth->then->tenant->to->written()]);
        self::assertSame(0.0, $berth->then->tenant->mist->low, 'It wants no mist any more.');
        $berths->take($berth);
        self::assertFalse($berths->best(self::sheet(), $day, 1)->isFree(), 'All its places are taken until then.');
        $next = $berths->best(self::sheet(), $weaned->monday(), 20);
        self::assertSame([true, 'Mist'], [$next->isFree(), $next->name], 'From that week on they are free.');
    }

    public function testAMistThatIsFullLaterTakesItUntilItIsWeaned(): void
    {
        $day = new \DateTimeImmutable(self::STUCK);
        $dates = self::berths([])->best(self::sheet(), $day, 1)->dates;
        $leaves = Week::containing($day)->until(Week::containing($dates->weanOn ?? $day));
        $full = [1 => [self::other($leaves, 20)]];
        self::assertFalse(self::berths([], $full)->best(self::sheet(), $day, 5)->isFree(), 'Nowhere to go on to, it would have to stay.');
        self::assertTrue(self::berths([2 => self::open()], $full)->best(self::sheet(), $day, 5)->isFree());
        self::assertFalse(self::berths([2 => self::open()], [1 => [self::other($leaves - 1, 20)]])->best(self::sheet(), $day, 5)->isFree());
    }

    public function testItStaysWhereNothingElseTakesItAndGoesToTheOpenBenchOfSeveral(): void
    {
        $day = new \DateTimeImmutable(self::STUCK);
        $then = static fn (array $zones, array $tenants = [], ?WaySheet $sheet = null) => self::berths($zones, $tenants)->at(
            1, $sheet ?? self::sheet(), self::timetable()->dates($sheet ?? self::sheet(), Zone::of('Mist', 20, Range::of(16, 24), Range::of(0, 3)), $day), 5,
        )->then;
        self::assertNull($then([]));
        self::assertNull($then([2 => self::open(onlyPots: true)]), 'Pots stand there.');
        $tender = WaySheet::of(array_replace_recursive(self::sheet()->toArray(), ['potting' => ['hardy' => false, 'winter' => 'frost_free']]));
        self::assertNull($then([2 => self::open(frostFree: false)], [], $tender), 'It freezes there.');
        $frame = Zone::of('Frame', 40, Range::of(2, 12), Range::of(0, 0), ZoneKind::Frame, frostFree: false);
        self::assertNull($then([2 => $frame], [], $tender));
        self::assertSame('Frame', $then([2 => $frame])?->name, 'What is hardy may stand where it freezes.');
        self::assertSame('Tunnel', $then([2 => $frame, 3 => self::open()])?->name);
        self::assertNull($then([2 => self::open(trays: 4)]), 'Too small.');
        self::assertNull($then([2 => self::open()], [2 => [self::other(0, 36)]]), 'Full.');
        self::assertNull($then([2 => Zone::of('Mist 2', 40, Range::of(8, 24), Range::of(0, 2))]), 'That is mist too.');
        self::assertNull($then([2 => Zone::of('Always misted', 40, Range::of(8, 24), Range::of(1, 1))]));
        $cover = Zone::of('Covers', 40, Range::of(8, 18), Range::of(0, 1), ZoneKind::Cover);
        self::assertNull($then([2 => $cover]), 'A cover is for what has no roots.');
        self::assertSame('Tunnel', $then([2 => $cover, 3 => self::open()])?->name);
        $leaf = self::sheet(Pattern::Leaf);
        $under = new Berths([1 => $cover, 2 => self::open()], [], self::timetable(), HouseDefaults::usual());
        $dates = self::timetable()->dates($leaf, $cover, $day);
        self::assertSame('Tunnel', $under->at(1, $leaf, $dates, 5)->then?->name, 'Weaned it makes room under the cover too.');
        self::assertNull(
            self::berths([2 => self::open()])->at(2, self::sheet(), self::timetable()->dates(self::sheet(), self::open(), $day), 5)->then,
            'It is under no mist.',
        );
        $unweaned = WaySheet::of(['weaning' => []] + self::sheet()->toArray());
        self::assertNull($then([2 => self::open()], [], $unweaned), 'What is not weaned is potted from where it lies.');
    }

    public function testUntilItIsWeanedItLiesWhereItRooted(): void
    {
        $today = new \DateTimeImmutable('2027-07-01');
        $moves = static fn (string $from, bool $isStuck = true, bool $hasBegun = false, string $weanOn = '2027-06-28') => Whereabouts::reckonedWith(
            [['zone' => 2, 'from' => new \DateTimeImmutable($from)]], new \DateTimeImmutable($weanOn), $isStuck, $hasBegun, false, $today,
        )[0]['from']->format('Y-m-d');
        self::assertSame('2027-07-05', $moves('2027-06-28'), 'Its weaning is overdue: for this week it is where it was.');
        self::assertSame('2027-06-28', $moves('2027-06-28', hasBegun: true));
        self::assertSame('2027-06-27', $moves('2027-06-27'), 'Carried on another day, it was carried.');
        self::assertSame('2027-06-28', $moves('2027-06-28', isStuck: false));
        self::assertSame('2027-07-05', $moves('2027-07-02'), 'Carried later in this week.');
        self::assertSame('2027-07-12', $moves('2027-07-12', weanOn: '2027-07-12'));
        self::assertSame('2027-07-01', $moves('2027-07-01'));
        $counted = static fn (string $from, bool $hasBegun) => Whereabouts::reckonedWith(
            [['zone' => 2, 'from' => new \DateTimeImmutable($from)]], new \DateTimeImmutable('2027-06-28'), true, $hasBegun, true, $today,
        );
        self::assertSame([], $counted('2027-06-28', false), 'Left longer after a count, it is weaned with nothing, and stays.');
        self::assertCount(1, $counted('2027-06-28', true));
        self::assertCount(1, $counted('2027-07-12', false), 'What somebody else has settled is done.');
    }
}
