<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use Random\Engine\Mt19937;
use Random\Randomizer;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\Rest;
use WetCradle\Core\Calendar\Season;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Crops\LikeCrops;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\School;
use WetCradle\Core\Crops\SchoolEffect;
use WetCradle\Core\Crops\Sign;
use WetCradle\Core\Crops\SignedWindow;
use WetCradle\Core\Crops\SignSeen;
use WetCradle\Core\Crops\WaysCompared;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\Agreement;
use WetCradle\Core\Rooting\BatchForecast;
use WetCradle\Core\Rooting\LiftedThen;
use WetCradle\Core\Rooting\PracticeSet;
use WetCradle\Core\Rooting\Readiness;
use WetCradle\Core\Rooting\ReadyCheck;
use WetCradle\Core\Rooting\RootCurve;
use WetCradle\Core\Rooting\RootStage;
use WetCradle\Core\Rooting\Specimen;
use WetCradle\Core\Rooting\WaitOrClear;
use WetCradle\Core\Stock\BlockFacts;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\CountedOn;
use WetCradle\Core\Stock\DivisionPath;
use WetCradle\Core\Stock\Fitness;
use WetCradle\Core\Stock\Licence;
use WetCradle\Core\Stock\Origin;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\TakeSheet;

/** Crops, the year, stock and roots, over everything that a nursery may enter. */
final class CropScenarios
{
    /** @return array<string, \Closure(): array<array-key, mixed>> by name */
    public static function all(): array
    {
        return [
            'schools' => self::schools(...),
            'windows' => self::windows(...),
            'year' => self::year(...),
            'stock' => self::stock(...),
            'take-sheets' => self::takeSheets(...),
            'feet' => self::feet(...),
            'checks' => self::checks(...),
        ];
    }

    /** @return array<string, mixed> */
    private static function schools(): array
    {
        $said = [];
        foreach (Pattern::cases() as $pattern) {
            $sheet = WaySheet::of($pattern->sheet(1))->toArray();
            foreach (School::cases() as $school) {
                foreach ($school->options() as $option) {
                    $of = "{$pattern->value} {$school->value} {$option}";
                    $said[$of] = SchoolEffect::words($school, $option, WaySheet::of($sheet), HouseDefaults::usual());
                    foreach (WaysCompared::differences(WaySheet::of($sheet), WaySheet::of($school->applyTo($sheet, $option))) as $change) {
                        $said["{$of} sets {$change['path']}"] = $change['other'];
                    }
                }
            }
            $said["{$pattern->value} in figures"] = WaysCompared::figures(WaySheet::of($sheet), Beta::of(16, 4), 72, 0.4, HouseDefaults::usual());
            $said["{$pattern->value} in words"] = WaySheet::of($sheet)->words();
        }

        return $said;
    }

    /** @return array<string, mixed> */
    private static function windows(): array
    {
        $said = [];
        foreach (Climate::cases() as $climate) {
            foreach (Hemisphere::cases() as $half) {
                $shift = WindowShift::of($half, 0, $climate->air($half));
                foreach (range(1, 52, 3) as $week) {
                    $said["{$climate->value} {$half->value} week {$week}"] = $shift->weeksLater($week).' '.Told::fact($shift->words($week));
                }
            }
        }
        foreach ([-3, -1, 0, 1, 4] as $weeks) {
            $said["moved by {$weeks}"] = WindowShift::of(Hemisphere::South, $weeks)->words(20);
        }
        $windows = [SignedWindow::of(20, 28, Sign::Snaps), SignedWindow::of(46, 8, Sign::Dormant)];
        foreach ([
            'as it is' => [WindowShift::none(), []],
            'south, later' => [WindowShift::of(Hemisphere::South, 2), []],
            'seen' => [WindowShift::none(), [new SignSeen(0, Week::of('2027-W18'))]],
        ] as $name => [$shift, $seen]) {
            $ways = WayWindows::of($windows, $shift, $seen);
            foreach (range(0, 60, 2) as $i) {
                $week = Week::of('2027-W10')->plus($i);
                $next = $ways->openOrNext($week);
                $said["{$name} {$week->written()}"] = "{$ways->state($week)}, opens in {$ways->opensIn($week)}, "
                    ."next {$next->from->written()} to {$next->to->written()}";
            }
            $said["{$name} in two years"] = $ways->during(Week::of('2027-W01'), Week::of('2028-W52'));
            foreach (['2027-W17', '2027-W30', '2027-W49'] as $week) {
                $said["{$name} expected for {$week}"] = self::orWhy(static fn () => $ways->expectedFor(0, Week::of($week))->from->written());
            }
        }
        $early = WayWindows::of([SignedWindow::of(20, 28, Sign::Snaps)], WindowShift::none(), [new SignSeen(0, Week::of('2027-W18'))]);
        foreach (['2027-W17', '2027-W19', '2027-W21', '2027-W40'] as $now) {
            $said["hints in {$now}"] = LikeCrops::hints([1 => ['name' => 'Catmint', 'material' => Material::Softwood, 'windows' => $early], 2 => [
                'name' => 'Fuchsia',
                'material' => Material::Softwood,
                'windows' => WayWindows::of([SignedWindow::of(22, 30, Sign::Snaps)], WindowShift::none()),
            ],
                3 => [
                    'name' => 'Willow',
                    'material' => Material::Hardwood,
                    'windows' => WayWindows::of([SignedWindow::of(22, 30, Sign::Dormant)], WindowShift::none()),
                ]], Week::of($now));
        }

        return $said;
    }

    /** @return array<string, mixed> */
    private static function year(): array
    {
        $said = [];
        foreach (Climate::cases() as $climate) {
            foreach (Hemisphere::cases() as $half) {
                $air = $climate->air($half);
                $of = "{$climate->value} {$half->value}";
                $said["{$of} extremes"] = [$air->coldestDay(), $air->warmestDay()];
                $said["{$of} air"] = array_map($air->onDay(...), range(1, 365, 13));
                $rest = Rest::of($air, HouseDefaults::usual());
                foreach (range(1, 12) as $month) {
                    $said["{$of} potted in month {$month}"] = $rest->pottedOn(new \DateTimeImmutable(sprintf('2027-%02d-15', $month)));
                }
            }
        }
        foreach (['2027-01-01', '2027-06-30', '2027-07-01', '2027-08-31', '2027-09-01', '2027-12-31'] as $day) {
            foreach (Hemisphere::cases() as $half) {
                $season = Season::containing(new \DateTimeImmutable($day), $half);
                $said["season of {$day} {$half->value}"] = [$season->name(), $season->firstDay()->format('Y-m-d'), $season->end()->format('Y-m-d')];
            }
        }
        foreach (['1990-W01', '2100-W52', '1989-W52', '2101-W01', '2027-W00', '2027-W53', '2026-W53', '2027-W1'] as $written) {
            $said["week {$written}"] = self::orWhy(static fn () => Week::of($written)->monday()->format('Y-m-d'));
        }

        return $said;
    }

    /** @return array<string, mixed> */
    private static function stock(): array
    {
        $said = [];
        $day = static fn (string $day) => new \DateTimeImmutable($day);
        $takes = [
            'none' => [],
            'before' => [['on' => $day('2027-05-20'), 'cuttings' => 300]],
            'full' => [['on' => $day('2027-05-20'), 'cuttings' => 500]],
            'later' => [['on' => $day('2027-06-16'), 'cuttings' => 300],
            ],
            'both' => [['on' => $day('2027-05-10'), 'cuttings' => 200], ['on' => $day('2027-06-30'), 'cuttings' => 250]],
            'a year ago' => [['on' => $day('2026-06-12'), 'cuttings' => 400]]];
        foreach ($takes as $name => $of) {
            foreach ([
                [50, 1, null, 100], [50, 3, null, 900], [50, 1, 8, 350], [50, 1, 6, 100], [0, 1, null, 10], [50, 0, null, 10],
            ] as [$plants, $perShoot, $cap, $asked]) {
                $offer = BlockOffer::of($plants, ShootHabit::of(20, 40, 0.5, 2, 4), $perShoot, $cap, $of, $day('2027-06-02'), $asked);
                $said["{$name}, {$plants} plants, {$perShoot} a shoot, cap ".json_encode($cap)] = Told::fact($offer->words())."; left {$offer->left()}; "
                    .($offer->isEnough() ? 'enough' : 'short').'; rests '.json_encode($offer->restsUntil?->written()).'; year '.json_encode($offer->yearUsedUp);
            }
        }
        $offer = static fn (int $taken, ?int $cap = null) => BlockOffer::of(
            50,
            ShootHabit::of(20, 40, 0.5, 2, 4),
            1,
            $cap,
            $taken === 0 ? [] : [['on' => $day('2027-05-20'), 'cuttings' => $taken]],
            $day('2027-06-02'),
            10,
        );
        $fit = static fn (array $of) => array_map(
            static fn (array $why) => implode(' | ', Told::of($why)),
            Fitness::against(
                new BlockFacts(
                    ...$of + [
                        'on' => $day('2027-06-02'), 'cleanDays' => 10, 'inspectionDays' => 60, 'found' => null, 'plantedYear' => 2023,
                        'notBefore' => 1, 'replaceAfter' => 8, 'origin' => Origin::Own, 'permit' => null, 'permitUntil' => null,
                        'rights' => null, 'offer' => $offer(0),
                    ],
                ),
            ),
        );
        $cases = [
            ['cleanDays' => 60], ['cleanDays' => 61], ['cleanDays' => null], ['found' => 'mites, some'],
            ['plantedYear' => 2026], ['plantedYear' => 2027], ['plantedYear' => 2019], ['plantedYear' => 2018],
            ['origin' => Origin::Wild], ['origin' => Origin::ThirdParty, 'permit' => 'X1'],
            ['origin' => Origin::Wild, 'permit' => 'X1', 'permitUntil' => $day('2027-06-02')],
            ['origin' => Origin::Wild, 'permit' => 'X1', 'permitUntil' => $day('2027-06-01')],
            ['rights' => 'No licence covers it.'], ['offer' => $offer(500)], ['offer' => $offer(400, 8)], ['offer' => $offer(300, 6)],
        ];
        foreach ($cases as $i => $of) {
            $said["fit {$i}"] = $fit($of);
        }
        $licence = Licence::of('L1', $day('2027-01-01'), $day('2027-12-31'), 500, 0.12, CountedOn::Sale);
        foreach (['2026-12-31', '2027-01-01', '2027-12-31', '2028-01-01'] as $on) {
            $said["licence on {$on}"] = $licence->covers($day($on));
        }
        foreach ([[100, 400, 0], [101, 400, 0], [50, 300, 150], [51, 300, 150]] as [$asked, $used, $planned]) {
            $case = "licence for {$asked} with {$used} used and {$planned} planned";
            $said[$case] = self::orWhy(static function () use ($licence, $asked, $used, $planned): string {
                $licence->mustAllow($asked, $used, $planned, 'plants');

                return "{$licence->left($used, $planned)} left, {$licence->royaltyFor($asked)} owed";
            });
        }
        foreach ([
            [10, 3.0, 0.9, 200, 8], [10, 1.0, 0.9, 200, 8], [0, 3.0, 0.9, 10, 8], [40, 4.0, 1.0, 40, 8], [10, 3.0, 0.0, 10, 3],
        ] as [$start, $by, $survive, $target, $years]) {
            $said["clumps {$start} × {$by} × {$survive} to {$target}"] = DivisionPath::of($start, $by, $survive, $target, $years);
        }
        foreach ([[0, 3.0, 0.9], [10, 0.0, 0.9], [10, 3.0, 1.1], [10, 3.0, -0.1], [-1, 3.0, 0.9]] as [$start, $by, $survive]) {
            $said["clumps {$start} × {$by} × {$survive}"] = self::orWhy(static fn () => (string) DivisionPath::of($start, $by, $survive, 10, 5)->years);
        }

        return $said;
    }

    /** @return array<string, mixed> */
    private static function takeSheets(): array
    {
        $said = [];
        foreach (Pattern::cases() as $pattern) {
            $way = WaySheet::of($pattern->sheet(1));
            $said["{$pattern->value} tools"] = TakeSheet::tools($way);
            foreach ([1, 250, 251, 1200] as $asked) {
                $said["{$pattern->value} carries {$asked}"] = TakeSheet::carry($way, $asked, HouseDefaults::usual());
            }
            foreach ([[false, false], [true, false], [false, true], [true, true]] as [$protected, $diverse]) {
                $said["{$pattern->value} apart ".json_encode([$protected, $diverse])] = TakeSheet::keepApart($way, $protected, $diverse);
            }
        }
        $rows = [['row' => 'near', 'count' => 12, 'plants' => ['M1']], ['row' => 'far', 'count' => 5, 'plants' => []]];
        foreach ([[17, 4, 1], [30, 4, 1], [68, 4, 1], [69, 4, 1], [6, 4, 4], [6, 1, 12], [3, 4, 5], [17, 4, 18]] as [$asked, $cap, $parents]) {
            $said["{$asked} from 17, at most {$cap}, of {$parents}"] = self::orWhy(
                static fn () => (string) json_encode(Told::of(TakeSheet::spread($asked, $rows, $cap, $parents)), JSON_UNESCAPED_UNICODE),
            );
        }

        return $said;
    }

    /** @return array<string, mixed> a set that was graded once must stay the same, or people cannot be compared */
    private static function feet(): array
    {
        $said = [];
        foreach (RootStage::cases() as $stage) {
            foreach ([1, 2, 3] as $seed) {
                $specimen = Specimen::showing($stage, new Randomizer(new Mt19937($seed)));
                $said["{$stage->value} {$seed}"] = ['is' => $specimen->stage(), 'shows' => $specimen->toArray()];
            }
        }
        foreach ([1, 2, 999_999] as $number) {
            $said["set {$number}"] = array_map(static fn (Specimen $s) => $s->stage()->value, PracticeSet::of($number)->specimens);
        }
        foreach ([0, 1_000_000, 1_000_001] as $number) {
            $said["set {$number}, size"] = self::orWhy(static fn () => (string) count(PracticeSet::of($number)->specimens));
        }
        $stages = RootStage::cases();
        foreach (range(0, 6) as $wrong) {
            $pairs = [];
            foreach ([0, 1, 2, 3, 4, 5, 6, 0, 1, 2, 3, 4] as $i => $was) {
                $pairs[] = [$stages[$was % count($stages)], $stages[($was + ($i < $wrong ? 1 + $i % 2 : 0)) % count($stages)]];
            }
            $agreement = Agreement::of($pairs);
            $said["{$wrong} of twelve wrong"] = [
                'kappa' => $agreement->kappa(), 'rooted' => $agreement->onRooted(), 'exact' => $agreement->exact(),
                'words' => $agreement->words(), 'mistakes' => $agreement->mistakes(),
            ];
        }

        return $said;
    }

    /** @return array<string, mixed> */
    private static function checks(): array
    {
        $said = [];
        $begin = BatchForecast::begin(Beta::of(16, 4), Mishap::of(0.05, Beta::of(1, 5)), 10.0, 0.25, 6.0, 0.3, 20.0, 300);
        $seen = $begin->seeing(LiftedThen::of(9.0, 8, 3, 1));
        foreach ([1, 4, 8, 12, 20, 30] as $lifted) {
            foreach (array_unique([0, intdiv($lifted, 2), (int) (0.8 * $lifted), $lifted]) as $rooted) {
                $now = LiftedThen::of(14.0, $lifted, $rooted, 0, 0, 2);
                foreach (['first' => $begin, 'second' => $seen] as $which => $before) {
                    $check = Readiness::of($before, $now, 0.8, 30, HouseDefaults::usual());
                    $said["{$which}, {$rooted} of {$lifted}"] = "{$check->verdict->value}; more ".json_encode($check->more())
                        .'; '.round($check->chance, 9).'; '.Told::fact($check->words());
                }
            }
        }
        foreach ([
            ['lifted' => 5, 'rooted' => 6, 'sure' => 0.9], ['lifted' => 5, 'rooted' => 5, 'sure' => 0.49],
            ['lifted' => 5, 'rooted' => 5, 'sure' => 0.5],
        ] as $i => $of) {
            $said["refused {$i}"] = self::orWhy(
                static fn () => ReadyCheck::of($of['lifted'], $of['rooted'], 0.8, Beta::of(1, 1), $of['sure'])->verdict()->value,
            );
        }
        foreach ([
            [[], 'nothing seen'],
            [[['tau' => 10.0, 'lifted' => 8, 'rooted' => 2]], 'one check'],
            [[['tau' => 10.0, 'lifted' => 8, 'rooted' => 2], ['tau' => 18.0, 'lifted' => 10, 'rooted' => 8]], 'two'],
            [[['tau' => 30.0, 'lifted' => 12, 'rooted' => 0]], 'none'],
        ] as [$seen, $name]) {
            $curve = RootCurve::of(Beta::of(16, 4), 14.0, 5.0, $seen);
            $said["curve, {$name}"] = [
                'final' => $curve->finalRate(),
                'd50' => $curve->d50(),
                'range' => $curve->d50Range(),
                'at' => array_map($curve->rootedAt(...), [0.0, 7.0, 14.0, 28.0]),
                'ready' => $curve->readyTau(0.8),
                'between' => $curve->rangeAt(14.0),
            ];
        }
        foreach ([
            [0.8, 14.0, 100, 1.0, 5.0, 0.03], [0.8, 14.0, 100, 0.1, 50.0, 0.03], [0.4, 40.0, 300, 1.0, 2.0, 0.1],
            [0.8, 14.0, 0, 1.0, 5.0, 0.03], [0.9, 20.0, 200, 2.0, 0.0, 0.0],
        ] as $i => [$rate, $d50, $unrooted, $value, $cost, $loss]) {
            $call = WaitOrClear::of($rate, $d50, 5.0, 12.0, $unrooted, 3.5, 8, $value, $cost, $loss);
            $said["wait {$i}"] = [
                'steps' => $call->steps,
                'wait' => $call->waitSteps(),
                'gain' => $call->gain(),
                'plants' => $call->plants(),
                'close' => array_map(static fn (float $share) => $call->isClose($cost, $share), [0.0, 0.15, 1.0]),
            ];
        }

        return $said;
    }

    /** @param callable(): string $say */
    public static function orWhy(callable $say): string
    {
        try {
            return $say();
        } catch (Refused $refused) {
            return "refused, {$refused->reason} {$refused->field}: ".Told::of($refused->says);
        }
    }
}
