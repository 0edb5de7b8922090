<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests\Plan;

use PHPUnit\Framework\TestCase;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\Sign;
use WetCradle\Core\Crops\SignedWindow;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\Costs;
use WetCradle\Core\Plan\Drafted;
use WetCradle\Core\Plan\Route;
use WetCradle\Core\Plan\RouteKind;
use WetCradle\Core\Plan\Routes;
use WetCradle\Core\Plan\RouteWay;
use WetCradle\Core\Plan\SeasonDraft;
use WetCradle\Core\Plan\Want;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\Source;
use WetCradle\Core\Stock\Yard;
use WetCradle\Core\Tests\Told;

/** The ways to come by a wanted number; and a whole season drafted from nothing. */
final class RoutesTest extends TestCase
{
    private const TODAY = '2027-04-05';

    private static function way(int $id, Pattern $pattern, int $from, int $to, float $rooting = 16, float $not = 4): RouteWay
    {
        $sheet = WaySheet::of($pattern->sheet(1));

        return new RouteWay(
            $id,
            Told::fact($sheet->words()),
            $id === 1,
            $sheet,
            WayWindows::of([SignedWindow::of($from, $to, Sign::Snaps)], WindowShift::none()),
            Timetable::at(Climate::reference(), HouseDefaults::usual())->usual($sheet),
            Beta::of($rooting, $not),
            72,
        );
    }

    /** @param list<string> $against */
    private static function source(string $code, int $plants, array $against = [], ?float $multiplication = null): Source
    {
        return new Source(
            $code,
            $plants,
            ShootHabit::of(40, 60, 0.5, 1.5, 6),
            static fn () => 2,
            null,
            [],
            static fn () => array_map(static fn (string $words) => ['code' => 'unfit', 'words' => Fact::said($words), 'clears' => Fact::said('')], $against),
            $multiplication,
            $multiplication === null ? null : 0.9,
        );
    }

    /** @param list<RouteWay> $ways */
    private static function want(int $plants, string $ready, array $ways, ?float $linerPrice = null): Want
    {
        return new Want('Fuchsia', $plants, Week::of($ready), $ways, 0.9, $linerPrice, 4, '1 L');
    }

    private static function lay(Want $want, Source ...$sources): Routes
    {
        return Routes::lay(
            $want,
            new Yard(['Fuchsia' => array_values($sources)]),
            WorkNorms::of(200, 120),
            Costs::of(18, 1.2),
            new \DateTimeImmutable(self::TODAY),
            HouseDefaults::usual(),
        );
    }

    private static function kind(Routes $routes, RouteKind $kind): Route
    {
        foreach ($routes->routes as $route) {
            if ($route->kind === $kind) {
                return $route;
            }
        }
        self::fail('No route '.$kind->value);
    }

    public function testEachWayIsLaidOutWithWhatItAsksAndGives(): void
    {
        $routes = self::lay(
            self::want(300, '2027-W34', [self::way(1, Pattern::SoftTip, 18, 27), self::way(2, Pattern::SemiRipe, 24, 32, 12, 6)], 2.5),
            self::source('FU-1', 40),
        );
        $one = self::kind($routes, RouteKind::OneBatch);
        self::assertTrue($one->isPossible());
        self::assertGreaterThanOrEqual(0.9, $one->chance);
        self::assertSame(0, $one->number % 72);
        self::assertGreaterThan(300, $one->number);
        self::assertTrue($one->hours > 1 && $one->costEach > 0 && $one->warmTrayWeeks > 0);
        self::assertLessThanOrEqual(Week::of('2027-W34')->sunday(), $one->readyOn);
        self::assertTrue(self::kind($routes, RouteKind::BuyIn)->isPossible());
        self::assertNotNull($routes->recommended);
        self::assertTrue($routes->routes[$routes->recommended]->isPossible());
        self::assertStringStartsWith('route.cheapest cost=', Told::of($routes->because));
        $possible = array_map(static fn (Route $r) => $r->isPossible(), $routes->routes);
        $sorted = $possible;
        rsort($sorted);
        self::assertSame($sorted, $possible, 'Those that work come first.');
    }

    public function testTwoBatchesShareNoLuckAndNeverNeedMoreThanOne(): void
    {
        $routes = self::lay(self::want(400, '2027-W40', [self::way(1, Pattern::SoftTip, 18, 27)]), self::source('FU-1', 60), self::source('FU-2', 60));
        $two = self::kind($routes, RouteKind::Staggered);
        self::assertTrue($two->isPossible(), Told::of($two->refusal) ?? '');
        self::assertCount(2, $two->parts);
        foreach ($routes->routes as $route) {
            self::assertTrue(
                !$route->isPossible() || $route->number <= $two->number || $route->costEach > $two->costEach,
                'More cuttings for the same plants cost more.',
            );
        }
        self::assertSame(400, $two->parts[0]->plants + $two->parts[1]->plants, 'Together they are for the whole order.');
        self::assertGreaterThanOrEqual(0.9, $two->chance);
        self::assertLessThan($two->parts[1]->dates->stickOn, $two->parts[0]->dates->stickOn);
        $one = array_values(array_filter($routes->routes, static fn (Route $r) => count($r->parts) === 1))[0];
        self::assertLessThanOrEqual($one->number + 72, $two->number);
    }

    public function testTheSecondOfTwoBatchesHasWhatTheFirstLeavesOnTheBlock(): void
    {
        $left = static fn (int $plants): array => array_map(
            static fn ($part) => $part->material?->first->offer->left(),
            self::kind(
                self::lay(self::want(400, '2027-W40', [self::way(1, Pattern::SoftTip, 20, 24)]), self::source('FU-1', $plants)),
                RouteKind::Staggered,
            )->parts,
        );
        [$first, $second] = $left(60);
        self::assertLessThan($first, $second, 'The shoots of the first have not all grown again.');
    }

    public function testABetterRateNeverNeedsMoreCuttings(): void
    {
        $last = PHP_INT_MAX;
        foreach ([8, 10, 12, 14, 16, 18] as $rooting) {
            $number = self::kind(
                self::lay(self::want(200, '2027-W34', [self::way(1, Pattern::SoftTip, 18, 27, $rooting, 20 - $rooting)]), self::source('FU-1', 90)),
                RouteKind::OneBatch,
            )->number;
            self::assertLessThanOrEqual($last, $number);
            $last = $number;
        }
    }

    public function testARouteThatCannotWorkStaysWithItsReasonAndTheNearestThingThatWould(): void
    {
        $soft = self::way(1, Pattern::SoftTip, 18, 27);
        foreach ([
            'its window opens too late' => [
                self::want(300, '2027-W50', [self::way(1, Pattern::SemiRipe, 30, 36)]),
                [self::source('FU-1', 40)],
                '/^route.material_late/',
                '/^route.ready_late/',
            ],
            'its last day has gone' => [self::want(300, '2027-W15', [$soft]), [self::source('FU-1', 40)], '/^route.gone_by/', '/^route.ready_late/'],
            'little stock' => [
                self::want(300, '2027-W34', [$soft]), [self::source('FU-1', 4)], '/^route.too_little supply=.stock.gives block=FU-1/',
                '/^route.fills trays=\d+ /',
            ],
            'unfit stock' => [
                self::want(300, '2027-W34', [$soft]), [self::source('FU-1', 40, ['In quarantine.'])],
                '/^route.none_fit supply=.*why=.said words=In quarantine/', '/^route.clear_block block=FU-1/',
            ],
            'no stock' => [self::want(300, '2027-W34', [$soft]), [], '/^route.no_stock/', '/^route.plant_stock/'],
        ] as $what => [$want, $sources, $refusal, $nearest]) {
            $route = self::kind(self::lay($want, ...$sources), RouteKind::OneBatch);
            self::assertFalse($route->isPossible(), $what);
            self::assertMatchesRegularExpression($refusal, Told::of($route->refusal), $what);
            self::assertMatchesRegularExpression($nearest, Told::of($route->nearest), $what);
        }
        $none = self::lay(self::want(300, '2027-W15', [$soft]));
        self::assertSame([null, 'route.none'], Told::of([$none->recommended, $none->because]));
        $hopeless = self::lay(self::want(300, '2027-W34', [self::way(1, Pattern::SoftTip, 18, 27, 0.01, 9.99)]), self::source('FU-1', 40))->routes[0];
        self::assertFalse($hopeless->isPossible());
    }

    public function testMadeLongBeforeItIsWantedItIsHeldOver(): void
    {
        $hold = self::kind(self::lay(self::want(100, '2028-W14', [self::way(1, Pattern::SoftTip, 18, 27)]), self::source('FU-1', 40)), RouteKind::HoldOver);
        self::assertStringStartsWith('route.hold_over ', Told::of($hold->words));
        self::assertLessThan(Week::of('2028-W06')->monday(), $hold->readyOn);
    }

    public function testClumpsAreDividedYearByYear(): void
    {
        $way = self::way(1, Pattern::Clump, 34, 40, 90, 10);
        $years = self::kind(self::lay(self::want(200, '2031-W20', [$way]), self::source('FU-1', 12, ['Too young.'], 4.0)), RouteKind::DivideOverYears);
        self::assertTrue($years->isPossible(), Told::of($years->refusal) ?? '');
        self::assertMatchesRegularExpression('/ years=\d path=12 → /', Told::of($years->words));
        $late = self::kind(self::lay(self::want(400, '2028-W20', [$way]), self::source('FU-1', 10, ['Too young.'], 3.0)), RouteKind::DivideOverYears);
        self::assertMatchesRegularExpression('/^route.enough_in year=20\d\d/', Told::of($late->refusal));
        $dwindles = self::kind(self::lay(self::want(200, '2031-W20', [$way]), self::source('FU-1', 12, ['Too young.'], 1.05)), RouteKind::DivideOverYears);
        self::assertStringStartsWith('route.never_enough clumps=12 ', Told::of($dwindles->refusal));
        $unknown = self::kind(self::lay(self::want(2000, '2031-W20', [$way]), self::source('FU-1', 12)), RouteKind::DivideOverYears);
        self::assertSame('route.no_multiplication', Told::of($unknown->refusal));
    }

    public function testLinersAreOrderedWithNotice(): void
    {
        $soft = self::way(1, Pattern::SoftTip, 18, 27);
        self::assertSame(
            'route.no_price',
            Told::of(self::kind(self::lay(self::want(100, '2027-W34', [$soft]), self::source('FU-1', 40)), RouteKind::BuyIn)->refusal),
        );
        $late = self::kind(self::lay(self::want(100, '2027-W15', [$soft], 2.0)), RouteKind::BuyIn);
        self::assertStringStartsWith('route.order_gone_by order=', Told::of($late->refusal));
        self::assertMatchesRegularExpression('/^route.ordered_today week=2027-W\d+ year=2027/', Told::of($late->nearest));
        self::assertNull(self::want(100, '2027-W34', [$soft])->linersBy());
        self::assertNull(self::want(100, '2027-W34', [], 2.0)->linersBy());
        $by = self::want(100, '2027-W34', [$soft], 2.0)->linersBy();
        self::assertNotNull($by);
        self::assertSame(28, (int) $by['orderBy']->diff($by['potBy'])->format('%a'), 'Four weeks of notice.');
        self::assertLessThanOrEqual(Week::of('2027-W34')->monday(), $soft->times->growingOn->readyOn($by['potBy']));
        $this->expectException(Refused::class);
        Costs::of(-1, 0);
    }

    public function testRaisingPaysAboveARateThatFallsAsLinersGetDearer(): void
    {
        $soft = self::way(1, Pattern::SoftTip, 18, 27);
        $at = static fn (?float $price): ?float => self::kind(self::lay(self::want(100, '2027-W34', [$soft], $price), self::source('FU-1', 40)), RouteKind::OneBatch)->breakEven;
        self::assertNull($at(null), 'Nobody sells them.');
        self::assertNull($at(0.0), 'Nothing is cheaper than for nothing.');
        $rates = array_map($at, [0.8, 1.6, 3.2, 40.0]);
        self::assertNotContains(null, $rates);
        $falling = $rates;
        rsort($falling);
        self::assertSame($falling, $rates);
        self::assertGreaterThan(0.0, $rates[3]);
        // What a batch costs until it is potted is borne by what roots: twice what liners cost more than halves what has to.
        self::assertLessThan(0.5 * $rates[1] + 1e-9, $rates[2]);
        self::assertNull(self::kind(self::lay(self::want(100, '2027-W34', [$soft], 2.0), self::source('FU-1', 40)), RouteKind::BuyIn)->breakEven);
    }

    private static function berths(int $trays): Berths
    {
        return new Berths(
            [1 => Zone::of('A1', $trays, Range::of(15, 26), Range::of(0, 3)), 2 => Zone::of('cold', 400, Range::of(2, 4), Range::of(0, 3))],
            [],
            Timetable::at(Climate::reference(), HouseDefaults::usual()),
            HouseDefaults::usual(),
        );
    }

    /**
     * @param list<array{0: int, 1: string}> $orders
     *
     * @return list<Drafted>
     */
    private static function draft(array $orders, Yard $yard, Berths $berths, int $earlier = 6): array
    {
        $way = self::way(1, Pattern::SoftTip, 18, 27);
        $wants = [];
        foreach ($orders as $i => [$plants, $ready]) {
            $wants[] = ['orders' => [['id' => $i, 'plants' => $plants]], 'want' => self::want($plants, $ready, [$way])];
        }

        return SeasonDraft::make(
            $wants,
            $yard,
            $berths,
            WorkNorms::of(200, 120),
            Costs::of(18, 1.2),
            new \DateTimeImmutable(self::TODAY),
            HouseDefaults::usual()->with(HouseDefault::DraftEarlier, $earlier),
        )->drafted;
    }

    public function testADraftNeverOverfillsABenchNorOvertakesStock(): void
    {
        $orders = [];
        for ($i = 0; $i < 20; ++$i) {
            $orders[] = [60 + 10 * $i, sprintf('2027-W%02d', 32 + $i % 6)];
        }
        $drafted = self::draft($orders, new Yard(['Fuchsia' => [self::source('FU-1', 60), self::source('FU-2', 40)]]), self::berths(14));
        $lies = [];
        $taken = 0;
        $made = array_filter($drafted, static fn (Drafted $d) => $d->route !== null);
        foreach ($made as $d) {
            $part = $d->route?->parts[0];
            self::assertNotNull($part);
            self::assertLessThanOrEqual($d->want->ready->sunday(), $part->dates->readyOn);
            for ($week = Week::containing($part->dates->stickOn)->ordinal(); $week <= $part->dates->lastBenchWeek()->ordinal(); ++$week) {
                $lies[$week] = ($lies[$week] ?? 0) + $part->trays;
            }
            $taken += $part->stick;
        }
        self::assertNotSame([], $made);
        self::assertLessThanOrEqual(14, max([0, ...$lies]));
        self::assertLessThanOrEqual(100 * 60 * 2, $taken);
        $left = array_values(array_filter($drafted, static fn (Drafted $d) => $d->route === null));
        self::assertNotSame([], $left, 'Not all of them fit.');
        foreach ($left as $d) {
            self::assertNotSame('', Told::of($d->refusal));
        }
    }

    public function testWhatOneTakesTheNextCannot(): void
    {
        $drafted = self::draft(
            [[600, '2027-W34'], [600, '2027-W34'], [600, '2027-W34']],
            new Yard(['Fuchsia' => [self::source('FU-1', 30)]]),
            self::berths(200),
        );
        self::assertNotNull($drafted[0]->route);
        self::assertNull($drafted[2]->route);
        self::assertStringContainsString('why=(route.too_little ', Told::of($drafted[2]->refusal));
    }

    public function testWhatMustBeThereIsPartedWhereOneBatchCannotGiveTheChance(): void
    {
        $mishap = Mishap::of(0.08, Beta::of(1, 5));
        $draft = static function (bool $mustBe, float $confidence, int $bench = 40, int $plants = 60) use ($mishap): array {
            $way = self::way(1, Pattern::SoftTip, 18, 27);
            $way = new RouteWay(1, 'tips', true, $way->sheet, $way->windows, $way->times, Beta::of(80, 20), 72, 1.0, $mishap);

            return SeasonDraft::make(
                [['orders' => [['id' => 7, 'plants' => 61]], 'want' => new Want('Fuchsia', 61, Week::of('2027-W36'), [$way], $confidence, mustBe: $mustBe)]],
                new Yard(['Fuchsia' => [self::source('FU-1', $plants)]]),
                self::berths($bench),
                WorkNorms::of(200, 120),
                Costs::of(18, 1.2),
                new \DateTimeImmutable(self::TODAY),
                HouseDefaults::usual(),
            )->drafted;
        };
        self::assertCount(1, $draft(true, 0.9), 'One batch can give nine in ten.');
        self::assertCount(1, $draft(false, 0.97), 'Only what must be there.');
        $parted = $draft(true, 0.97);
        self::assertSame([[1, 2], [2, 2]], array_map(static fn (Drafted $d) => [$d->part, $d->parts], $parted));
        $days = array_map(static fn (Drafted $d) => $d->route?->parts[0]->dates->stickOn, $parted);
        self::assertSame(14, (int) $days[1]?->diff($days[0] ?? new \DateTimeImmutable(self::TODAY))->format('%a'), 'They do not share their week.');
        self::assertSame([31, 30], array_map(static fn (Drafted $d) => $d->route?->parts[0]->plants, $parted));
        foreach ($parted as $d) {
            self::assertGreaterThanOrEqual(0.97, $d->route?->chance);
            self::assertTrue($d->berth?->isFree());
        }
        $stick = (int) $parted[0]->route?->parts[0]->stick;
        self::assertGreaterThan(61, $stick, 'Each gives them all, should the other fail.');
        self::assertCount(1, $draft(true, 0.97, 2), 'Without room for two it is one.');
        self::assertCount(1, $draft(true, 0.97, 40, 4), 'And without stock.');
        self::assertGreaterThan($draft(true, 0.97, 2)[0]->route->chance ?? 1.0, $parted[0]->route?->chance);
    }

    /** A full bench, free only before the week that is asked: the batch goes there while its wood is right. */
    public function testABatchIsStuckEarlierOnlyInItsWindow(): void
    {
        $berths = static fn (string $fullFrom) => new Berths(
            [1 => Zone::of('A1', 10, Range::of(15, 26), Range::of(0, 3))],
            [1 => [Tenant::of('THERE', 10, Week::of($fullFrom), Week::of('2027-W44'), Range::of(18, 22), Range::of(1, 2))]],
            Timetable::at(Climate::reference(), HouseDefaults::usual()),
            HouseDefaults::usual(),
        );
        $source = static fn () => self::source('FU-1', 60);
        $usual = self::draft([[100, '2027-W36']], new Yard(['Fuchsia' => [$source()]]), self::berths(40))[0]->route?->parts[0];
        self::assertNotNull($usual);
        $asked = Week::containing($usual->dates->stickOn);
        $leaves = $usual->dates->lastBenchWeek()->plus(1);
        $early = self::draft([[100, '2027-W36']], new Yard(['Fuchsia' => [$source()]]), $berths($leaves->plus(-2)->written()))[0]->route?->parts[0];
        self::assertNotNull($early, 'Two weeks earlier it has left before the bench is full.');
        self::assertSame(2, Week::containing($early->dates->stickOn)->until($asked));
        $within = static fn (int $weeks) => self::draft(
            [[100, '2027-W36']],
            new Yard(['Fuchsia' => [$source()]]),
            $berths($leaves->plus(-2)->written()),
            $weeks,
        )[0]->route;
        self::assertNotNull($within(2), 'So many weeks, and not one less.');
        self::assertNull($within(1));
        self::assertNull(
            self::draft([[100, '2027-W36']], new Yard(['Fuchsia' => [$source()]]), $berths('2027-W20'))[0]->route,
            'There would be room for one that is stuck in week 15, and its wood is right from week 18.',
        );
    }

    public function testABenchTooColdIsNoPlaceAndNoBenchIsSaid(): void
    {
        $yard = static fn () => new Yard(['Fuchsia' => [self::source('FU-1', 60)]]);
        $cold = self::draft(
            [[60, '2027-W34']],
            $yard(),
            new Berths(
                [2 => Zone::of('cold', 40, Range::of(2, 4), Range::of(0, 3))],
                [],
                Timetable::at(Climate::reference(), HouseDefaults::usual()),
                HouseDefaults::usual(),
            ),
        );
        self::assertNull($cold[0]->route);
        self::assertStringStartsWith('draft.no_bench ', Told::of($cold[0]->refusal));
        $this->expectException(Refused::class);
        self::draft(
            [[60, '2027-W34']],
            $yard(),
            new Berths([], [], Timetable::at(Climate::reference(), HouseDefaults::usual()), HouseDefaults::usual()),
        );
    }

    public function testOrdersThatShareSaySoAndWhatItSaves(): void
    {
        $way = self::way(1, Pattern::SoftTip, 18, 27);
        $made = SeasonDraft::make(
            [['orders' => [['id' => 1, 'plants' => 50], ['id' => 2, 'plants' => 50]], 'want' => self::want(100, '2027-W34', [$way])]],
            new Yard(['Fuchsia' => [self::source('FU-1', 60)]]),
            self::berths(40),
            WorkNorms::of(200, 120),
            Costs::of(18, 1.2),
            new \DateTimeImmutable(self::TODAY),
            HouseDefaults::usual(),
        )->drafted[0];
        self::assertSame([1, 2], $made->orders);
        self::assertGreaterThanOrEqual(0, $made->saved);
        self::assertSame('A1', $made->berth?->name);
    }
}
