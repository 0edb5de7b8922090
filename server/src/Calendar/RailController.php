<?php

declare(strict_types=1);

namespace WetCradle\Server\Calendar;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Core\Plan\SeasonLoad;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Rates\CropHistory;

/** The week rail: what each week asks of bench and hands, and whose material is right. */
final class RailController
{
    private const WEEKS_BACK = 14;
    private const WEEKS = 54;

    public function __construct(
        private readonly Tenants $tenants,
        private readonly Connection $db,
        private readonly EntityManagerInterface $em,
        private readonly Windows $windows,
        private readonly Ways $ways,
        private readonly CropHistory $history,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/rail', methods: ['GET'])]
    public function rail(): JsonResponse
    {
        $from = $this->today->week()->plus(-self::WEEKS_BACK);
        $loads = $rates = $ways = [];
        $counted = $this->history->batches();
        foreach ($this->ways->house() as $way) {
            $ways[(int) $way->id] = $way;
        }
        foreach ($this->tenants->during($from, $from->plus(self::WEEKS - 1)) as $lying) {
            $loads[] = new BatchLoad($lying->tenant, $lying->underMist, $lying->cuttings, Week::containing($lying->off), $lying->potted ?? BatchLoad::expected($lying->cuttings, $rates[$lying->way] ??= $this->rateOf($ways[$lying->way] ?? null, $lying->way, $counted)), Week::containing($lying->off));
        }
        $places = (int) $this->db->fetchOne("SELECT coalesce(sum(trays), 0) FROM zone WHERE kind = 'mist'");
        $wanted = $this->db->fetchAllKeyValue('SELECT ready_week, sum(plants) FROM wanted WHERE called_off = 0 GROUP BY ready_week');
        $windows = array_map(fn (Way $way) => ['crop' => $way->crop->name, 'window' => $this->windows->of($way)], array_values($ways));
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

    /**
     * What is learnt of a way.
     *
     * @param array<int, list<array<string, mixed>>> $counted all batches, weighed for the house ways
     */
    private function rateOf(?Way $house, int $id, array $counted): float
    {
        $way = $house ?? $this->em->find(Way::class, $id) ?? throw new \LogicException('A batch has a way.');

        return $this->history->rate($way, CropHistory::past($way->house ? $counted[(int) $way->crop->id] ?? [] : $this->history->of($way)))->rate;
    }
}
