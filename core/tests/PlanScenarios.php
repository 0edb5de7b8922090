<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Timetable;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Book\BatchResult;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\Sign;
use WetCradle\Core\Crops\SignedWindow;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mixing\RatioReading;
use WetCradle\Core\Mixing\Recipe;
use WetCradle\Core\Mixing\Sanitiser;
use WetCradle\Core\Mixing\Strength;
use WetCradle\Core\Mixing\Volume;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Core\Plan\Costs;
use WetCradle\Core\Plan\Crew;
use WetCradle\Core\Plan\EvenOut;
use WetCradle\Core\Plan\LabelSheet;
use WetCradle\Core\Plan\Movable;
use WetCradle\Core\Plan\OrderOutlook;
use WetCradle\Core\Plan\Pool;
use WetCradle\Core\Plan\Routes;
use WetCradle\Core\Plan\RouteWay;
use WetCradle\Core\Plan\SeasonChance;
use WetCradle\Core\Plan\SeasonDraft;
use WetCradle\Core\Plan\SeasonLoad;
use WetCradle\Core\Plan\Standing;
use WetCradle\Core\Plan\StickAgain;
use WetCradle\Core\Plan\StickNumbers;
use WetCradle\Core\Plan\StickOrder;
use WetCradle\Core\Plan\ToStick;
use WetCradle\Core\Plan\Want;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Potting\PotJob;
use WetCradle\Core\Potting\RootRun;
use WetCradle\Core\Potting\WeekFill;
use WetCradle\Core\Rates\InWords;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\Source;
use WetCradle\Core\Stock\Yard;

/** A season planned, played and evened out; a day's work; weeks of potting. */
final class PlanScenarios
{
    private const TODAY = '2027-04-05';

    /** @return array<string, \Closure(): array<array-key, mixed>> by name */
    public static function all(): array
    {
        return [
            'routes' => self::routes(...),
            'draft' => self::draft(...),
            'evening-out' => self::eveningOut(...),
            'chances' => self::chances(...),
            'sticking' => self::sticking(...),
            'hands' => self::hands(...),
            'labels' => self::labels(...),
            'potting-weeks' => self::pottingWeeks(...),
            'mixing' => self::mixing(...),
        ];
    }

    private static function day(string $day): \DateTimeImmutable
    {
        return new \DateTimeImmutable($day);
    }

    public static function way(int $id, Pattern $pattern, int $from, int $to, float $rooting = 16, float $not = 4): RouteWay
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
    public static function source(string $code, int $plants, array $against = [], ?float $multiplication = null): Source
    {
        $why = array_map(static fn (string $words) => ['code' => 'unfit', 'words' => Fact::said($words), 'clears' => Fact::said('')], $against);

        return new Source(
            $code,
            $plants,
            ShootHabit::of(40, 60, 0.5, 1.5, 6),
            static fn () => 2,
            null,
            [],
            static fn () => $why,
            $multiplication,
            $multiplication === null ? null : 0.9,
        );
    }

    /** @return array<string, mixed> */
    private static function routes(): array
    {
        $cases = [
            'tips or semi-ripe, or liners' => [
                300,
                '2027-W34',
                [self::way(1, Pattern::SoftTip, 18, 27), self::way(2, Pattern::SemiRipe, 24, 32, 12, 6)],
                2.5,
                [self::source('FU-1', 40)],
            ],
            'two blocks, wide window' => [
                400, '2027-W40', [self::way(1, Pattern::SoftTip, 18, 27)], null, [self::source('FU-1', 60), self::source('FU-2', 60)],
            ],
            'too late' => [100, '2027-W15', [self::way(1, Pattern::SoftTip, 18, 27)], 1.0, [self::source('FU-1', 60)]],
            'window over' => [100, '2027-W24', [self::way(1, Pattern::SoftTip, 24, 27)], null, [self::source('FU-1', 60)]],
            'too few plants' => [900, '2027-W34', [self::way(1, Pattern::SoftTip, 18, 27)], null, [self::source('FU-1', 12)]],
            'unfit' => [100, '2027-W34', [self::way(1, Pattern::SoftTip, 18, 27)], null, [self::source('FU-1', 60, ['Mites were found.'])]],
            'no stock' => [100, '2027-W34', [self::way(1, Pattern::SoftTip, 18, 27)], 2.0, []],
            'hardwood for next year' => [200, '2028-W30', [self::way(1, Pattern::Hardwood, 46, 8, 9, 3)], null, [self::source('WI-1', 30)]],
            'division' => [120, '2027-W40', [self::way(1, Pattern::Clump, 14, 20, 18, 2)], 3.0, [self::source('PH-1', 20, [], 4.0)]],
            'division over years' => [2000, '2030-W40', [self::way(1, Pattern::Clump, 14, 20, 18, 2)], null, [self::source('PH-1', 20, [], 4.0)]],
            'ready long before' => [150, '2027-W50', [self::way(1, Pattern::SoftTip, 18, 22)], null, [self::source('FU-1', 60)]],
        ];
        $said = [];
        foreach ($cases as $name => [$plants, $ready, $ways, $liner, $sources]) {
            $want = new Want('Fuchsia', $plants, Week::of($ready), $ways, 0.9, $liner, 4, '1 L');
            $laid = Routes::lay(
                $want,
                new Yard(['Fuchsia' => $sources]),
                WorkNorms::of(200, 120),
                Costs::of(18, 1.2),
                self::day(self::TODAY),
                HouseDefaults::usual(),
            );
            $said[$name] = ['recommended' => $laid->recommended, 'because' => $laid->because];
            foreach ($laid->routes as $i => $route) {
                $said[$name][$i] = array_diff_key(get_object_vars($route), ['way' => 1, 'parts' => 1]) + [
                    'way' => $route->way?->name, 'possible' => $route->isPossible(),
                ];
                foreach ($route->parts as $part) {
                    $said[$name][$i]['parts'][] = array_diff_key(get_object_vars($part), ['source' => 1, 'dates' => 1]) + ['dates' => $part->dates->toArray()];
                }
            }
        }

        return $said;
    }

    /** @return list<array<string, mixed>> */
    private static function draft(): array
    {
        $way = self::way(1, Pattern::SoftTip, 18, 27);
        $wants = [];
        foreach ([[120, '2027-W34'], [60, '2027-W36'], [300, '2027-W38'], [90, '2027-W30'], [40, '2027-W20']] as $i => [$plants, $ready]) {
            $wants[] = [
                'orders' => [['id' => $i + 1, 'plants' => $plants]],
                'want' => new Want('Fuchsia', $plants, Week::of($ready), [$way], 0.9, null, 4, '1 L'),
            ];
        }
        $zones = [
            1 => Zone::of('A1', 6, Range::of(16, 24), Range::of(0, 3)), 2 => Zone::of('A2', 4, Range::of(16, 24), Range::of(0, 3)),
            3 => Zone::of('cold', 40, Range::of(2, 4), Range::of(0, 3)),
        ];
        $there = [1 => [Tenant::of('THERE', 4, Week::of('2027-W18'), Week::of('2027-W25'), Range::of(18, 22), Range::of(1, 2))]];
        $berths = new Berths($zones, $there, Timetable::at(Climate::reference(), HouseDefaults::usual()), HouseDefaults::usual());
        $made = SeasonDraft::make(
            $wants,
            new Yard(['Fuchsia' => [self::source('FU-1', 30), self::source('FU-2', 12)]]),
            $berths,
            WorkNorms::of(200, 120),
            Costs::of(18, 1.2),
            self::day(self::TODAY),
            HouseDefaults::usual(),
        );

        return array_map(
            static fn ($one) => [
                'orders' => $one->orders,
                'berth' => $one->berth?->name,
                'saved' => $one->saved,
                'refusal' => $one->refusal,
                'number' => $one->route?->number,
                'parts' => array_map(
                    static fn ($part) => ['stick' => $part->stick, 'trays' => $part->trays, 'dates' => $part->dates->toArray()],
                    $one->route->parts ?? [],
                ),
            ],
            $made->drafted,
        );
    }

    /** @return array<string, mixed> */
    private static function eveningOut(): array
    {
        $said = [];
        foreach ([12.0, 18.0, 30.0] as $crew) {
            $batches = [];
            foreach (range('A', 'L') as $i => $code) {
                $batches[] = new Movable(
                    $code,
                    'Fuchsia',
                    self::day(sprintf('2027-05-%02d', 3 + 7 * ($i % 3))),
                    self::day('2027-04-05'),
                    self::day('2027-08-01'),
                    PlainTimes::of(14, 21, 7, 42),
                    $i % 4 === 0 ? 7 : 0,
                    $i % 5 === 0 ? Week::of('2027-W30') : null,
                    5 + $i % 4,
                    7 + $i % 3,
                );
            }
            $even = EvenOut::plan(
                Week::of('2027-W15'),
                array_map(static fn (int $w) => $w % 6 === 0 ? 4.0 : 0.0, range(0, 29)),
                array_map(static fn (int $w) => $w === 9 ? 0.0 : $crew, range(0, 29)),
                $batches,
                static fn (Movable $m, PlainDates $d) => $m->code !== 'C',
                HouseDefaults::usual(),
            );
            $said["{$crew} hours"] = [
                'moves' => array_map(static fn ($shift) => [$shift->batch, $shift->stickOn->format('Y-m-d'), $shift->heldDays, $shift->why], $even->moves),
                'weeks' => $even->weeks,
            ];
        }

        return $said;
    }

    /** @return array<string, mixed> */
    private static function chances(): array
    {
        $said = [];
        $good = Beta::of(16, 4);
        $cases = [
            'sure' => [100, 120, [], 0, 0], 'in parts' => [100, 20, [Standing::of(120, [$good])], 10, 30],
            'short' => [170, 0, [Standing::of(120, [Beta::of(8, 4)]), Standing::of(40, [Beta::of(90, 10)])], 0, 0],
            'far more' => [100, 0, [Standing::of(400, [$good])], 0, 0], 'on the edge' => [100, 0, [Standing::of(126, [$good])], 0, 0],
            'one plant' => [1, 0, [Standing::of(1, [$good])], 0, 0],
            'two lucks' => [200, 10, [Standing::of(150, [$good], 'mist', 0.5), Standing::of(120, [$good], 'mist', 0.5)], 0, 20],
        ];
        foreach ($cases as $name => [$plants, $ready, $standing, $before, $sent]) {
            $outlook = OrderOutlook::of($plants, $ready, $standing, $before, $sent);
            $said[$name] = [
                'chance' => $outlook->chance(), 'expected' => $outlook->expected, 'short' => $outlook->short(),
                'coming' => $outlook->coming(), 'is short' => $outlook->isShort(), 'words' => $outlook->words(),
            ];
        }
        $pools = [
            Pool::of([['order' => 1, 'wanted' => 100], ['order' => 2, 'wanted' => 80]], 20, [Standing::of(200, [$good], 'mist', 0.4)]),
            Pool::of([['order' => 3, 'wanted' => 60]], 0, [Standing::of(80, [$good], 'mist', 0.4), Standing::of(20, [Beta::of(40, 10)])]),
        ];
        foreach ($pools as $i => $pool) {
            foreach ($pool->outlooks() as $order => $outlook) {
                $said["pool {$i}, order {$order}"] = [$outlook->chance(), $outlook->words()];
            }
        }
        $played = SeasonChance::play($pools, ['all' => [1, 2, 3], 'first' => [1], 'none' => [9]], 7, 1500);
        $said['played'] = array_map($played->of(...), ['all' => 'all', 'first' => 'first', 'none' => 'none']);
        foreach ([['2027-04-05', '2027-W34'], ['2027-06-20', '2027-W34'], ['2027-07-20', '2027-W34'], ['2027-04-05', '2027-W22']] as [$today, $ready]) {
            $said["again on {$today} for {$ready}"] = StickAgain::for(WayWindows::of(
                [SignedWindow::of(18, 27, Sign::Snaps)],
                WindowShift::none(),
            ), PlainTimes::of(12, 20, 7, 56), Week::of($ready), self::day($today));
        }
        foreach ([0.0, 0.004, 0.01, 0.049, 0.05, 0.1, 0.25, 0.33, 0.5, 0.66, 0.75, 0.8, 0.9, 0.949, 0.95, 0.98, 0.99, 0.995, 0.999, 1.0] as $chance) {
            $said["chance {$chance}"] = Told::fact(InWords::chance($chance)).' | '.Told::fact(InWords::share($chance));
        }

        return $said;
    }

    /** @return array<string, mixed> */
    private static function sticking(): array
    {
        $said = [];
        foreach ([[100, 72, 1, 0.9], [100, 72, 3, 0.9], [1, 40, 1, 0.9], [36, 72, 1, 0.5], [500, 84, 1, 0.99]] as [$wanted, $cells, $each, $sure]) {
            $numbers = StickNumbers::forGood($wanted, [Beta::of(16, 4), Beta::of(95, 5)], $sure, $cells, $each);
            $said["{$wanted} in trays of {$cells}, {$each} to a hole, sure {$sure}"] = $numbers->toArray() + [
                'stick' => $numbers->stick(),
                'with one tray less' => $numbers->chanceWith(max(1, (int) ($numbers->toArray()['chosen']['trays'] ?? 1) - 1)),
            ];
        }
        foreach ([1, 2, 3] as $stations) {
            $said["{$stations} stations"] = StickOrder::of(
                [
                    ToStick::of('SOFT', 480, 720, 120, 'a', 'x'), ToStick::of('FELTED', 480, 600, 90, 'a', 'y'),
                    ToStick::of('LATE', 600, 640, 60, 'b', ''), ToStick::of('SEALED', 480, null, 45, 'b', ''),
                    ToStick::of('TWO DAYS', 500, 2880, 200, 'a', 'x'), ToStick::of('ALIKE', 480, 700, 30, 'a', 'x'),
                ],
                $stations,
                480,
                HouseDefaults::usual(),
            );
        }

        return $said;
    }

    /** @return array<string, mixed> */
    private static function hands(): array
    {
        $said = [];
        $crew = Crew::read(
            Fields::of(
                [
                    'hands' => [['person' => 1, 'hours' => 38], ['person' => 2, 'hours' => 20.5]],
                    'away' => [
                        ['who' => 1, 'from' => '2027-05-12', 'to' => '2027-05-18'],
                        ['from' => '2027-05-31', 'to' => '2027-06-01', 'why' => 'closed'],
                    ],
                ],
            ),
        );
        foreach (['2027-W18', '2027-W19', '2027-W20', '2027-W22'] as $week) {
            $said["hours in {$week}"] = [$crew->hoursIn(Week::of($week)), $crew->hoursIn(Week::of($week), Week::of($week)->monday()->modify('+2 days'))];
        }
        foreach (['2027-05-11', '2027-05-12', '2027-05-15', '2027-05-18', '2027-05-19', '2027-05-31'] as $on) {
            $said["there on {$on}"] = $crew->thereOn(self::day($on));
        }
        $tenant = static fn (string $name, int $from, int $to, int $trays) => Tenant::of(
            $name,
            $trays,
            Week::of("2027-W{$from}"),
            Week::of("2027-W{$to}"),
            Range::of(18, 22),
            Range::of(1, 2),
        );
        $norms = WorkNorms::of(200, 120, 400, 30, ['leaf section' => 80], ['9 cm' => 60]);
        $said['load'] = SeasonLoad::of(
            Week::of('2027-W19'),
            6,
            20,
            $norms,
            [
                new BatchLoad($tenant('A', 18, 21, 8), true, 0, Week::of('2027-W22'), 100, Week::of('2027-W21')),
                new BatchLoad($tenant('B', 20, 26, 6), true, 400, Week::of('2027-W27'), 200, Week::of('2027-W24'), Method::LeafSection, '9 cm'),
                new BatchLoad($tenant('C', 20, 22, 9), false, 100, Week::of('2027-W23'), 90, Week::of('2027-W22'), null, '9 cm'),
            ],
        );
        foreach ([[-1.0, 0.0], [10_000.0, 10_000.0], [10_001.0, 0.0], [0.0, -0.1]] as [$hour, $tray]) {
            $said["costs {$hour} {$tray}"] = CropScenarios::orWhy(static fn () => (string) Costs::of($hour, $tray)->hour);
        }

        return $said;
    }

    /** @return array<string, mixed> */
    private static function labels(): array
    {
        $said = [];
        foreach (LabelSheet::all() as $sheet) {
            $said[$sheet->id] = [
                'words' => $sheet->words(),
                'page' => $sheet->pageSize(),
                'size' => [$sheet->width, $sheet->height],
                'places' => array_map(static fn (array $one) => implode(' ', $one), array_slice($sheet->places(60), 0, 60)),
            ];
        }

        return $said;
    }

    /** @return array<string, mixed> */
    private static function pottingWeeks(): array
    {
        $job = static fn (string $code, float $hours, string $from, ?string $due, int $growOn, int $bound): PotJob => PotJob::of(
            $code,
            (int) (50 * $hours),
            $hours,
            self::day($from),
            self::day($from)->modify("+{$bound} days"),
            GrowingOn::days($growOn),
            $due === null ? null : Week::of($due),
            $due === null ? null : 'North Lane',
            28,
        );
        $jobs = [
            $job('new', 4, '2027-05-10', null, 28, 14), $job('old', 4, '2027-04-20', null, 28, 14),
            $job('ordered', 6, '2027-05-10', '2027-W24', 28, 14), $job('late', 3, '2027-05-10', '2027-W20', 28, 14),
            $job('spoilt', 2, '2027-03-01', null, 28, 14), $job('great', 30, '2027-05-17', '2027-W40', 60, 14),
            $job('small', 0.5, '2027-06-14', null, 28, 7),
        ];
        $said = [];
        foreach ([[8.0, 8.0, 8.0, 8.0, 8.0, 8.0], [0.0, 20.0, 0.0, 5.0, 40.0, 8.0], [2.0, 2.0, 2.0]] as $i => $free) {
            $fill = WeekFill::fill(Week::of('2027-W19'), $free, $jobs);
            $said["hours {$i}"] = [
                'laid' => array_map(static fn (array $one) => array_map(static fn (mixed $of) => $of instanceof PotJob ? $of->code : $of, $one), $fill->laid),
                'taken' => $fill->taken,
            ];
        }
        foreach ($jobs as $one) {
            $said["job {$one->code}"] = [
                'last good' => $one->lastGood(),
                'costs' => array_map(static fn (string $week) => $one->costs(Week::of($week)), ['2027-W19', '2027-W21', '2027-W24', '2027-W28']),
                'held too long' => array_map(
                    static fn (string $week) => $one->isHeldTooLong(Week::of($week)),
                    ['2027-W19', '2027-W21', '2027-W24', '2027-W28'],
                ),
                'day' => $one->dayIn(Week::of('2027-W19')),
            ];
        }
        foreach (range(-3, 21, 3) as $days) {
            foreach ([null, 0, 1, 2] as $bound) {
                $run = RootRun::of(
                    self::day('2027-05-01'),
                    $bound === null ? null : StageTally::of(['root_bound' => $bound, 'at_wall' => 6 - $bound]),
                    self::day('2027-05-01')->modify("{$days} days"),
                    HouseDefaults::usual(),
                );
                $said["roots after {$days} days, bound ".json_encode($bound)] = "{$run->risk}: ".Told::fact($run->words);
            }
        }

        return $said;
    }

    /** @return array<string, mixed> */
    private static function mixing(): array
    {
        $said = [];
        foreach ([
            'perlite 2 : coir 1', 'half perlite half vermiculite', 'perlite, vermiculite and compost in thirds', 'perlite 0 : coir 1',
            'perlite 0.5 : coir 1,5', 'leaf mould', '', 'part potting mix',
        ] as $mix) {
            $said["“{$mix}”"] = CropScenarios::orWhy(static fn () => (string) json_encode(Recipe::written($mix)->split(90.0), JSON_UNESCAPED_UNICODE));
        }
        foreach ([[9.0, 'to_parts'], [10.0, 'in_total'], [100.0, 'to_parts'], [0.5, 'in_total']] as [$parts, $reading]) {
            $said["sanitiser {$parts} {$reading}"] = CropScenarios::orWhy(static function () use ($parts, $reading): string {
                $made = Sanitiser::of($parts, RatioReading::from($reading), Strength::of(10, 'percent'));
                $poured = $made->make(Volume::litres(5));

                return Told::fact($made->words())." {$made->strength()->ppm} {$poured->stock->ml} + {$poured->water->ml}";
            });
        }
        $said['nothing booked'] = BatchResult::of([], [1]);

        return $said;
    }
}
