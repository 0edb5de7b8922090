<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Crops\CollectedAhead;
use WetCradle\Core\Crops\Surplus;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Plan\LastDay;
use WetCradle\Core\Plan\PlaceInTime;
use WetCradle\Core\Plan\StickNumbers;
use WetCradle\Core\Rates\InWords;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Rates\StickParted;
use WetCradle\Core\Stock\Gathered;
use WetCradle\Core\Stock\Supply;
use WetCradle\Server\Bench\FreeBerths;
use WetCradle\Server\Bench\SharedTrays;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Rates\Learning;
use WetCradle\Server\Stock\StockBlock;
use WetCradle\Server\Stock\Yards;
use WetCradle\Server\Wanted\Wanted;

/** Lays out all that a plan for a batch rests on: rate, numbers, dates, material and places. */
final class Planner
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly CropHistory $history,
        private readonly Learning $learning,
        private readonly Yards $yards,
        private readonly FreeBerths $berths,
        private readonly SharedTrays $shared,
        private readonly Tags $tags,
        private readonly Windows $windows,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @param int  $plants good plants that are missing: the whole order, or what it is short by
     * @param ?\DateTimeImmutable $collectOn where its material is collected before it is stuck
     * @param ?int $cuttings so many, where the last tray is not to be full
     * @param ?int $trays a number of trays chosen by hand instead of the one for the chance
     *
     * @return array<string, mixed>
     */
    public function propose(
        Wanted $wanted,
        int $plants,
        Way $way,
        float $confidence,
        TrayKind $trayKind,
        ?\DateTimeImmutable $stickOn,
        ?int $trays,
        ?\DateTimeImmutable $collectOn = null,
        ?int $cuttings = null,
    ): array {
        $sheet = $way->leaving($wanted->pot->leaving());
        $batches = $this->history->of($way);
        $learnt = $this->history->learnt($way, $batches);
        $potting = $sheet->comesThroughHere();
        $mishap = $this->learning->nursery()->mishap;
        $stages = [$this->history->rateOf($way)->forNewBatch, $potting];
        $atMost = $sheet->setting->plantsIn($trayKind->cells);
        $numbers = StickNumbers::forGood($plants, $stages, $confidence, $atMost, $sheet->setting->together(), $mishap->chance);
        $chosen = $trays ?? (int) $numbers->toArray()[$sheet->reckoning->surplus === Surplus::Expected ? 'simple' : 'chosen']['trays'];
        if ($cuttings !== null && $trays === null) {
            $chosen = $sheet->traysFor($cuttings, $trayKind->cells)->number;
        }
        $stick = $sheet->cuttingsIn($chosen, $trayKind->cells, $cuttings);
        // A day that nobody has chosen is worked back by the pace of the place in which it will lie.
        $berths = $this->berths->all();
        $place = $stickOn !== null ? null : PlaceInTime::of(
            $berths,
            $sheet,
            $this->windows->of($way),
            $wanted->ready(),
            $this->today->day(),
            $trayKind->positionsOf($chosen),
        );
        $dates = $this->dates($wanted, $way, $stickOn ?? $place?->dates?->stickOn);

        if ($collectOn !== null) {
            CollectedAhead::mustKeep($sheet->taking->hold, $collectOn, $dates->stickOn);
        }
        $cutOn = $collectOn ?? $dates->stickOn;
        $supplies = $this->supplies($wanted, $way, $cutOn, $stick);
        $zones = $this->zones($wanted, $sheet, $dates->stickOn, $trayKind->positionsOf($chosen), $berths);

        return [
            'plants' => $plants,
            'best' => [
                'block' => self::bestOf($supplies, $cutOn)?->source->code,
                'zone' => $place->zone ?? (($zones[0]['yes'] ?? false) === true ? $zones[0]['id'] : null),
            ],
            'rate' => $learnt,
            'potting' => [
                'mean' => $potting->mean(),
                'words' => $sheet->comesThroughInWords(),
            ],
            'numbers' => $numbers->toArray(),
            'mishaps' => $this->mishaps($plants, $stages, $mishap, $confidence, $numbers, $sheet->setting->together()),
            'trayKind' => $trayKind->toArray(),
            'trays' => $chosen,
            'stick' => $stick,
            'chance' => $cuttings === null ? $numbers->chanceWith($chosen) : $numbers->chanceOf($cuttings),
            'dates' => $dates->toArray(),
            'timing' => $this->timing($wanted, $dates),
            'surplus' => $sheet->reckoning->surplus,
            'way' => $way->id,
            'ways' => array_map(static fn (Way $w) => ['id' => $w->id, 'name' => $w->name, 'house' => $w->house], $wanted->crop->ways->toArray()),
            'method' => $sheet->method->value,
            'keepsDays' => $sheet->keepsDays(),
            'window' => $this->window($way, $cutOn),
            'blocks' => $this->blocks($way, $supplies),
            'zones' => $zones,
            'trayOpen' => $this->shared->openTo($trayKind, $dates->stickOn, $sheet->setting->holesFor($stick)),
        ];
    }

    /**
     * The best block that gives enough, by itself or else with another.
     *
     * @param list<Supply> $supplies the best first
     */
    private static function bestOf(array $supplies, \DateTimeImmutable $on): ?Supply
    {
        $gathered = Gathered::of($supplies, $on);

        return $gathered !== null && ($gathered->isEnough() || $gathered->first->offer->isEnough()) ? $gathered->first : null;
    }

    /**
     * What a batch that fails as a whole makes of the chance: where one batch cannot give what is asked, how many cuttings two or
     * three do, some days apart.
     *
     * @param non-empty-list<Beta> $stages
     *
     * @return array{chance: float, known: int, batches: int, words: ?Fact, parted: list<array{batches: int, stick: ?int, chance: float}>}
     */
    private function mishaps(int $plants, array $stages, Mishap $mishap, float $confidence, StickNumbers $numbers, int $each): array
    {
        $learnt = $this->learning->nursery();
        $isOut = StickNumbers::isBeyondOne($confidence, $mishap->chance);

        return [
            'chance' => $mishap->chance, 'known' => $learnt->mishaps, 'batches' => $learnt->batches,
            'words' => $isOut ? Fact::of('stick.fails_whole', chance: InWords::chance($mishap->chance)) : null,
            'parted' => $isOut ? array_map(
                static fn (array $parted) => ['stick' => $parted['stick'] === null ? null : $each * $parted['stick']] + $parted,
                StickParted::fewest($plants, Beta::product($stages), $mishap, $confidence, 3 * (int) ceil($numbers->stick() / $each)),
            ) : [],
        ];
    }

    /** Forwards from a day given, or else from the last on which it can be stuck; never from a day gone by. */
    public function dates(Wanted $wanted, Way $way, ?\DateTimeImmutable $stickOn): PlainDates
    {
        $times = $this->house->timetable()->usual($way->leaving($wanted->pot->leaving()));
        $today = $this->today->day();
        $last = fn () => LastDay::toStick($this->windows->of($way), $times, $wanted->ready(), $today);

        return PlainDates::forwards($stickOn ?? max($last(), $times->workDays->onOrAfter($today)), $times);
    }

    /** @return array{weeksLate: int, words: Fact} */
    private function timing(Wanted $wanted, PlainDates $dates): array
    {
        $late = $wanted->ready()->until(Week::containing($dates->readyOn));

        return ['weeksLate' => $late, 'words' => match (true) {
            $late > 0 => Fact::of('plan.after_wanted', weeks: $late),
            $late < 0 => Fact::of('plan.before_wanted', weeks: -$late),
            default => Fact::of('plan.in_time'),
        }];
    }

    /** @return array{open: bool, words: Fact} */
    private function window(Way $way, \DateTimeImmutable $cutOn): array
    {
        $window = $this->windows->of($way);
        $material = $way->core()->material;
        $week = Week::containing($cutOn);
        $in = $window->opensIn($week);

        return ['open' => $in === 0, 'words' => $in === 0
            ? Fact::of('plan.material_right', material: $material, week: $week)
            : Fact::of('plan.material_later', material: $material, week: $week, from: $week->plus($in), weeks: $in)];
    }

    /** @return list<Supply> the best first */
    private function supplies(Wanted $wanted, Way $way, \DateTimeImmutable $cutOn, int $stick): array
    {
        $yard = $this->yards->all([$way->crop])->only($way->crop->name, $wanted->onlyFrom());

        return $yard->supplies($way->crop->name, (int) $way->id, $cutOn, $stick);
    }

    /**
     * @param list<Supply> $supplies
     *
     * @return list<array<string, mixed>>
     */
    private function blocks(Way $way, array $supplies): array
    {
        $blocks = [];
        foreach ($this->em->getRepository(StockBlock::class)->findBy(['crop' => $way->crop]) as $block) {
            $blocks[$block->code] = $block;
        }

        return array_map(static fn (Supply $supply) => [
            'code' => $supply->source->code,
            'place' => $blocks[$supply->source->code]->place,
            'plants' => $blocks[$supply->source->code]->plants,
            'left' => $supply->offer->left(),
            'enough' => $supply->offer->isEnough(),
            'with' => $supply->with($supplies),
            'words' => $supply->offer->words(),
            'against' => $supply->against,
        ], $supplies);
    }

    /** @return list<array<string, mixed>> the best first, each with the days it would have there */
    private function zones(Wanted $wanted, WaySheet $sheet, \DateTimeImmutable $stickOn, int $positions, Berths $berths): array
    {
        $zones = array_column($this->em->getRepository(Zone::class)->findAll(), null, 'id');
        $offers = $rank = $codes = [];
        foreach ($berths->all($sheet, $positions, static fn () => $stickOn) as $i => $berth) {
            ['dates' => $when, 'offer' => $offer] = ['dates' => $berth->dates, 'offer' => $berth->offer];
            $zone = $zones[$berth->zone];
            // Of those that can take it, those that are in time come first.
            $isLate = $berth->isFree() && !$berth->isInTimeFor($wanted->ready());
            $rank[$berth->zone] = [$berth->isFree() ? ($isLate ? 1 : 0) : 2, $i];
            $names = array_values(array_unique(array_map(
                static fn (Tenant $t) => $t->batch(),
                array_filter($offer->neighbours ?? [], static fn (Tenant $t) => !$t->isGuest),
            )));
            $codes = [...$codes, ...$names];
            $free = $offer->freeByWeek ?? [];
            $offers[] = [
                'id' => $zone->id,
                'name' => $zone->name,
                'kind' => $zone->kind,
                'trays' => $zone->trays,
                'yes' => $berth->isFree(),
                'reason' => $offer === null ? 'no_warmth' : $offer->reason,
                'words' => $offer->words ?? $berth->refusal,
                'dates' => $when?->toArray(),
                'timing' => $when === null ? null : $this->timing($wanted, $when),
                'onceWeaned' => $berth->then === null ? null : ['zone' => $berth->then->name, 'from' => $berth->then->from->format('Y-m-d')],
                'leastFree' => $offer->leastFree ?? 0,
                'free' => array_map(static fn (string $week, int $places) => ['week' => $week, 'free' => $places], array_keys($free), $free),
                'neighbours' => $names,
            ];
        }
        $tags = $this->tags->lying($codes);
        foreach ($offers as &$said) {
            $said['neighbours'] = array_values(array_column(array_map(static fn (string $code) => $tags[$code], $said['neighbours']), null, 'code'));
        }
        unset($said);
        usort($offers, static fn (array $a, array $b) => $rank[(int) $a['id']] <=> $rank[(int) $b['id']]);

        return $offers;
    }
}
