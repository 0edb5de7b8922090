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
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\Costs;
use WetCradle\Core\Plan\Drafted;
use WetCradle\Core\Plan\RouteWay;
use WetCradle\Core\Plan\SeasonDraft;
use WetCradle\Core\Plan\Want;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\Source;
use WetCradle\Core\Stock\Yard;
use WetCradle\Core\Tests\Told;

/** A draft cuts what keeps before it is stuck, and takes from two blocks what one cannot give. */
final class CollectedForDraftTest extends TestCase
{
    private const TODAY = '2027-10-04';

    private static function source(string $code, int $plants): Source
    {
        return new Source($code, $plants, ShootHabit::of(20, 20, 0.5, 1.0, 6), static fn () => 1, null, [], static fn () => []);
    }

    /**
     * @param array<string, mixed> $hold
     * @param list<Source>         $stock
     * @param list<Tenant>         $there
     */
    private static function drafted(
        Pattern $pattern,
        string $ready,
        int $plants,
        array $stock,
        array $hold = [],
        array $there = [],
        int $within = 4,
        int $earlier = 6,
        int $fromWeek = 46,
        int $toWeek = 8,
    ): Drafted {
        $house = HouseDefaults::usual()->with(HouseDefault::BundlesStuckWithin, $within)->with(HouseDefault::DraftEarlier, $earlier);
        $plain = $pattern->sheet(1);
        $sheet = WaySheet::of(['hold' => $hold + $plain['hold']] + $plain);
        $times = Timetable::at(Climate::reference(), $house);
        $windows = WayWindows::of([SignedWindow::of($fromWeek, $toWeek, Sign::Dormant)], WindowShift::none());
        $way = new RouteWay(1, 'way', true, $sheet, $windows, $times->usual($sheet), Beta::of(160, 40), 72);

        return SeasonDraft::make(
            [['orders' => [['id' => 1, 'plants' => $plants]], 'want' => new Want('Willow', $plants, Week::of($ready), [$way], 0.9)]],
            new Yard(['Willow' => $stock]),
            new Berths([1 => Zone::of('Frame', 10, Range::of(4, 26), Range::of(0, 3))], [1 => $there], $times, $house),
            WorkNorms::of(200, 120),
            Costs::of(18, 1.2),
            new \DateTimeImmutable(self::TODAY),
            $house,
        )->drafted[0];
    }

    /** @return array{cut: Week, stick: Week, days: int} */
    private static function weeks(Drafted $drafted): array
    {
        $part = $drafted->route?->parts[0];
        self::assertNotNull($part, (string) json_encode(Told::of($drafted->refusal)));
        self::assertLessThanOrEqual($drafted->want->ready->sunday(), $part->dates->readyOn);
        $cut = $part->collectOn() ?? $part->dates->stickOn;

        return ['cut' => Week::containing($cut), 'stick' => Week::containing($part->dates->stickOn), 'days' => (int) $cut->diff($part->dates->stickOn)->format('%a')];
    }

    public function testBundlesAreCutDormantAndStuckAsGrowthStarts(): void
    {
        ['cut' => $cut, 'stick' => $stick] = self::weeks(self::drafted(Pattern::Hardwood, '2028-W50', 100, [self::source('W-1', 60)]));
        self::assertSame(['2028-W08', '2028-W12'], [$cut->written(), $stick->written()], 'Four weeks after bud break.');
        ['cut' => $cut, 'stick' => $stick] = self::weeks(self::drafted(Pattern::Hardwood, '2028-W50', 100, [self::source('W-1', 60)], within: 2));
        self::assertSame(['2028-W08', '2028-W10'], [$cut->written(), $stick->written()]);
        self::assertSame(0, self::weeks(self::drafted(Pattern::Hardwood, '2028-W50', 100, [self::source('W-1', 60)], within: 0))['days']);
    }

    public function testTheyAreStuckNoLaterThanTheyKeepOrTheOrderAllows(): void
    {
        $short = self::weeks(self::drafted(Pattern::Hardwood, '2028-W50', 100, [self::source('W-1', 60)], ['coldDays' => 10]));
        self::assertLessThanOrEqual(10, $short['days']);
        self::assertGreaterThan(3, $short['days']);
        $never = self::weeks(self::drafted(Pattern::Hardwood, '2028-W50', 100, [self::source('W-1', 60)], ['coldDays' => 0]));
        self::assertSame(0, $never['days']);
        $soon = self::drafted(Pattern::Hardwood, '2028-W37', 100, [self::source('W-1', 60)]);
        self::assertLessThan(28, self::weeks($soon)['days'], 'Wanted sooner, they are stuck sooner.');
    }

    public function testOnlyWoodWaitsWhereAllElseIsStuckFresh(): void
    {
        $fresh = self::drafted(Pattern::SemiRipe, '2028-W30', 100, [self::source('W-1', 60)], fromWeek: 31, toWeek: 42);
        self::assertSame(0, self::weeks($fresh)['days']);
    }

    /** The bench is full until some days after the last of the window: what keeps cold is cut at its end and waits. */
    public function testWhatFindsNoBenchWaitsColdAsLongAsItKeeps(): void
    {
        $usual = self::weeks(self::drafted(Pattern::SemiRipe, '2028-W30', 100, [self::source('W-1', 60)], fromWeek: 31, toWeek: 42));
        $full = static fn (int $weeks) => [Tenant::of('THERE', 10, Week::of('2027-W30'), $usual['stick']->plus($weeks - 1), Range::of(4, 22), Range::of(0, 3))];
        $drafted = static fn (int $cold, int $weeks) => self::drafted(
            Pattern::SemiRipe, '2028-W30', 100, [self::source('W-1', 60)], ['coldDays' => $cold], $full($weeks), earlier: 0, fromWeek: 31, toWeek: 42,
        );
        $held = self::weeks($drafted(14, 2));
        self::assertEquals([$usual['cut'], $usual['stick']->plus(2)], [$held['cut'], $held['stick']]);
        self::assertNull($drafted(13, 2)->route, 'A day less, and it is no good.');
        self::assertNull($drafted(14, 3)->route);
    }

    public function testOneBlockGivesWhatTheOtherLacks(): void
    {
        $two = [self::source('W-1', 9), self::source('W-2', 8), self::source('W-3', 1)];
        $part = self::drafted(Pattern::Hardwood, '2028-W50', 100, $two)->route?->parts[0];
        self::assertNotNull($part?->material?->second);
        self::assertSame(['W-1', 'W-2'], [$part->material->first->source->code, $part->material->second->source->code]);
        self::assertSame($part->stick - 90, $part->material->fromSecond);
        self::assertStringStartsWith('stock.gives_with ', Told::of($part->material->words()));
        $left = static fn (string $code, int $plants, ?Source $after) => self::source($code, $plants)->supply(1, $part->material->on, 1)->offer->left()
            - (int) $after?->supply(1, $part->material->on, 1)->offer->left();
        self::assertGreaterThan(0, min($left('W-1', 9, $two[0]), $left('W-2', 8, $two[1])), 'What is taken of both is gone for the next.');
        self::assertSame(0, $left('W-3', 1, $two[2]));
        $one = self::drafted(Pattern::Hardwood, '2028-W50', 100, [self::source('W-1', 9), self::source('W-2', 60)])->route?->parts[0];
        self::assertNull($one?->material?->second, 'One block where one is enough.');
        self::assertNull(self::drafted(Pattern::Hardwood, '2028-W50', 100, [self::source('W-1', 9), self::source('W-2', 2)])->route);
    }
}
