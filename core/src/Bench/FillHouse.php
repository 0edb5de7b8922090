<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WorkDays;

/** A house as it is to be filled: its zones by number, what lies in them, and its weeks counted from this one. */
final class FillHouse
{
    public const WEEKS = 70;

    /** @var array<int, int> a zone's number in the list, by id */
    private readonly array $numbers;

    private readonly WorkDays $workDays;

    /**
     * @param non-empty-list<array{id: int, zone: Zone}> $zones   a supposed one has the id 0
     * @param array<string, Fillable>                    $batches by code: what lies on a bench, or is planned to
     * @param array<int, list<Tenant>>                   $tenants by zone id, in any weeks
     * @param array<string, Potted>                      $pots    by code
     * @param ?WorkDays                                  $workDays on which there is somebody to stick; any day where it is not said
     */
    public function __construct(
        public readonly Week $from,
        public readonly \DateTimeImmutable $today,
        private readonly array $zones,
        public readonly array $batches,
        private readonly array $tenants,
        public readonly array $pots,
        ?WorkDays $workDays = null,
    ) {
        $this->workDays = $workDays ?? WorkDays::everyDay();
        $this->numbers = array_flip(array_column($zones, 'id'));
    }

    public function zone(int $space): Zone
    {
        return $this->zones[$space]['zone'];
    }

    public function idOf(int $space): int
    {
        return $this->zones[$space]['id'];
    }

    /** @return list<int> the numbers of all zones */
    public function numbers(): array
    {
        return array_keys($this->zones);
    }

    /** @return list<int> the numbers of the zones under mist */
    public function misted(): array
    {
        return array_values(array_filter($this->numbers(), fn (int $space) => $this->zone($space)->kind === ZoneKind::Mist));
    }

    /** The number of a zone, by its id; null for one that is not there. */
    public function numberOf(?int $zone): ?int
    {
        return $zone === null ? null : $this->numbers[$zone] ?? null;
    }

    /** @return list<Tenant> who lies in a zone, in any weeks */
    public function tenantsOf(int $space): array
    {
        return $this->tenants[$this->idOf($space)] ?? [];
    }

    /**
     * @return array<string, non-empty-list<Leg>> by what a batch is called where it lies, in weeks from now; of what goes on
     *                                            after the weeks looked at, what lies within
     */
    public function legs(): array
    {
        $courses = [];
        foreach ($this->tenants as $zone => $tenants) {
            foreach ($tenants as $tenant) {
                $start = $this->from->until($tenant->from);
                $weeks = min(self::WEEKS - $start, $tenant->from->until($tenant->to) + 1);
                // What roots on its mother lies on ground that is not filled.
                if ($weeks > 0 && isset($this->numbers[$zone])) {
                    $courses[$tenant->name][] = new Leg($this->numbers[$zone], $start, $weeks, $tenant->trays, Comfort::of($tenant->heat, $tenant->mist));
                }
            }
        }
        ksort($courses);
        foreach ($courses as &$legs) {
            usort($legs, static fn (Leg $a, Leg $b) => $a->from <=> $b->from);
        }

        return $courses;
    }

    /** @return list<Space> */
    public function spaces(): array
    {
        return array_map(function (int $space): Space {
            $zone = $this->zone($space);
            $closed = array_values(array_filter(range(0, self::WEEKS - 1), fn (int $week) => $zone->isClosedIn($this->week($week))));

            return Space::of($zone->name, $zone->trays, $zone->comfort(), self::WEEKS, $closed);
        }, $this->numbers());
    }

    public function weekOf(\DateTimeImmutable $day): int
    {
        return $this->from->until(Week::containing($day));
    }

    public function week(int $week): Week
    {
        return $this->from->plus($week);
    }

    /** The Monday of a week; of this one, today. */
    public function monday(int $week): \DateTimeImmutable
    {
        return max($this->today, $this->week($week)->monday());
    }

    /** The day a batch would be stuck, so many weeks later, by somebody who is there; never one gone by. */
    public function dayOf(\DateTimeImmutable $stickOn, int $by): \DateTimeImmutable
    {
        $day = max($this->today, $stickOn->modify(sprintf('%+d weeks', $by)));

        return $by === 0 ? $day : $this->workDays->onOrBefore($day, max($this->today, Week::containing($day)->monday()));
    }
}
