<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Fact;
use WetCradle\Core\Potting\GrowOnSteps;
use WetCradle\Core\Potting\StepKind;
use WetCradle\Server\Book\ActViews;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Trace\Recalls;
use WetCradle\Server\Wanted\Pot;

/** Lots as the lists and their own page show them. */
final class LotViews
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Counts $counts,
        private readonly ActViews $acts,
        private readonly Pottings $pottings,
        private readonly House $house,
        private readonly Recalls $recalls,
        private readonly Today $today,
    ) {
    }

    /** @return list<array<string, mixed>> those that still have plants, by the day of their next step */
    public function all(): array
    {
        $ids = $this->counts->lotsInPots();
        $steps = [];
        foreach (Row::things(
            $this->em->createQuery('SELECT s, a FROM '.LotStep::class.' s JOIN s.by a WHERE s.lot IN (:ids) ORDER BY s.onDay, s.id')->setParameter('ids', $ids),
            LotStep::class,
        ) as $step) {
            $steps[(int) $step->lot->id][] = $step;
        }
        $query = $this->em->createQuery('SELECT p, l, b, st FROM '.PotLot::class.' p JOIN p.lines l JOIN l.batch b LEFT JOIN b.standing st
            WHERE p.id IN (:ids) ORDER BY p.readyOn, p.id, l.id')->setParameter('ids', $ids);
        $open = Row::things(Row::apart(Row::apart($query, PotLot::class, 'crop', 'pot', 'zone'), Batch::class, 'sheet'), PotLot::class);
        $standing = $this->standing($open);
        $lots = array_map(fn (PotLot $lot) => $this->brief($lot, $this->sum($lot, $standing), $steps[(int) $lot->id] ?? []), $open);
        usort(
            $lots,
            static fn (array $a, array $b) => [$a['next']['on'] ?? '9', $a['readyOn'], $a['code']] <=> [$b['next']['on'] ?? '9', $b['readyOn'], $b['code']],
        );

        return $lots;
    }

    /** @return array<string, mixed> */
    public function one(PotLot $lot): array
    {
        $standing = $this->standing([$lot]);
        /** @var list<LotStep> $done */
        $done = $this->em->getRepository(LotStep::class)->findBy(['lot' => $lot], ['onDay' => 'ASC', 'id' => 'ASC']);

        return $this->brief($lot, $this->sum($lot, $standing), $done) + [
            'version' => $lot->version,
            'mix' => $lot->mix,
            'from' => $lot->fromLot?->code,
            'bigger' => array_values(
                array_map(
                    static fn (Pot $p) => $p->toArray(),
                    array_filter(
                        $this->em->getRepository(Pot::class)->findBy([], ['millilitres' => 'ASC', 'id' => 'ASC']),
                        static fn (Pot $p) => $p->leaves->isPotted() && $p->millilitres > $lot->pot->millilitres,
                    ),
                ),
            ),
            'hardy' => $this->sheetOf($lot)->hardy,
            'winter' => $this->sheetOf($lot)->winter->value,
            'spaced' => $lot->spaced,
            'heldWhy' => $lot->heldWhy,
            'recalled' => $this->recalls->ofLot($lot),
            'standsSince' => $lot->standsSince->format('Y-m-d'),
            'lines' => array_values(
                array_map(
                    static fn (Line $l) => [
                        'id' => (int) $l->id, 'batch' => $l->batch->code, 'line' => $l->number,
                        'stuckOn' => $l->batch->sticking->stuckOn?->format('Y-m-d'), 'block' => $l->batch->block->code,
                        'potted' => $standing[(int) $l->id]['potted'] ?? 0, 'grown' => $standing[(int) $l->id]['grown'] ?? 0,
                        'sold' => $standing[(int) $l->id]['sold'] ?? 0,
                    ],
                    $lot->lines->getValues(),
                ),
            ),
            'steps' => $this->steps($lot, $done),
            'more' => array_values(
                array_map(static fn (LotStep $s) => $s->toArray(), array_filter($done, static fn (LotStep $s) => $s->kind === StepKind::Feed)),
            ),
            'orders' => $this->orders($lot),
            'others' => array_values(
                array_map(
                    static fn (PotLot $p) => ['code' => $p->code, 'version' => $p->version, 'pottedOn' => $p->pottedOn->format('Y-m-d')],
                    $this->pottings->openLots($lot->crop, $lot->pot, $lot),
                ),
            ),
            'acts' => $this->acts->ofLot((int) $lot->id),
        ];
    }

    /**
     * @param array<string, int> $there
     * @param list<LotStep>      $done
     *
     * @return array{code: string, readyOn: string, next: ?array{kind: string, on: string, words: Fact, daysLate: int}}
     */
    private function brief(PotLot $lot, array $there, array $done): array
    {
        $open = array_values(
            array_filter($this->steps($lot, $done), static fn (array $s) => $s['done'] === null && ($s['kind'] !== 'ready' || $there['potted'] > 0)),
        );
        $next = $open[0] ?? null;
        $today = $this->today->day();

        return [
            'code' => $lot->code, 'crop' => $lot->crop->name, 'cropSlug' => $lot->crop->slug, 'pot' => $lot->pot->name,
            'leaves' => $lot->pot->leaves,
            'pottedOn' => $lot->pottedOn->format('Y-m-d'), 'readyOn' => $lot->readyOn->format('Y-m-d'),
            'potted' => $there['potted'], 'grown' => $there['grown'], 'sent' => $there['sold'], 'lost' => $there['lost'],
            'batches' => array_map(static fn (Batch $b) => $b->code, $lot->batches()), 'zone' => $lot->zone?->name,
            'heldUntil' => $lot->isHeldOn($today) ? $lot->held()['heldUntil'] : null,
            'next' => $next === null
                ? null
                : [
                    'kind' => $next['kind'],
                    'on' => $next['on'],
                    'words' => $next['words'],
                    'daysLate' => max(0, (int) (new \DateTimeImmutable($next['on']))->diff($today)->format('%r%a')),
                ],
        ];
    }

    /**
     * @param list<LotStep> $done
     *
     * @return list<array{kind: string, on: string, words: Fact, done: ?array<string, mixed>}>
     */
    private function steps(PotLot $lot, array $done): array
    {
        $by = [];
        foreach ($done as $step) {
            $by[$step->kind->value] ??= $step->toArray();
        }

        return array_map(
            static fn (array $step) => [
                'kind' => $step['kind']->value, 'on' => $step['on']->format('Y-m-d'), 'words' => $step['words'],
                'done' => $by[$step['kind']->value] ?? null,
            ],
            GrowOnSteps::of($this->sheetOf($lot), $lot->pottedOn, $lot->readyOn, $this->house->air(), $this->house->defaults()),
        );
    }

    private function sheetOf(PotLot $lot): \WetCradle\Core\Crops\Potting
    {
        return ($lot->lines->first() ?: throw new \LogicException('A lot has lines.'))->batch->way($lot->pot)->potting;
    }

    /**
     * @param list<PotLot> $lots
     *
     * @return array<int, array<string, int>> by line: what stands there by state, and is lost since it was potted
     */
    private function standing(array $lots): array
    {
        $lines = array_merge(...array_map(static fn (PotLot $lot) => array_map(static fn (Line $l) => (int) $l->id, $lot->lines->getValues()), $lots));
        $lost = $this->counts->lostInPots($lines);
        $counts = [];
        foreach ($this->counts->on($lines) as $line => $there) {
            $counts[$line] = ['lost' => $lost[$line] ?? 0] + $there;
        }

        return $counts;
    }

    /**
     * @param array<int, array<string, int>> $standing
     *
     * @return array{potted: int, grown: int, sold: int, lost: int}
     */
    private function sum(PotLot $lot, array $standing): array
    {
        $sum = ['potted' => 0, 'grown' => 0, 'sold' => 0, 'lost' => 0];
        foreach ($lot->lines as $line) {
            foreach ($sum as $state => $_) {
                $sum[$state] += $standing[(int) $line->id][$state] ?? 0;
            }
        }

        return $sum;
    }

    /** @return list<array<string, mixed>> orders of the crop that still want plants, or got some from here, the nearest first */
    private function orders(PotLot $lot): array
    {
        $rows = Row::all($this->db, 'SELECT w.id, w.plants, w.ready_week, o.id AS pot_id, o.millilitres, o.name AS pot, c.name AS customer,
            coalesce((SELECT sum(d.count)
            FROM dispatch d WHERE d.wanted_id = w.id AND '.Dispatch::HOLDS.'), 0) AS sent,
                coalesce((SELECT sum(d.count) FROM dispatch d WHERE d.wanted_id = w.id AND d.lot_id = :lot AND '.Dispatch::HOLDS.'), 0) AS here
             FROM wanted w JOIN pot o ON o.id = w.pot_id LEFT JOIN customer c ON c.id = w.customer_id WHERE w.crop_id = :crop
             AND w.called_off = 0 ORDER BY w.ready_week, w.id',
            ['lot' => $lot->id, 'crop' => $lot->crop->id],
        );
        $since = $this->today->week()->plus(-8)->written();

        return array_values(array_map(static fn (Row $r) => [
            'id' => $r->int('id'), 'customer' => $r->textOrNull('customer'), 'readyWeek' => $r->text('ready_week'), 'pot' => $r->text('pot'),
            'potOn' => $r->int('millilitres') > $lot->pot->millilitres ? $r->int('pot_id') : null, 'plants' => $r->int('plants'),
            'sent' => $r->many('sent'), 'fromHere' => $r->int('here'), 'open' => max(0, $r->int('plants') - $r->many('sent')),
        ],
            array_filter($rows, static fn (Row $r) => $r->int('here') > 0 || ($r->int('plants') > $r->many('sent') && $r->text('ready_week') >= $since))));
    }
}
