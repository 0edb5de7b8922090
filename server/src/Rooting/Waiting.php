<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Book\Losses;
use WetCradle\Core\Book\State;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Numbers\Whole;
use WetCradle\Core\Plan\PlaceRent;
use WetCradle\Core\Plan\PlantWorth;
use WetCradle\Core\Plan\Unrooted;
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
use WetCradle\Server\Plan\Batches;
use WetCradle\Server\Plan\Move;
use WetCradle\Server\Plan\Moves;
use WetCradle\Server\Plan\Versions;
use WetCradle\Server\Rates\CropHistory;

/**
 * What is still green and unrooted on a line: what it may yet give, what its place costs, and what can be done with it.
 *
 * @phpstan-type Option array{kind: string, possible: bool, words: string, zones: list<array{id: int, name: string, heat: float}>}
 */
final class Waiting
{
    public const KINDS = ['wait', 'clear', 'cooler', 'dip'];

    public function __construct(
        private readonly Curves $curves,
        private readonly Ledger $ledger,
        private readonly Acts $acts,
        private readonly Moves $moves,
        private readonly Moving $moving,
        private readonly Versions $versions,
        private readonly Tenants $tenants,
        private readonly CropHistory $history,
        private readonly Batches $batches,
        private readonly Windows $windows,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @param ?float $value of a rooted plant, in the house's money
     *
     * @return array{unrooted: int, waitWeeks: int, options: list<Option>} and all that it rests on
     */
    public function view(Line $line, ?float $value, ?float $loss): array
    {
        $batch = $line->batch;
        $house = $this->house->defaults();
        $worth = PlantWorth::of($value, $batch->crop->linerPrice, $batch->sheet->core()->reckoning->costEach, $house);
        $loss ??= $house->number(HouseDefault::DiesInAWeek);
        $today = $this->today->day();
        $curve = $this->curves->curve($batch);
        $tau = $this->curves->tau($batch, $today);
        $standing = $this->ledger->standingOf($line);
        $green = Unrooted::on($line->number, $standing['stuck'], $standing['rooted'], $batch->standing->stuck ?? 0, $curve->rootedAt($tau));
        [$unrooted, $counted] = [$green->plants, $green->isCounted];
        $step = max(0.05, 7.0 * $this->curves->progress($batch, $today));
        $rent = $this->rent($batch, $unrooted);
        $asked = [
            'finalRate' => $curve->finalRate(), 'd50' => $curve->d50(), 'shape' => $batch->sheet->core()->reckoning->rooting->shape,
            'tau' => $tau, 'unrooted' => $unrooted, 'stepTau' => $step, 'maxSteps' => $house->whole(HouseDefault::WaitWeeks),
            'valuePerPlant' => $worth->value, 'costPerStep' => $rent->week(), 'lossPerStep' => $loss,
        ];
        $call = WaitOrClear::of(...array_values($asked));

        return [
            'code' => $batch->code,
            'line' => $line->number,
            'unrooted' => $unrooted,
            'counted' => $counted,
            'value' => $worth->value,
            'valueFrom' => match ($worth->by) {
                'said' => 'as you say',
                'liner' => 'what one costs bought in',
                'cutting' => sprintf('%s times what a cutting costs; say what it is worth to you', Whole::plain($house->number(HouseDefault::WorthTimesCost))),
            },
            'loss' => $loss,
            'rent' => [
                'trays' => $rent->trays, 'warmth' => $rent->warmth, 'queue' => $rent->queue(), 'week' => $rent->week(),
                'words' => $this->rentWords($rent),
            ],
            'asked' => $asked,
            'steps' => array_map(
                static fn (array $one, int $i) => ['on' => $today->modify(sprintf('+%d weeks', $i + 1))->format('Y-m-d')] + $one,
                $call->steps,
                array_keys($call->steps),
            ),
            'waitWeeks' => $call->waitSteps(),
            'gain' => $call->gain(),
            'plants' => $call->plants(),
            'close' => $call->isClose($rent->week(), $house->number(HouseDefault::CloseCall)),
            'words' => $this->words($call, $rent->week(), $unrooted),
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
        ['unrooted' => $unrooted, 'waitWeeks' => $weeks, 'options' => $options] = $this->view($line, null, null);
        $option = array_column($options, null, 'kind')[$kind];
        if (!$option['possible']) {
            throw Refused::because('not_possible', 'kind', ucfirst($option['words']));
        }
        $day = $this->today->day();
        switch ($kind) {
            case 'clear':
                $this->acts->lose($line, $day, State::Stuck, Losses::of(['unrooted' => $unrooted]));
                break;
            case 'dip':
                $this->acts->changeMethod($line, $day, State::Stuck, $unrooted, $batch->method, $batch->material);
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
                $this->moves->apply([new Move($batch->code, null, $this->heldFor($batch, $this->waitsUntil($batch, $weeks)), null, 'kind')]);
        }
    }

    /** The day until which it is left: when the wait is over, or when it has been held for as long as it can be. */
    private function waitsUntil(Batch $batch, int $weeks): \DateTimeImmutable
    {
        return min(
            $this->today->day()->modify(sprintf('+%d weeks', max(1, $weeks))),
            $batch->days->potOn->modify(sprintf('+%d days', $this->house->defaults()->whole(HouseDefault::HeldAtMost) - $batch->days->heldDays)),
        );
    }

    /** Days that it is held so that it stands until then. */
    private function heldFor(Batch $batch, \DateTimeImmutable $until): int
    {
        return max(
            $batch->days->heldDays,
            min($this->house->defaults()->whole(HouseDefault::HeldAtMost), $batch->days->heldDays + (int) $batch->days->potOn->diff($until)->format('%r%a')),
        );
    }

    private function rent(Batch $batch, int $unrooted): PlaceRent
    {
        $now = $this->today->week();
        $house = $this->house->defaults();
        $zone = $batch->zoneOn($this->today->day());
        $positions = $batch->trayKind->positionsOf($batch->sheet->core()->traysFor(max(1, $unrooted), $batch->trayKind->cells)->number);
        $within = $now->plus($house->whole(HouseDefault::QueueWeeks));
        $others = array_values(array_filter($this->tenants->byZone($now, $within, $batch->code)[(int) $zone->id] ?? [], static fn (Tenant $t) => !$t->inPots));
        $isPaidWarm = $zone->core()->isPaidWarm($batch->sheet->core()->care->warmth->medium, $this->house->air(), $house);

        return PlaceRent::of(
            $zone->core(),
            $positions,
            $isPaidWarm,
            $others,
            $now,
            $this->house->nursery()->costs(),
            $house,
            fn (Tenant $queuing) => $this->worthOf($queuing),
        );
    }

    /** What all plants of a batch that is to come are worth, by what its own crop brings. */
    private function worthOf(Tenant $queuing): float
    {
        $batch = $this->batches->byCode($queuing->batch(), 'batch');
        $worth = PlantWorth::of(null, $batch->crop->linerPrice, $batch->sheet->core()->reckoning->costEach, $this->house->defaults());

        return ($batch->isStuck() ? $batch->standing->stuck ?? 0 : $batch->amount->planned) * $this->history->rateOf($batch->sheet->way)->rate * $worth->value;
    }

    private function rentWords(PlaceRent $rent): string
    {
        $weeks = $this->house->defaults()->whole(HouseDefault::QueueWeeks);
        $within = $weeks === 4 ? 'four weeks' : sprintf('%d %s', $weeks, $weeks === 1 ? 'week' : 'weeks');

        return $rent->by === null || $rent->queue() <= 0.0
            ? sprintf('Nothing queues for its place in the next %s.', $within)
            : sprintf(
                '%d of its %d trays are wanted by %s within %s, where a tray-week brings about %s%.2f.',
                $rent->wanted,
                $rent->trays,
                $rent->by->batch(),
                $within,
                $this->house->nursery()->currency,
                $rent->brings,
            );
    }

    private function words(WaitOrClear $call, float $rent, int $unrooted): string
    {
        if ($unrooted === 0) {
            return 'Nothing is left that is unrooted and alive.';
        }
        $close = $call->isClose($rent, $this->house->defaults()->number(HouseDefault::CloseCall)) ? ' It is a close call.' : '';
        if ($call->waitSteps() === 0) {
            return sprintf(
                'Clear it: what may still root in a week (%s of %d) is worth less than its place.%s',
                self::few($call->steps[0]['gain']),
                $unrooted,
                $close,
            );
        }

        return sprintf(
            'Wait %d %s: about %s of %d may still root, %s%.2f more than they cost.%s',
            $call->waitSteps(),
            $call->waitSteps() === 1 ? 'week' : 'weeks',
            self::few($call->plants()),
            $unrooted,
            $this->house->nursery()->currency,
            $call->gain(),
            $close,
        );
    }

    private static function few(float $plants): string
    {
        return $plants < 1.0 ? 'less than one' : (string) (int) round($plants);
    }

    /** @return list<Option> */
    private function options(Line $line, WaitOrClear $call, int $unrooted, bool $counted): array
    {
        $batch = $line->batch;
        $none = $unrooted === 0 ? 'nothing unrooted is left on this line' : null;
        $first = 'count the line first, so that what has rooted is not thrown with the rest';
        $until = $this->waitsUntil($batch, $call->waitSteps());
        $cooler = $none === null ? $this->cooler($batch) : [];
        $window = $this->windows->of($batch->sheet->way)->opensIn(Week::containing($this->today->day()));
        $option = self::option(...);

        return [
            $option(
                'wait',
                $none ?? ($until <= $this->today->day() ? sprintf(
                    'it has been held for %d days, and no rooted plant stands longer in its tray',
                    $this->house->defaults()->whole(HouseDefault::HeldAtMost),
                ) : null),
                sprintf('leave it until %s', $until->format('j M')),
            ),
            $option('clear', $none ?? ($counted ? null : $first), sprintf('throw the %d that are unrooted', $unrooted)),
            $option('cooler', $none ?? ($cooler === [] ? 'no cooler zone can take it now' : null), 'move it to a cooler place, where it costs less', $cooler),
            $option('dip', $none ?? ($counted ? null : $first), sprintf('wound and dip the %d again; they become a batch of their own', $unrooted)),
            $option(
                'afresh',
                $window > 0 ? sprintf('its material is not right now; it will be in %d %s', $window, $window === 1 ? 'week' : 'weeks') : null,
                'stick afresh while its material is right',
            ) + ['order' => $batch->wanted?->id],
        ];
    }

    /**
     * @param ?string                                         $no    why it cannot be done; null where it can
     * @param list<array{id: int, name: string, heat: float}> $zones
     *
     * @return Option
     */
    private static function option(string $kind, ?string $no, string $words, array $zones = []): array
    {
        return ['kind' => $kind, 'possible' => $no === null, 'words' => $no ?? $words, 'zones' => $zones];
    }

    /** @return list<array{id: int, name: string, heat: float}> zones cooler than where it lies that take it, the warmest first */
    private function cooler(Batch $batch): array
    {
        if ($batch->leftBenchOn !== null) {
            return [];
        }
        $wanted = $batch->sheet->core()->care->warmth->medium;
        $today = $this->today->day();
        $warm = fn (Zone $zone) => $zone->core()->medium($wanted, $this->house->air())->on($today);
        $here = $warm($batch->zoneOn($today));
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
