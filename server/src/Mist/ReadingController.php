<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Server\Bench\MovesOn;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Plan\Batch;

/** Conditions as they were measured, zone by zone, with the batches that had them; and tables of them that a person brings in. */
final class ReadingController
{
    private const DAYS = 1100;

    public function __construct(
        private readonly Readings $readings,
        private readonly ReadingsSent $sent,
        private readonly Programmes $programmes,
        private readonly EntityManagerInterface $em,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/mist/readings', methods: ['POST'], defaults: [SentOnce::OWN_KEY => true])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function take(Request $request): Answer
    {
        return new Answer($this->sent->take($request, null));
    }

    #[Route('/api/mist/conditions', methods: ['GET'])]
    public function conditions(Request $request): Answer
    {
        $in = Fields::of(array_map(static fn (mixed $one) => is_numeric($one) ? (int) $one : $one, $request->query->all()));
        $today = $this->today->day();
        $id = $in->has('zone') ? $in->count('zone', 1) : null;
        $to = $in->has('to') ? $in->day('to') : $today;
        $from = $in->has('from') ? $in->day('from') : $to->modify('-6 days');
        $in->done();
        if ($from > $to || $from->modify(sprintf('+%d days', self::DAYS)) < $to) {
            throw $in->refuse('out_of_range', 'from', Fact::of('refused.conditions.span', days: self::DAYS));
        }
        $measured = Row::words($this->em->getConnection(), 'SELECT zone_id FROM reading_last ORDER BY zone_id');
        $zone = $this->em->find(Zone::class, $id ?? (int) ($measured[0] ?? 0));
        if ($id !== null && $zone === null) {
            throw new NotFoundHttpException();
        }
        $clocks = $this->readings->clocks();
        $minute = static fn (\DateTimeImmutable $day): int => intdiv((new \DateTimeImmutable($day->format('Y-m-d'), $clocks))->getTimestamp(), 60);
        $drawn = $zone === null ? ['step' => 'hour', 'points' => []] : $this->readings->drawn((int) $zone->id, $minute($from), $minute($to->modify('+1 day')));
        $set = $zone === null ? null : ($this->programmes->set()[(int) $zone->id] ?? null)?->core();

        return new Answer($drawn + [
            'zone' => $zone === null ? null : ['id' => $zone->id, 'name' => $zone->name],
            'from' => $from->format('Y-m-d'), 'to' => $to->format('Y-m-d'),
            'zones' => array_map(
                fn (string $of) => ['id' => (int) $of, 'name' => $this->em->find(Zone::class, (int) $of)->name ?? ''],
                $measured,
            ),
            'set' => ['medium' => $set?->medium, 'humidity' => $set?->humidity],
            'batches' => $zone === null ? [] : $this->batches($zone, $from, $to),
        ]);
    }

    /** @return list<array<string, mixed>> that had these conditions, with the days on which they were weaned and left */
    private function batches(Zone $zone, \DateTimeImmutable $from, \DateTimeImmutable $to): array
    {
        $lay = [];
        $today = $this->today->day();
        $query = $this->em->createQuery('SELECT b, m FROM '.Batch::class.' b LEFT JOIN b.movesOn m
            WHERE b.calledOff = false AND b.sticking.stuckOn <= :to AND (b.leftBenchOn IS NULL OR b.leftBenchOn >= :from)
            ORDER BY b.sticking.stuckOn, b.id')->setParameter('from', $from->format('Y-m-d'))->setParameter('to', $to->format('Y-m-d'));
        Row::apart($query, MovesOn::class, 'zone');
        foreach (Row::things(Row::apart($query, Batch::class, 'crop', 'sheet', 'zone'), Batch::class) as $batch) {
            $end = $batch->leftBenchOn ?? $today;
            $days = [];
            for ($day = max($from, $batch->begins()); $day <= min($to, $end); $day = $day->modify('+1 day')) {
                if ($batch->zoneOn($day) === $zone) {
                    $days[] = $day;
                }
            }
            if ($days !== []) {
                $lay[] = [
                    'batch' => $batch->code, 'crop' => $batch->crop->name, 'from' => $days[0]->format('Y-m-d'),
                    'to' => $days[count($days) - 1]->format('Y-m-d'),
                    'weanOn' => $batch->weaning()->begins()->format('Y-m-d'),
                ];
            }
        }

        return $lay;
    }
}
