<?php

declare(strict_types=1);

use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\Costs;
use WetCradle\Core\Plan\Drafted;
use WetCradle\Core\Plan\Pool;
use WetCradle\Core\Plan\RouteWay;
use WetCradle\Core\Plan\SeasonChance;
use WetCradle\Core\Plan\SeasonDraft;
use WetCradle\Core\Plan\Standing;
use WetCradle\Core\Plan\Want;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\Source;
use WetCradle\Core\Stock\Yard;

/**
 * A made-up season of so many orders over forty crops, with benches and stock to match, planned from nothing.
 *
 * @return list<Drafted>
 */
function seasonOf(int $orders): array
{
    mt_srand(11);
    $air = Climate::reference();
    $wants = $ways = $sources = $zones = [];
    for ($crop = 0; $crop < 40; ++$crop) {
        $sheet = WaySheet::of([Pattern::SoftTip, Pattern::SemiRipe, Pattern::Hardwood, Pattern::Clump][$crop % 4]->sheet(1));
        $ways[$crop] = new RouteWay(
            $crop,
            "way {$crop}",
            true,
            $sheet,
            WayWindows::of($sheet->taking->windows, WindowShift::none()),
            Timetable::at($air, HouseDefaults::usual())->usual($sheet),
            Beta::of(mt_rand(8, 18), 4),
            72,
        );
        for ($block = 0; $block < 3; ++$block) {
            $sources['crop '.$crop][] = new Source(
                "{$crop}-{$block}",
                intdiv($orders, 3) + 20,
                ShootHabit::of(40, 60, 0.5, 1.5, 6),
                static fn () => 2,
                null,
                [],
                static fn () => [],
            );
        }
    }
    for ($zone = 1; $zone <= max(12, intdiv($orders, 12)); ++$zone) {
        $zones[$zone] = Zone::of(
            "bench {$zone}",
            60,
            $zone % 4 === 0 ? Range::of(2, 14) : Range::of(14, 26),
            Range::of(0, 3),
            $zone % 4 === 0 ? ZoneKind::Frame : ZoneKind::Mist,
        );
    }
    for ($i = 0; $i < $orders; ++$i) {
        $plants = 20 * mt_rand(2, 20);
        $wants[] = [
            'orders' => [['id' => $i, 'plants' => $plants]],
            'want' => new Want('crop '.($i % 40), $plants, Week::of('2027-W40')->plus(mt_rand(0, 45)), [$ways[$i % 40]], 0.9),
        ];
    }

    return SeasonDraft::make(
        $wants,
        new Yard($sources),
        new Berths($zones, [], Timetable::at($air, HouseDefaults::usual()), HouseDefaults::usual()),
        WorkNorms::of(180, 110),
        Costs::of(18, 0.6),
        new DateTimeImmutable('2027-04-05'),
        HouseDefaults::usual(),
    )->drafted;
}

/** How likely all of so many orders are met together, each with a batch of its own. */
function jointChanceOf(int $orders): float
{
    mt_srand(12);
    $pools = [];
    for ($i = 0; $i < $orders; ++$i) {
        $stuck = 12 * mt_rand(4, 60);
        $pools[] = Pool::of(
            [['order' => $i, 'wanted' => (int) (0.6 * $stuck)]],
            0,
            [Standing::of($stuck, [Beta::of(16, 4), Beta::of(57, 3)], 'way '.$i % 40, 0.3)],
        );
    }

    return SeasonChance::play($pools, ['season' => range(0, $orders - 1)], 7)->of('season')['chance'];
}
