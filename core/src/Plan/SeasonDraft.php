<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Bench\Berth;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Positions;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Going;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\Trays;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Potting\PotHours;
use WetCradle\Core\Rates\StickParted;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\Gathered;
use WetCradle\Core\Stock\Yard;

/**
 * A season planned from nothing: for every order, in the order given, the route that the figures speak for, with a place
 * on a bench and material that no order before it has taken.
 */
final class SeasonDraft
{
    /** @param list<Drafted> $drafted */
    private function __construct(public readonly array $drafted)
    {
    }

    /**
     * @param list<array{orders: non-empty-list<array{id: int, plants: int}>, want: Want}> $wants the most pressing first; orders that share are one want
     * @param ?Going                                                                       $going asked before each want whether to go on
     * @param ?PotHours                                                                    $hands left for potting; null where nobody counts them
     *
     * @throws Refused stopped where it was not to go on: half a season drafted is none
     */
    public static function make(
        array $wants,
        Yard $yard,
        Berths $berths,
        WorkNorms $norms,
        Costs $costs,
        \DateTimeImmutable $today,
        HouseDefaults $house,
        ?Going $going = null,
        ?PotHours $hands = null,
    ): self {
        $potting = new DraftedPotting($hands, $berths, $norms, $house);
        $drafted = [];
        foreach ($wants as $i => ['orders' => $orders, 'want' => $want]) {
            if ($going !== null && !$going->on($i / count($wants))) {
                throw Refused::because('stopped', '', Fact::of('draft.stopped'));
            }
            $theirs = $want->in($yard);
            $routes = Routes::lay($want, $theirs, $norms, $costs, $today, $house, onlyBatches: true)->routes;
            $saved = self::saved($orders, $want);
            $parted = $want->mustBe
                ? self::parted(array_column($orders, 'id'), $want, $routes, $theirs->copy(), $potting->tried(clone $berths), $saved, $house)
                : null;
            if ($parted !== null) {
                // It was tried with what nobody misses; now it is taken.
                array_push($drafted, ...self::parted(array_column($orders, 'id'), $want, $routes, $theirs, $potting, $saved, $house) ?? []);
                continue;
            }
            $drafted[] = self::place(array_column($orders, 'id'), $want, $routes, $theirs, $potting, $saved, $today, $house);
        }

        return new self($drafted);
    }

    /**
     * @param non-empty-list<int> $orders
     * @param list<Route>         $routes
     */
    private static function place(
        array $orders,
        Want $want,
        array $routes,
        Yard $yard,
        DraftedPotting $potting,
        ?int $saved,
        \DateTimeImmutable $today,
        HouseDefaults $house,
    ): Drafted {
        $refusal = $nearest = null;
        foreach ($routes as $route) {
            $way = $route->way;
            if (!$route->isPossible() || $way === null || $route->parts === []) {
                $refusal ??= $route->refusal === null ? null : Fact::of('draft.refused', route: $route->words, why: $route->refusal);
                $nearest ??= $route->nearest;
                continue;
            }
            $part = $route->parts[0];
            foreach (self::days($want, $way, $part, $yard, $today, $house) as ['stick' => $day, 'material' => $material]) {
                $berth = $potting->berths->best($way->sheet, $day, Positions::ofTrays($part->trays, $way->positions));
                if ($berth->isFree() && $berth->dates !== null && $berth->isInTimeFor($want->ready)) {
                    ['berth' => $berth, 'dates' => $dates, 'held' => $held] = $potting->lay($berth, $berth->dates, $want, $way, $part->stick, $part->trays);
                    $material?->take();
                    $moved = new Route(
                        $route->kind,
                        $way,
                        [new RoutePart($dates, $part->trays, $part->stick, $material, $part->plants)],
                        $route->number,
                        $dates->readyOn,
                        $route->warmTrayWeeks,
                        $route->hours,
                        $route->costEach,
                        $route->chance,
                        $route->words,
                        breakEven: $route->breakEven,
                    );

                    return new Drafted($orders, $want, $moved, $berth, $saved, null, null, heldDays: $held);
                }
                $refusal = $berth->refusal === null
                    ? Fact::of('draft.too_cool', zone: $berth->name)
                    : Fact::of('draft.no_bench', why: $berth->refusal);
                $nearest = Fact::of('draft.nearest');
            }
        }

        return new Drafted($orders, $want, null, null, null, $refusal ?? Fact::of('draft.no_way'), $nearest);
    }

    /**
     * The day on which a batch is best stuck, and where that has no room the weeks before it, then those after it for as long as
     * what is cut keeps and its order is met.
     *
     * @return \Generator<int, array{stick: \DateTimeImmutable, material: ?Gathered}>
     */
    private static function days(
        Want $want,
        RouteWay $way,
        RoutePart $part,
        Yard $yard,
        \DateTimeImmutable $today,
        HouseDefaults $house,
    ): \Generator {
        $best = $part->dates->stickOn;
        $material = $part->material;
        yield ['stick' => $best, 'material' => $material];
        $cut = $material->on ?? $best;
        for ($weeks = 1; $weeks <= $house->whole(HouseDefault::DraftEarlier); ++$weeks) {
            $day = $way->times->workDays->onOrBefore($best->modify(sprintf('-%d weeks', $weeks)));
            $fresh = $day >= $cut ? $material : $yard->gather($want->crop, $way->id, $day, $part->stick);
            if ($day < $today || $fresh?->isEnough() !== true || !$way->windows->isOpenIn(Week::containing($fresh->on))) {
                break;
            }
            yield ['stick' => $day, 'material' => $fresh];
        }
        $last = $cut->modify(sprintf('+%d days', $way->sheet->keepsDays()));
        for ($weeks = 1;; ++$weeks) {
            $day = $way->times->workDays->onOrBefore($best->modify(sprintf('+%d weeks', $weeks)), $best);
            if ($day > $last || $want->ready->until(Week::containing(PlainDates::forwards($day, $way->times)->readyOn)) > 0) {
                break;
            }
            yield ['stick' => $day, 'material' => $material];
        }
    }

    /**
     * What must be there is not left to one batch where one cannot give the chance asked: two or three of them, some weeks apart,
     * do not fail together.
     *
     * @param non-empty-list<int> $orders
     * @param list<Route>         $routes
     *
     * @return ?non-empty-list<Drafted> the last to be stuck first; null where one batch will do, or so many find no place
     */
    private static function parted(array $orders, Want $want, array $routes, Yard $yard, DraftedPotting $potting, ?int $saved, HouseDefaults $house): ?array
    {
        foreach ($routes as $route) {
            $way = $route->way;
            if (!$route->isPossible() || $way?->mishap === null || $route->parts === [] || !StickNumbers::isBeyondOne($want->confidence, $way->fails())) {
                continue;
            }
            $each = $way->sheet->setting->together();
            $good = Beta::product([$way->rate, $way->sheet->comesThroughHere()]);
            $most = 3 * (int) ceil($route->parts[0]->stick / $each);
            foreach (StickParted::fewest($want->plants, $good, $way->mishap, $want->confidence, $most) as $of) {
                $parts = $of['stick'] === null || $of['batches'] < 2
                    ? null
                    : self::apart($of['batches'], $of['stick'], $want, $way, $route->parts[0], $yard, $potting, $house);
                if ($parts !== null) {
                    return array_map(static fn (array $lies, int $i) => new Drafted($orders, $want, new Route(
                        $route->kind,
                        $way,
                        [$lies['part']],
                        $lies['part']->stick,
                        $lies['part']->dates->readyOn,
                        $route->warmTrayWeeks / $of['batches'],
                        $route->hours / $of['batches'],
                        $route->costEach,
                        $of['chance'],
                        $route->words,
                        breakEven: $route->breakEven,
                    ), $lies['berth'], $i === 0 ? $saved : null, null, null, $i + 1, $of['batches'], $lies['held']), $parts, array_keys($parts));
                }
            }
        }

        return null;
    }

    /**
     * So many batches of one way, each some weeks before the one before it, with what each lies on and is cut from.
     *
     * @param RoutePart $last the one that is stuck last, as it would be alone
     *
     * @return ?non-empty-list<array{part: RoutePart, berth: Berth, held: int}> null where not all of them find a place, stock and time
     */
    private static function apart(
        int $batches,
        int $holes,
        Want $want,
        RouteWay $way,
        RoutePart $last,
        Yard $yard,
        DraftedPotting $potting,
        HouseDefaults $house,
    ): ?array {
        $lie = [];
        $trays = Trays::toHold(intdiv($holes + $batches - 1, $batches), $way->cells)->number;
        $stick = $trays * $way->cells * $way->sheet->setting->together();
        for ($i = 0; $i < $batches; ++$i) {
            $day = $way->times->workDays->onOrBefore($last->dates->stickOn->modify(sprintf('-%d weeks', $i * $house->whole(HouseDefault::ApartFrom))));
            $cut = min($last->material->on ?? $day, $day);
            $material = $yard->gather($want->crop, $way->id, $cut, $stick);
            $berth = $potting->berths->best($way->sheet, $day, Positions::ofTrays($trays, $way->positions));
            if (
                !$way->windows->isOpenIn(Week::containing($cut)) || $material?->isEnough() !== true
                || !$berth->isFree() || $berth->dates === null || !$berth->isInTimeFor($want->ready)
            ) {
                return null;
            }
            ['berth' => $berth, 'dates' => $dates, 'held' => $held] = $potting->lay($berth, $berth->dates, $want, $way, $stick, $trays);
            $material->take();
            $plants = intdiv($want->plants, $batches) + ($i < $want->plants % $batches ? 1 : 0);
            $lie[] = ['part' => new RoutePart($dates, $trays, $stick, $material, $plants), 'berth' => $berth, 'held' => $held];
        }

        return $lie === [] ? null : $lie;
    }

    /**
     * What several orders of one crop and week save by one insurance, in whole trays.
     *
     * @param non-empty-list<array{id: int, plants: int}> $orders
     */
    private static function saved(array $orders, Want $want): ?int
    {
        if (count($orders) < 2 || $want->ways === []) {
            return null;
        }
        $way = $want->ways[0];
        $stick = static fn (int $plants) => StickNumbers::forGood(
            $plants,
            [$way->rate, $way->sheet->comesThroughHere()],
            $want->confidence,
            $way->cells,
            $way->sheet->setting->together(),
            $way->fails(),
        )->stick();
        try {
            return array_sum(array_map(static fn (array $o) => $stick($o['plants']), $orders)) - $stick($want->plants);
        } catch (Refused) {
            return null;
        }
    }
}
