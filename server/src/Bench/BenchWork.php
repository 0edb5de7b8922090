<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Potting\PotLot;

/** What a week asks of those who carry trays and set valves: laid, moved, taken off, set. */
final class BenchWork
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly Tenants $tenants, private readonly Today $today)
    {
    }

    /**
     * @return list<array{
     *     day: string, kind: string, code: ?string, crop: ?string, trays: ?int, zone: string, to: ?string,
     *     setting: ?array{heat: float, mist: float, suits: bool},
     * }> by day, then by zone
     */
    public function of(Week $week): array
    {
        $jobs = array_map(static fn (array $job) => $job + ['setting' => null], $this->ofBatches($week->monday(), $week->sunday()));
        $before = $week->plus(-1);
        $tenants = $this->tenants->byZone($before, $week);
        $there = static fn (Zone $zone, Week $in) => array_values(
            array_filter($tenants[(int) $zone->id] ?? [], static fn (Tenant $tenant) => $tenant->isThereIn($in)),
        );
        foreach ($this->em->getRepository(Zone::class)->findAll() as $zone) {
            if ($zone->onlyPots && !$zone->frostFree) {
                continue;
            }
            $core = $zone->core();
            $setting = $core->setting($there($zone, $week));
            if ($setting !== $core->setting($there($zone, $before))) {
                $jobs[] = [
                    'day' => $week->monday()->format('Y-m-d'), 'kind' => 'set', 'code' => null, 'crop' => null, 'trays' => null,
                    'zone' => $zone->name, 'to' => null, 'setting' => $setting,
                ];
            }
        }
        $rank = ['set' => 0, 'off' => 1, 'move' => 2, 'lay' => 3];
        usort(
            $jobs,
            static fn (array $a, array $b) => [$a['day'], $rank[$a['kind']], $a['zone'], $a['code']] <=> [$b['day'], $rank[$b['kind']], $b['zone'], $b['code']],
        );

        return $jobs;
    }

    /** @return list<array{day: string, kind: string, code: string, crop: string, trays: int, zone: string, to: ?string}> what is carried on a day */
    public function movesOn(\DateTimeImmutable $day): array
    {
        return array_values(array_filter($this->ofBatches($day, $day), static fn (array $job) => $job['kind'] === 'move'));
    }

    /** @return list<array{day: string, kind: string, code: string, crop: string, trays: int, zone: string, to: ?string}> */
    private function ofBatches(\DateTimeImmutable $from, \DateTimeImmutable $until): array
    {
        $jobs = [];
        foreach ($this->batches($from, $until) as $batch) {
            foreach ($this->ofBatch($batch) as ['day' => $day, 'kind' => $kind, 'zone' => $zone, 'to' => $to]) {
                if ($day >= $from && $day <= $until) {
                    $jobs[] = [
                        'day' => $day->format('Y-m-d'), 'kind' => $kind, 'code' => $batch->code, 'crop' => $batch->crop->name,
                        'trays' => $kind === 'lay' || $batch->leftBenchOn !== null ? $batch->amount->trays : $batch->trays(),
                        'zone' => $zone->name, 'to' => $to?->name,
                    ];
                }
            }
        }

        return $jobs;
    }

    /** @return list<array{day: \DateTimeImmutable, kind: string, zone: Zone, to: ?Zone}> laid, carried elsewhere, taken off */
    private function ofBatch(Batch $batch): array
    {
        $off = $batch->leftBenchOn ?? $batch->days->potOn;
        $moves = array_map(
            static fn (array $move) => ['day' => $move['day'], 'kind' => 'move', 'zone' => $move['from'], 'to' => $move['to']],
            array_values(array_filter($batch->carried($this->today->day()), static fn (array $move) => $move['day'] < $off)),
        );
        $last = $moves === [] ? $batch->zone : $moves[count($moves) - 1]['to'];
        $pots = $batch->potsZone;
        foreach ($batch->leftBenchOn === null ? [] : $batch->lines as $line) {
            $pots = $line->lot->zone ?? $pots;
        }

        return [
            ['day' => $batch->begins(), 'kind' => 'lay', 'zone' => $batch->zone, 'to' => null],
            ...$moves,
            ['day' => $off, 'kind' => 'off', 'zone' => $last, 'to' => $pots],
        ];
    }

    /** @return list<Batch> of which any of this may fall in these days; a move that waits for a weaning that is overdue may fall on today */
    private function batches(\DateTimeImmutable $from, \DateTimeImmutable $until): array
    {
        $query = $this->em->createQuery('SELECT b, m, st, l, o FROM '.Batch::class.' b
            LEFT JOIN b.movesOn m LEFT JOIN b.standing st LEFT JOIN b.lines l LEFT JOIN l.lot o
            WHERE b.calledOff = false AND COALESCE(b.sticking.stuckOn, b.days.stickOn) <= :to
                AND (b.leftBenchOn >= :from OR (b.leftBenchOn IS NULL AND (b.sticking.stuckOn IS NOT NULL OR b.days.potOn >= :from)))
                AND (COALESCE(b.sticking.stuckOn, b.days.stickOn) >= :from OR COALESCE(b.leftBenchOn, b.days.potOn) BETWEEN :from AND :to
                    OR EXISTS (SELECT 1 FROM '.MovesOn::class.' e WHERE e.batch = b AND (e.fromDay BETWEEN :from AND :to
                        OR (e.fromDay = b.days.weanOn AND e.fromDay <= :to AND b.sticking.stuckOn IS NOT NULL))))
            ORDER BY b.id, m.fromDay, l.number')
            ->setParameter('from', $from->format('Y-m-d'))->setParameter('to', $until->format('Y-m-d'));
        Row::apart($query, MovesOn::class, 'zone');
        Row::apart($query, PotLot::class, 'zone');

        return Row::things(Row::apart($query, Batch::class, 'crop', 'sheet', 'zone', 'potsZone'), Batch::class);
    }
}
