<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Refused;

/** The morning's cutting: what must be full of water early, what must be dry after the dew; in each, what keeps longest first, so that the shortest-lived waits least. */
final class CollectOrder
{
    /** Minutes from midnight: at first light, and when the dew has gone. */
    private const EARLY = 420;
    private const DEW_GONE = 570;

    /**
     * @param list<array{code: string, time: string, keeps: ?int, minutes: int}> $takes `time` of `WaySheet::TIMES_OF_DAY`; `keeps` minutes until it must be stuck, null for past the day; `minutes` for one pair of hands
     * @param int                                                                $hands that cut together
     *
     * @return list<array{code: string, from: int, to: int}> minutes from midnight
     */
    public static function of(array $takes, int $hands): array
    {
        if ($hands < 1) {
            throw Refused::because('out_of_range', 'hands', 'Somebody has to cut: at least one pair of hands.');
        }
        $rank = array_flip(WaySheet::TIMES_OF_DAY);
        usort($takes, static fn (array $a, array $b) => [$rank[$a['time']], $b['keeps'] ?? PHP_INT_MAX, $a['code']] <=> [$rank[$b['time']], $a['keeps'] ?? PHP_INT_MAX, $b['code']]);
        $at = self::EARLY;
        $order = [];
        foreach ($takes as $take) {
            $from = max($at, $take['time'] === 'dry' ? self::DEW_GONE : $at);
            $at = $from + (int) ceil($take['minutes'] / $hands);
            $order[] = ['code' => $take['code'], 'from' => $from, 'to' => $at];
        }

        return $order;
    }

    /** When cutting begins. */
    public static function begins(): int
    {
        return self::EARLY;
    }
}
