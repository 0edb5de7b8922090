<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use WetCradle\Core\Plan\LastDay;
use WetCradle\Core\Rates\StickCount;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Stock\Yards;

/** By when orders must be stuck in the way of the house: while its material is right, with the stock there is. */
final class LastDays
{
    public function __construct(
        private readonly Windows $windows,
        private readonly CropHistory $history,
        private readonly Yards $yards,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @param list<Wanted> $orders that no batch serves yet
     *
     * @return array<int, \DateTimeImmutable> by order
     */
    public function of(array $orders): array
    {
        $crops = array_map(static fn (Wanted $wanted) => $wanted->crop, $orders);
        $yard = $orders === [] ? null : $this->yards->all($crops);
        $last = [];
        foreach ($orders as $wanted) {
            $way = $wanted->crop->house();
            $theirs = $yard?->only($wanted->crop->name, $wanted->onlyFrom());
            $stick = $this->leastToStick($wanted);
            $last[(int) $wanted->id] = LastDay::toStick(
                $this->windows->of($way),
                $this->house->timetable()->usual($way->leaving($wanted->pot->leaving())),
                $wanted->ready(),
                $this->today->day(),
                static fn (\DateTimeImmutable $day) => $stick !== null
                    && ($theirs?->gather($wanted->crop->name, (int) $way->id, $day, $stick)?->isEnough() ?? false),
            );
        }

        return $last;
    }

    /** As few as are to be expected to do; null where no number would. */
    private function leastToStick(Wanted $wanted): ?int
    {
        $sheet = $wanted->crop->house()->leaving($wanted->pot->leaving());
        $rate = $this->history->rateOf($wanted->crop->house())->forNewBatch;
        try {
            return $sheet->setting->together() * StickCount::forGood(max(1, $wanted->plants), [$rate, $sheet->comesThroughHere()])->simple();
        } catch (Refused) {
            return null;
        }
    }
}
