<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * The warmth and water to set in each zone, week by week: the coolest and driest that suits all who lie there, but a
 * setting of the week before is kept where it still suits and is hardly warmer, so that it does not jump up and down.
 */
final class Settings
{
    /** @return list<array{space: int, week: int, heat: float, mist: float, suits: bool}> of the weeks in which anybody lies there */
    public static function of(Taken $taken, float $kept): array
    {
        $settings = [];
        foreach (array_keys($taken->spaces) as $space) {
            $weeks = array_map(static fn (int $week) => $taken->setting($space, $week), range(0, $taken->weeks - 1));
            foreach (self::steady($weeks, $kept) as $week => $setting) {
                if ($setting !== null) {
                    $settings[] = ['space' => $space, 'week' => $week] + $setting;
                }
            }
        }

        return $settings;
    }

    /**
     * One zone's settings, week after week.
     *
     * @param list<?array{heat: float, heatTo: float, mist: float, mistTo: float}> $weeks the least wanted and the most that suits; null where nobody lies
     * @param float $kept °C by which a setting may be warmer than need be for the sake of peace
     *
     * @return list<?array{heat: float, mist: float, suits: bool}>
     */
    public static function steady(array $weeks, float $kept): array
    {
        $settings = [];
        $last = null;
        foreach ($weeks as $now) {
            if ($now !== null) {
                $keeps = $last !== null && $last >= $now['heat'] && $last <= $now['heatTo'] && $last <= $now['heat'] + $kept;
                $last = $keeps ? $last : $now['heat'];
                $settings[] = ['heat' => $last, 'mist' => $now['mist'], 'suits' => $now['heat'] <= $now['heatTo'] && $now['mist'] <= $now['mistTo']];
            } else {
                $last = null;
                $settings[] = null;
            }
        }

        return $settings;
    }
}
