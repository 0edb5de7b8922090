<?php

declare(strict_types=1);

namespace WetCradle\Server\Calendar;

use Doctrine\DBAL\Connection;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Calendar\MaterialWindow;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Core\Plan\SeasonLoad;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Nursery\House;

/** The week rail: what each week asks of bench and hands, and whose material is right. */
final class RailController
{
    private const WEEKS_BACK = 14;
    private const WEEKS = 54;

    public function __construct(
        private readonly Tenants $tenants,
        private readonly Connection $db,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/rail', methods: ['GET'])]
    public function rail(): JsonResponse
    {
        $from = $this->today->week()->plus(-self::WEEKS_BACK);
        $loads = [];
        foreach ($this->tenants->during($from, $from->plus(self::WEEKS - 1)) as $lying) {
            $loads[] = new BatchLoad($lying->tenant, $lying->underMist, $lying->cuttings, Week::containing($lying->off), $lying->potted);
        }
        $places = (int) $this->db->fetchOne("SELECT coalesce(sum(trays), 0) FROM zone WHERE kind = 'mist'");
        $wanted = $this->db->fetchAllKeyValue('SELECT ready_week, sum(plants) FROM wanted WHERE called_off = 0 GROUP BY ready_week');
        $windows = array_map(
            static fn (array $row) => ['crop' => (string) $row['name'], 'window' => MaterialWindow::of((int) $row['window_from'], (int) $row['window_to'])],
            $this->db->fetchAllAssociative('SELECT name, window_from, window_to FROM crop ORDER BY name'),
        );
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

        return new JsonResponse(['thisWeek' => $this->today->week()->written(), 'today' => $this->today->day()->format('Y-m-d'), 'places' => $places, 'weeks' => $weeks]);
    }
}
