<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\CollectedAhead;
use WetCradle\Core\Crops\Trays;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\StickCount;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\DivisionPath;
use WetCradle\Core\Stock\Gathered;
use WetCradle\Core\Stock\Yard;

/** Works single routes out: their days, numbers, material, hours, cost and chance. */
final class RouteMaker
{
    /** @var array<int, StickNumbers> by way */
    private array $numbers = [];

    public function __construct(
        private readonly Want $want,
        private readonly Yard $yard,
        private readonly WorkNorms $norms,
        private readonly Costs $costs,
        private readonly \DateTimeImmutable $today,
        private readonly HouseDefaults $house,
    ) {
    }

    /** @throws Refused out_of_reach where no number gives the chance asked */
    public function numbers(RouteWay $way): StickNumbers
    {
        return $this->numbers[$way->id] ??= StickNumbers::forGood(
            $this->want->plants,
            [$way->rate, $way->sheet->comesThroughHere()],
            $this->want->confidence,
            $way->cells,
            $way->sheet->setting->together(),
            $way->fails(),
        );
    }

    /**
     * In the last week of the run in which the stock can give it all; bundles of dormant wood are stuck later than they are cut.
     *
     * @param \DateTimeImmutable $until the last day on which it can be stuck for its order
     */
    public function oneBatch(RouteWay $way, int $trays, \DateTimeImmutable $from, \DateTimeImmutable $to, \DateTimeImmutable $until): Route
    {
        $stick = $trays * $way->cells * $way->sheet->setting->together();
        [$day, $material] = $this->lastDayWithMaterial($way, $stick, $from, $to, $until);
        $dates = PlainDates::forwards($day, $way->times);
        $held = Week::containing($dates->readyOn)->until($this->want->ready) >= $this->house->whole(HouseDefault::HeldOverFrom);
        $kind = $held ? RouteKind::HoldOver : RouteKind::OneBatch;
        $words = Fact::of($held ? 'route.hold_over' : 'route.one_batch', way: $way->name);
        $numbers = $this->numbers($way);

        return $this->made(
            $kind,
            $way,
            [new RoutePart($dates, $trays, $stick, $material, $this->want->plants)],
            $numbers->chanceWith($trays),
            $words,
            $this->refusalOf($material),
            $this->withWhatThereIs($way, $material),
        );
    }

    /** Half now and half at the end of the window: two batches do not share their luck, and the second can follow the first one's count. */
    public function staggered(RouteWay $way, int $most, \DateTimeImmutable $from, \DateTimeImmutable $to): Route
    {
        $good = [$way->rate, $way->sheet->comesThroughHere()];
        $chance = fn (int $each) => OrderOutlook::of(
            $this->want->plants,
            0,
            [Standing::of($each * $way->cells, $good)->failing($way->fails()), Standing::of($each * $way->cells, $good)->failing($way->fails())],
        )->chance();
        $each = max(1, intdiv(Trays::toHold($this->want->plants, $way->cells)->number, 2));
        for (; $each < $most && $chance($each) < $this->want->confidence; ++$each) {
        }
        $stick = $each * $way->cells * $way->sheet->setting->together();
        $yard = $this->yard->copy();
        $first = $yard->gather($this->want->crop, $way->id, $from, $stick);
        $first?->take();
        $second = $yard->gather($this->want->crop, $way->id, $to, $stick);
        $half = intdiv($this->want->plants + 1, 2);
        $parts = [
            new RoutePart(PlainDates::forwards($from, $way->times), $each, $stick, $first, $half),
            new RoutePart(PlainDates::forwards($to, $way->times), $each, $stick, $second, $this->want->plants - $half),
        ];

        return $this->made(
            RouteKind::Staggered,
            $way,
            $parts,
            $chance($each),
            Fact::of('route.staggered', way: $way->name),
            $this->refusalOf($first) ?? $this->refusalOf($second),
            Fact::of('route.one_takes_once'),
        );
    }

    /** Divides the stock year by year until there are enough pieces. */
    public function divided(RouteWay $way, int $mostYears): Route
    {
        $words = Fact::of('route.over_years', way: $way->name);
        $source = $this->yard->gather($this->want->crop, $way->id, $this->today, 0)?->first->source;
        if ($source === null || $source->multiplication === null || $source->survival === null) {
            return Route::impossible(
                RouteKind::DivideOverYears,
                $way,
                $words,
                Fact::of('route.no_multiplication'),
                Fact::of('route.enter_multiplication'),
            );
        }
        $need = $this->numbers($way)->stick();
        $path = DivisionPath::of($source->plants, $source->multiplication, $source->survival, $need, $mostYears);
        if ($path->years === null) {
            return Route::impossible(
                RouteKind::DivideOverYears,
                $way,
                $words,
                Fact::of('route.never_enough', clumps: $source->plants, pieces: $need, each: sprintf('%.1f', $source->multiplication * $source->survival)),
                Fact::of('route.buy_or_plant'),
            );
        }
        $open = $way->windows->openOrNext(Week::containing($this->today));
        $years = sprintf('+%d years', max(0, $path->years - 1));
        $day = $way->times->workDays->onOrAfter(max($this->today, $open->from->monday())->modify($years));
        $dates = PlainDates::forwards($day, $way->times);
        $late = $this->want->ready->until(Week::containing($dates->readyOn));
        $trays = Trays::toHold((int) ceil($need / $way->sheet->setting->together()), $way->cells)->number;
        $told = Fact::of('route.in_years', way: $way->name, years: $path->years, path: implode(' → ', $path->path));

        return $this->made(
            RouteKind::DivideOverYears,
            $way,
            [new RoutePart($dates, $trays, $need, null, $this->want->plants)],
            $this->numbers($way)->chanceWith($trays),
            $told,
            $late > 0 ? Fact::of('route.enough_in', year: (int) $day->format('Y')) : null,
            Fact::of('route.ready_in', week: Week::containing($dates->readyOn), year: (int) $dates->readyOn->format('o')),
        );
    }

    /** Liners from outside, potted and grown on here. */
    public function boughtIn(): Route
    {
        $way = $this->want->ways[0] ?? null;
        $words = Fact::of('route.buy_in');
        if ($this->want->linerPrice === null || $way === null) {
            return Route::impossible(
                RouteKind::BuyIn,
                null,
                $words,
                Fact::of('route.no_price'),
                Fact::of('route.enter_price'),
            );
        }
        try {
            [$number, $chance] = StickCount::forGood($this->want->plants, [$way->sheet->comesThroughHere()])->fewestFor($this->want->confidence);
            ['orderBy' => $orderBy, 'potBy' => $potBy] = $this->want->linersBy() ?? throw new \LogicException('They have a price.');
        } catch (Refused $refused) {
            return Route::impossible(RouteKind::BuyIn, null, $words, Fact::said($refused->says), null);
        }
        $hours = $this->norms->hoursToPot($number, $this->want->pot);
        $cost = ($number * ($this->want->linerPrice + $way->goods->pot + $way->goods->ground) + $hours * $this->costs->hour) / $this->want->plants
            + $way->goods->sold;
        $soonest = $way->times->growingOn->readyOn($this->today->modify(sprintf('+%d weeks', $this->want->linerWeeks)));

        $isLate = $orderBy < $this->today;

        return new Route(
            RouteKind::BuyIn,
            null,
            [],
            $number,
            $this->want->ready->monday(),
            0.0,
            $hours,
            $cost,
            $chance,
            Fact::of('route.liners_by', order: $orderBy, pot: $potBy),
            $isLate ? Fact::of('route.order_gone_by', order: $orderBy) : null,
            $isLate ? Fact::of('route.ordered_today', week: Week::containing($soonest), year: (int) $soonest->format('o')) : null,
        );
    }

    /** @param non-empty-list<RoutePart> $parts */
    private function made(RouteKind $kind, RouteWay $way, array $parts, float $chance, Fact $words, ?Fact $refusal, ?Fact $nearest): Route
    {
        $stick = $potted = $trays = 0;
        $hours = $potting = $warm = 0.0;
        foreach ($parts as $part) {
            $stick += $part->stick;
            $trays += $part->trays;
            $warm += $part->trays * $way->sheet->paidWarmWeeks((float) $part->dates->stickOn->diff($part->dates->potOn)->format('%a'), $this->house);
            $hours += $this->norms->hoursToCollect($part->stick, $way->sheet->isOnMother()) + $this->norms->hoursToStick($part->stick, $way->sheet->method)
                + $this->norms->hoursToWean($part->trays);
            $rooted = (int) round($part->trays * $way->cells * $way->rate->mean());
            $potted += $rooted;
            $potting += $this->norms->hoursToPot(
                $rooted,
                $this->want->pot,
                $way->sheet->potting->isStuckInto($this->want->pot) ? $part->trays : null,
            );
        }
        $goods = $way->goods;
        $untilPotted = $stick * ($way->sheet->reckoning->costEach + $goods->cutting) + $trays * ($goods->tray + $way->cells * $goods->stuck)
            + $hours * $this->costs->hour + $warm * $this->costs->warmTrayWeek;
        $perPotted = $potted === 0 ? 0.0 : $potting * $this->costs->hour / $potted + $goods->pot + $goods->ground;
        $cost = ($untilPotted + $potted * $perPotted) / $this->want->plants + $goods->sold;
        $breakEven = PlantCost::breakEven(
            $untilPotted * $way->sheet->setting->together() / max(1, $stick),
            $perPotted,
            $way->sheet->comesThroughHere()->mean(),
            $this->want->linerPrice,
            $this->norms->hoursToPot(1, $this->want->pot) * $this->costs->hour + $goods->pot + $goods->ground,
        );
        $ready = max(array_map(static fn (RoutePart $p) => $p->dates->readyOn, $parts));

        return new Route(
            $kind,
            $way,
            $parts,
            $stick,
            $ready,
            $warm,
            $hours + $potting,
            $cost,
            $chance,
            $words,
            $refusal,
            $refusal === null ? null : $nearest,
            $breakEven,
        );
    }

    /** The share of holes that give a good plant in the end. */
    private function goodOf(RouteWay $way): float
    {
        return Beta::product([$way->rate, $way->sheet->comesThroughHere()])->mean();
    }

    /** @return array{0: \DateTimeImmutable, 1: ?Gathered} the day on which it is stuck, and its material with the day on which that is cut */
    private function lastDayWithMaterial(
        RouteWay $way,
        int $stick,
        \DateTimeImmutable $from,
        \DateTimeImmutable $to,
        \DateTimeImmutable $until,
    ): array {
        $latest = $material = $this->yard->gather($this->want->crop, $way->id, $to, $stick);
        for ($cut = $to; !($material?->isEnough() ?? true) && $cut > $from;) {
            $cut = $way->times->workDays->onOrBefore(max($from, $cut->modify('-1 week')), $from);
            $material = $this->yard->gather($this->want->crop, $way->id, $cut, $stick);
            if ($material?->isEnough()) {
                return [$this->stuckFrom($way, $cut, $to, $until), $material];
            }
        }

        return [$this->stuckFrom($way, $to, $to, $until), $latest];
    }

    /** The day on which what is cut on one day is stuck, of material that can be cut until another. */
    private function stuckFrom(RouteWay $way, \DateTimeImmutable $cut, \DateTimeImmutable $to, \DateTimeImmutable $until): \DateTimeImmutable
    {
        $last = CollectedAhead::stuckBy($way->sheet, $cut, $to, $this->house->whole(HouseDefault::BundlesStuckWithin));

        return $way->times->workDays->onOrBefore(min($until, $last), $cut);
    }

    private function refusalOf(?Gathered $material): ?Fact
    {
        return match (true) {
            $material === null => Fact::of('route.no_stock'),
            $material->isEnough() => null,
            $material->first->offer->isEnough() => Fact::of('route.none_fit', supply: $material->words()),
            default => Fact::of('route.too_little', supply: $material->words()),
        };
    }

    private function withWhatThereIs(RouteWay $way, ?Gathered $material): Fact
    {
        $supply = $material?->first;
        if ($supply !== null && !$supply->isFit()) {
            return Fact::of('route.clear_block', block: $supply->source->code);
        }
        $left = $supply?->offer->left() ?? 0;
        $trays = intdiv($left, $way->cells * $way->sheet->setting->together());

        return $trays === 0
            ? Fact::of('route.plant_stock')
            : Fact::of('route.fills', trays: $trays, plants: (int) round($trays * $way->cells * $this->goodOf($way)));
    }
}
