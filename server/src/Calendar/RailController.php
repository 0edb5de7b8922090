<?php

declare(strict_types=1);

namespace WetCradle\Server\Calendar;

use Doctrine\DBAL\Connection;
use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Plan\SeasonLoad;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\UntilWritten;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Loads;

/** The week rail: what each week asks of bench and hands, and whose material is right. */
final class RailController
{
    private const WEEKS_BACK = 14;
    private const WEEKS = 54;

    public function __construct(
        private readonly Loads $loads,
        private readonly Connection $db,
        private readonly Windows $windows,
        private readonly Ways $ways,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/rail', methods: ['GET'], defaults: [UntilWritten::SAME => true])]
    public function rail(): Answer
    {
        $from = $this->today->week()->plus(-self::WEEKS_BACK);
        $loads = $this->loads->during($from, self::WEEKS);
        $places = Row::number($this->db, "SELECT coalesce(sum(trays), 0) FROM zone WHERE kind = 'mist'");
        $wanted = Row::pairs(
            $this->db,
            'SELECT ready_week, sum(plants) FROM wanted WHERE +called_off = 0 AND ready_week BETWEEN ? AND ? GROUP BY ready_week',
            [$from->written(), $from->plus(self::WEEKS)->written()],
        );
        $windows = array_map(fn (Way $way) => ['crop' => $way->crop->name, 'window' => $this->windows->of($way)], $this->ways->house());
        $weeks = [];
        foreach (SeasonLoad::of($from, self::WEEKS, $places, $this->house->nursery()->norms(), $loads) as $load) {
            $week = $load['week'];
            $open = array_filter($windows, static fn (array $w) => $w['window']->isOpenIn($week));
            $weeks[] = [
                'week' => $week->written(),
                'monday' => $week->monday()->format('Y-m-d'),
                'trays' => $load['trays'],
                'fill' => $load['fill'],
                'stickHours' => $load['stickHours'],
                'potHours' => $load['potHours'],
                'wanted' => (int) ($wanted[$week->written()] ?? 0),
                'open' => array_values(array_column($open, 'crop')),
            ];
        }

        return new Answer(
            ['thisWeek' => $this->today->week()->written(), 'today' => $this->today->day()->format('Y-m-d'), 'places' => $places, 'weeks' => $weeks],
        );
    }
}
