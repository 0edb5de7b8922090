<?php

declare(strict_types=1);

namespace WetCradle\Core\Tests;

use WetCradle\Core\Bench\BenchOption;
use WetCradle\Core\Bench\Berths;
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
use WetCradle\Core\Calendar\Rest;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WorkDays;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Crops\Hormone;
use WetCradle\Core\Crops\HormoneKind;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaysCompared;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Crops\Winter;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Mixing\AuxinForm;
use WetCradle\Core\Mixing\DipChoice;
use WetCradle\Core\Mixing\DipStock;
use WetCradle\Core\Mixing\Strength;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Plan\Costs;
use WetCradle\Core\Plan\Drafted;
use WetCradle\Core\Plan\EvenOut;
use WetCradle\Core\Plan\Movable;
use WetCradle\Core\Plan\OrderOutlook;
use WetCradle\Core\Plan\Pool;
use WetCradle\Core\Plan\Route;
use WetCradle\Core\Plan\RoutePart;
use WetCradle\Core\Plan\Routes;
use WetCradle\Core\Plan\RouteWay;
use WetCradle\Core\Plan\SeasonChance;
use WetCradle\Core\Plan\SeasonDraft;
use WetCradle\Core\Plan\Shift;
use WetCradle\Core\Plan\Standing;
use WetCradle\Core\Plan\Want;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Potting\PotJob;
use WetCradle\Core\Potting\WeekFill;
use WetCradle\Core\Priority;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\CardinalTemperatures;
use WetCradle\Core\Rooting\Medium;
use WetCradle\Core\Rooting\ReadyCheck;
use WetCradle\Core\Rooting\RootCurve;
use WetCradle\Core\Rooting\RootingPace;
use WetCradle\Core\Rooting\RootingTime;
use WetCradle\Core\Rooting\WaitOrClear;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\ShootHabit;
use WetCradle\Core\Stock\Source;
use WetCradle\Core\Stock\StockTakes;
use WetCradle\Core\Stock\TakeSheet;
use WetCradle\Core\Stock\Yard;

/**
 * Whole scenarios drawn by chance, of few and small numbers, so that ties and limits are met often. Each is one line: what it
 * came to in short, and a sum of all that was said of it.
 */
final class DrawnScenarios
{
    private const TODAY = '2027-04-05';

    /** @return array<string, \Closure(): array<array-key, mixed>> by the name of the agreed file */
    public static function all(): array
    {
        $all = [];
        foreach ([
            'drawn-even' => [120, self::even(...)],
            'drawn-routes' => [120, self::routes(...)],
            'drawn-draft' => [60, self::draft(...)],
            'drawn-blocks' => [200, self::block(...)],
            'drawn-zones' => [150, self::zone(...)],
            'drawn-fillings' => [120, self::filling(...)],
            'drawn-no-place' => [150, self::noPlace(...)],
            'drawn-stays' => [60, self::stays(...)],
            'drawn-orders' => [150, self::orders(...)],
            'drawn-potting' => [100, self::potting(...)],
            'drawn-roots' => [60, self::roots(...)],
            'drawn-dips' => [150, self::dip(...)],
            'drawn-ways' => [80, self::ways(...)],
            'drawn-rows' => [120, self::rows(...)],
        ] as $name => [$times, $one]) {
            $all[$name] = static function () use ($times, $one): array {
                $said = [];
                for ($seed = 1; $seed <= $times; ++$seed) {
                    $said[$seed] = $one(new Draw($seed), $seed);
                }

                return $said;
            };
        }

        return $all;
    }

    private static function day(int $ahead): \DateTimeImmutable
    {
        return (new \DateTimeImmutable(self::TODAY))->modify(sprintf('%+d days', $ahead));
    }

    private static function even(Draw $draw): string
    {
        $batches = $draw->many(2, 8, static function (int $i) use ($draw): Movable {
            $isStuck = $draw->once(4);
            $stickOn = self::day($isStuck ? -7 * $draw->from(0, 2) : 7 * $draw->below(5) + $draw->below(3));

            return new Movable(
                'B'.$i,
                'Fuchsia',
                $stickOn,
                $isStuck ? null : $stickOn->sub(new \DateInterval(sprintf('P%dD', 7 * $draw->below(4)))),
                $isStuck ? null : $stickOn->add(new \DateInterval(sprintf('P%dD', 7 * $draw->below(4)))),
                PlainTimes::of(7, 14, $draw->of([0, 7]), 28),
                $draw->of([0, 0, 7, 21]),
                $draw->once(3) ? Week::of('2027-W22')->plus($draw->below(4)) : null,
                $draw->of([0.0, 2.0, 4.0, 4.05, 6.0]),
                $draw->of([1.0, 2.0, 4.0, 4.05]),
            );
        });
        $crew = $draw->many(14, 14, static fn () => $draw->of([0.0, 4.0, 4.0, 6.0, 8.0]));
        $fixed = $draw->many(14, 14, static fn () => $draw->of([0.0, 0.0, 2.0, 4.0]));
        $refused = 'B'.$draw->below(12);

        try {
            $even = EvenOut::plan(
                Week::of('2027-W14'),
                $fixed,
                $crew,
                $batches,
                static fn (Movable $m) => $m->code !== $refused,
                HouseDefaults::usual(),
            );
        } catch (Refused $refusal) {
            return $refusal->reason;
        }

        return implode(', ', array_map(static fn (Shift $s) => "{$s->batch} {$s->stickOn->format('m-d')}+{$s->heldDays}", $even->moves)).' '.Told::sum([
            array_map(static fn (Shift $s) => [$s->why, $s->dates->toArray()], $even->moves), $even->weeks,
        ]);
    }

    private static function drawnWay(Draw $draw, int $id): RouteWay
    {
        $pattern = $draw->of([Pattern::SoftTip, Pattern::SemiRipe, Pattern::Clump, Pattern::Hardwood]);
        $from = $draw->of([14, 18, 24, 46]);

        return PlanScenarios::way($id, $pattern, $from, ($from + $draw->below(8)) % 53 + 1, $draw->of([16, 40]), $draw->of([2, 4, 30]));
    }

    private static function drawnSource(Draw $draw, int $i): Source
    {
        $against = $draw->once(5) ? ['Mites were found.'] : [];

        return PlanScenarios::source('FU-'.$i, $draw->of([0, 4, 12, 40, 90]), $against, $draw->once(3) ? $draw->of([1.0, 2.5, 4.0]) : null);
    }

    private static function routes(Draw $draw): string
    {
        $want = new Want(
            'Fuchsia',
            $draw->of([1, 20, 72, 150, 144]),
            Week::of('2027-W18')->plus($draw->of([0, 10, 16, 22, 30, 60, 130])),
            $draw->many(1, 3, static fn (int $i) => self::drawnWay($draw, $i + 1)),
            $draw->of([0.5, 0.8, 0.9]),
            $draw->of([null, 0.5, 2.5]),
            $draw->of([0, 4, 30]),
            $draw->of(['1 L', '']),
        );
        $laid = Routes::lay(
            $want,
            new Yard(['Fuchsia' => $draw->many(0, 3, static fn (int $i) => self::drawnSource($draw, $i))]),
            WorkNorms::of(200, 120),
            Costs::of(18, $draw->of([0.0, 1.2])),
            self::day($draw->of([0, 45, 90])),
            HouseDefaults::usual(),
        );

        return implode(', ', array_map(
            static fn (Route $r) => ($r->isPossible() ? '' : 'no ')."{$r->kind->value} {$r->number}",
            $laid->routes,
        )).' '.json_encode($laid->recommended).' '.Told::sum([$laid->because, array_map(self::route(...), $laid->routes)]);
    }

    /** @return array<string, mixed> */
    private static function route(Route $route): array
    {
        return ['parts' => array_map(
            static fn (RoutePart $part) => ['source' => $part->material?->first->source->code, 'dates' => $part->dates->toArray()]
                + array_diff_key(get_object_vars($part), ['supply' => 1]),
            $route->parts,
        ), 'way' => $route->way?->name] + get_object_vars($route);
    }

    private static function draft(Draw $draw): string
    {
        $ways = [self::drawnWay($draw, 1), PlanScenarios::way(2, Pattern::SoftTip, 16, 30)];
        $wants = $draw->many(2, 5, static fn (int $i) => [
            'orders' => [
                ['id' => 10 * $i, 'plants' => $draw->of([10, 40])],
                ...$draw->many(0, 1, static fn () => ['id' => 10 * $i + 1, 'plants' => $draw->of([10, 40])]),
            ],
            'want' => new Want('Fuchsia', $draw->of([20, 72, 130]), Week::of('2027-W24')->plus($draw->below(16)), $ways, 0.8, null, 4, '1 L'),
        ]);
        $zones = [
            1 => Zone::of('A1', $draw->of([2, 3, 6]), Range::of(16, 24), Range::of(0, 3)), 2 => Zone::of('A2', $draw->of([1, 2]), Range::of(14, 20), Range::of(0, 3)),
            3 => Zone::of('Cold', 40, Range::of(2, 8), Range::of(0, 3)),
        ];
        $berths = new Berths($zones, [], Timetable::at(Climate::reference(), HouseDefaults::usual()), HouseDefaults::usual());
        $made = SeasonDraft::make(
            $wants,
            new Yard(['Fuchsia' => $draw->many(1, 3, static fn (int $i) => self::drawnSource($draw, $i))]),
            $berths,
            WorkNorms::of(200, 120),
            Costs::of(18, 1.2),
            self::day(0),
            HouseDefaults::usual(),
        );

        return implode(', ', array_map(static fn (Drafted $d) => ($d->berth->name ?? 'none').' '.($d->route->number ?? 0), $made->drafted)).' '.Told::sum(
            array_map(static fn (Drafted $d) => [
                $d->orders, $d->saved, $d->refusal, $d->nearest, $d->berth?->name, $d->route === null ? null : self::route($d->route),
            ], $made->drafted),
        );
    }

    private static function block(Draw $draw): string
    {
        $habit = ShootHabit::of($draw->of([1, 4, 20]), $draw->of([20, 40]), $draw->of([0.25, 0.5, 1.0]), $draw->of([0.5, 1, 2]), $draw->of([1, 4, 8]));
        $plants = $draw->of([0, 1, 5, 10]);
        $takes = $draw->many(0, 4, static fn () => [
            'on' => self::day($draw->of([-364, -363, -60, -28, -7, -1, 0, 1, 6, 7, 14, 28, 56, 363, 364])), 'cuttings' => $draw->of([0, 1, 5, 20, 60]),
        ]);
        $offer = BlockOffer::of($plants, $habit, $draw->of([0, 1, 2, 3]), $draw->of([null, 1, 6, 12]), $takes, self::day(0), $draw->of([0, 1, 10, 40]));
        $weeks = array_map(static fn (array $take) => ['week' => Week::containing($take['on'])->ordinal(), 'cuttings' => $take['cuttings']], $takes);
        usort($weeks, static fn (array $a, array $b) => $a['week'] <=> $b['week']);
        $course = StockTakes::of($plants, $habit, $weeks);

        return "{$offer->left()} of {$offer->canGive}, ".Told::of($offer->words()).' '.json_encode($offer->restsUntil?->written()).' '.Told::sum([
            $offer->perPlant(), $offer->yearUsedUp, $course->takes, $course->shootsLeft(), $course->course(),
        ]);
    }

    private static function tenant(Draw $draw, string $name): Tenant
    {
        $from = Week::of('2027-W20')->plus($draw->below(4));
        $low = $draw->from(15, 21);
        $dry = $draw->below(3);
        $tenant = Tenant::of($name, $draw->from(1, 6), $from, $from->plus($draw->below(3)), Range::of($low, $low + $draw->below(4)), Range::of($dry, $dry + $draw->below(2)));

        return $draw->once(4) ? $tenant->inPots($draw->once(2)) : $tenant;
    }

    private static function zone(Draw $draw): string
    {
        $low = $draw->from(14, 19);
        $dry = $draw->below(2);
        $zone = Zone::of(
            'Z',
            $draw->of([6, 10]),
            Range::of($low, $low + $draw->from(0, 5)),
            Range::of($dry, $dry + $draw->below(3)),
            $draw->of(ZoneKind::cases()),
            $draw->once(4) ? ['2027-W21' => 'a leak'] : [],
            $draw->once(5),
            !$draw->once(4),
        );
        $there = $draw->many(0, 4, static fn (int $i) => self::tenant($draw, 'T'.$i));
        $asked = self::tenant($draw, 'X');
        $offer = $zone->offerTo($asked, $there);
        $weeks = array_map(Week::of('2027-W20')->plus(...), range(0, 6));
        $byWeek = array_map(static fn (Week $w) => array_values(array_filter($there, static fn (Tenant $t) => $t->isThereIn($w))), $weeks);
        $house = HouseDefaults::usual();

        return ($offer->reason ?? 'yes')." {$offer->leastFree} ".Told::of($offer->words).' '.Told::sum([
            $zone->settings($byWeek, $house), array_map(static fn (array $t) => $zone::clashes($t), $byWeek), $offer->rank($asked, $house),
            array_map(static fn (Week $w, array $t) => [$zone->used($w, $t), $zone->traysIn($w)], $weeks, $byWeek), $zone->setting($there),
            $zone->distanceFrom($asked, $house), $zone->isPaidWarm($asked->heat, Climate::reference(), $house),
            $zone->medium($asked->heat, Climate::reference())->setPoint,
        ]);
    }

    private static function filling(Draw $draw): string
    {
        $range = static function (int $low, int $wide) use ($draw): array {
            $from = $draw->below($low);

            return [$from, $from + $draw->below($wide)];
        };
        $weeks = $draw->from(2, 6);
        $input = ['weeks' => $weeks,
            'zones' => $draw->many(1, 3, static fn (int $i) => [
                'id' => "Z{$i}", 'trays' => $draw->from(2, 8), 'heat' => [0, $draw->from(2, 6)], 'mist' => [0, $draw->from(1, 3)],
            ]),
            'batches' => $draw->many(1, 7, static function (int $i) use ($draw, $range, $weeks): array {
                $earliest = $draw->below($weeks);

                return [
                    'id' => "B{$i}", 'trays' => $draw->from(1, 4), 'weeks' => $draw->from(1, min(3, $weeks - $earliest)), 'earliest' => $earliest,
                    'latest' => min($weeks - 1, $earliest + $draw->below(3)), 'preferred' => $earliest, 'heat' => $range(3, 4), 'mist' => $range(2, 3),
                    'weight' => $draw->from(1, 3),
                ];
            })];
        try {
            $filling = PlaceBatches::read(Fields::fromJson(json_encode($input, JSON_THROW_ON_ERROR)));
        } catch (Refused $refused) {
            return "refused {$refused->field}: ".Told::of($refused->says);
        }
        $first = $filling->score();
        $filling->improve(40);

        return "first {$first}, then {$filling->score()}, tidied {$filling->filled()->score()}, bound {$filling->bound()}";
    }

    private static function noPlace(Draw $draw): string
    {
        $comfort = static function () use ($draw): Comfort {
            $low = $draw->from(16, 20);
            $dry = $draw->below(2);

            return Comfort::of(Range::of($low, $low + $draw->below(3)), Range::of($dry, $dry + $draw->below(2)));
        };
        $taken = new Taken(6, [
            Space::of('Warm', $draw->from(4, 8), Comfort::of(Range::of(16, 22), Range::of(0, 2)), 6, $draw->once(3) ? [$draw->below(6)] : []),
            Space::of('Cold', $draw->from(2, 9), Comfort::of(Range::of(10, 17), Range::of(0, 1)), 6),
            Space::of('Side', $draw->from(1, 5), Comfort::of(Range::of(18, 24), Range::of(0, 3)), 6),
        ]);
        $stays = [];
        foreach (range('P', 'V') as $name) {
            $leg = new Leg($draw->below(3), $draw->below(4), $draw->from(2, 5), $draw->from(1, 4), $comfort());
            if ($taken->couldHold($leg) && $taken->fits($leg)) {
                $taken->put($name, $draw->once(3), $leg);
                $stays[$name] = Stay::of($name, $leg->trays, $leg->weeks, max(0, $leg->from - $draw->below(2)), $leg->from + $draw->below(3), $leg->from, $leg->comfort);
            }
        }
        $earliest = $draw->below(3);
        $stay = Stay::of('X', $draw->from(3, 8), $draw->from(2, 5), $earliest, $earliest + $draw->below(3), $earliest, $comfort(), 1, $draw->once(2), $draw->once(2));
        foreach (array_keys($taken->spaces) as $space) {
            for ($start = $stay->earliest; $start <= $stay->latest; ++$start) {
                $leg = $stay->lay($space, $start)['leg'] ?? null;
                if ($leg !== null && $taken->couldHold($leg) && $taken->fits($leg)) {
                    return 'has a place';
                }
            }
        }
        $no = NoPlace::of($stay, $taken, $stays + ['X' => $stay], static fn (int $week) => Fact::of('bench.week', week: $week));
        $week = static fn (int $week) => Fact::of('bench.week', week: $week);

        return "{$no->reason}: ".Told::of($no->words).' | '.implode(' | ', array_map(
            static fn (BenchOption $o) => "{$o->kind}: ".Told::of($o->words($taken->spaces, $week)),
            [...$no->options, ...array_filter([NoPlace::movedMidway($stay, $taken)])],
        ));
    }

    private static function stays(Draw $draw): string
    {
        $house = HouseDefaults::usual();
        $now = Week::of('2027-W14');
        $kinds = [ZoneKind::Mist, ZoneKind::Cover, ZoneKind::Open, ZoneKind::Frame];
        $zones = $tenants = $batches = $pots = [];
        foreach ($kinds as $i => $kind) {
            $closed = $draw->once(2) ? [$now->plus($draw->below(8))->written() => 'a leak'] : [];
            $mist = Range::of($draw->once(4) ? 1 : 0, $i === 0 ? 3 : $draw->from(1, 2));
            $zones[] = ['id' => $i + 1, 'zone' => Zone::of("Z{$i}", 30, Range::of(5, 24), $mist, $kind, $closed, $draw->once(3), !$draw->once(3))];
        }
        foreach ($draw->many(3, 6, static fn (int $i) => "B{$i}") as $code) {
            $stickOn = self::day($draw->of([-21, -7, 0, 7, 14, 400, 480, 486]));
            $isStuck = $stickOn < self::day(0);
            $zone = $draw->from(1, 4);
            $batches[$code] = new Fillable(
                $code, WaySheet::of($draw->of([Pattern::SoftTip, Pattern::SemiRipe, Pattern::Clump])->sheet(1)), $draw->from(2, 6), 2, $stickOn,
                $stickOn->modify(sprintf('+%d days', $draw->of([7, 14, 22, 25, 28]))), $draw->of([0, 7]), $isStuck, $draw->once(5), $draw->once(5), $draw->once(2),
                $draw->of([null, ...Priority::cases()]), $draw->many(0, 2, static fn () => $now->plus($draw->from(14, 24))), $zone,
                $stickOn->modify('-'.$draw->of([0, 7, 20]).' days'), $stickOn->modify('+'.$draw->of([0, 14, 21]).' days'),
                static fn (\DateTimeImmutable $day) => $day->format('j') % 5 !== 0,
            );
            $from = Week::containing($stickOn);
            $tenants[$zone][] = Tenant::of($code, 4, $from, $from->plus($draw->from(1, 8)), Range::of(18, 22), Range::of(1, 2));
        }
        foreach ($draw->many(1, 4, static fn (int $i) => "P{$i}") as $code) {
            $from = self::day($draw->of([-14, 0, 7, 480]));
            $pots[$code] = new Potted(
                $code, $draw->of([10, 120]), '9 cm', 9.0, $draw->of([null, 1, 2, 3, 4]), $draw->once(2), $from, $from->modify('+'.$draw->of([1, 7, 56]).' days'),
                $draw->of(Winter::cases()), $draw->once(2), $draw->of([null, ...Priority::cases()]), $draw->once(5), 4000.0, Climate::reference(), $house,
            );
        }
        $workDays = $draw->once(2) ? null : WorkDays::where(static fn (\DateTimeImmutable $day) => $day->format('N') < 5);
        $filled = new FillHouse($now, self::day(0), $zones, $batches, $tenants, $pots, $workDays);
        $stays = new FillStays(Timetable::at(Climate::reference(), $house), $house);
        $held = [];
        foreach (['B0', 'B1', 'P0'] as $code) {
            if ($draw->once(4)) {
                $held[$code] = $draw->from(1, 2);
            }
        }
        $said = [];
        foreach (FillStage::cases() as $stage) {
            $ask = $stays->of(new FillAsk($stage, 0, [], true, true, $draw->of([null, ...WhatIf::cases()]), $draw->once(2)), $filled, $held);
            foreach ($ask->stays as $stay) {
                foreach ($filled->numbers() as $space) {
                    for ($start = $stay->earliest - 1; $start <= $stay->latest + 1; ++$start) {
                        $lay = $stay->lay($space, $start);
                        $said[$stage->value][$stay->name]["{$space} {$start}"] = $lay === null ? null : [$lay['cost'], $lay['leg']->weeks];
                    }
                }
                $said[$stage->value][$stay->name]['of'] = [
                    $stay->trays, $stay->earliest, $stay->latest, $stay->preferred, $stay->weight, $stay->leftOut(), $stay->mayPart, $stay->mayMove,
                    $stay->comfort,
                ];
            }
            $said[$stage->value]['standing'] = $ask->standing;
            $said[$stage->value]['now'] = $ask->now;
        }

        return implode(', ', array_map(static fn (array $of) => (string) (count($of) - 2), $said)).' asked '.Told::sum($said);
    }

    private static function orders(Draw $draw, int $seed): string
    {
        $standing = static fn () => $draw->many(0, 3, static fn () => Standing::of(
            $draw->of([1, 2, 10, 30]), [Beta::of($draw->of([1, 8, 90]), $draw->of([1, 4]))], $draw->of(['mist', 'cover']), $draw->of([0.0, 0.4]),
        ));
        $outlook = OrderOutlook::of($draw->of([1, 10, 30]), $draw->of([0, 1, 9, 10, 31]), $standing(), $draw->of([0, 0, 5]), $draw->of([0, 0, 4, 30]));
        $pools = $draw->many(1, 3, static fn (int $i) => Pool::of(
            $draw->many(1, 3, static fn (int $of) => ['order' => 10 * $i + $of, 'wanted' => $draw->of([1, 8, 25])]), $draw->of([0, 1, 20]), $standing(),
        ));
        $played = SeasonChance::play($pools, ['all' => [0, 1, 2, 10, 11, 20], 'first' => [0], 'last' => [11, 20]], $seed, 60);

        return Told::of($outlook->words()).' '.Told::sum([
            $outlook->chance(), $outlook->coming(), $outlook->short(), $outlook->isShort(), $outlook->expected,
            array_map(static fn (Pool $p) => array_map(static fn (OrderOutlook $o) => [$o->chance(), $o->words()], $p->outlooks()), $pools),
            array_map($played->of(...), ['all' => 'all', 'first' => 'first', 'last' => 'last']),
        ]);
    }

    private static function potting(Draw $draw): string
    {
        $jobs = $draw->many(1, 6, static function (int $i) use ($draw): PotJob {
            $from = self::day(7 * $draw->from(-2, 4) + $draw->below(3));
            $due = $draw->once(2) ? Week::of('2027-W16')->plus($draw->below(8)) : null;

            return PotJob::of(
                "J{$i}", $draw->of([1, 50, 200]), $draw->of([0.0, 1.0, 2.0, 4.0, 8.0]), $from, $from->modify('+'.$draw->of([0, 7, 14, 20]).' days'),
                GrowingOn::days($draw->of([14, 28])), $due, $due === null ? null : 'North Lane', $draw->of([0, 7, 28]),
            );
        });
        $free = $draw->many(4, 7, static fn () => $draw->of([0.0, 1.0, 2.0, 4.0, 6.0]));

        try {
            $fill = WeekFill::fill(Week::of('2027-W14'), $free, $jobs);
        } catch (Refused $refused) {
            return $refused->reason;
        }
        $weeks = array_map(Week::of('2027-W14')->plus(...), range(0, 7));

        return implode(', ', array_map(
            static fn (array $one) => implode(' ', array_map(static fn (mixed $of) => match (true) {
                $of instanceof PotJob => $of->code,
                $of instanceof Week => $of->written(),
                default => (string) json_encode($of),
            }, $one)),
            $fill->laid,
        )).' '.Told::sum([$fill->taken, array_map(static fn (PotJob $job) => [
            $job->lastGood(), array_map($job->costs(...), $weeks), array_map($job->isHeldTooLong(...), $weeks), array_map($job->dayIn(...), $weeks),
        ], $jobs)]);
    }

    private static function roots(Draw $draw): string
    {
        $seen = $draw->many(0, 3, static function () use ($draw): array {
            $lifted = $draw->of([1, 4, 10]);

            return ['tau' => $draw->of([1.0, 7.0, 14.0, 30.0]), 'lifted' => $lifted, 'rooted' => $draw->from(0, $lifted)];
        });
        $rate = Beta::of($draw->of([1, 8, 40]), $draw->of([1, 4]));
        $curve = RootCurve::of($rate, $draw->of([7.0, 14.0]), $draw->of([3.0, 5.0]), $seen);
        $call = WaitOrClear::of(
            $draw->of([0.4, 0.9, 1.0]), 14.0, 5.0, $draw->of([0.0, 7.0, 28.0]), $draw->of([0, 1, 100]), 3.5, $draw->of([1, 4]), $draw->of([0.0, 1.0]),
            $draw->of([0.0, 5.0]), $draw->of([0.0, 0.1]),
        );
        $lifted = $draw->from(1, 12);
        $check = ReadyCheck::of($lifted, $draw->from(0, $lifted), $draw->of([0.5, 0.8]), $rate, $draw->of([0.5, 0.9]));

        return "{$check->verdict()->value}, wait {$call->waitSteps()} ".Told::sum([
            $curve->finalRate(), $curve->d50(), $curve->d50Range(), array_map($curve->rootedAt(...), [0.0, 7.0, 14.0]), $curve->readyTau(0.8), $curve->rangeAt(14.0),
            $call->steps, $call->gain(), $call->plants(), $call->isClose(5.0, 0.15), $check->chance(),
        ]);
    }

    private static function dip(Draw $draw): string
    {
        $stocks = $draw->many(0, 5, static fn (int $i) => new DipStock(
            "S{$i}", $draw->of(['IBA', 'iba', 'IBA', 'NAA']), $draw->of([HormoneKind::Powder, HormoneKind::Liquid, HormoneKind::Liquid, HormoneKind::Liquid]), $draw->of(AuxinForm::cases()),
            Strength::of($draw->of([999.0, 3000.0, 3001.0, 10_000.0])), $draw->of([null, self::day(-1), self::day(0), self::day(1)]),
        ));
        $asked = Hormone::read(Fields::of([
            'kind' => $draw->of([HormoneKind::Powder, HormoneKind::Liquid, HormoneKind::Liquid])->value, 'ppm' => $draw->of([1000, 3000]), 'what' => $draw->of(['IBA', 'NAA']),
        ]));
        $choice = DipChoice::of($asked, $stocks, $draw->of([1, 100, 2000]), $draw->of([1.0, 2.5]), self::day(0), HouseDefaults::usual());

        return json_encode($choice->stock).' '.Told::of($choice->words).' '.Told::sum([
            $choice->liquid?->ml, $choice->powder, $choice->poured?->stock->ml, $choice->poured?->water->ml, $choice->poured?->strength->ppm,
        ]);
    }

    private static function ways(Draw $draw): string
    {
        $house = HouseDefaults::usual();
        $sheet = $draw->of(Pattern::cases())->sheet(1);
        $way = WaySheet::of($sheet);
        $figures = CropScenarios::orWhy(static fn () => Told::sum(WaysCompared::figures(
            $way, Beta::of($draw->of([1, 16]), 4), $draw->of([0, 1, 72]), $draw->of([0.0, 0.01, 0.4]), $house,
        )));
        $air = SiteAir::of($draw->many(12, 12, static fn () => (float) $draw->from(-2, 14)));
        $rest = CropScenarios::orWhy(static fn () => Rest::of($air, $house)->pottedOn(self::day(240))->format('m-d'));
        // A set-point near the base, where little is left of a day.
        $time = RootingTime::in(
            Medium::kept($draw->of([4.0, 5.0, 5.05, 5.2, 5.5, 6.0, 12.0, 20.0, 34.9, 35.0])),
            RootingPace::of($draw->of([4.0, 12.0]), 4.0),
            CardinalTemperatures::of(5, 18, 24, 35),
            $draw->of([0.5, 0.8]),
        );
        $roots = CropScenarios::orWhy(static fn () => $time->rootedFrom(self::day(0))->format('m-d').' '.$time->rootedBy(self::day(0))->format('m-d'));

        return "{$figures}, rest {$rest}, roots {$roots}";
    }

    private static function rows(Draw $draw): string
    {
        $rows = $draw->many(0, 4, static fn (int $i) => [
            'row' => "R{$i}", 'count' => $draw->from(0, 6), 'plants' => $draw->many(0, 3, static fn (int $of) => "M{$i}{$of}"),
        ]);
        $asked = $draw->of([0, 1, 2, 5, 12, 13, 30]);

        return CropScenarios::orWhy(static fn () => json_encode(array_map(
            static fn (mixed $of) => is_array($of) ? count($of) : Told::of($of),
            $spread = TakeSheet::spread($asked, $rows, $draw->of([1, 2, 4]), $draw->from(1, 8)),
        ), JSON_THROW_ON_ERROR).' '.Told::sum($spread));
    }
}
