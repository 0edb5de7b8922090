<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Crops\OpenWeeks;
use WetCradle\Core\Crops\Surplus;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Rates\InWords;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\Yard;

/** The ways to come by a wanted number, laid side by side, with the one that the figures speak for. */
final class Routes
{
    private const MOST_YEARS = 10;

    /**
     * @param list<Route> $routes      those that work first, by what a good plant costs
     * @param ?int        $recommended its place in the list
     */
    private function __construct(public readonly array $routes, public readonly ?int $recommended, public readonly Fact $because)
    {
    }

    /** @param bool $onlyBatches leave out what a draft of a season never takes by itself: two batches for one, years of dividing, buying in */
    public static function lay(
        Want $want,
        Yard $yard,
        WorkNorms $norms,
        Costs $costs,
        \DateTimeImmutable $today,
        HouseDefaults $house,
        bool $onlyBatches = false,
    ): self {
        $yard = $want->in($yard);
        $make = new RouteMaker($want, $yard, $norms, $costs, $today, $house);
        $routes = [];
        foreach ($want->ways as $way) {
            $routes = [...$routes, ...self::ofWay($make, $want, $way, $yard, $today, $house, $onlyBatches)];
        }
        if (!$onlyBatches) {
            $routes[] = $make->boughtIn();
        }
        // To the hundredth: below that the fewer batches and cuttings speak.
        $rank = static fn (Route $r) => [
            !$r->isPossible(), round($r->costEach ?? INF, 2), count($r->parts), $r->number, !($r->way->house ?? false), $r->kind->value,
        ];
        usort($routes, static fn (Route $a, Route $b) => $rank($a) <=> $rank($b));

        return self::judge($routes, $want);
    }

    /** @return list<Route> */
    private static function ofWay(
        RouteMaker $make,
        Want $want,
        RouteWay $way,
        Yard $yard,
        \DateTimeImmutable $today,
        HouseDefaults $house,
        bool $onlyBatches,
    ): array {
        try {
            $last = PlainDates::stickBy($want->ready, $way->times);
            $numbers = $make->numbers($way);
        } catch (Refused $refused) {
            return [Route::impossible(RouteKind::OneBatch, $way, Fact::of('route.one_batch', way: $way->name), Fact::said($refused->says), null)];
        }
        $runs = $last < $today ? [] : $way->windows->during(Week::containing($today), Week::containing($last));
        usort($runs, static fn (OpenWeeks $a, OpenWeeks $b) => $a->from->ordinal() <=> $b->from->ordinal());
        if ($runs === []) {
            return [self::closed($way, $want, $last, $today)];
        }
        $trays = $numbers->stick() / $way->sheet->setting->together() / $way->cells;
        if ($way->sheet->reckoning->surplus === Surplus::Expected) {
            $trays = $numbers->toArray()['simple']['trays'];
        }
        $routes = [];
        foreach (array_unique([count($runs) - 1, 0]) as $i) {
            $from = min($last, $way->times->workDays->onOrAfter(max($today, $runs[$i]->from->monday())));
            $to = $way->times->workDays->onOrBefore(min($last, $runs[$i]->to->sunday()), $from);
            $routes[] = $make->oneBatch($way, (int) $trays, $from, $to, $last);
            if (!$onlyBatches && $i === count($runs) - 1 && Week::containing($from)->until(Week::containing($to)) >= $house->whole(HouseDefault::ApartFrom)) {
                $routes[] = $make->staggered($way, (int) $trays, $from, $to);
            }
        }
        if (
            !$onlyBatches
            && in_array($way->sheet->method, [Method::Division, Method::ClumpSplit], true)
            && array_filter($routes, static fn (Route $r) => $r->isPossible()) === []
        ) {
            $routes[] = $make->divided($way, self::MOST_YEARS);
        }

        return $routes;
    }

    private static function closed(RouteWay $way, Want $want, \DateTimeImmutable $last, \DateTimeImmutable $today): Route
    {
        $next = $way->windows->openOrNext(Week::containing($today));
        $on = $way->times->workDays->onOrAfter(max($today, $next->from->monday()));
        $ready = PlainDates::forwards($on, $way->times)->readyOn;
        $late = $want->ready->until(Week::containing($ready));

        return Route::impossible(
            RouteKind::OneBatch,
            $way,
            Fact::of('route.one_batch', way: $way->name),
            $last < $today ? Fact::of('route.gone_by', last: $last) : Fact::of('route.material_late', last: $last, from: $next->from),
            Fact::of('route.ready_late', on: $on, ready: Week::containing($ready), weeks: max(1, $late)),
        );
    }

    /** @param list<Route> $routes */
    private static function judge(array $routes, Want $want): self
    {
        $possible = array_filter($routes, static fn (Route $r) => $r->isPossible());
        if ($possible === []) {
            return new self($routes, null, Fact::of('route.none'));
        }
        $sure = array_filter($possible, static fn (Route $r) => (float) $r->chance >= $want->confidence - 1e-9);
        if ($sure === []) {
            uasort($possible, static fn (Route $a, Route $b) => [$b->chance, $a->costEach] <=> [$a->chance, $b->costEach]);
            $best = array_key_first($possible);

            return new self(
                $routes,
                $best,
                Fact::of('route.nearest_chance', chance: InWords::chance((float) $routes[$best]->chance)),
            );
        }
        $best = array_key_first($sure);
        $costsAsTheNext = count($sure) > 1 && self::money($routes[$best]->costEach) === self::money($sure[array_keys($sure)[1]]->costEach);

        return new self($routes, $best, match (true) {
            count($possible) === 1 => Fact::of('route.only_in_time'),
            count($sure) === 1 => Fact::of('route.only_sure'),
            $costsAsTheNext => Fact::of('route.fewest'),
            default => Fact::of('route.cheapest', cost: self::money($routes[$best]->costEach), next: self::money($sure[array_keys($sure)[1]]->costEach)),
        });
    }

    private static function money(?float $cost): string
    {
        return number_format((float) $cost, 2);
    }
}
