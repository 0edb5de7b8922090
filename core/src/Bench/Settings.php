<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * The warmth and water to set in each zone, week by week: the coolest and driest that suits all who lie there, but a
 * setting of the week before is kept where it still suits and is hardly warmer, so that it does not jump up and down.
 */
final class Settings
{
    /** °C by which a setting may be warmer than need be for the sake of peace. */
    private const KEPT = 2.0;

    /** @return list<array{space: int, week: int, heat: float, mist: float, suits: bool}> of the weeks in which anybody lies there */
    public static function of(Taken $taken): array
    {
        $found = [];
        foreach (array_keys($taken->spaces) as $space) {
            $last = null;
            for ($week = 0; $week < $taken->weeks; ++$week) {
                $now = $taken->setting($space, $week);
                if ($now !== null) {
                    $suits = $now['heat'] <= $now['heatTo'] && $now['mist'] <= $now['mistTo'];
                    $heat = $last !== null && $last >= $now['heat'] && $last <= $now['heatTo'] && $last <= $now['heat'] + self::KEPT ? $last : $now['heat'];
                    $found[] = ['space' => $space, 'week' => $week, 'heat' => $heat, 'mist' => $now['mist'], 'suits' => $suits];
                }
                $last = $now === null ? null : $heat ?? null;
            }
        }

        return $found;
    }
}
