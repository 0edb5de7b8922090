<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Plan\RouteWay;
use WetCradle\Core\Plan\Want;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Wanted\Wanted;

/** Orders as the core weighs them: with every way in which their crop can be made here. */
final class Wants
{
    /** @var array<int, list<RouteWay>> by crop */
    private array $ways = [];
    /** @var ?array<int, list<array<string, mixed>>> by crop, weighed for the house ways */
    private ?array $counted = null;

    public function __construct(private readonly EntityManagerInterface $em, private readonly CropHistory $history, private readonly Windows $windows, private readonly House $house)
    {
    }

    public function of(Wanted $wanted, ?int $plants = null): Want
    {
        $crop = $wanted->crop;

        return new Want($crop->name, $plants ?? $wanted->plants, $wanted->ready(), $this->ways[(int) $crop->id] ??= $this->waysOf($crop), Planner::CONFIDENCE, $crop->linerPrice, $crop->linerWeeks, $wanted->pot->name);
    }

    /** @return list<RouteWay> */
    private function waysOf(Crop $crop): array
    {
        return array_values(array_map(function (Way $way) use ($crop): RouteWay {
            $sheet = $way->core();
            $past = $way->house ? ($this->counted ??= $this->history->batches())[(int) $crop->id] ?? [] : $this->history->of($way);
            $kind = $this->em->find(TrayKind::class, $sheet->trayKind) ?? throw new \LogicException('A sheet names a kind of tray.');

            return new RouteWay((int) $way->id, $way->name, $way->house, $sheet, $this->windows->of($way), $this->house->timetable()->usual($sheet), $this->history->rate($way, CropHistory::past($past))->forNewBatch, $kind->cells, $kind->positions);
        }, $crop->ways->toArray()));
    }
}
