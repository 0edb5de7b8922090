<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Plan\RouteWay;
use WetCradle\Core\Plan\Want;
use WetCradle\Core\Priority;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Rates\Learning;
use WetCradle\Server\Wanted\Pot;
use WetCradle\Server\Wanted\Wanted;

/** Orders as the core weighs them: with every way in which their crop can be made here. */
final class Wants
{
    /** @var array<string, list<RouteWay>> by crop and what it leaves in */
    private array $ways = [];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly CropHistory $history,
        private readonly Learning $learning,
        private readonly Windows $windows,
        private readonly House $house,
        private readonly UsedGoods $goods,
    ) {
    }

    public function of(Wanted $wanted, ?int $plants = null): Want
    {
        $crop = $wanted->crop;

        return new Want(
            $crop->name,
            $plants ?? $wanted->plants,
            $wanted->ready(),
            $this->ways[$crop->id.' '.$wanted->pot->id] ??= $this->waysOf($crop, $wanted->pot),
            $this->house->defaults()->number(HouseDefault::SureOfPlan),
            $crop->linerPrice,
            $crop->linerWeeks,
            $wanted->pot->name,
            $wanted->priority === Priority::Must,
            $wanted->onlyFrom(),
        );
    }

    /** @return list<RouteWay> */
    private function waysOf(Crop $crop, Pot $pot): array
    {
        return array_values(array_map(function (Way $way) use ($pot): RouteWay {
            $sheet = $way->leaving($pot->leaving());
            $kind = $this->em->find(TrayKind::class, $sheet->setting->trayKind) ?? throw new \LogicException('A sheet names a kind of tray.');

            return new RouteWay(
                (int) $way->id,
                $way->name,
                $way->house,
                $sheet,
                $this->windows->of($way),
                $this->house->timetable()->usual($sheet),
                $this->history->rateOf($way)->forNewBatch,
                $sheet->setting->plantsIn($kind->cells),
                $kind->positions,
                $this->learning->nursery()->mishap,
                $this->goods->of($way->crop, $sheet, $kind, $pot),
            );
        }, $crop->ways->toArray()));
    }
}
