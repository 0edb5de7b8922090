<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * What no filling of a house can cost less than, for houses too large for `Prices`. Room is rented out by zone and week
 * (Lagrangian relaxation of the room there is): each batch takes what is cheapest for it at those rents, the rents go up where
 * too much was taken and down where too little (subgradient steps), and any rents give a bound. Sharing of water and warmth is
 * left out of it, so a bound may lie well below what can be had.
 */
final class RentBound
{
    /** @param int $known what the best filling known costs, which sets the pace at which rents move */
    public static function of(ToPlace $ask, int $known, int $rounds = 150): int
    {
        $rent = array_fill(0, count($ask->free), 0.0);
        $best = 0.0;
        $pace = 2.0;
        $since = 0;
        for ($round = 0; $round < $rounds && $pace > 0.005; ++$round) {
            [$bound, $taken] = self::atRents($ask, $rent);
            if ($bound > $best + 1e-9) {
                $best = $bound;
                $since = 0;
            } elseif (++$since >= 8) {
                $pace /= 2.0;
                $since = 0;
            }
            $norm = 0;
            foreach ($ask->free as $cell => $free) {
                $taken[$cell] = ($taken[$cell] ?? 0) - max(0, $free);
                // A rent of nothing cannot fall further.
                $norm += $rent[$cell] > 0.0 || $taken[$cell] > 0 ? $taken[$cell] ** 2 : 0;
            }
            if ($norm === 0) {
                break;
            }
            $step = $pace * max(1.0, $known - $bound) / $norm;
            foreach ($rent as $cell => $now) {
                $rent[$cell] = max(0.0, $now + $step * $taken[$cell]);
            }
        }

        return min($known, (int) ceil($best - 1e-6));
    }

    /**
     * @param array<int, float> $rent of a tray by cell
     *
     * @return array{0: float, 1: array<int, int>} the bound, and the trays taken by cell
     */
    private static function atRents(ToPlace $ask, array $rent): array
    {
        $sums = [0.0];
        foreach ($rent as $price) {
            $sums[] = end($sums) + $price;
        }
        $bound = 0.0;
        foreach ($ask->free as $cell => $free) {
            $bound -= $rent[$cell] * max(0, $free);
        }
        $taken = [];
        [$costs, $cells, $weeks, $trays] = [$ask->layCost, $ask->layCell, $ask->layWeeks, $ask->layTrays];
        foreach ($ask->leftOut as $batch => $cheapest) {
            [$first, $end] = $ask->laysOf($batch);
            $which = null;
            $least = (float) $cheapest;
            for ($lay = $first; $lay < $end; ++$lay) {
                // No rent makes it cheaper.
                if ($costs[$lay] >= $least) {
                    continue;
                }
                $cell = $cells[$lay];
                $cost = $costs[$lay] + $trays[$lay] * ($sums[$cell + $weeks[$lay]] - $sums[$cell]);
                if ($cost < $least) {
                    $least = $cost;
                    $which = $lay;
                }
            }
            $bound += $least;
            if ($which !== null) {
                for ($cell = $cells[$which], $end = $cell + $weeks[$which]; $cell < $end; ++$cell) {
                    $taken[$cell] = ($taken[$cell] ?? 0) + $trays[$which];
                }
            }
        }

        return [$bound, $taken];
    }
}
