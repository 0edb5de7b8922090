<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;

/** Week by week: how full the mist house is and how many hours sticking and potting ask. */
final class SeasonLoad
{
    /**
     * @param list<BatchLoad> $batches
     *
     * @return list<array{week: Week, trays: int, fill: float, stickHours: float, potHours: float}> fill is trays ÷ places, above 1 when overfull
     */
    public static function of(Week $from, int $weeks, int $mistPlaces, WorkNorms $norms, array $batches): array
    {
        $trays = $toStick = $toPot = array_fill(0, $weeks, 0);
        $first = $from->ordinal();
        foreach ($batches as $batch) {
            $start = $batch->tenant->from->ordinal() - $first;
            $end = $batch->tenant->to->ordinal() - $first;
            if ($batch->underMist) {
                for ($i = max(0, $start); $i <= min($weeks - 1, $end); ++$i) {
                    $trays[$i] += $batch->tenant->trays;
                }
            }
            if (isset($toStick[$start])) {
                $toStick[$start] += $batch->toStick;
            }
            $pot = $batch->potWeek->ordinal() - $first;
            if (isset($toPot[$pot])) {
                $toPot[$pot] += $batch->toPot;
            }
        }
        $found = [];
        for ($i = 0; $i < $weeks; ++$i) {
            $found[] = [
                'week' => $from->plus($i),
                'trays' => $trays[$i],
                'fill' => $mistPlaces > 0 ? (float) ($trays[$i] / $mistPlaces) : 0.0,
                'stickHours' => $norms->hoursToStick($toStick[$i]),
                'potHours' => $norms->hoursToPot($toPot[$i]),
            ];
        }

        return $found;
    }
}
