<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\BenchOption;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Filled;
use WetCradle\Core\Bench\Filling;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\MistNeed;
use WetCradle\Core\Bench\NoPlace;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Bench\Stay;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Zone as CoreZone;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Plan\PlainDates;
use WetCradle\Core\Plan\Trays;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\SheetVersion;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\MoveReader;
use WetCradle\Server\Plan\Moves;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Stock\Takes;

/**
 * Puts the house to the core to be filled: what is planned and not locked may lie elsewhere, or begin in another week in
 * which its material is right and there is enough of it; what is stuck stays, unless its zone is closed over it.
 */
final class Fillings
{
    private const WEEKS = 70;
    /** Weeks by which a batch may begin sooner or later. */
    private const REACH = 3;
    private const STEPS = 12_000;
    /** The weight of what stands in a zone that closes over it: it is alive. */
    private const DRIVEN = 8;
    /** Weeks of which it is said how much mist they ask. */
    private const SHOWN = 44;
    private const SOONER = 2;
    private const NARROWER_CM = 0.5;
    /** A week later than an order wants it costs as much as so many weeks from where it was planned. */
    private const LATE = 8;
    private const WEIGHTS = ['must' => 5, 'should' => 3, 'nice' => 2];

    /** @var list<Zone> */
    private array $zones = [];
    /** @var array<int, int> a zone's number in the list, by id */
    private array $numbers = [];
    /** @var array<string, Batch> */
    private array $batches = [];
    private Week $from;
    /** @var array<int, CoreZone> by a zone's number in the list */
    private array $cores = [];
    /** @var array<string, PlainDates> */
    private array $dates = [];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly Takes $takes,
        private readonly Windows $windows,
        private readonly Moves $moves,
        private readonly House $house,
        private readonly Today $today,
    ) {
        $this->from = $today->week();
    }

    /** @return array<string, mixed> */
    public function fill(FillAsk $ask): array
    {
        $this->from = $this->today->week();
        $this->zones = $this->em->getRepository(Zone::class)->findBy([], ['id' => 'ASC']);
        if ($this->zones === []) {
            throw Refused::because('no_zones', 'zones', 'There is no bench yet. Add a zone first.');
        }
        $this->numbers = array_flip(array_map(static fn (Zone $z) => (int) $z->id, $this->zones));
        if ($ask->whatIf === 'bench') {
            $this->zones[] = $this->oneMore();
        }
        $this->em->createQuery('SELECT s, y FROM '.SheetVersion::class.' s JOIN s.way y')->getResult();
        foreach ($this->em->createQuery('SELECT b, c, z, w, m FROM '.Batch::class.' b JOIN b.crop c JOIN b.zone z LEFT JOIN b.wanted w LEFT JOIN b.movesOn m WHERE b.calledOff = false AND b.leftBenchOn IS NULL')->getResult() as $batch) {
            $this->batches[$batch->code] = $batch;
        }
        $held = [];
        do {
            [$stays, $standing, $now] = $ask->stage === 'weaning' ? $this->weaning($ask) : $this->rooting($ask, $held);
            $filling = new Filling(self::WEEKS, $this->spaces(), $stays, $standing, $ask->round);
            $filling->from($this->before($ask, $now));
            $more = $filling->improve(self::STEPS);
            $filled = $filling->filled();
            $changes = $this->changes($ask, $filled, $now);
            // What is only supposed can be planned only in supposing.
            $refused = $ask->whatIf === null && $ask->stage === 'rooting' ? $this->refused($changes) : [];
            foreach ($refused as $code) {
                $held[$code] = ($held[$code] ?? 0) + 1;
            }
        } while ($refused !== []);

        return $this->say($ask, $filling, $filled, $changes, $now, $more);
    }

    /**
     * @param array<string, int> $held batches whose move was refused: once, they keep their week; twice, their zone too
     *
     * @return array{0: list<Stay>, 1: array<string, list<Leg>>, 2: array<string, array{space: int, from: int}>}
     */
    private function rooting(FillAsk $ask, array $held): array
    {
        $stays = $standing = $now = [];
        $taken = $this->takes->around($this->today->day(), null, 7 * self::WEEKS);
        foreach ($this->legs() as $code => $legs) {
            $batch = $this->batches[$code] ?? null;
            $week = $batch === null ? 0 : $this->weekOf($batch->stickOn);
            if ($batch === null || $batch->isStuck() || $batch->locked || !$batch->movesOn->isEmpty() || $week < 0 || $week >= self::WEEKS || ($held[$code] ?? 0) > 1) {
                [$stay, $rest] = $batch === null || $batch->locked || isset($held[$code]) ? [null, $legs] : $this->driven($code, $batch, $legs);
                $standing[$stay === null ? $code : self::until($code)] = $rest;
                if ($stay !== null) {
                    $stays[] = $stay;
                    $now[$stay->name] = ['space' => $legs[count($legs) - 1]->space, 'from' => $stay->preferred];
                }
                continue;
            }
            $stays[] = $this->planned($ask, $batch, $week, isset($held[$code]) ? [$week] : $this->weeksFor($batch, $week, $taken));
            $now[$code] = ['space' => $this->numbers[(int) $batch->zone->id], 'from' => $week];
        }

        return [$stays, $standing, $now];
    }

    /**
     * Batches after they are weaned, which may go to a bench without mist.
     *
     * @return array{0: list<Stay>, 1: array<string, list<Leg>>, 2: array<string, array{space: int, from: int}>}
     */
    private function weaning(FillAsk $ask): array
    {
        $stays = $standing = $now = [];
        foreach ($this->legs() as $code => $legs) {
            $batch = $this->batches[$code] ?? null;
            $last = $legs[count($legs) - 1];
            $begin = $batch === null ? 0 : max(0, $this->weekOf($batch->weanOn));
            $weeks = $last->from + $last->weeks - $begin;
            if ($batch === null || $batch->locked || !$batch->movesOn->isEmpty() || $weeks < 1 || $begin + $weeks > self::WEEKS || $this->zones[$last->space]->mistHigh < 2 || ($begin <= $last->from && !$batch->isStuck())) {
                $standing[$code] = $legs;
                continue;
            }
            $standing[self::until($code)] = $legs;
            $stays[] = Stay::of($code, $batch->trays, fn (int $space, int $start) => $this->zones[$space]->frostFree && $this->zones[$space]->mistLow === 0 && $space !== $last->space ? ['weeks' => $weeks, 'cost' => $this->zones[$space]->kind === 'open' ? 0 : 2] : null, $begin, $begin, $begin, $this->weaned($batch));
        }

        return [$stays, $standing, $now];
    }

    /** @param non-empty-list<int> $weeks in which it could be stuck */
    private function planned(FillAsk $ask, Batch $batch, int $week, array $weeks): Stay
    {
        $weight = $batch->wanted === null ? 1 : self::WEIGHTS[$batch->wanted->priority] ?? 1;
        $sheet = $batch->sheet->core();
        $may = array_flip($weeks);
        $known = [];
        $sooner = $ask->whatIf === 'weaning' ? self::SOONER : 0;
        $in = function (int $space, int $start) use ($batch, $sheet, $weight, $week, $may, $sooner, &$known): ?array {
            // Asked outside its window it says how it would be, so that an option can be offered.
            $within = $start >= min(array_keys($may)) && $start <= max(array_keys($may));
            if ($start < 0 || ($within && !isset($may[$start]))) {
                return null;
            }

            return $known["{$space} {$start}"] ??= $this->there($batch, $sheet, $space, $start, $start - $week, $weight, $sooner);
        };

        return Stay::of($batch->code, $ask->whatIf === 'cells' ? self::inSmallerCells($batch) : $batch->trays, $in, min($weeks), max($weeks), $week, Comfort::of($sheet->warmth->medium, $sheet->water->mist), $weight, $ask->mayPart, $ask->mayMove);
    }

    /** @return ?array{weeks: int, cost: int} */
    private function there(Batch $batch, WaySheet $sheet, int $space, int $start, int $shift, int $weight, int $sooner): ?array
    {
        $zone = $this->zones[$space];
        $day = $this->dayOf($batch, $shift);
        try {
            $times = $sheet->times($this->house->air(), $this->cores[$space] ??= $zone->core());
        } catch (Refused) {
            return null;
        }
        // Benches of one warmth give the same days.
        $key = spl_object_id($times).' '.$day->format('Y-m-d').' '.$batch->heldDays;
        try {
            $dates = $this->dates[$key] ??= PlainDates::forwards($day, $times, $batch->heldDays);
        } catch (Refused) {
            return null;
        }
        $late = 0;
        foreach ([...$batch->wanted === null ? [] : [$batch->wanted], ...$batch->shared->toArray()] as $wanted) {
            $late = max($late, $wanted->ready()->until(Week::containing($dates->readyOn)));
        }
        $weeks = $this->weekOf($dates->lastBenchWeek()->monday()) - $start + 1;
        $weeks = $zone->mistHigh > 1 ? max(min(1, $weeks), $weeks - $sooner) : $weeks;

        return $weeks < 1 ? null : ['weeks' => $weeks, 'cost' => ($zone === $batch->zone ? 0 : $weight) + self::LATE * $weight * $late];
    }

    private function oneMore(): Zone
    {
        $misted = array_filter($this->zones, static fn (Zone $z) => $z->kind === 'mist') ?: $this->zones;
        usort($misted, static fn (Zone $a, Zone $b) => $b->trays <=> $a->trays);
        $like = $misted[0];

        return new Zone('One more bench', $like->house, $like->kind, $like->trays, $like->heatLow, $like->heatHigh, $like->mistLow, $like->mistHigh, 0.0, 0.0, $like->length, $like->width);
    }

    /** Trays of the same size with cells so much narrower, each way. */
    private static function inSmallerCells(Batch $batch): int
    {
        $kind = $batch->trayKind;
        $pitch = sqrt($kind->lengthCm * $kind->widthCm / $kind->cells);
        $cells = (int) floor($kind->cells * ($pitch / max(0.5, $pitch - self::NARROWER_CM)) ** 2);

        return Trays::toHold(intdiv($batch->planned + $batch->sheet->core()->each - 1, $batch->sheet->core()->each), max(1, $cells))->number;
    }

    /**
     * Weeks near its own in which its material is right and its block can give it.
     *
     * @param array<int, list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool}>> $taken by block
     *
     * @return non-empty-list<int>
     */
    private function weeksFor(Batch $batch, int $week, array $taken): array
    {
        [$earliest, $latest] = $this->windows->daysAround($batch->sheet->way, $batch->stickOn, $this->today->day());
        $weeks = [$week];
        for ($by = -self::REACH; $by <= self::REACH; ++$by) {
            $day = $this->dayOf($batch, $by);
            if ($by !== 0 && $week + $by >= 0 && $day >= $earliest && $day <= $latest
                && $this->takes->offer($batch->block, $batch->sheet->core(), $day, $batch->planned, $batch->code, $taken[(int) $batch->block->id] ?? [])->isEnough()) {
                $weeks[] = $week + $by;
            }
        }

        return $weeks;
    }

    private function dayOf(Batch $batch, int $by): \DateTimeImmutable
    {
        return max($this->today->day(), $batch->stickOn->modify(sprintf('%+d weeks', $by)));
    }

    /**
     * What is stuck in a zone that closes over it: how long it can stay, and what must go elsewhere.
     *
     * @param non-empty-list<Leg> $legs
     *
     * @return array{0: ?Stay, 1: list<Leg>}
     */
    private function driven(string $code, Batch $batch, array $legs): array
    {
        $last = $legs[count($legs) - 1];
        $core = $this->zones[$last->space]->core();
        for ($week = max(0, $last->from); $week < min(self::WEEKS, $last->from + $last->weeks); ++$week) {
            if ($core->isClosedIn($this->from->plus($week))) {
                $weeks = $last->from + $last->weeks - $week;
                $before = array_slice($legs, 0, -1);
                if ($week > $last->from) {
                    $before[] = new Leg($last->space, $last->from, $week - $last->from, $last->trays, $last->comfort);
                }

                $comfort = Week::containing($batch->weanOn)->until($this->from->plus($week)) >= 0 ? $this->weaned($batch) : $last->comfort;

                return [Stay::of($code, $batch->trays, static fn () => ['weeks' => $weeks, 'cost' => 0], $week, $week, $week, $comfort, self::DRIVEN), $before];
            }
        }

        return [null, $legs];
    }

    private function weaned(Batch $batch): Comfort
    {
        $sheet = $batch->sheet->core();
        $weaned = Tenant::of($batch->code, $batch->trays, $this->from, $this->from, $sheet->warmth->medium, $sheet->water->mist)->weaned($this->from, $this->from);

        return Comfort::of($weaned->heat, $weaned->mist);
    }

    /** @return array<string, non-empty-list<Leg>> by code, in weeks from now; of what is over, what is left */
    private function legs(): array
    {
        $found = [];
        foreach ($this->tenants->byZone($this->from, $this->from->plus(self::WEEKS)) as $zone => $tenants) {
            foreach ($tenants as $tenant) {
                $start = $this->from->until($tenant->from);
                $found[$tenant->name][] = new Leg($this->numbers[$zone], $start, $tenant->from->until($tenant->to) + 1, $tenant->trays, Comfort::of($tenant->heat, $tenant->mist));
            }
        }
        ksort($found);
        foreach ($found as &$legs) {
            usort($legs, static fn (Leg $a, Leg $b) => $a->from <=> $b->from);
        }

        return $found;
    }

    /** @return list<Space> */
    private function spaces(): array
    {
        return array_map(function (Zone $zone): Space {
            $core = $zone->core();
            $closed = array_values(array_filter(range(0, self::WEEKS - 1), fn (int $week) => $core->isClosedIn($this->from->plus($week))));

            return Space::of($zone->name, $zone->trays, $core->comfort(), self::WEEKS, $closed);
        }, $this->zones);
    }

    /**
     * @param array<string, array{space: int, from: int}> $now
     *
     * @return array<string, array{space: int, from: int}>
     */
    private function before(FillAsk $ask, array $now): array
    {
        foreach ($ask->before as $code => ['zone' => $zone, 'week' => $week]) {
            if (isset($this->numbers[$zone])) {
                $now[$code] = ['space' => $this->numbers[$zone], 'from' => $this->from->until($week)];
            }
        }

        return $now;
    }

    /**
     * What would change, as moves that can be made.
     *
     * @param array<string, array{space: int, from: int}> $now
     *
     * @return array<string, array<string, mixed>> by code
     */
    private function changes(FillAsk $ask, Filled $filled, array $now): array
    {
        $changes = [];
        foreach ($filled->placed as $code => $legs) {
            $was = $now[$code] ?? null;
            if (count($legs) > 1 || $was === null || $was['space'] !== $legs[0]->space || $was['from'] !== $legs[0]->from) {
                $changes[$code] = $this->move($code, $legs, $ask->stage);
            }
        }

        return $changes;
    }

    /**
     * @param list<Leg> $legs
     *
     * @return array<string, mixed> a move that lays the batch so
     */
    private function move(string $code, array $legs, string $stage): array
    {
        $batch = $this->batches[$code];
        $first = $legs[0];
        $zone = (int) $this->zones[$first->space]->id;
        if ($batch->isStuck()) {
            return ['code' => $code, 'zone' => $zone, 'on' => $this->monday($first->from)];
        }
        if ($stage === 'weaning') {
            return ['code' => $code, 'from' => $batch->stickOn->format('Y-m-d'), 'then' => ['zone' => $zone, 'on' => $this->monday($first->from)]];
        }
        $move = ['code' => $code, 'stickOn' => $this->dayOf($batch, $first->from - $this->weekOf($batch->stickOn))->format('Y-m-d'), 'from' => $batch->stickOn->format('Y-m-d')];
        $beside = array_values(array_filter($legs, static fn (Leg $leg) => $leg->from === $first->from));

        return $move + match (true) {
            count($beside) > 1 => ['parts' => array_map(fn (Leg $leg) => ['zone' => (int) $this->zones[$leg->space]->id, 'trays' => $leg->trays], $beside)],
            isset($legs[1]) => ['zone' => $zone, 'then' => ['zone' => (int) $this->zones[$legs[1]->space]->id, 'on' => $this->monday($legs[1]->from)]],
            default => ['zone' => $zone],
        };
    }

    /**
     * Moves that could not be made together after all: stock gives to each alone, but not to all.
     *
     * @param array<string, array<string, mixed>> $changes
     *
     * @return list<string> codes
     */
    private function refused(array $changes): array
    {
        $tried = $this->moves->try(MoveReader::all(array_values($changes)))['batches'];

        return array_values(array_unique(array_column(array_filter($tried, static fn (array $one) => in_array(true, array_column($one['breaks'], 'hard'), true)), 'code')));
    }

    /**
     * @param array<string, array<string, mixed>>         $changes
     * @param array<string, array{space: int, from: int}> $now
     *
     * @return array<string, mixed>
     */
    private function say(FillAsk $ask, Filling $filling, Filled $filled, array $changes, array $now, bool $more): array
    {
        $telling = $this->house->nursery()->telling();
        $sayWeek = fn (int $week) => $telling->week($this->from->plus($week));
        $need = MistNeed::of($filled, array_keys(array_filter($this->zones, static fn (Zone $z) => $z->kind === 'mist')), $now, self::SHOWN);
        $before = $filling->asItWas($now);
        $without = array_flip($before['without']);
        $moves = [];
        foreach ($changes as $code => $move) {
            $batch = $this->batches[$code];
            $was = $now[$code] ?? null;
            $moves[] = [
                'code' => $code, 'crop' => $batch->crop->name, 'trays' => $batch->trays, 'move' => $move,
                'to' => array_map(fn (Leg $leg) => ['zone' => $this->zones[$leg->space]->name, 'week' => $this->from->plus($leg->from)->written(), 'trays' => $leg->trays], $filled->placed[$code]),
                'why' => $this->why($batch, isset($without[$code]) && $was !== null ? $was['space'] : null, $ask),
                'was' => $was === null ? null : ['zone' => $this->zones[$was['space']]->name, 'week' => $this->from->plus($was['from'])->written()],
            ];
        }
        $reasons = array_map(fn (NoPlace $no) => [
            'code' => $no->name, 'crop' => $this->batches[$no->name]->crop->name, 'trays' => $this->batches[$no->name]->trays, 'reason' => $no->reason, 'words' => $no->words,
            'options' => array_values(array_filter(array_map(fn (BenchOption $option) => $this->option($ask, $no->name, $option, $sayWeek), $no->options))),
        ], $ask->stage === 'weaning' ? [] : $filled->reasons($sayWeek));

        return [
            'stage' => $ask->stage,
            'round' => $ask->round,
            'more' => $more,
            'score' => $filled->score(),
            'bound' => $filling->bound(),
            'plan' => array_map(fn (string $code, array $legs) => ['code' => $code, 'zone' => (int) $this->zones[$legs[0]->space]->id, 'week' => $this->from->plus($legs[0]->from)->written()], array_keys($filled->placed), array_values($filled->placed)),
            'moves' => $moves,
            'unplaced' => $reasons,
            'whatIf' => $ask->whatIf,
            'mist' => array_map(fn (array $week, int $i) => ['week' => $this->from->plus($i)->written()] + $week, $need->weeks, array_keys($need->weeks)),
            'fullest' => $need->fullest(),
            'stays' => count($filled->stays) - count($filled->unplaced),
            'gains' => ['withoutPlaceNow' => count($without), 'withoutPlaceThen' => count($filled->unplaced), 'heatNow' => $before['heat'], 'heatThen' => $filled->heat()],
        ];
    }

    /** @param ?int $space in which it has no place now; null where it could stay and moves for the sake of others */
    private function why(Batch $batch, ?int $space, FillAsk $ask): string
    {
        if ($ask->stage === 'weaning') {
            return 'weaned, it needs no mist';
        }
        if ($space === null) {
            return 'makes room, or needs less heat beside its like';
        }
        foreach ($this->tenants->byZone($this->from, $this->from->plus(self::WEEKS))[(int) $this->zones[$space]->id] ?? [] as $tenant) {
            if ($tenant->name === $batch->code) {
                $others = array_filter($this->tenants->byZone($tenant->from, $tenant->to)[(int) $this->zones[$space]->id] ?? [], static fn (Tenant $t) => $t->name !== $batch->code);

                return $this->zones[$space]->name.' '.$this->zones[$space]->core()->offerTo($tenant, array_values($others), $this->house->nursery()->telling())->words;
            }
        }

        return 'has no place there';
    }

    /**
     * @param \Closure(int): string $sayWeek
     *
     * @return ?array{kind: string, words: string, moves: list<array<string, mixed>>} null where no tray has so many cells
     */
    private function option(FillAsk $ask, string $code, BenchOption $option, \Closure $sayWeek): ?array
    {
        $move = $this->move($code, $option->legs, $ask->stage);
        $words = $option->words($this->spaces(), $sayWeek);
        if ($option->kind === 'denser') {
            $batch = $this->batches[$code];
            foreach ($this->em->getRepository(TrayKind::class)->findBy([], ['cells' => 'ASC']) as $kind) {
                $trays = Trays::toHold(intdiv($batch->planned + $batch->sheet->core()->each - 1, $batch->sheet->core()->each), $kind->cells)->number;
                if ($trays <= $option->trays && $kind->cells > $batch->trayKind->cells) {
                    $words = sprintf('in %d %s instead of %d %s: %s', $trays, $kind->name, $batch->trays, $batch->trayKind->name, $this->zones[$option->legs[0]->space]->name);

                    return ['kind' => 'denser', 'words' => $words, 'moves' => [$move + ['trayKind' => (int) $kind->id]]];
                }
            }

            return null;
        }
        $moves = [$move];
        if ($option->neighbour !== null && $option->neighbourLeg !== null) {
            $moves = [$this->move($option->neighbour, [$option->neighbourLeg], $ask->stage), $move];
        }

        return ['kind' => $option->kind, 'words' => $words, 'moves' => $moves];
    }

    /** What a batch is called where it stands until it goes elsewhere. */
    private static function until(string $code): string
    {
        return $code.' until then';
    }

    private function weekOf(\DateTimeImmutable $day): int
    {
        return $this->from->until(Week::containing($day));
    }

    private function monday(int $week): string
    {
        return max($this->today->day(), $this->from->plus($week)->monday())->format('Y-m-d');
    }
}
