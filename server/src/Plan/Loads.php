<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Server\Bench\Lying;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Rates\CropHistory;

/** What batches ask of bench and hands, week by week; of those not counted yet, by what their way has learnt. */
final class Loads
{
    /** @var array<int, float> by way */
    private array $rates = [];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly Ways $ways,
        private readonly CropHistory $history,
    ) {
    }

    /** @return list<BatchLoad> */
    public function during(Week $from, int $weeks): array
    {
        // What is potted in the first week left its bench the week before.
        return array_map($this->of(...), $this->tenants->during($from->plus(-1), $from->plus($weeks - 1)));
    }

    public function of(Lying $lying): BatchLoad
    {
        return new BatchLoad(
            // What moves on to another bench makes room on its first.
            $lying->legs[0]['tenant'],
            $lying->underMist,
            $lying->cuttings,
            Week::containing($lying->off),
            $lying->potted ?? BatchLoad::expected($lying->cuttings, $this->rate($lying->way)),
            Week::containing($lying->weaned),
            $lying->method,
            $lying->pot,
        );
    }

    /** What is learnt of a way: the share that roots. */
    public function rate(int $id): float
    {
        if ($this->rates === []) {
            $counted = $this->history->batches();
            foreach ($this->ways->house() as $way) {
                $this->rates[(int) $way->id] = $this->history->rate($way, CropHistory::past($counted[(int) $way->crop->id] ?? []))->rate;
            }
        }
        if (!isset($this->rates[$id])) {
            $way = $this->em->find(Way::class, $id) ?? throw new \LogicException('A batch has a way.');
            $this->rates[$id] = $this->history->rate($way, CropHistory::past($this->history->of($way)))->rate;
        }

        return $this->rates[$id];
    }
}
