<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

/** Of a lot of which some are ready sooner than others, those that are ready first are sent first. */
final class FirstReady
{
    /**
     * How many of each sending were ready by its own day.
     *
     * @param list<array{on: string, count: int}>                $ready by days, as 2027-05-12
     * @param list<array{key: int, count: int, by: string}> $sent  in the order in which they were sent; `by`: the day by which they were wanted
     *
     * @return array<int, int> by key
     */
    public static function inTime(array $ready, array $sent): array
    {
        usort($ready, static fn (array $a, array $b) => $a['on'] <=> $b['on']);
        $inTime = [];
        $at = $used = 0;
        foreach ($sent as ['key' => $key, 'count' => $count, 'by' => $by]) {
            $inTime[$key] ??= 0;
            while ($count > 0 && isset($ready[$at])) {
                $some = min($count, $ready[$at]['count'] - $used);
                $inTime[$key] += $ready[$at]['on'] <= $by ? $some : 0;
                $count -= $some;
                $used += $some;
                if ($used >= $ready[$at]['count']) {
                    ++$at;
                    $used = 0;
                }
            }
        }

        return $inTime;
    }
}
