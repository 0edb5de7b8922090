<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;

/**
 * The order in which a day's batches are stuck at its stations: what keeps shortest comes first, and of what keeps about as
 * long, that which takes the mix and the dip that are there already, as long as nothing is made late by it.
 */
final class StickOrder
{
    private function __construct(private readonly int $change, private readonly int $alike)
    {
    }

    /**
     * @param list<ToStick> $batches
     * @param int           $stations pairs of hands that stick side by side
     * @param int           $start    minutes from midnight
     *
     * @return list<array{code: string, station: int, from: int, to: int, late: int}> in the order of beginning, one for each station
     *                                                                               that a batch is stuck at; `late` in minutes past its due
     *
     * @throws Refused for `stations`
     */
    public static function of(array $batches, int $stations, int $start, HouseDefaults $house): array
    {
        if ($stations < 1) {
            throw Refused::because('out_of_range', 'stations', Fact::of('refused.stick_order.out_of_range'));
        }

        $parts = array_merge(...array_map(
            static fn (ToStick $batch) => $batch->parted(self::parts($batch, $batches, $stations, $start, $house)),
            array_values($batches),
        ));

        return (new self($house->whole(HouseDefault::ChangeMinutes), $house->whole(HouseDefault::KeepsAlike)))->laid($parts, $stations, $start);
    }

    /**
     * At how many stations a batch is stuck: at one, unless that takes longer than an even share of the day, or than it keeps.
     *
     * @param list<ToStick> $batches
     */
    private static function parts(ToStick $batch, array $batches, int $stations, int $start, HouseDefaults $house): int
    {
        $even = (int) ceil(array_sum(array_map(static fn (ToStick $one) => $one->minutes, $batches)) / $stations);
        $keeps = $batch->due === null ? PHP_INT_MAX : $batch->due - max($start, $batch->ready);
        $most = max($house->whole(HouseDefault::ShareFrom), min($even, $keeps));

        return max(1, min($stations, (int) ceil($batch->minutes / max(1, $most))));
    }

    /**
     * @param list<ToStick> $batches
     *
     * @return list<array{code: string, station: int, from: int, to: int, late: int}>
     */
    private function laid(array $batches, int $stations, int $start): array
    {
        $free = array_fill(0, $stations, $start);
        $last = array_fill(0, $stations, null);
        $left = self::byDue($batches);
        $done = [];
        while ($left !== []) {
            $station = self::first($free);
            $now = max($free[$station], min(array_map(static fn (ToStick $b) => $b->ready, $left)));
            $pick = $this->pick($left, $station, $now, $free, $last);
            $from = $now + $this->change * $pick->changesAfter($last[$station]);
            $to = $from + $pick->minutes;
            $done[] = [
                'code' => $pick->code,
                'station' => $station + 1,
                'from' => $from,
                'to' => $to,
                'late' => $pick->due === null ? 0 : max(0, $to - $pick->due),
            ];
            [$free[$station], $last[$station]] = [$to, $pick];
            $left = array_values(array_filter($left, static fn (ToStick $b) => $b !== $pick));
        }
        usort($done, static fn (array $a, array $b) => [$a['from'], $a['station']] <=> [$b['from'], $b['station']]);

        return $done;
    }

    /**
     * @param non-empty-list<ToStick> $left by due
     * @param array<int, int>         $free by station
     * @param array<int, ?ToStick>    $last
     */
    private function pick(array $left, int $station, int $now, array $free, array $last): ToStick
    {
        $ready = array_values(array_filter($left, static fn (ToStick $b) => $b->ready <= $now));
        $first = $ready[0];
        if ($first->changesAfter($last[$station]) === 0) {
            return $first;
        }
        $base = $this->lateness($first, $left, $station, $now, $free, $last);
        usort($ready, static fn (ToStick $a, ToStick $b) => $a->changesAfter($last[$station]) <=> $b->changesAfter($last[$station]));
        foreach ($ready as $other) {
            if ($other->changesAfter($last[$station]) >= $first->changesAfter($last[$station])) {
                break;
            }
            if ($this->keepsAlike($first, $other) && $this->lateness($other, $left, $station, $now, $free, $last) <= $base) {
                return $other;
            }
        }

        return $first;
    }

    private function keepsAlike(ToStick $first, ToStick $other): bool
    {
        return $first->due === null || ($other->due !== null && $other->due - $first->due <= $this->alike);
    }

    /**
     * How late things get when one is stuck now and the rest by its due: the worst, then all together.
     *
     * @param list<ToStick>  $left
     * @param array<int, int>      $free by station
     * @param array<int, ?ToStick> $last
     *
     * @return array{int, int} minutes
     */
    private function lateness(ToStick $next, array $left, int $station, int $now, array $free, array $last): array
    {
        $rest = array_values(array_filter($left, static fn (ToStick $b) => $b !== $next));
        $worst = $all = 0;
        $job = $next;
        while (true) {
            $to = max($now, $job->ready, $free[$station]) + $this->change * $job->changesAfter($last[$station]) + $job->minutes;
            $late = $job->due === null ? 0 : max(0, $to - $job->due);
            [$worst, $all] = [max($worst, $late), $all + $late];
            [$free[$station], $last[$station]] = [$to, $job];
            if ($rest === []) {
                return [$worst, $all];
            }
            $station = self::first($free);
            $now = max($free[$station], min(array_map(static fn (ToStick $b) => $b->ready, $rest)));
            $at = 0;
            while ($rest[$at]->ready > $now) {
                ++$at;
            }
            [$job] = array_splice($rest, $at, 1);
        }
    }

    /** @param array<int, int> $free by station */
    private static function first(array $free): int
    {
        $first = 0;
        foreach ($free as $station => $at) {
            if ($at < $free[$first]) {
                $first = $station;
            }
        }

        return $first;
    }

    /**
     * @param list<ToStick> $batches
     *
     * @return list<ToStick> what keeps shortest first; what keeps past the day last, alike ones together
     */
    private static function byDue(array $batches): array
    {
        usort(
            $batches,
            static fn (ToStick $a, ToStick $b) => [$a->due ?? PHP_INT_MAX, $a->mix, $a->dip, $a->code] <=> [$b->due ?? PHP_INT_MAX, $b->mix, $b->dip, $b->code],
        );

        return $batches;
    }
}
