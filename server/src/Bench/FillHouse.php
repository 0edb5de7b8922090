<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\Space;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Zone as CoreZone;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Refused;
use WetCradle\Server\Crops\SheetVersion;
use WetCradle\Server\Plan\Batch;

/** The house as it is put to the core to be filled: its zones by number, its batches, and its weeks counted from this one. */
final class FillHouse
{
    public const WEEKS = 70;

    /** @var array<int, int> a zone's number in the list, by id */
    private array $numbers = [];
    /** @var array<int, CoreZone> by a zone's number in the list */
    private array $cores = [];

    /**
     * @param non-empty-list<Zone>        $zones
     * @param array<string, Batch>        $batches by code: what lies on a bench, is planned, or stands in pots
     * @param array<int, list<Tenant>>    $tenants by zone id
     * @param array<string, Potted>       $pots    by code
     */
    private function __construct(public readonly Week $from, private readonly \DateTimeImmutable $today, public readonly array $zones, public readonly array $batches, private readonly array $tenants, public readonly array $pots)
    {
        $this->numbers = array_flip(array_map(static fn (Zone $z) => (int) $z->id, $zones));
    }

    /** @param bool $oneMore whether there is one more bench like the largest under mist, to see what it would give */
    public static function read(EntityManagerInterface $em, Tenants $tenants, Pots $pots, \DateTimeImmutable $today, bool $oneMore): self
    {
        $zones = $em->getRepository(Zone::class)->findBy([], ['id' => 'ASC']);
        if ($zones === []) {
            throw Refused::because('no_zones', 'zones', 'There is no bench yet. Add a zone first.');
        }
        if ($oneMore) {
            $zones[] = self::oneMore($zones);
        }
        // Known once, not asked for batch by batch.
        $em->createQuery('SELECT s, y FROM '.SheetVersion::class.' s JOIN s.way y')->getResult();
        $batches = [];
        foreach ($em->createQuery('SELECT b, c, z, w, m FROM '.Batch::class.' b JOIN b.crop c JOIN b.zone z LEFT JOIN b.wanted w LEFT JOIN b.movesOn m WHERE b.calledOff = false AND (b.leftBenchOn IS NULL OR b.readyOn > :today)')->setParameter('today', $today->format('Y-m-d'))->getResult() as $batch) {
            $batches[$batch->code] = $batch;
        }
        $from = Week::containing($today);

        return new self($from, $today, $zones, $batches, $tenants->byZone($from, $from->plus(self::WEEKS)), $pots->during($from, $from->plus(self::WEEKS - 1)));
    }

    /** A batch on a bench or planned for one; null where nothing of that name is. */
    public function inTrays(string $code): ?Batch
    {
        $batch = $this->batches[$code] ?? null;

        return $batch?->leftBenchOn === null ? $batch : null;
    }

    public function core(int $space): CoreZone
    {
        return $this->cores[$space] ??= $this->zones[$space]->core();
    }

    /** The number of a zone, by its id; null for one that is not there. */
    public function numberOf(?int $zone): ?int
    {
        return $zone === null ? null : $this->numbers[$zone] ?? null;
    }

    /** @return list<Tenant> who lies in a space, in any weeks */
    public function tenantsOf(int $space): array
    {
        return $this->tenants[(int) $this->zones[$space]->id] ?? [];
    }

    /** @return array<string, non-empty-list<Leg>> by what a batch is called where it lies, in weeks from now; of what goes on after the weeks looked at, what lies within */
    public function legs(): array
    {
        $found = [];
        foreach ($this->tenants as $zone => $tenants) {
            foreach ($tenants as $tenant) {
                $start = $this->from->until($tenant->from);
                $weeks = min(self::WEEKS - $start, $tenant->from->until($tenant->to) + 1);
                if ($weeks > 0) {
                    $found[$tenant->name][] = new Leg($this->numbers[$zone], $start, $weeks, $tenant->trays, Comfort::of($tenant->heat, $tenant->mist));
                }
            }
        }
        ksort($found);
        foreach ($found as &$legs) {
            usort($legs, static fn (Leg $a, Leg $b) => $a->from <=> $b->from);
        }

        return $found;
    }

    /** @return list<Space> */
    public function spaces(): array
    {
        return array_map(function (int $space): Space {
            $core = $this->core($space);
            $closed = array_values(array_filter(range(0, self::WEEKS - 1), fn (int $week) => $core->isClosedIn($this->from->plus($week))));

            return Space::of($core->name, $core->trays, $core->comfort(), self::WEEKS, $closed);
        }, array_keys($this->zones));
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
    public function monday(int $week): string
    {
        return max($this->today, $this->week($week)->monday())->format('Y-m-d');
    }

    /** The day a batch would be stuck, so many weeks later; never one gone by. */
    public function dayOf(Batch $batch, int $by): \DateTimeImmutable
    {
        return max($this->today, $batch->stickOn->modify(sprintf('%+d weeks', $by)));
    }

    public function today(): \DateTimeImmutable
    {
        return $this->today;
    }

    /** @param non-empty-list<Zone> $zones */
    private static function oneMore(array $zones): Zone
    {
        $misted = array_filter($zones, static fn (Zone $z) => $z->kind === 'mist') ?: $zones;
        usort($misted, static fn (Zone $a, Zone $b) => $b->trays <=> $a->trays);
        $like = $misted[0];

        return new Zone('One more bench', $like->house, $like->kind, $like->trays, $like->heatLow, $like->heatHigh, $like->mistLow, $like->mistHigh, 0.0, 0.0, $like->length, $like->width);
    }
}
