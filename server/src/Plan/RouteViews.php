<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Plan\Route;
use WetCradle\Core\Plan\RoutePart;
use WetCradle\Core\Plan\Routes;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Stock\Yards;
use WetCradle\Server\Wanted\Wanted;

/** The ways to come by what an order wants, side by side. */
final class RouteViews
{
    public function __construct(private readonly Wants $wants, private readonly Yards $yards, private readonly House $house, private readonly Today $today)
    {
    }

    /** @return array{routes: list<array<string, mixed>>, recommended: ?int, because: Fact, confidence: float} */
    public function of(Wanted $wanted): array
    {
        $nursery = $this->house->nursery();
        $routes = Routes::lay(
            $this->wants->of($wanted),
            $this->yards->all([$wanted->crop]),
            $nursery->norms(),
            $nursery->costs(),
            $this->today->day(),
            $this->house->defaults(),
        );

        return [
            'confidence' => $this->house->defaults()->number(HouseDefault::SureOfPlan),
            'recommended' => $routes->recommended,
            'because' => $routes->because,
            'routes' => array_map(static fn (Route $r) => [
                'kind' => $r->kind->value,
                'way' => $r->way?->id,
                'words' => $r->words,
                'possible' => $r->isPossible(),
                'refusal' => $r->refusal,
                'nearest' => $r->nearest,
                'number' => $r->number,
                'readyOn' => $r->readyOn?->format('Y-m-d'),
                'warmTrayWeeks' => $r->warmTrayWeeks,
                'hours' => $r->hours,
                'costEach' => $r->costEach,
                'breakEven' => $r->breakEven,
                'rate' => $r->way?->rate->mean(),
                'chance' => $r->chance,
                'parts' => array_map(
                    static fn (RoutePart $p) => [
                        'dates' => $p->dates->toArray(), 'trays' => $p->trays, 'stick' => $p->stick, 'plants' => $p->plants,
                        'material' => $p->material?->words(), 'collectOn' => $p->collectOn()?->format('Y-m-d'),
                    ],
                    $r->parts,
                ),
            ], $routes->routes),
        ];
    }
}
