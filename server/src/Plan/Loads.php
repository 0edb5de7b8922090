<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use WetCradle\Core\Bench\ZoneKind;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Server\Bench\Guest;
use WetCradle\Server\Bench\Guests;
use WetCradle\Server\Bench\Lying;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Rates\CropHistory;

/** What batches ask of bench and hands, week by week; of those not counted yet, by what their way has learnt. */
final class Loads
{
    public function __construct(private readonly Tenants $tenants, private readonly Guests $guests, private readonly CropHistory $history)
    {
    }

    /**
     * @param ?list<Lying> $lying who lies there in these weeks and after them, where that was read already
     *
     * @return list<BatchLoad>
     */
    public function during(Week $from, int $weeks, ?array $lying = null): array
    {
        // What is potted in the first week left its bench the week before.
        [$first, $last] = [$from->plus(-1), $from->plus($weeks - 1)];

        $there = $lying === null
            ? $this->tenants->during($first, $last)
            : array_values(array_filter($lying, static fn (Lying $one) => $one->tenant->from->until($last) >= 0));

        return [
            ...array_map($this->of(...), $there),
            ...array_map(
                static fn (Guest $guest) => BatchLoad::guest($guest->tenant(), $guest->zone->kind === ZoneKind::Mist),
                $this->guests->during($first, $last),
            ),
        ];
    }

    public function of(Lying $lying): BatchLoad
    {
        return new BatchLoad(
            // What moves on to another bench makes room on its first.
            $lying->legs[0]['tenant'],
            $lying->underMist,
            $lying->cuttings,
            Week::containing($lying->off),
            $lying->potted ?? BatchLoad::expected($lying->plants, $this->history->rateById($lying->way)->rate),
            Week::containing($lying->weaned),
            $lying->method,
            $lying->pot,
            $lying->inItsPot,
        );
    }
}
