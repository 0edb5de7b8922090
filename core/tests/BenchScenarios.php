<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use WetCradle\Core\Bench\BenchOption;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Fillable;
use WetCradle\Core\Bench\FillAsk;
use WetCradle\Core\Bench\FillHouse;
use WetCradle\Core\Bench\FillStage;
use WetCradle\Core\Bench\FillStays;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\NoPlace;
use WetCradle\Core\Bench\PlaceBatches;
use WetCradle\Core\Bench\Potted;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Bench\Stay;
use WetCradle\Core\Bench\Taken;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\WhatIf;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\Winter;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Priority;

/** A house asked, filled, and refusing. */
final class BenchScenarios
{
    /** @return array<string, \Closure(): array<array-key, mixed>> by name */
    public static function all(): array
    {
        return [
            'offers' => self::offers(...),
            'filling' => self::filling(...),
            'no-place' => self::noPlace(...),
            'stays' => self::stays(...),
        ];
    }

    private static function tenant(string $name, int $from, int $to, int $trays = 6, float $low = 18, float $high = 22, float $dry = 1, float $wet = 2): Tenant
    {
        return Tenant::of(
            $name,
            $trays,
            Week::of(sprintf('2027-W%02d', $from)),
            Week::of(sprintf('2027-W%02d', $to)),
            Range::of($low, $high),
            Range::of($dry, $wet),
        );
    }

    /** @return array<string, mixed> */
    private static function offers(): array
    {
        $said = [];
        $zones = [
            'mist' => Zone::of('Mist', 20, Range::of(16, 24), Range::of(0, 3)),
            'closed' => Zone::of(
                'Shut',
                20,
                Range::of(16, 24),
                Range::of(0, 3),
                ZoneKind::Mist,
                ['2027-W21' => 'a valve leaks', '2027-W22' => 'a valve leaks'],
            ),
            'pots' => Zone::of('Pots', 20, Range::of(4, 24), Range::of(0, 1), ZoneKind::Open, [], true),
            'frost' => Zone::of('Frame', 20, Range::of(-4, 30), Range::of(0, 1), ZoneKind::Frame, [], false, false),
        ];
        $there = [self::tenant('P', 20, 23, 15), self::tenant('Q', 22, 26, 3, 17, 20)];
        $asked = [
            'fits' => self::tenant('A', 24, 26), 'too many' => self::tenant('A', 21, 23), 'just fits' => self::tenant('A', 20, 21, 5),
            'warm' => self::tenant('A', 24, 26, 4, 21, 23), 'dry' => self::tenant('A', 24, 26, 4, 18, 20, 0, 0),
            'hot' => self::tenant('A', 24, 26, 4, 26, 30), 'in pots' => self::tenant('A', 24, 26, 4, 5, 20, 0, 0)->inPots(true),
        ];
        foreach ($zones as $name => $zone) {
            foreach ($asked as $how => $batch) {
                $offer = $zone->offerTo($batch, $name === 'mist' ? $there : []);
                $said["{$name} {$how}"] = ($offer->reason ?? 'yes')." {$offer->leastFree}: ".Told::fact($offer->words).' | '.implode(
                    ' ',
                    array_map(static fn (float|int $of) => (string) round($of, 6), $offer->rank($batch, HouseDefaults::usual())),
                );
            }
        }
        $weeks = [
            [],
            [self::tenant('A', 20, 20, 1, 18, 22), self::tenant('B', 20, 20, 1, 20, 24, 2, 3)],
            [self::tenant('C', 21, 21, 1, 16, 23)],
            [self::tenant('D', 22, 22, 1, 22, 24), self::tenant('E', 22, 22, 1, 16, 18)],
            [self::tenant('F', 23, 23, 1, 17, 20)],
            [],
        ];
        $said['settings'] = $zones['mist']->settings($weeks, HouseDefaults::usual());

        return $said;
    }

    /** @return array<string, mixed> houses whose best filling is proven: what a short search finds, the same each time */
    private static function filling(): array
    {
        $said = [];
        foreach (json_decode((string) file_get_contents(__DIR__.'/Bench/proven.json'), true) as $i => ['input' => $input]) {
            $filling = PlaceBatches::read(Fields::fromJson(json_encode($input, JSON_THROW_ON_ERROR)));
            $first = $filling->score();
            $filling->improve(200);
            $filled = $filling->filled();
            $said["house {$i}"] = "first {$first}, then {$filling->score()}, tidied {$filled->score()}, bound {$filling->bound()}";
        }

        return $said;
    }

    /** @return array<string, mixed> */
    private static function noPlace(): array
    {
        $comfort = static fn (array $heat, array $mist = [0, 3]) => Comfort::of(Range::of(...$heat), Range::of(...$mist));
        $leg = static fn (int $space, int $from, int $weeks, int $trays, array $heat = [19, 21]) => new Leg($space, $from, $weeks, $trays, $comfort($heat));
        $houses = [
            'full for a while' => ['P' => [$leg(0, 0, 3, 7)]],
            'full to the end' => ['P' => [$leg(0, 0, 8, 7)], 'Q' => [$leg(1, 0, 8, 38, [4, 10])]],
            'wants another warmth' => ['P' => [$leg(0, 0, 6, 3, [23, 24])]],
            'two neighbours' => ['P' => [$leg(0, 0, 4, 4)], 'Q' => [$leg(0, 2, 5, 4)]],
            'changes midway' => ['P' => [$leg(0, 0, 3, 6)], 'Q' => [$leg(2, 3, 5, 3)]],
        ];
        $asks = [
            'five trays' => Stay::of('X', 5, 3, 1, 2, 1, $comfort([18, 20], [1, 2]), 1, true, true),
            'nine trays' => Stay::of('X', 9, 4, 0, 2, 2, $comfort([18, 20], [1, 2]), 3, true, true),
            'hot' => Stay::of('X', 2, 3, 0, 3, 1, $comfort([28, 30])),
            'cold and wet' => Stay::of('X', 2, 3, 0, 3, 1, $comfort([4, 8], [2, 2])),
        ];
        $said = [];
        foreach ($houses as $house => $there) {
            foreach ([false, true] as $locked) {
                $taken = new Taken(
                    8,
                    [
                        Space::of('Warm', 10, $comfort([16, 24], [0, 2]), 8), Space::of('Cold', 40, $comfort([2, 12], [0, 0]), 8),
                        Space::of('Side', 4, $comfort([16, 24], [0, 3]), 8, [6]),
                    ],
                );
                $stays = [];
                foreach ($there as $name => $legs) {
                    $taken->put($name, $locked, ...$legs);
                    $stays[$name] = Stay::of($name, $legs[0]->trays, $legs[0]->weeks, 0, 6, $legs[0]->from, $legs[0]->comfort);
                }
                foreach ($asks as $ask => $stay) {
                    $no = NoPlace::of($stay, $taken, $stays + ['X' => $stay], self::week(...));
                    $said["{$ask}, {$house}".($locked ? ', locked' : '')] = [
                        "{$no->reason}: ".Told::fact($no->words),
                        ...array_map(static fn (BenchOption $o) => "{$o->kind}: ".Told::fact($o->words($taken->spaces, self::week(...))), $no->options),
                    ];
                    $midway = NoPlace::movedMidway($stay, $taken);
                    $said["{$ask}, {$house}".($locked ? ', locked' : '').', moved'] = $midway === null
                        ? 'no'
                        : Told::fact($midway->words($taken->spaces, self::week(...)));
                }
            }
        }

        return $said;
    }

    private static function week(int $week): Fact
    {
        return Fact::of('bench.week', week: $week);
    }

    /** @return array<string, mixed> */
    private static function stays(): array
    {
        $house = HouseDefaults::usual();
        $air = Climate::reference();
        $today = new \DateTimeImmutable('2027-05-12');
        $batch = static fn (string $code, string $stickOn, bool $isStuck, int $zone, array $of = []) => new Fillable(...$of + [
            'code' => $code, 'sheet' => WaySheet::of(Pattern::SoftTip->sheet(1)), 'positions' => 10, 'narrower' => 8,
            'stickOn' => new \DateTimeImmutable($stickOn), 'weanOn' => (new \DateTimeImmutable($stickOn))->modify('+22 days'), 'heldDays' => 0,
            'isStuck' => $isStuck, 'isLocked' => false, 'isStill' => false, 'isWhole' => true,
            'priority' => Priority::Should, 'wanted' => [Week::of('2027-W34')], 'zone' => $zone,
            'earliest' => new \DateTimeImmutable('2027-05-15'), 'latest' => new \DateTimeImmutable('2027-07-10'),
            'canGive' => static fn (\DateTimeImmutable $day) => $day->format('m-d') !== '06-21',
        ]);
        $batches = [
            'PLANNED' => $batch('PLANNED', '2027-06-14', false, 1),
            'LOCKED' => $batch('LOCKED', '2027-06-14', false, 1, ['isLocked' => true]),
            'STILL' => $batch('STILL', '2027-06-14', false, 1, ['isStill' => true]),
            'STUCK' => $batch('STUCK', '2027-05-03', true, 1),
            'DRIVEN' => $batch('DRIVEN', '2027-05-03', true, 2, ['weanOn' => new \DateTimeImmutable('2027-05-20')]),
            'LATE' => $batch('LATE', '2027-05-17', false, 3, ['priority' => null, 'wanted' => [Week::of('2027-W26')], 'isWhole' => false]),
            'ON' => $batch('ON', '2027-06-14', false, 1, ['goesOnWeaned' => true]),
            'FAR' => $batch('FAR', '2028-11-06', false, 1),
        ];
        $zones = [
            ['id' => 1, 'zone' => Zone::of('Mist', 30, Range::of(16, 24), Range::of(0, 3))],
            ['id' => 2, 'zone' => Zone::of('Shut', 20, Range::of(16, 24), Range::of(0, 3), ZoneKind::Mist, ['2027-W22' => 'a leak'])],
            ['id' => 3, 'zone' => Zone::of('Covers', 20, Range::of(14, 22), Range::of(0, 1), ZoneKind::Cover)],
            ['id' => 4, 'zone' => Zone::of('Open', 40, Range::of(5, 25), Range::of(0, 0), ZoneKind::Open)],
            ['id' => 5, 'zone' => Zone::of('Frost', 40, Range::of(-4, 25), Range::of(0, 0), ZoneKind::Frame, [], false, false)],
            ['id' => 6, 'zone' => Zone::of('Pots', 40, Range::of(5, 25), Range::of(0, 0), ZoneKind::Open, [], true)],
        ];
        $tenants = [
            1 => [
                self::tenant('PLANNED', 24, 27, 10), self::tenant('LOCKED', 24, 27, 10), self::tenant('STILL', 24, 27, 10),
                self::tenant('STUCK', 18, 23, 10), self::tenant('OTHER', 15, 30, 3), self::tenant('ON', 24, 26, 10),
            ],
            4 => [self::tenant('ON', 27, 28, 10)],
            2 => [self::tenant('DRIVEN', 18, 24, 10)],
            3 => [self::tenant('LATE', 20, 24, 10)],
        ];
        $pots = [];
        foreach ([
            ['POTTED', 1, true, Winter::ColdFrame, 4], ['COMING', 0, false, Winter::FrostFree, null],
            ['TENDER', 2, false, Winter::AsCells, 4],
        ] as [$code, $weeks, $isPotted, $winter, $zone]) {
            $from = $today->modify("+{$weeks} weeks");
            $pots[$code] = new Potted(
                $code,
                120,
                '9 cm',
                9.0,
                $zone,
                $code === 'TENDER',
                $from,
                $from->modify('+8 weeks'),
                $winter,
                $isPotted,
                $isPotted ? null : Priority::Must,
                false,
                4000.0,
                $air,
                $house,
            );
        }
        $from = Week::of('2027-W19');
        $filled = new FillHouse($from, $today, $zones, $batches, $tenants, $pots);
        $stays = new FillStays(Timetable::at($air, $house), $house);
        $said = [];
        foreach (FillStage::cases() as $stage) {
            foreach ([
                'as it is' => [null, []],
                'weaned sooner' => [WhatIf::Weaning, []],
                'narrower cells' => [WhatIf::Cells, []],
                'held' => [null, ['PLANNED' => 1, 'LATE' => 2, 'COMING' => 1]],
            ] as $how => [$whatIf, $held]) {
                $ask = $stays->of(new FillAsk($stage, 0, [], true, true, $whatIf), $filled, $held);
                foreach ($ask->stays as $stay) {
                    $lays = [];
                    foreach ($filled->numbers() as $space) {
                        foreach (range(max(0, $stay->earliest - 1), $stay->latest + 1) as $start) {
                            $lay = $stay->lay($space, $start);
                            $lays[] = $lay === null ? '-' : "{$space}/{$start}:{$lay['leg']->weeks}w{$lay['cost']}";
                        }
                    }
                    $said["{$stage->value}, {$how}, {$stay->name}"] = [
                        "{$stay->trays} trays, {$stay->earliest} to {$stay->latest}, liked {$stay->preferred}, weight {$stay->weight}, "
                            ."out {$stay->leftOut()}, ".json_encode([$stay->mayPart, $stay->mayMove]),
                        implode(' ', $lays),
                    ];
                }
                foreach ($ask->standing as $name => $legs) {
                    $said["{$stage->value}, {$how}, stands {$name}"] = implode(
                        ' ',
                        array_map(static fn (Leg $l) => "{$l->space}/{$l->from}:{$l->weeks}w{$l->trays}t", $legs),
                    );
                }
                $said["{$stage->value}, {$how}, now"] = json_encode($ask->now);
            }
        }

        return $said;
    }
}
