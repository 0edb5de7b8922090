<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Positions;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Going;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;
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
    ): self {
        $drafted = [];
        foreach ($wants as $i => ['orders' => $orders, 'want' => $want]) {
            if ($going !== null && !$going->on($i / count($wants))) {
                throw Refused::because('stopped', '', Fact::of('draft.stopped'));
            }
            $routes = Routes::lay($want, $yard, $norms, $costs, $today, $house, onlyBatches: true)->routes;
            $drafted[] = self::place(
                array_column($orders, 'id'),
                $want,
                $routes,
                $yard,
                $berths,
                self::saved($orders, $want),
                $house->whole(HouseDefault::DraftEarlier),
            );
        }

        return new self($drafted);
    }

    /**
     * @param non-empty-list<int> $orders
     * @param list<Route>         $routes
     * @param int                 $earlierWeeks by which a batch is tried where its week has no room
     */
    private static function place(array $orders, Want $want, array $routes, Yard $yard, Berths $berths, ?int $saved, int $earlierWeeks): Drafted
    {
        $refusal = $nearest = null;
        foreach ($routes as $route) {
            $way = $route->way;
            if (!$route->isPossible() || $way === null || $route->parts === []) {
                $refusal ??= $route->refusal === null ? null : Fact::of('draft.refused', route: $route->words, why: $route->refusal);
                $nearest ??= $route->nearest;
                continue;
            }
            $part = $route->parts[0];
            for ($weeks = 0; $weeks <= $earlierWeeks; ++$weeks) {
                $day = $way->times->workDays->onOrBefore($part->dates->stickOn->modify(sprintf('-%d weeks', $weeks)));
                $supply = $weeks === 0 ? $part->supply : $yard->best($want->crop, $way->id, $day, $part->stick);
                if ($weeks > 0 && (!$way->windows->isOpenIn(Week::containing($day)) || $supply === null || !$supply->isEnough())) {
                    break;
                }
                $berth = $berths->best($way->sheet, $day, Positions::ofTrays($part->trays, $way->positions));
                if ($berth->isFree() && $berth->dates !== null && $berth->dates->readyOn <= $want->ready->sunday()) {
                    $berths->take($berth);
                    $supply?->source->take($day, $part->stick);
                    $moved = new Route(
                        $route->kind,
                        $way,
                        [new RoutePart($berth->dates, $part->trays, $part->stick, $supply, $part->plants)],
                        $route->number,
                        $berth->dates->readyOn,
                        $route->warmTrayWeeks,
                        $route->hours,
                        $route->costEach,
                        $route->chance,
                        $route->words,
                    );

                    return new Drafted($orders, $want, $moved, $berth, $saved, null, null);
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
            [$way->rate, $way->sheet->potting->survival],
            $want->confidence,
            $way->cells,
            $way->sheet->setting->each,
            $way->fails,
        )->stick();
        try {
            return array_sum(array_map(static fn (array $o) => $stick($o['plants']), $orders)) - $stick($want->plants);
        } catch (Refused) {
            return null;
        }
    }
}
