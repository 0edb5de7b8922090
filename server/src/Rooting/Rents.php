<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Plan\PlaceRent;
use WetCradle\Core\Plan\PlantWorth;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Batches;
use WetCradle\Server\Rates\CropHistory;

/** What the place costs on which plants are left longer: its warmth, and what queues for it. */
final class Rents
{
    public function __construct(
        private readonly Tenants $tenants,
        private readonly CropHistory $history,
        private readonly Batches $batches,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** @param int $unrooted plants that need the place */
    public function of(Batch $batch, int $unrooted): PlaceRent
    {
        $now = $this->today->week();
        $house = $this->house->defaults();
        $zone = $batch->zoneOn($this->today->day());
        $positions = $batch->trayKind->positionsOf($batch->sheet->core()->traysFor(max(1, $unrooted), $batch->trayKind->cells)->number);
        $within = $now->plus($house->whole(HouseDefault::QueueWeeks));
        $others = array_values(array_filter($this->tenants->in($zone, $now, $within, $batch->code), static fn (Tenant $t) => !$t->inPots));
        $isPaidWarm = $zone->core()->isPaidWarm($batch->sheet->core()->care->warmth->medium, $this->house->air(), $house);

        return PlaceRent::of(
            $zone->core(),
            $positions,
            $isPaidWarm,
            $others,
            $now,
            $this->house->nursery()->costs(),
            $house,
            fn (Tenant $queuing) => $this->worthOf($queuing),
        );
    }

    /** What all plants of a batch that is to come are worth, by what its own crop brings. */
    private function worthOf(Tenant $queuing): float
    {
        $batch = $this->batches->byCode($queuing->batch(), 'batch');
        $worth = PlantWorth::of(null, $batch->crop->linerPrice, $batch->sheet->core()->reckoning->costEach, $this->house->defaults());

        return ($batch->isStuck() ? $batch->standing->stuck ?? 0 : $batch->amount->plants()) * $this->history->rateOf($batch->sheet->way)->rate * $worth->value;
    }

    public function words(PlaceRent $rent): string
    {
        $weeks = $this->house->defaults()->whole(HouseDefault::QueueWeeks);
        $within = $weeks === 4 ? 'four weeks' : sprintf('%d %s', $weeks, $weeks === 1 ? 'week' : 'weeks');

        return $rent->by === null || $rent->queue() <= 0.0
            ? sprintf('Nothing queues for its place in the next %s.', $within)
            : sprintf(
                '%d of its %d trays are wanted by %s within %s, where a tray-week brings about %s%.2f.',
                $rent->wanted,
                $rent->trays,
                $rent->by->batch(),
                $within,
                $this->house->nursery()->currency,
                $rent->brings,
            );
    }
}
