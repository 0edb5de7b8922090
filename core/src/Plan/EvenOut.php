<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Going;
use WetCradle\Core\Course\PlainDates;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;

/**
 * Moves work out of weeks that ask more hours than there are hands, inside the windows of the material and before the
 * orders are due. Each step takes the one move that frees most of the overload; ties go to the smaller move, then to the
 * batch's code, so that the same plan is always evened out in the same way. No batch is moved twice.
 *
 * The hours of an option are by week from the first.
 *
 * @phpstan-type Option array{stickOn: \DateTimeImmutable, held: int, weeks: int, hours: array<int, float>}
 */
final class EvenOut
{
    private const MOST_MOVES = 200;
    /** Less than this of an hour is not worth a move. */
    private const WORTH = 0.05;

    /**
     * @param list<Shift>                                                                    $moves
     * @param list<array{week: Week, hours: float, crew: float, after: float, isOver: bool}> $weeks overfull weeks, with what the moves leave, and
     *                                                                                              whether that is still more than there is
     */
    private function __construct(public readonly array $moves, public readonly array $weeks)
    {
    }

    /**
     * @param Week                                      $from   the running week: nothing before it can be moved
     * @param list<float>                               $fixed  hours a week from then on that cannot be moved
     * @param list<float>                               $crew   hours a week that there are
     * @param list<Movable>                             $movable
     * @param \Closure(Movable, PlainDates): bool $able  whether bench and stock allow it
     * @param ?Going                                                           $going asked before each move; stopped, those found so far are kept
     *
     * @throws Refused for `hands`
     */
    public static function plan(Week $from, array $fixed, array $crew, array $movable, \Closure $able, HouseDefaults $house, ?Going $going = null): self
    {
        if (array_sum($crew) <= 0.0) {
            throw Refused::because(
                'no_hands',
                'hands',
                Fact::of('even.no_hands'),
            );
        }
        usort($movable, static fn (Movable $a, Movable $b) => $a->code <=> $b->code);
        $first = $from->ordinal();
        $load = $fixed;
        $now = [];
        foreach ($movable as $i => $batch) {
            $load = self::with($load, $now[$i] = self::hours($batch, $batch->stickOn, $batch->potOn, $first), 1);
        }
        $before = $load;
        $options = $moves = $moved = [];
        while (count($moves) < self::MOST_MOVES && ($going === null || $going->on(self::share($load, $before, $crew)))) {
            foreach ($movable as $i => $batch) {
                if (!isset($options[$i]) && self::touchesOverfull($now[$i], $load, $crew)) {
                    $options[$i] = iterator_to_array(self::options($batch, $first, $house), false);
                }
            }
            $best = self::best($load, $crew, $movable, array_diff_key($options, $moved), $now, $able);
            if ($best === null) {
                break;
            }
            [$i, $option, $dates] = $best;
            $batch = $movable[$i];
            $after = self::with(self::with($load, $now[$i], -1), $option['hours'], 1);
            $moves[] = new Shift(
                $batch->code,
                $batch->crop,
                $option['stickOn'],
                $option['held'],
                $dates,
                self::words($batch, $dates, $option['weeks'], $load, $after, $crew, $first),
            );
            $load = $after;
            $moved[$i] = true;
        }
        $weeks = [];
        foreach ($before as $w => $hours) {
            if ($hours > $crew[$w] + self::WORTH || $load[$w] > $crew[$w] + self::WORTH) {
                $weeks[] = [
                    'week' => $from->plus($w), 'hours' => $hours, 'crew' => $crew[$w], 'after' => $load[$w],
                    'isOver' => $load[$w] > $crew[$w] + self::WORTH,
                ];
            }
        }

        return new self($moves, $weeks);
    }

    /**
     * @param list<float>                                $load
     * @param list<float>                                $crew
     * @param list<Movable>                              $movable
     * @param array<int, list<Option>>                   $options
     * @param array<int, array<int, float>>              $now
     * @param \Closure(Movable, PlainDates): bool $able
     *
     * @return ?array{int, Option, PlainDates} which batch, its move, and its days by that
     */
    private static function best(array $load, array $crew, array $movable, array $options, array $now, \Closure $able): ?array
    {
        $gains = [];
        foreach ($options as $i => $of) {
            foreach (self::touchesOverfull($now[$i], $load, $crew) ? $of : [] as $option) {
                $gain = self::gain($load, $crew, $now[$i], $option['hours']);
                if ($gain > self::WORTH) {
                    $gains[] = [[-round($gain, 6), abs($option['weeks']), $movable[$i]->code, $option['weeks']], $i, $option];
                }
            }
        }
        usort($gains, static fn (array $a, array $b) => $a[0] <=> $b[0]);
        foreach ($gains as [, $i, $option]) {
            // Between which days each may fall is only asked of what may be moved.
            $dates = PlainDates::forwards($option['stickOn'], $movable[$i]->times, $option['held']);
            if ($able($movable[$i], $dates)) {
                return [$i, $option, $dates];
            }
        }

        return null;
    }

    /** @return \Generator<int, Option> every move that keeps its window and its order */
    private static function options(Movable $batch, int $first, HouseDefaults $house): \Generator
    {
        $latest = $batch->due === null ? null : max($batch->due->sunday(), $batch->readyOn);
        for ($weeks = -$house->whole(HouseDefault::EvenMost); $weeks <= $house->whole(HouseDefault::EvenMost); ++$weeks) {
            $tries = [];
            $day = $batch->times->workDays->onOrBefore($batch->stickOn->modify(sprintf('%+d weeks', $weeks)), $batch->earliest);
            if ($batch->earliest !== null && $day >= $batch->earliest && $day <= $batch->latest) {
                $tries[] = [$day, $batch->heldDays];
            }
            $held = $batch->heldDays + 7 * $weeks;
            if ($held >= 0 && $held <= $house->whole(HouseDefault::HeldAtMost)) {
                $tries[] = [$batch->stickOn, $held];
            }
            foreach ($weeks === 0 ? [] : $tries as [$stickOn, $heldDays]) {
                $potOn = $batch->times->pottedStuckOn($stickOn, $heldDays);
                $isInTime = $latest === null || $batch->times->growingOn->readyOn($potOn) <= $latest;
                if ($isInTime && Week::ordinalOf($potOn) >= $first) {
                    yield ['stickOn' => $stickOn, 'held' => $heldDays, 'weeks' => $weeks, 'hours' => self::hours($batch, $stickOn, $potOn, $first)];
                }
            }
        }
    }

    /**
     * How much of the overload is gone.
     *
     * @param list<float> $load
     * @param list<float> $before
     * @param list<float> $crew
     */
    private static function share(array $load, array $before, array $crew): float
    {
        $over = static fn (array $of): float => array_sum(array_map(static fn (float $hours, float $there) => max(0.0, $hours - $there), $of, $crew));
        $was = $over($before);

        return $was <= 0.0 ? 1.0 : 1.0 - $over($load) / $was;
    }

    /** @return array<int, float> hours by week from the first */
    private static function hours(Movable $batch, \DateTimeImmutable $stickOn, \DateTimeImmutable $potOn, int $first): array
    {
        $hours = [];
        if (!$batch->isStuck()) {
            $hours[Week::ordinalOf($stickOn) - $first] = $batch->stick;
        }
        $pot = Week::ordinalOf($potOn) - $first;
        $hours[$pot] = ($hours[$pot] ?? 0.0) + $batch->pot;

        return $hours;
    }

    /**
     * @param list<float>       $load
     * @param array<int, float> $hours
     *
     * @return list<float>
     */
    private static function with(array $load, array $hours, int $sign): array
    {
        foreach ($hours as $week => $many) {
            if (isset($load[$week])) {
                $load[$week] = max(0.0, $load[$week] + $sign * $many);
            }
        }

        return array_values($load);
    }

    /**
     * @param array<int, float> $hours
     * @param list<float>       $load
     * @param list<float>       $crew
     */
    private static function touchesOverfull(array $hours, array $load, array $crew): bool
    {
        foreach (array_keys($hours) as $week) {
            if (isset($load[$week]) && $load[$week] > $crew[$week] + self::WORTH) {
                return true;
            }
        }

        return false;
    }

    /**
     * Hours of overload that a move frees; what it puts into another overfull week counts against it.
     *
     * @param list<float>       $load
     * @param list<float>       $crew
     * @param array<int, float> $now
     * @param array<int, float> $then
     */
    private static function gain(array $load, array $crew, array $now, array $then): float
    {
        $gain = 0.0;
        foreach (array_keys($now + $then) as $week) {
            if (isset($load[$week])) {
                $after = $load[$week] - ($now[$week] ?? 0.0) + ($then[$week] ?? 0.0);
                $gain += max(0.0, $load[$week] - $crew[$week]) - max(0.0, $after - $crew[$week]);
            }
        }

        return $gain;
    }

    /**
     * @param list<float> $before
     * @param list<float> $after
     * @param list<float> $crew
     */
    private static function words(
        Movable $was,
        PlainDates $dates,
        int $weeks,
        array $before,
        array $after,
        array $crew,
        int $first,
    ): Fact {
        $freed = null;
        foreach ($before as $week => $hours) {
            if ($hours > $crew[$week] && $after[$week] < $hours && ($freed === null || $hours - $after[$week] > $before[$freed] - $after[$freed])) {
                $freed = $week;
            }
        }
        $how = $weeks < 0 ? 'earlier' : 'later';
        $what = ($dates->stickOn <=> $was->stickOn) !== 0
            ? Fact::of("even.stuck_{$how}", weeks: abs($weeks), now: $dates->stickOn, then: $was->stickOn)
            : Fact::of("even.potted_{$how}", weeks: abs($weeks), now: $dates->potOn, then: $was->potOn);

        return $freed === null ? Fact::of('even.moved', what: $what) : Fact::of(
            'even.frees',
            what: $what,
            week: Week::ofOrdinal($first + $freed),
            from: (int) round($before[$freed]),
            to: (int) round($after[$freed]),
            crew: (int) round($crew[$freed]),
        );
    }
}
