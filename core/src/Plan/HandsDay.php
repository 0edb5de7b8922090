<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;

/**
 * A day's work told out to its pairs of hands: all cut and make up together, each sticks at a station, and what is left of the
 * day goes, job by job, to whoever is free first. A long job is shared. Moments are minutes from midnight.
 *
 * @phpstan-type Task array{what: string, code: string, from: int, to: int}
 */
final class HandsDay
{
    /** @param list<list<Task>> $byHand in the order of the day */
    private function __construct(public readonly array $byHand)
    {
    }

    /**
     * @param list<Task>                                                               $together jobs that all do together
     * @param list<array{code: string, station: int, from: int, to: int, late: int}>   $turns    of sticking, each at a station
     * @param list<array{what: string, code: string, minutes: int}>                    $after    what is done then, the most pressing first
     * @param int                                                                      $begins   when the day begins
     *
     * @throws Refused for `hands`
     */
    public static function of(int $hands, array $together, array $turns, array $after, int $begins, HouseDefaults $house): self
    {
        if ($hands < 1) {
            throw Refused::because('out_of_range', 'hands', Fact::of('refused.collect_order.out_of_range'));
        }
        $byHand = array_fill(0, $hands, $together);
        foreach ($turns as $turn) {
            $byHand[$turn['station'] - 1][] = ['what' => 'stick', 'code' => $turn['code'], 'from' => $turn['from'], 'to' => $turn['to']];
        }
        $free = array_map(static fn (array $jobs) => max([$begins, ...array_column($jobs, 'to')]), $byHand);
        foreach ($after as ['what' => $what, 'code' => $code, 'minutes' => $minutes]) {
            $parts = self::parts($minutes, $hands, $house);
            for ($part = 0; $part < $parts; ++$part) {
                $hand = (int) array_search(min($free), $free, true);
                $to = $free[$hand] + (int) ceil($minutes / $parts);
                $byHand[$hand][] = ['what' => $what, 'code' => $code, 'from' => $free[$hand], 'to' => $to];
                $free[$hand] = $to;
            }
        }

        return new self(array_values($byHand));
    }

    /** Among how many pairs of hands a job is shared: each has as much of it as is worth beginning. */
    public static function parts(int $minutes, int $hands, HouseDefaults $house): int
    {
        return max(1, min($hands, intdiv($minutes, max(1, $house->whole(HouseDefault::ShareFrom)))));
    }

    /** When the last of them is done; null where nothing is to be done. */
    public function ends(): ?int
    {
        $ends = array_merge(...array_map(static fn (array $jobs) => array_column($jobs, 'to'), $this->byHand));

        return $ends === [] ? null : max($ends);
    }
}
