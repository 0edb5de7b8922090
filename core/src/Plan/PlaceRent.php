<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/** What a week of a place costs: its warmth, and what queues for it. */
final class PlaceRent
{
    /**
     * @param int     $trays  tray positions that are held
     * @param int     $wanted of them, those that another batch lacks
     * @param ?Tenant $by     the batch that lacks them; null where nothing queues
     * @param float   $brings what a tray-week of that one brings
     */
    private function __construct(
        public readonly int $trays,
        public readonly float $warmth,
        public readonly int $wanted,
        public readonly ?Tenant $by,
        public readonly float $brings,
    ) {
    }

    /**
     * @param list<Tenant>            $others in trays in that zone, in any weeks
     * @param \Closure(Tenant): float $brings what all plants of a batch are worth that would lie there
     */
    public static function of(Zone $zone, int $trays, bool $isPaidWarm, array $others, Week $now, Costs $costs, HouseDefaults $house, \Closure $brings): self
    {
        $warmth = $trays * $costs->warmTrayWeek * ($isPaidWarm ? 1.0 : $house->number(HouseDefault::CoolRent));
        [$short, $at] = self::short($zone, $trays, $others, $now, $house->whole(HouseDefault::QueueWeeks));
        foreach ($short > 0 ? $others : [] as $other) {
            if ($now->until($other->from) > 0 && $other->isThereIn($at)) {
                $weeks = $other->from->until($other->to) + 1;

                return new self($trays, $warmth, min($trays, $short), $other, $brings($other) / max(1, $other->trays * $weeks));
            }
        }

        return new self($trays, $warmth, 0, null, 0.0);
    }

    public function queue(): float
    {
        return $this->wanted * $this->brings;
    }

    /** In a week, in the house's money. */
    public function week(): float
    {
        return $this->warmth + $this->queue();
    }

    /**
     * @param list<Tenant> $others
     *
     * @return array{int, Week} the most trays that are short in these weeks, and the first week in which they are
     */
    private static function short(Zone $zone, int $trays, array $others, Week $now, int $weeks): array
    {
        $most = 0;
        $at = $now;
        for ($week = $now; $now->until($week) <= $weeks; $week = $week->plus(1)) {
            $lack = $zone->used($week, $others) + $trays - $zone->traysIn($week);
            if ($lack > $most) {
                [$most, $at] = [$lack, $week];
            }
        }

        return [$most, $at];
    }
}
