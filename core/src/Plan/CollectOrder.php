<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Crops\TimeOfDay;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Refused;

/**
 * The morning's cutting: what must be full of water early, what must be dry after the dew; in each, what keeps longest first,
 * so that the shortest-lived waits least.
 */
final class CollectOrder
{
    /**
     * @param list<array{
     *     code: string, time: TimeOfDay, keeps: ?int, minutes: int,
     * }> $takes `keeps` minutes until it must be stuck, null for past the day; `minutes` for one pair of hands
     * @param int                                                                $hands that cut together
     *
     * @return list<array{code: string, from: int, to: int}> minutes from midnight
     *
     * @throws Refused for `hands`
     */
    public static function of(array $takes, int $hands, HouseDefaults $house): array
    {
        if ($hands < 1) {
            throw Refused::because('out_of_range', 'hands', Fact::of('refused.collect_order.out_of_range'));
        }
        $rank = static fn (array $take): int => (int) array_search($take['time'], TimeOfDay::cases(), true);
        usort(
            $takes,
            static fn (array $a, array $b) => [$rank($a), $b['keeps'] ?? PHP_INT_MAX, $a['code']] <=> [$rank($b), $a['keeps'] ?? PHP_INT_MAX, $b['code']],
        );
        $at = self::begins($house);
        $order = [];
        foreach ($takes as $take) {
            $from = max($at, $take['time'] === TimeOfDay::Dry ? $house->whole(HouseDefault::DewGone) : $at);
            $at = $from + (int) ceil($take['minutes'] / $hands);
            $order[] = ['code' => $take['code'], 'from' => $from, 'to' => $at];
        }

        return $order;
    }

    /** When cutting begins, in minutes from midnight. */
    public static function begins(HouseDefaults $house): int
    {
        return $house->whole(HouseDefault::CutFrom);
    }
}
