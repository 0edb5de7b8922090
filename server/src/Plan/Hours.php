<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Core\Plan\SeasonLoad;
use WetCradle\Core\Potting\PotHours;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;

/** Hours of work by week beside the hands there are. */
final class Hours
{
    public function __construct(private readonly Loads $loads, private readonly House $house, private readonly Connection $db)
    {
    }

    /**
     * Hours that are left for potting what is not planned yet, week by week; null where no hands are entered.
     *
     * @param list<string> $but batches that are planned anew
     */
    public function leftForPotting(Week $from, int $weeks, array $but = []): ?PotHours
    {
        if ($this->house->crew()->hands === []) {
            return null;
        }
        $loads = array_filter($this->loads->during($from, $weeks), static fn (BatchLoad $load) => !in_array($load->tenant->name, $but, true));

        return PotHours::of($from, array_map(
            static fn (array $week) => max(0.0, $week['crew'] - $week['hours']),
            $this->weeks($from, $weeks, array_values($loads)),
        ));
    }

    /**
     * @param ?list<BatchLoad> $loads instead of what is planned now
     *
     * @return list<array{week: string, collect: float, stick: float, wean: float, pot: float, hours: float, crew: float, over: float, trays: int, fill: float}>
     */
    public function weeks(Week $from, int $weeks, ?array $loads = null): array
    {
        $nursery = $this->house->nursery();
        $crew = $this->house->crew();
        $places = Row::number($this->db, "SELECT coalesce(sum(trays), 0) FROM zone WHERE kind = 'mist'");

        return array_map(static function (array $load) use ($crew): array {
            $hours = $load['collectHours'] + $load['stickHours'] + $load['weanHours'] + $load['potHours'];
            $there = $crew->hoursIn($load['week']);

            return [
                'week' => $load['week']->written(), 'collect' => $load['collectHours'], 'stick' => $load['stickHours'],
                'wean' => $load['weanHours'], 'pot' => $load['potHours'], 'hours' => $hours, 'crew' => $there,
                'over' => $crew->hands === [] ? 0.0 : max(0.0, $hours - $there), 'trays' => $load['trays'], 'fill' => $load['fill'],
            ];
        }, SeasonLoad::of($from, $weeks, $places, $nursery->norms(), $loads ?? $this->loads->during($from, $weeks)));
    }
}
