<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\Medium;

/** A piece of bench with one mist valve, one heat circuit and one cover: what lies on it shares its water and warmth. */
final class Zone
{
    /** The level that a bench can reach from which it is one of the misted. */
    private const MISTED = 2.0;

    /** @param array<string, string> $closed */
    private function __construct(
        public readonly string $name,
        public readonly int $trays,
        public readonly Range $heat,
        public readonly Range $mist,
        public readonly ZoneKind $kind,
        private readonly array $closed,
        public readonly bool $onlyPots,
        public readonly bool $frostFree,
        public readonly Ground $ground,
    ) {
    }

    /**
     * @param Range                 $heat        °C that its heat circuit can hold, or that its cover never leaves
     * @param array<string, string> $closed      written weeks in which it is out of use, with why
     * @param bool                  $onlyPots    whether nothing is rooted or weaned there
     * @param Ground                $ground      on what things stand there
     *
     * @throws Refused for `trays`
     */
    public static function of(
        string $name,
        int $trays,
        Range $heat,
        Range $mist,
        ZoneKind $kind = ZoneKind::Mist,
        array $closed = [],
        bool $onlyPots = false,
        bool $frostFree = true,
        Ground $ground = Ground::Bench,
    ): self {
        if ($trays < 1) {
            throw Refused::because('out_of_range', 'trays', Fact::of('refused.zone.out_of_range'));
        }

        return new self($name, $trays, $heat, $mist, $kind, $closed, $onlyPots, $frostFree, $ground);
    }

    /**
     * How warm a batch's medium is here: kept as near to the middle of what it wants as the zone can, or as the air is.
     *
     * @param Range $wanted °C
     */
    public function medium(Range $wanted, SiteAir $air): Medium
    {
        return $this->ground->isOutdoors() || $this->kind->goesWithAir()
            ? Medium::inAir($air, $this->heat)
            : Medium::kept($this->keptAt($wanted));
    }

    /**
     * °C as near to the middle of what is wanted as the zone can hold.
     *
     * @param Range $wanted °C
     */
    private function keptAt(Range $wanted): float
    {
        return max($this->heat->low, min($this->heat->high, $wanted->middle()));
    }

    /**
     * Whether a batch's place here is paid for as warm: what goes with the air is not heated, whatever the weather.
     *
     * @param Range $wanted °C
     */
    public function isPaidWarm(Range $wanted, SiteAir $air, HouseDefaults $house): bool
    {
        return ($this->medium($wanted, $air)->setPoint ?? -INF) >= $house->number(HouseDefault::WarmFrom);
    }

    /**
     * Whether a batch can lie here for its weeks, with who else lies there.
     *
     * @param list<Tenant> $tenants all other batches of the zone, in any weeks
     */
    public function offerTo(Tenant $batch, array $tenants): Offer
    {
        $neighbours = array_values(array_filter($tenants, $batch->meets(...)));
        $free = [];
        $shut = null;
        for ($week = $batch->from; $week->until($batch->to) >= 0; $week = $week->plus(1)) {
            $free[$week->written()] = $this->traysIn($week) - $this->used($week, $neighbours);
            $shut ??= $this->isClosedIn($week) ? $week : null;
        }
        $least = min($this->trays, ...array_values($free));
        [$reason, $words] = match (true) {
            $batch->ground !== $this->ground => $this->otherGround($batch->ground),
            $this->onlyPots && !$batch->inPots && !$batch->isGuest => ['only_pots', Fact::of('bench.only_pots')],
            !$this->frostFree && $batch->mustNotFreeze => ['frost', Fact::of('bench.frost')],
            !$this->ground->isOutdoors() && !$this->mist->overlaps($batch->mist) => [
                'no_water',
                Fact::of('bench.no_water', gives: $this->mist, wants: $batch->mist),
            ],
            !$this->ground->isOutdoors() && !$this->heat->overlaps($batch->heat) => [
                'no_warmth',
                Fact::of('bench.no_warmth', holds: Fact::warmth($this->heat), wants: Fact::warmth($batch->heat)),
            ],
            $shut !== null => ['closed', Fact::of('bench.closed', from: $shut, why: $this->closed[$shut->written()])],
            $least < $batch->trays => [
                'no_room',
                Fact::of('bench.no_room', trays: $batch->trays - $least, from: $this->firstShort($free, $batch)),
            ],
            // Each hangs on its own mother, or stands in the rain: nothing is shared but the ground.
            $this->ground->isOutdoors() => [null, Fact::of('bench.suits')],
            default => $this->clash($batch, $neighbours),
        };

        return new Offer($this, $reason, $words, $least, $free, $neighbours);
    }

    /** @return array{string, Fact} */
    private function otherGround(Ground $wanted): array
    {
        return match ($wanted) {
            Ground::BesideStock => ['not_beside_stock', Fact::of('bench.not_beside_stock')],
            Ground::Open => ['not_open_ground', Fact::of('bench.not_open_ground')],
            Ground::Bench => $this->ground === Ground::Open
                ? ['open_ground', Fact::of('bench.open_ground')]
                : ['beside_stock', Fact::of('bench.beside_stock')],
        };
    }

    /**
     * How far the zone's usual water and warmth lie from what a batch likes, one mist level weighing as much as so many °C:
     * among zones that can take a batch, the nearest suits best.
     */
    public function distanceFrom(Tenant $batch, HouseDefaults $house): float
    {
        return abs($this->mist->middle() - $batch->mist->middle())
            + abs($this->heat->middle() - $batch->heat->middle()) / $house->number(HouseDefault::MistAsWarmth);
    }

    /** Whether what lies here is under mist. */
    public function isMisted(): bool
    {
        return !$this->ground->isOutdoors() && $this->mist->high >= self::MISTED;
    }

    /** Whether it is mist or a closed cover, which what has no roots needs most: what is weaned goes on from here. */
    public function isForRooting(): bool
    {
        return $this->isMisted() || ($this->kind === ZoneKind::Cover && !$this->ground->isOutdoors());
    }

    /**
     * Whether what is weaned can stand here in its trays: without mist, in the open, and without frost but for what is hardy.
     *
     * @param bool $isHardy whether its crop stands frost
     */
    public function takesWeaned(bool $isHardy): bool
    {
        return ($this->frostFree || $isHardy) && !$this->onlyPots && !$this->ground->isOutdoors() && !$this->isForRooting() && $this->mist->low <= 0.0;
    }

    public function isClosedIn(Week $week): bool
    {
        return isset($this->closed[$week->written()]);
    }

    /** How many trays it holds in a week: none where it is out of use. */
    public function traysIn(Week $week): int
    {
        return $this->isClosedIn($week) ? 0 : $this->trays;
    }

    public function comfort(): Comfort
    {
        return Comfort::of($this->heat, $this->mist);
    }

    /** @param list<Tenant> $tenants */
    public function used(Week $week, array $tenants): int
    {
        $used = 0;
        foreach ($tenants as $tenant) {
            $used += $tenant->isThereIn($week) ? $tenant->trays : 0;
        }

        return $used;
    }

    /**
     * The one setting of warmth and water that suits everybody here: the driest that all accept, and as warm as the plan of the
     * one that roots warmest reckons with, where all bear it.
     * Null where nobody lies, and outdoors, where nothing is set; `suits` is false where they want what cannot be had together.
     *
     * @param list<Tenant> $tenants
     *
     * @return ?array{heat: float, mist: float, suits: bool}
     */
    public function setting(array $tenants): ?array
    {
        if ($tenants === [] || $this->ground->isOutdoors()) {
            return null;
        }
        $span = $this->span($tenants);

        return ['heat' => $span['heat'], 'mist' => $span['mist'], 'suits' => $span['heatFrom'] <= $span['heatTo'] && $span['mist'] <= $span['mistTo']];
    }

    /**
     * The settings week by week, none of them jumping where the last still suits.
     *
     * @param list<list<Tenant>> $weeks who lies there in each
     *
     * @return list<?array{heat: float, mist: float, suits: bool}>
     */
    public function settings(array $weeks, HouseDefaults $house): array
    {
        return Settings::steady(
            array_map(fn (array $tenants) => $tenants === [] || $this->ground->isOutdoors() ? null : $this->span($tenants), $weeks),
            $house->number(HouseDefault::SetPointKept),
        );
    }

    /**
     * @param non-empty-list<Tenant> $tenants
     *
     * @return array{heat: float, heatFrom: float, heatTo: float, mist: float, mistTo: float} what is set, the least that somebody wants and the
     *                                                                                        most that nobody minds
     */
    private function span(array $tenants): array
    {
        $from = max($this->heat->low, ...array_map(static fn (Tenant $t) => $t->heat->low, $tenants));
        $to = min($this->heat->high, ...array_map(static fn (Tenant $t) => $t->heat->high, $tenants));
        // What is weaned, and what stands in pots, is only not to be too cool.
        $planned = max(array_map(fn (Tenant $t) => $t->isKeptWarm ? $this->keptAt($t->heat) : $t->heat->low, $tenants));

        return [
            // Where no warmth suits all, nobody is to be too cool.
            'heat' => $from > $to ? $from : max($from, min($to, $planned)),
            'heatFrom' => $from,
            'heatTo' => $to,
            'mist' => max($this->mist->low, ...array_map(static fn (Tenant $t) => $t->mist->low, $tenants)),
            'mistTo' => min($this->mist->high, ...array_map(static fn (Tenant $t) => $t->mist->high, $tenants)),
        ];
    }

    /**
     * Pairs that cannot share one setting.
     *
     * @param list<Tenant> $tenants
     *
     * @return list<array{0: Tenant, 1: Tenant}>
     */
    public static function clashes(array $tenants): array
    {
        $pairs = [];
        foreach ($tenants as $i => $tenant) {
            foreach (array_slice($tenants, $i + 1) as $other) {
                if (!$tenant->canShareWith($other)) {
                    $pairs[] = [$tenant, $other];
                }
            }
        }

        return $pairs;
    }

    /**
     * @param list<Tenant> $neighbours
     *
     * @return array{0: ?string, 1: Fact}
     */
    private function clash(Tenant $batch, array $neighbours): array
    {
        foreach ($neighbours as $other) {
            if (!$other->mist->overlaps($batch->mist)) {
                return ['sharing', Fact::of('bench.sharing_water', other: $other->name, wants: $other->mist)];
            }
            if (!$other->heat->overlaps($batch->heat)) {
                return ['sharing', Fact::of('bench.sharing_warmth', other: $other->name, wants: Fact::warmth($other->heat))];
            }
        }

        return [null, Fact::of('bench.suits')];
    }

    /** @param array<string, int> $free */
    private function firstShort(array $free, Tenant $batch): Week
    {
        foreach ($free as $week => $there) {
            if ($there < $batch->trays) {
                return Week::of($week);
            }
        }

        return $batch->from;
    }
}
