<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Ground;

/** Week by week: how full the mist house is and how many hours collecting, sticking, weaning and potting ask. */
final class SeasonLoad
{
    /**
     * @param list<BatchLoad> $batches
     *
     * @return list<array{
     *     week: Week, trays: int, fill: float, collectHours: float, stickHours: float, weanHours: float, potHours: float,
     * }> fill is trays ÷ places, above 1 when overfull
     */
    public static function of(Week $from, int $weeks, int $mistPlaces, WorkNorms $norms, array $batches): array
    {
        $none = array_fill(0, $weeks, 0.0);
        $trays = array_fill(0, $weeks, 0);
        $hours = ['collect' => $none, 'stick' => $none, 'wean' => $none, 'pot' => $none];
        $first = $from->ordinal();
        foreach ($batches as $batch) {
            $start = $batch->tenant->from->ordinal() - $first;
            $end = $batch->tenant->to->ordinal() - $first;
            if ($batch->underMist) {
                for ($i = max(0, $start); $i <= min($weeks - 1, $end); ++$i) {
                    $trays[$i] += $batch->tenant->trays;
                }
            }
            foreach (self::work($batch, $norms) as $what => [$week, $many]) {
                $i = $week->ordinal() - $first;
                if (isset($hours[$what][$i])) {
                    $hours[$what][$i] += $many;
                }
            }
        }
        $rows = [];
        for ($i = 0; $i < $weeks; ++$i) {
            $rows[] = [
                'week' => $from->plus($i),
                'trays' => $trays[$i],
                'fill' => $mistPlaces > 0 ? (float) ($trays[$i] / $mistPlaces) : 0.0,
                'collectHours' => $hours['collect'][$i],
                'stickHours' => $hours['stick'][$i],
                'weanHours' => $hours['wean'][$i],
                'potHours' => $hours['pot'][$i],
            ];
        }

        return $rows;
    }

    /** @return array<string, array{0: Week, 1: float}> hours by what is done, with their week */
    private static function work(BatchLoad $batch, WorkNorms $norms): array
    {
        return [
            'collect' => [$batch->tenant->from, $norms->hoursToCollect($batch->toStick, $batch->tenant->ground === Ground::BesideStock)],
            'stick' => [$batch->tenant->from, $norms->hoursToStick($batch->toStick, $batch->method)],
            'wean' => [$batch->weanWeek, $batch->tenant->isGuest ? 0.0 : $norms->hoursToWean($batch->tenant->trays)],
            'pot' => [$batch->potWeek, $batch->hoursToPot($norms)],
        ];
    }
}
