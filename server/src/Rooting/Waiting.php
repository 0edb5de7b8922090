<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Book\Losses;
use WetCradle\Core\Book\State;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Dates\PlainDates;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\WaitOrClear;
use WetCradle\Server\Bench\Moving;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Book\Acts;
use WetCradle\Server\Book\Ledger;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Loads;
use WetCradle\Server\Plan\Move;
use WetCradle\Server\Plan\Moves;
use WetCradle\Server\Plan\Versions;

/** What is still green and unrooted on a line: what it may yet give, what its place costs, and what can be done with it. */
final class Waiting
{
    private const WEEKS = 8;
    /** Of the unrooted, the share that dies in a week; a usual figure. */
    public const LOSS = 0.03;
    /** Where nobody says what a rooted plant is worth: so many times what a cutting costs. */
    private const TIMES_COST = 8.0;
    private const LEAST_WORTH = 0.2;
    /** °C that a bench holds at least where warmth is paid for. */
    private const WARM = 10.0;
    /** Of what a warm tray costs in a week, what one costs in a frame or on a cool bench: water and looking after. */
    private const COOL = 0.25;
    public const KINDS = ['wait', 'clear', 'cooler', 'dip'];

    public function __construct(
        private readonly Curves $curves,
        private readonly Ledger $ledger,
        private readonly Acts $acts,
        private readonly Moves $moves,
        private readonly Moving $moving,
        private readonly Versions $versions,
        private readonly Tenants $tenants,
        private readonly Loads $loads,
        private readonly Windows $windows,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @param ?float $value of a rooted plant, in the house's money
     *
     * @return array<string, mixed>
     */
    public function view(Line $line, ?float $value, ?float $loss): array
    {
        $batch = $line->batch;
        $worth = $value ?? $batch->crop->linerPrice ?? max(self::LEAST_WORTH, self::TIMES_COST * $batch->sheet->core()->costEach);
        $loss ??= self::LOSS;
        $today = $this->today->day();
        $curve = $this->curves->curve($batch);
        $tau = $this->curves->tau($batch, $today);
        [$unrooted, $counted] = $this->unrooted($line, $curve->rootedAt($tau));
        $step = max(0.05, 7.0 * $this->curves->progress($batch, $today));
        $rent = $this->rent($batch, $unrooted);
        $asked = ['finalRate' => $curve->finalRate(), 'd50' => $curve->d50(), 'shape' => $batch->sheet->core()->rooting->shape, 'tau' => $tau, 'unrooted' => $unrooted, 'stepTau' => $step, 'maxSteps' => self::WEEKS, 'valuePerPlant' => $worth, 'costPerStep' => $rent['week'], 'lossPerStep' => $loss];
        $call = WaitOrClear::of(...array_values($asked));

        return [
            'code' => $batch->code,
            'line' => $line->number,
            'unrooted' => $unrooted,
            'counted' => $counted,
            'value' => $worth,
            'valueFrom' => match (true) {
                $value !== null => 'as you say',
                $batch->crop->linerPrice !== null => 'what one costs bought in',
                default => sprintf('%d times what a cutting costs; say what it is worth to you', (int) self::TIMES_COST),
            },
            'loss' => $loss,
            'rent' => $rent,
            'asked' => $asked,
            'steps' => array_map(static fn (array $one, int $i) => ['on' => $today->modify(sprintf('+%d weeks', $i + 1))->format('Y-m-d')] + $one, $call->steps, array_keys($call->steps)),
            'waitWeeks' => $call->waitSteps(),
            'gain' => $call->gain(),
            'plants' => $call->plants(),
            'close' => $call->isClose($rent['week']),
            'words' => $this->words($call, $rent['week'], $unrooted),
            'options' => $this->options($line, $call, $unrooted, $counted),
        ];
    }

    /**
     * Does what is chosen, and books it. Must run inside a transaction.
     *
     * @param ?int $zone where it goes, of `cooler`
     */
    public function choose(Line $line, string $kind, ?int $zone): void
    {
        $batch = $line->batch;
        $view = $this->view($line, null, null);
        $option = array_column($view['options'], null, 'kind')[$kind];
        if (!$option['possible']) {
            throw Refused::because('not_possible', 'kind', ucfirst((string) $option['words']));
        }
        $day = $this->today->day();
        switch ($kind) {
            case 'clear':
                $this->acts->lose($line, $day, State::Stuck, Losses::of(['unrooted' => $view['unrooted']]));
                break;
            case 'dip':
                $this->acts->changeMethod($line, $day, State::Stuck, $view['unrooted'], Method::from($batch->method), Material::from($batch->material));
                break;
            case 'cooler':
                if (!in_array($zone, array_column($option['zones'], 'id'), true)) {
                    throw Refused::because('unknown', 'zone', 'Choose one of the zones that can take it.');
                }
                $this->versions->keep(sprintf('Before: %s to a cooler place', $batch->code), true, [$batch->code]);
                $this->moves->apply([new Move($batch->code, null, null, $zone, 'zone', null, $day)]);
                break;
            default:
                $this->versions->keep(sprintf('Before: waiting for %s', $batch->code), true, [$batch->code]);
                $this->moves->apply([new Move($batch->code, null, $this->heldFor($batch, $this->waitsUntil($batch, $view['waitWeeks'])), null, 'kind')]);
        }
    }

    /** The day until which it is left: when the wait is over, or when it has been held for as long as it can be. */
    private function waitsUntil(Batch $batch, int $weeks): \DateTimeImmutable
    {
        return min($this->today->day()->modify(sprintf('+%d weeks', max(1, $weeks))), $batch->potOn->modify(sprintf('+%d days', PlainDates::MOST_HELD - $batch->heldDays)));
    }

    /** Days that it is held so that it stands until then. */
    private function heldFor(Batch $batch, \DateTimeImmutable $until): int
    {
        return max($batch->heldDays, min(PlainDates::MOST_HELD, $batch->heldDays + (int) $batch->potOn->diff($until)->format('%r%a')));
    }

    /** @return array{0: int, 1: bool} how many, and whether they were counted or are expected */
    private function unrooted(Line $line, float $rooted): array
    {
        $standing = $this->ledger->standingOf($line);
        $counted = $line->number > 1 || $standing['rooted'] > 0;

        return $counted ? [$standing['stuck'], true] : [max(0, $standing['stuck'] - (int) round($rooted * ($line->batch->standing->stuck ?? 0))), false];
    }

    /**
     * What a week of its place costs: the warmth of its trays, and what is queuing for them.
     *
     * @return array{trays: int, warmth: float, queue: float, week: float, words: string}
     */
    private function rent(Batch $batch, int $unrooted): array
    {
        $each = $batch->sheet->core()->each * $batch->trayKind->cells;
        $trays = $batch->trayKind->positionsOf(max(1, (int) ceil($unrooted / $each)));
        $isWarm = $batch->zoneOn($this->today->day())->heatLow >= self::WARM;
        $warmth = $trays * $this->house->nursery()->costs()->warmTrayWeek * ($isWarm ? 1.0 : self::COOL);
        [$short, $worth, $who] = $this->queue($batch, $trays);
        $queue = min($trays, $short) * $worth;

        return ['trays' => $trays, 'warmth' => $warmth, 'queue' => $queue, 'week' => $warmth + $queue,
            'words' => $queue > 0.0 ? sprintf('%d of its %d trays are wanted by %s within four weeks, where a tray-week brings about %s%.2f.', min($trays, $short), $trays, $who, $this->house->nursery()->currency, $worth) : 'Nothing queues for its place in the next four weeks.'];
    }

    /** @return array{0: int, 1: float, 2: string} trays that are short in its zone within four weeks, what a tray-week of the one that wants them brings, and its code */
    private function queue(Batch $batch, int $trays): array
    {
        $now = $this->today->week();
        $zone = $batch->zoneOn($this->today->day());
        $tenants = array_values(array_filter($this->tenants->byZone($now, $now->plus(4), $batch->code)[(int) $zone->id] ?? [], static fn (Tenant $t) => !$t->inPots));
        $short = 0;
        $at = $now;
        for ($week = $now; $now->until($week) <= 4; $week = $week->plus(1)) {
            $lack = $zone->core()->used($week, $tenants) + $trays - $zone->core()->traysIn($week);
            [$short, $at] = $lack > $short ? [$lack, $week] : [$short, $at];
        }
        $wanting = array_values(array_filter($tenants, static fn (Tenant $t) => $now->until($t->from) > 0 && $t->isThereIn($at)));
        if ($short <= 0 || $wanting === []) {
            return [0, 0.0, ''];
        }
        $code = Tenants::code($wanting[0]);
        $weeks = $wanting[0]->from->until($wanting[0]->to) + 1;
        foreach ($this->tenants->during($now, $now->plus(4)) as $lying) {
            if ($lying->tenant->name === $code) {
                return [$short, $lying->cuttings * $this->loads->rate($lying->way) * max(self::LEAST_WORTH, self::TIMES_COST * $batch->sheet->core()->costEach) / max(1, $wanting[0]->trays * $weeks), $code];
            }
        }

        return [0, 0.0, ''];
    }

    private function words(WaitOrClear $call, float $rent, int $unrooted): string
    {
        if ($unrooted === 0) {
            return 'Nothing is left that is unrooted and alive.';
        }
        $close = $call->isClose($rent) ? ' It is a close call.' : '';
        if ($call->waitSteps() === 0) {
            return sprintf('Clear it: what may still root in a week (%s of %d) is worth less than its place.%s', self::few($call->steps[0]['gain']), $unrooted, $close);
        }

        return sprintf('Wait %d %s: about %s of %d may still root, %s%.2f more than they cost.%s', $call->waitSteps(), $call->waitSteps() === 1 ? 'week' : 'weeks', self::few($call->plants()), $unrooted, $this->house->nursery()->currency, $call->gain(), $close);
    }

    private static function few(float $plants): string
    {
        return $plants < 1.0 ? 'less than one' : (string) (int) round($plants);
    }

    /** @return list<array<string, mixed>> */
    private function options(Line $line, WaitOrClear $call, int $unrooted, bool $counted): array
    {
        $batch = $line->batch;
        $none = $unrooted === 0 ? 'nothing unrooted is left on this line' : null;
        $first = 'count the line first, so that what has rooted is not thrown with the rest';
        $until = $this->waitsUntil($batch, $call->waitSteps());
        $cooler = $none === null ? $this->cooler($batch) : [];
        $window = $this->windows->of($batch->sheet->way)->opensIn(Week::containing($this->today->day()));
        $option = static fn (string $kind, ?string $no, string $words, array $more = []): array => ['kind' => $kind, 'possible' => $no === null, 'words' => $no ?? $words] + $more + ['zones' => []];

        return [
            $option('wait', $none ?? ($until <= $this->today->day() ? sprintf('it has been held for %d days, and no rooted plant stands longer in its tray', PlainDates::MOST_HELD) : null), sprintf('leave it until %s', $until->format('j M'))),
            $option('clear', $none ?? ($counted ? null : $first), sprintf('throw the %d that are unrooted', $unrooted)),
            $option('cooler', $none ?? ($cooler === [] ? 'no cooler zone can take it now' : null), 'move it to a cooler place, where it costs less', ['zones' => $cooler]),
            $option('dip', $none ?? ($counted ? null : $first), sprintf('wound and dip the %d again; they become a batch of their own', $unrooted)),
            $option('afresh', $window > 0 ? sprintf('its material is not right now; it will be in %d %s', $window, $window === 1 ? 'week' : 'weeks') : null, 'stick afresh while its material is right', ['order' => $batch->wanted?->id]),
        ];
    }

    /** @return list<array{id: int, name: string, heat: float}> zones cooler than where it lies that take it, the warmest first */
    private function cooler(Batch $batch): array
    {
        if ($batch->leftBenchOn !== null) {
            return [];
        }
        $wanted = $batch->sheet->core()->warmth->medium;
        $warm = static fn (Zone $zone) => max($zone->heatLow, min($zone->heatHigh, $wanted->middle()));
        $here = $warm($batch->zoneOn($this->today->day()));
        $found = [];
        foreach ($this->moving->zonesThatTake($batch->code) as $zone) {
            if ($warm($zone) < $here) {
                $found[] = ['id' => (int) $zone->id, 'name' => $zone->name, 'heat' => $warm($zone)];
            }
        }
        usort($found, static fn (array $a, array $b) => [$b['heat'], $a['name']] <=> [$a['heat'], $b['name']]);

        return $found;
    }
}
