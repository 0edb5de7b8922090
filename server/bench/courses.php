<?php

declare(strict_types=1);

use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Course\Weaning;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\SheetCourse;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;

/** The courses of so many batches of all patterns, stuck over two years: each with its days, its stages and a place for each of them. */
function coursesOf(int $batches): int
{
    $house = HouseDefaults::usual();
    $timetable = Timetable::at(Climate::reference(), $house);
    $zones = [];
    for ($i = 0; $i < 80; ++$i) {
        $zones[$i + 1] = match ($i % 8) {
            0, 1, 2, 3 => Zone::of("Mist {$i}", 36, Range::of(16, 24), Range::of(0, 3)),
            4 => Zone::of("Cover {$i}", 18, Range::of(15, 24), Range::of(0, 1), ZoneKind::Cover),
            5 => Zone::of("Frame {$i}", 110, Range::of(2, 12), Range::of(0, 0), ZoneKind::Frame, frostFree: false),
            6 => Zone::of("Ground {$i}", 200, Range::of(-15, 30), Range::of(0, 0), ZoneKind::Open, ground: Ground::BesideStock),
            default => Zone::of("Tunnel {$i}", 90, Range::of(6, 18), Range::of(0, 1), ZoneKind::Open),
        };
    }
    $berths = new Berths($zones, [], $timetable, $house);
    $sheets = array_map(static fn (Pattern $pattern) => WaySheet::of($pattern->sheet(1)), Pattern::cases());
    $first = new DateTimeImmutable('2027-01-04');
    $stages = 0;
    for ($i = 0; $i < $batches; ++$i) {
        $sheet = $sheets[$i % count($sheets)];
        // Where each lies is known; what is asked is when it is where.
        $ids = array_keys(array_filter($zones, static fn (Zone $zone) => $zone->ground === $sheet->ground() && !$zone->kind->goesWithAir()));
        $zone = $ids[$i % count($ids)];
        $dates = $timetable->dates($sheet, $zones[$zone], $first->modify(sprintf('+%d days', 7 * ($i % 26))));
        $weaning = Weaning::of($sheet->care->weaning, $dates->weanOn);
        $stages += count(SheetCourse::of($sheet, $house)->laidOver($dates->weaned($weaning, $timetable->in($zones[$zone], $sheet)), $weaning, $first));
        $berths->take($berths->at($zone, $sheet, $dates, 1 + $i % 6));
    }

    return $stages;
}
