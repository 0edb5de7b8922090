<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use WetCradle\Core\Bench\Positions;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\TrayFit;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Book\BatchState;
use WetCradle\Core\Book\CountBook;
use WetCradle\Core\Book\FullCount;
use WetCradle\Core\Book\Losses;
use WetCradle\Core\Book\State;
use WetCradle\Core\Calendar\AirTable;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\Rest;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Crops\Hold;
use WetCradle\Core\Crops\HoldWay;
use WetCradle\Core\Crops\LikeCrops;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\PotTrigger;
use WetCradle\Core\Crops\School;
use WetCradle\Core\Crops\Sign;
use WetCradle\Core\Crops\SignedWindow;
use WetCradle\Core\Crops\SignSeen;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\WayWindows;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mixing\Dilution;
use WetCradle\Core\Mixing\Poured;
use WetCradle\Core\Mixing\Strength;
use WetCradle\Core\Mixing\Volume;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Core\Plan\OrderOutlook;
use WetCradle\Core\Plan\Outlook;
use WetCradle\Core\Plan\PlantWorth;
use WetCradle\Core\Plan\Standing;
use WetCradle\Core\Plan\StickOrder;
use WetCradle\Core\Plan\ToStick;
use WetCradle\Core\Potting\GrowOnSteps;
use WetCradle\Core\Potting\Looked;
use WetCradle\Core\Potting\PotOn;
use WetCradle\Core\Potting\RootRun;
use WetCradle\Core\Potting\Trigger;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\CropRate;
use WetCradle\Core\Rates\InWords;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\Agreement;
use WetCradle\Core\Rooting\CardinalTemperatures;
use WetCradle\Core\Rooting\ReadyCheck;
use WetCradle\Core\Rooting\RootStage;
use WetCradle\Core\Rooting\Rounds;
use WetCradle\Core\Rooting\StageTally;
use WetCradle\Core\Stock\CountedOn;
use WetCradle\Core\Stock\HoldClock;
use WetCradle\Core\Stock\Licence;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\StockTakes;
use WetCradle\Core\Stock\TakeSheet;

/**
 * Rules walked over their limits in the smallest steps: just below, at, and just above. Where a rule says "more than" or "at
 * least", one of these lines shows which.
 */
final class NearLimitsScenarios
{
    /** @return array<string, \Closure(): array<array-key, mixed>> by the name of the agreed file */
    public static function all(): array
    {
        return [
            'near-words' => self::words(...),
            'near-measures' => self::measures(...),
            'near-windows' => self::windows(...),
            'near-orders' => self::orders(...),
            'near-zones' => self::zones(...),
            'near-counts' => self::counts(...),
            'near-stock' => self::stock(...),
            'near-days' => self::days(...),
            'near-roots' => self::roots(...),
            'near-pots' => self::pots(...),
            'near-sticking' => self::sticking(...),
        ];
    }

    /** @return array<array-key, mixed> */
    private static function words(): array
    {
        $said = [];
        foreach (range(0, 200) as $i) {
            $share = $i / 200;
            $said['share'][(string) $share] = Told::of(InWords::share($share)).' | '.Told::of(InWords::chance($share));
        }
        foreach ([0.0049, 0.0051, 0.9949, 0.9951, 0.9999] as $chance) {
            $said['chance'][(string) $chance] = Told::of(InWords::share($chance)).' | '.Told::of(InWords::chance($chance));
        }
        foreach ([[], [[0, 0]], [[1, 1]], [[0, 4]], [[3, 4], [0, 0]], [[29, 40], [31, 40], [9, 11]], [[995, 1000]]] as $i => $past) {
            $batches = array_map(static fn (array $b) => PastBatch::of(...$b), $past);
            $said['rate'][$i] = Told::of(InWords::rate(CropRate::learn(CropPrior::of(0.7, 8.0, 12.0), $batches), $batches));
        }
        foreach ([0, 1, 2, 9, 10, 11, 99, 100, 1000, BatchCode::many() - 1] as $n) {
            $said['code'][$n] = self::orRefusal(static fn () => BatchCode::ofNumber($n)->written);
        }
        foreach ([BatchCode::many(), BatchCode::many() + 1] as $n) {
            $said['last'][$n] = self::orRefusal(static fn () => BatchCode::ofNumber($n)->written);
        }

        return $said;
    }

    /** @return array<array-key, mixed> */
    private static function measures(): array
    {
        $said = [];
        foreach ([5, 25, 100, 500, 2000, 10_000] as $mark) {
            foreach ([-0.3, -0.05, 0.0, 0.05, 0.3, 1.0, 3.0, 26.0, 51.0] as $by) {
                $final = 2.0 * ($mark + $by);
                $poured = Poured::of(Dilution::of(Strength::of(2000.0), Strength::of(1000.0), Volume::of($final)), Strength::of(2000.0));
                $said['poured'][(string) ($mark + $by)] = [$poured->stock->ml, $poured->water->ml, $poured->strength->ppm, $poured->error];
            }
        }
        foreach ([0.04, 0.05, 0.06, 0.1] as $ml) {
            $said['little'][(string) $ml] = self::orRefusal(
                static fn () => Poured::of(Dilution::of(Strength::of(2000.0), Strength::of(1000.0), Volume::of($ml)), Strength::of(2000.0))->stock->ml,
            );
        }
        foreach ([[120.0, 60.0], [119.9, 60.0], [61.0, 61.0], [60.0, 40.0], [39.9, 60.0], [200.0, 100.0], [201.0, 101.0]] as [$length, $width]) {
            $said['trays']["{$length} × {$width}"] = [
                TrayFit::of($length, $width, 60.0, 40.0), TrayFit::of($length, $width, 40.0, 60.0), TrayFit::of($length, $width, 20.0, 20.0),
            ];
        }
        foreach ([1, 2, 22, 23, 24, 45, 46] as $pots) {
            $said['pots'][$pots] = [
                Positions::ofPots($pots, 9.0, false, 1800.0, HouseDefaults::usual()), Positions::ofPots($pots, 9.0, true, 1800.0, HouseDefaults::usual()),
            ];
        }
        foreach ([[null, null], [0.0, null], [null, 0.0], [2.5, 1.0], [null, 1.0], [null, 0.01]] as $i => [$worth, $liner]) {
            $said['worth'][$i] = PlantWorth::of($worth, $liner, 0.05, HouseDefaults::usual())->value;
        }

        return $said;
    }

    /** @return array<array-key, mixed> */
    private static function windows(): array
    {
        $said = [];
        $shifts = [
            'reference' => WindowShift::none(),
            'later' => WindowShift::of(Hemisphere::North, 3),
            'south' => WindowShift::of(Hemisphere::South, 0),
            'warm' => WindowShift::of(Hemisphere::North, 0, Climate::WarmDry->air(Hemisphere::North)),
            'cold' => WindowShift::of(Hemisphere::North, 0, Climate::ColdContinental->air(Hemisphere::North)),
        ];
        foreach ($shifts as $name => $shift) {
            $said[$name]['weeks later'] = array_map($shift->weeksLater(...), range(1, 53));
            $windows = WayWindows::of([SignedWindow::of(20, 24, Sign::Snaps), SignedWindow::of(46, 8, Sign::FirmsUp)], $shift);
            $rows = [];
            for ($week = Week::of('2026-W50'), $i = 0; $i < 60; ++$i, $week = $week->plus(1)) {
                $run = $windows->openOrNext($week);
                $rows[$week->written()] = sprintf(
                    '%s %d %s–%s %d', $windows->state($week), $windows->opensIn($week), $run->from->written(), $run->to->written(), $run->window,
                );
            }
            $said[$name]['runs'] = $rows;
        }
        foreach (range(-14, 14) as $by) {
            $seen = Week::of('2027-W20')->plus($by);
            $plain = [SignedWindow::of(20, 24, Sign::Snaps)];
            $said['seen'][$by] = self::orRefusal(static fn () => WayWindows::of($plain, WindowShift::none())->expectedFor(0, $seen)->from->written());
            $pinned = WayWindows::of($plain, WindowShift::none(), [new SignSeen(0, $seen)])->openOrNext(Week::of('2027-W06'));
            $said['pinned'][$by] = "{$pinned->from->written()} {$pinned->to->written()} {$pinned->moved}";
        }

        foreach (range(13, 19) as $ago) {
            foreach ([-3, -1, 0, 1] as $by) {
                $like = WayWindows::of(
                    [SignedWindow::of(10, 12, Sign::Snaps)], WindowShift::none(), [new SignSeen(0, Week::of('2027-W10')->plus($by))],
                );
                $hints = LikeCrops::hints([
                    1 => ['name' => 'Seen', 'material' => Material::Softwood, 'windows' => $like],
                    2 => [
                        'name' => 'Like', 'material' => Material::Softwood,
                        'windows' => WayWindows::of([SignedWindow::of(40, 42, Sign::Snaps)], WindowShift::none()),
                    ],
                    3 => [
                        'name' => 'Other', 'material' => Material::Hardwood,
                        'windows' => WayWindows::of([SignedWindow::of(40, 42, Sign::Snaps)], WindowShift::none()),
                    ],
                ], Week::of('2027-W12')->plus($ago));
                $said['hints']["{$ago} weeks after, {$by}"] = implode(', ', array_map(
                    static fn (array $h, int $id) => "{$id}: {$h['by']} {$h['like']} {$h['from']} ".Told::of($h['words']),
                    $hints,
                    array_keys($hints),
                ));
            }
        }
        foreach (['1;-60', '1;60', '1;-60.1', '1;60.1', '0;5', '12;5', '13;5', '12;5,5'] as $row) {
            $said['air'][$row] = self::orRefusal(static fn () => count(AirTable::read($row)->days).' days');
        }
        foreach (Pattern::cases() as $pattern) {
            $way = WaySheet::of($pattern->sheet(1));
            $said['schools'][$pattern->value] = implode(', ', array_map(static fn (School $s) => $s->value.' '.($s->followedBy($way) ?? '–'), School::cases()));
        }

        return $said;
    }

    /** @return array<array-key, mixed> */
    private static function orders(): array
    {
        $said = [];
        $rates = ['even' => Beta::ofMean(0.5, 4.0), 'sure' => Beta::ofMean(0.9, 400.0)];
        foreach ([0, 1, 2, 5, 10] as $wanted) {
            foreach ([0, 1, 5, 10, 12] as $sure) {
                foreach ([0, 1, 9, 11, 20] as $count) {
                    foreach ([[0, 0], [2, 0], [0, 3]] as [$before, $sent]) {
                        foreach ($rates as $name => $rate) {
                            $outlook = OrderOutlook::of($wanted, $sure, $count === 0 ? [] : [Standing::of($count, [$rate])], $before, $sent);
                            $said["{$wanted} wanted, {$sure} sure, {$before} before, {$sent} sent"]["{$count} {$name}"] = sprintf(
                                '%.9F %d %d %s %s',
                                $outlook->chance(),
                                $outlook->coming(),
                                $outlook->short(),
                                $outlook->isShort() ? 'short' : 'enough',
                                Told::of($outlook->words()),
                            );
                        }
                    }
                }
            }
        }

        return $said;
    }

    /** @return array<array-key, mixed> */
    private static function zones(): array
    {
        $said = [];
        $house = HouseDefaults::usual();
        $week = Week::of('2027-W20');
        $zone = Zone::of('Mist', 10, Range::of(16, 22), Range::of(1, 2));
        foreach ([[16, 22], [22, 24], [22.1, 24], [14, 16], [14, 15.9]] as [$low, $high]) {
            foreach ([[0, 1], [0, 0], [2, 3], [3, 3], [1, 2]] as [$dry, $wet]) {
                foreach ([1, 5, 6, 10, 11] as $trays) {
                    $batch = Tenant::of('A', $trays, $week, $week->plus(1), Range::of($low, $high), Range::of($dry, $wet));
                    $other = Tenant::of('B', 5, $week->plus(1), $week->plus(2), Range::of(20, 23), Range::of(1, 1));
                    $offer = $zone->offerTo($batch, [$other]);
                    $said["{$low}–{$high}, {$dry}–{$wet}"][$trays] = sprintf(
                        '%s %d %s %s',
                        $offer->reason ?? 'yes',
                        $offer->leastFree,
                        json_encode($zone->setting([$batch, $other]), JSON_THROW_ON_ERROR),
                        round($zone->distanceFrom($batch, $house), 6),
                    );
                }
            }
        }
        $steady = [];
        foreach ([[16, 18], [17, 19], [19, 20], [16, 22], [], [18, 18], [18.5, 19], [20, 24]] as $span) {
            $steady[] = $span === [] ? [] : [Tenant::of('A', 1, $week, $week, Range::of(...$span), Range::of(1, 2))];
        }
        $said['steady'] = $zone->settings($steady, $house);
        foreach ([-0.1, 0.0, 0.9, 1.0, 7.9, 8.0, 8.1, 11.9, 12.0, 12.1] as $heat) {
            foreach ([0.0, 0.9, 1.0] as $mist) {
                foreach ([4.9, 5.0, 5.1] as $air) {
                    $said['rounds']["{$heat} {$mist} {$air}"] = [
                        Rounds::every($heat, $mist, false, false, $air, $house), Rounds::every($heat, $mist, true, false, $air, $house),
                        Rounds::every($heat, $mist, false, true, $air, $house),
                    ];
                }
            }
        }
        foreach ([ZoneKind::Mist, ZoneKind::Cover, ZoneKind::Open, ZoneKind::Frame] as $kind) {
            foreach ([[0, 30], [15, 15], [14.9, 14.9], [15.1, 20], [20, 30]] as [$low, $high]) {
                $there = Zone::of('Z', 1, Range::of($low, $high), Range::of(0, 3), $kind);
                $said['warm']["{$kind->value} {$low}–{$high}"] = [
                    $there->isPaidWarm(Range::of(14, 16), Climate::reference(), $house), $there->medium(Range::of(14, 16), Climate::reference())->setPoint,
                ];
            }
        }

        return $said;
    }

    /** @return array<array-key, mixed> */
    private static function counts(): array
    {
        $said = [];
        foreach (range(0, 3) as $rooted) {
            foreach (range(0, 2) as $unrooted) {
                foreach ([
                    [0, 0, 0, 0, 0], [1, 0, 0, 0, 0], [1, 1, 0, 0, 0], [0, 0, 1, 0, 0], [0, 0, 2, 0, 0], [2, 0, 0, 1, 0], [0, 0, 1, 0, 1],
                    [3, 1, 0, 0, 0],
                ] as $more) {
                    $name = "{$rooted} rooted, {$unrooted} not, ".implode(' ', $more);
                    $said[$name] = self::orRefusal(static function () use ($rooted, $unrooted, $more): string {
                        $book = CountBook::empty();
                        $book->stick(1, 3);
                        $entries = $book->count(1, FullCount::of($rooted, $unrooted, Losses::of(['rot' => max(0, 3 - $rooted - $unrooted)]), ...$more), 2, 3);

                        return implode('; ', array_map(static fn (object $e) => (string) json_encode($e, JSON_THROW_ON_ERROR), $entries));
                    });
                }
            }
        }
        foreach (State::cases() as $one) {
            foreach (State::cases() as $other) {
                $said['states']["{$one->value} {$other->value}"] = BatchState::of([$one->value => 1, $other->value => 1])->value;
            }
        }

        return $said;
    }

    /** @return array<array-key, mixed> */
    private static function stock(): array
    {
        $said = [];
        foreach ([[1, 1], [2, 4], [3, 3]] as [$shoots, $most]) {
            foreach ([0.3, 0.5, 1.0] as $cap) {
                foreach ([0.0, 1.0, 2.0] as $branching) {
                    foreach ([0, 1, 2] as $recovery) {
                        $habit = ShootHabit::of($shoots, $most, $cap, $branching, $recovery);
                        foreach (
                            ['again' => [[10, null], [11, 4], [12, null]], 'at once' => [[10, 2], [10, 3]], 'much' => [[9, 5], [10, 100]]] as $name => $takes
                        ) {
                            $played = StockTakes::of(2, $habit, array_map(static fn (array $t) => ['week' => $t[0], 'cuttings' => $t[1]], $takes));
                            $said["{$shoots} to {$most}, {$cap}, {$branching}, {$recovery}"][$name] = (string) json_encode(
                                [$played->takes, round($played->shootsLeft(), 9)], JSON_THROW_ON_ERROR,
                            );
                        }
                    }
                }
            }
        }
        $licence = Licence::of('L', new \DateTimeImmutable('2027-03-01'), new \DateTimeImmutable('2027-03-31'), 10, 0.125, CountedOn::Sticking);
        foreach (['2027-02-28', '2027-03-01', '2027-03-31', '2027-04-01'] as $day) {
            $said['covers'][$day] = $licence->covers(new \DateTimeImmutable($day));
        }
        foreach ([[0, 0, 10], [0, 0, 11], [4, 6, 0], [4, 6, 1], [12, 0, 0]] as [$used, $planned, $asked]) {
            $allowed = self::orRefusal(static function () use ($licence, $asked, $used, $planned): string {
                $licence->mustAllow($asked, $used, $planned, 'trays');

                return 'allowed';
            });
            $said['licence']["{$used} {$planned} {$asked}"] = [$licence->left($used, $planned), $allowed, $licence->royaltyFor($used)];
        }
        $start = new \DateTimeImmutable('2027-05-12 07:30');
        foreach ([
            ['dry' => false, 'sameDay' => true, 'shadedHours' => 14, 'coldDays' => 0, 'sealDays' => 0],
            ['dry' => false, 'sameDay' => false, 'shadedHours' => 6, 'coldDays' => 3, 'sealDays' => 0],
            ['dry' => true, 'sameDay' => false, 'shadedHours' => 0, 'coldDays' => 0, 'sealDays' => 4],
        ] as $i => $kind) {
            $hold = Hold::read(Fields::of($kind));
            foreach (HoldWay::cases() as $how) {
                $said['hold']["{$i} {$how->value}"] = self::orRefusal(static function () use ($hold, $how, $start): string {
                    $clock = HoldClock::of($hold, $how, $start, HouseDefaults::usual());
                    $moments = [];
                    foreach ([
                        0, 60, 239, 240, 241, 269, 270, 271, 299, 300, 301, 359, 360, 361, 600, 3 * 1440 - 1, 3 * 1440, 3 * 1440 + 1, 4 * 1440,
                        4 * 1440 + 1,
                    ] as $minutes) {
                        $moments[] = $minutes.' '.$clock->at($start->modify("+{$minutes} minutes"));
                    }

                    return $clock->due->format('Y-m-d H:i').': '.implode(', ', $moments);
                });
            }
        }
        foreach ([[10, 5, 1], [10, 5, 2], [10, 5, 3], [11, 4, 2], [3, 10, 2], [0, 1, 1]] as [$asked, $cap, $parents]) {
            $said['spread']["{$asked} at {$cap} of {$parents}"] = self::orRefusal(
                static fn () => (string) json_encode(
                    TakeSheet::spread(
                        $asked, [['row' => 'a', 'plants' => ['a1'], 'count' => 1], ['row' => 'b', 'plants' => ['b1', 'b2'], 'count' => 2]], $cap,
                        $parents,
                    ), JSON_THROW_ON_ERROR,
                ),
            );
        }

        return $said;
    }

    /** @return array<array-key, mixed> */
    private static function days(): array
    {
        $said = [];
        $house = HouseDefaults::usual();
        $day = static fn (string $written) => new \DateTimeImmutable($written);
        foreach ([[1, 0, 0], [0, 5, 0], [0, 0, 5], [0, 5, 5], [0, 0, 0]] as [$planned, $stuck, $rooted]) {
            foreach ([null, '2027-05-05'] as $check) {
                foreach ([null, Fact::of('trigger.none_lifted')] as $because) {
                    foreach ([false, true] as $longer) {
                        $outlook = new Outlook(
                            'RAK-47', 1, $planned, $stuck, $rooted, $day('2027-05-01'), $day('2027-05-16'), $day('2027-05-30'),
                            $check === null ? null : $day($check), $because, $longer,
                        );
                        $next = $outlook->next($house);
                        $said['next'][] = $next === null ? 'nothing' : "{$next->job->value} {$next->on->format('Y-m-d')} ".Told::of($next->why);
                    }
                }
            }
        }
        foreach (['2027-05-11', '2027-05-12', '2027-05-13'] as $today) {
            $said['due'][$today] = Rounds::isDue($day('2027-05-10'), 2, $day($today));
        }
        foreach ([0, 1, 1500] as $days) {
            $growing = GrowingOn::days($days);
            $said['plain'][$days] = $growing->readyOn($day('2027-05-12'))->format('Y-m-d').' '.$growing->potBy($day('2027-05-12'))->format('Y-m-d');
        }
        foreach ([Climate::reference(), Climate::WarmDry->air(Hemisphere::North), Climate::ColdContinental->air(Hemisphere::South)] as $i => $air) {
            $rest = Rest::of($air, $house);
            $row = [];
            for ($on = $day('2026-09-01'), $n = 0; $n < 380; $n += 3, $on = $on->modify('+3 days')) {
                $row[] = $rest->pottedOn($on)->format('md').'/'.$rest->pottedBy($on)->format('md');
            }
            $said['rest'][$i] = implode(' ', $row);
        }
        foreach (Pattern::cases() as $pattern) {
            $sheet = WaySheet::of($pattern->sheet(1))->potting;
            foreach (['2027-03-01', '2027-08-20', '2027-11-10'] as $potted) {
                foreach ([1, 20, 60, 200] as $grows) {
                    $steps = GrowOnSteps::of($sheet, $day($potted), $day($potted)->modify("+{$grows} days"), Climate::reference(), $house);
                    $said['steps']["{$pattern->value} {$potted} {$grows}"] = implode(
                        ', ', array_map(static fn (array $s) => $s['kind']->value.' '.$s['on']->format('m-d'), $steps),
                    );
                }
            }
        }

        return $said;
    }

    /** @return array<array-key, mixed> */
    private static function roots(): array
    {
        $said = [];
        foreach ([[5.0, 15.0, 25.0, 35.0], [0.0, 20.0, 20.0, 30.0]] as $cardinal) {
            foreach ([
                $cardinal[0] - 0.1, $cardinal[0], $cardinal[0] + 0.1, $cardinal[1], $cardinal[1] - 0.1, $cardinal[2], $cardinal[2] + 0.1, $cardinal[3],
                $cardinal[3] - 0.1,
            ] as $at) {
                $said['progress'][implode(' ', $cardinal)][(string) $at] = CardinalTemperatures::of(...$cardinal)->progressAt($at);
            }
        }
        foreach ([[5.0, 5.0, 25.0, 35.0], [5.0, 15.0, 14.9, 35.0], [5.0, 15.0, 15.0, 15.0], [5.0, 15.0, 15.0, 15.1]] as $cardinal) {
            $said['upside down'][implode(' ', $cardinal)] = self::orRefusal(static fn () => CardinalTemperatures::of(...$cardinal)->progressAt(15.0));
        }
        foreach (range(1, 12) as $lifted) {
            foreach (range(0, $lifted) as $rooted) {
                foreach ([0.5, 0.8] as $threshold) {
                    $check = ReadyCheck::of($lifted, $rooted, $threshold, Beta::of(1, 1), 0.9);
                    $said['ready']["{$rooted} of {$lifted} at {$threshold}"] = sprintf('%.9F %s', $check->chance(), $check->verdict()->value);
                }
            }
        }
        $stages = RootStage::cases();
        foreach ($stages as $one) {
            foreach ($stages as $other) {
                $tally = StageTally::of([$one->value => 2, $other->value => 3]);
                $said['tally']["{$one->value} {$other->value}"] = sprintf('%d %d %s', $tally->lifted(), $tally->rooted(), $tally->typical()->value ?? '–');
                $pairs = [[$one, $other], [$one, $one], [$other, $other]];
                $agreement = Agreement::of($pairs);
                $said['agree']["{$one->value} {$other->value}"] = [
                    $agreement->kappa(), $agreement->onRooted(), $agreement->exact(), Told::of($agreement->words()),
                ];
            }
        }
        foreach (PotTrigger::cases() as $school) {
            foreach ($stages as $stage) {
                foreach ([0, 1, 4, 5, 9, 10] as $many) {
                    $tally = StageTally::of([$stage->value => max($many, 1), 'nothing' => 10 - $many]);
                    $look = new Looked(new \DateTimeImmutable('2027-05-10'), $tally, ReadyCheck::of($tally->lifted(), $tally->rooted(), 0.8, Beta::of(1, 1), 0.9)->verdict());
                    $trigger = Trigger::of(
                        $school, [$look], 0, null, new \DateTimeImmutable('2027-05-12'),
                        new \DateTimeImmutable($many % 2 === 0 ? '2027-05-12' : '2027-05-11'),
                    );
                    $said['trigger']["{$school->value} {$stage->value} {$many}"]
                        = ($trigger->isDue ? 'due ' : 'not ').($trigger->since?->format('m-d') ?? '').' '.Told::of($trigger->words);
                }
            }
        }

        return $said;
    }

    /** @return array<array-key, mixed> */
    private static function pots(): array
    {
        $said = [];
        $house = HouseDefaults::usual();
        foreach ([
            [420, 420], [420, 421], [420, 1000], [1000, 4000], [1000, 4001], [1000, 5000], [1000, 5001], [1000, 3000], [1000, 3001], [0, 1], [1, 0],
        ] as [$from, $to]) {
            $said['pot on']["{$from} {$to}"] = self::orRefusal(static fn () => Told::of(PotOn::caution($from, $to, $house) ?? Fact::of('bench.suits')));
        }
        $since = new \DateTimeImmutable('2027-05-01');
        foreach ([null, ['root_bound' => 1, 'at_hole' => 9], ['at_hole' => 10], ['root_bound' => 10], ['at_wall' => 5, 'nothing' => 5]] as $i => $stages) {
            foreach (range(0, 40) as $days) {
                $run = RootRun::of($since, $stages === null ? null : StageTally::of($stages), $since->modify(sprintf('%+d days', $days)), $house);
                $said['run'][$i][$days] = $run->risk.' '.Told::of($run->words);
            }
        }

        return $said;
    }

    /** @return array<array-key, mixed> */
    private static function sticking(): array
    {
        $said = [];
        for ($seed = 1; $seed <= 24; ++$seed) {
            $draw = new Draw($seed);
            $batches = [];
            for ($i = 0; $i < 6; ++$i) {
                $ready = 480 + 30 * $draw->below(5);
                $due = $draw->once(4) ? null : $ready + 20 + $draw->below(260);
                $batches[] = ToStick::of("B{$i}", $ready, $due, 5 + $draw->below(80), 'mix '.$draw->below(2), 'dip '.$draw->below(3));
            }
            foreach ([1, 2, 3] as $stations) {
                $said[$seed][$stations] = implode(', ', array_map(
                    static fn (array $one) => "{$one['code']} {$one['from']}–{$one['to']} {$one['late']}",
                    StickOrder::of($batches, $stations, 480, HouseDefaults::usual()),
                ));
            }
        }

        return $said;
    }

    /** @param callable(): mixed $ask */
    private static function orRefusal(callable $ask): mixed
    {
        try {
            return $ask();
        } catch (Refused $refused) {
            return "refused {$refused->reason} at {$refused->field}: ".Told::of($refused->says);
        }
    }
}
