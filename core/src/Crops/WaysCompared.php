<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Refused;

/** One way of a crop in the figures by which growers choose between ways. */
final class WaysCompared
{
    /**
     * @param Beta  $rate         what the next batch made this way will root
     * @param int   $cells        holes in its tray
     * @param float $squareMetres of bench that one tray takes
     *
     * @return array{benchDays: int, warm: bool, plantsPerSquareMetreWeek: float, rate: array{mean: float, low: float, high: float}, materialPerPlant: float}
     *
     * @throws Refused for `squareMetres`
     */
    public static function figures(WaySheet $way, Beta $rate, int $cells, float $squareMetres, HouseDefaults $house): array
    {
        if ($cells < 1 || $squareMetres <= 0.0) {
            throw Refused::because('not_positive', 'squareMetres', Fact::of('refused.ways_compared.not_positive'));
        }
        $days = $way->plannedDaysToRoot($house) + $way->weaningDays();
        $good = $rate->mean() * $way->comesThroughHere()->mean();

        return [
            'benchDays' => $days,
            'warm' => $way->care->warmth->isPaidWarm($house),
            'plantsPerSquareMetreWeek' => $way->setting->plantsIn($cells) * $good / $squareMetres / max(1.0, $days / 7.0),
            'rate' => ['mean' => $rate->mean(), 'low' => $rate->quantile(0.1), 'high' => $rate->quantile(0.9)],
            'materialPerPlant' => $way->reckoning->costEach * $way->setting->together() / $good,
        ];
    }

    /**
     * What differs between two sheets, entry by entry.
     *
     * @return list<array{path: string, one: mixed, other: mixed}>
     */
    public static function differences(WaySheet $one, WaySheet $other): array
    {
        [$a, $b] = [self::flat($one->toArray()), self::flat($other->toArray())];
        $differences = [];
        foreach (array_keys($a + $b) as $path) {
            if (($a[$path] ?? null) !== ($b[$path] ?? null)) {
                $differences[] = ['path' => $path, 'one' => $a[$path] ?? null, 'other' => $b[$path] ?? null];
            }
        }

        return $differences;
    }

    /**
     * @param array<array-key, mixed> $sheet
     *
     * @return array<string, mixed> lists whole, objects by their paths
     */
    private static function flat(array $sheet, string $under = ''): array
    {
        $flat = [];
        foreach ($sheet as $key => $value) {
            if (is_array($value) && !array_is_list($value)) {
                $flat += self::flat($value, $under.$key.'.');
            } else {
                $flat[$under.$key] = $value;
            }
        }

        return $flat;
    }
}
