<?php

declare(strict_types=1);

namespace WetCradle\Server\Trace;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use WetCradle\Core\Book\State;
use WetCradle\Core\Records\TraceKind;
use WetCradle\Server\Book\BatchStanding;
use WetCradle\Server\Book\Lineage;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Mixing\HormoneStock;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Potting\Dispatch;
use WetCradle\Server\Potting\PotLot;
use WetCradle\Server\Stock\StockBlock;
use WetCradle\Server\Wanted\Customer;
use WetCradle\Server\Wanted\Wanted;

/**
 * From any plant back to where it came from, and forward to wherever it went: blocks and hormones, batches, lots, orders, and what
 * went from which to which.
 *
 * @phpstan-type Node array{
 *     id: string, kind: string, key: string, name: string, crop: ?string, on: ?string, stands: int, recalled: ?string,
 *     more: list<array{what: string, says: string}>,
 * }
 * @phpstan-type Edge array{from: string, to: string, count: ?int, meant: bool}
 */
final class Trace
{
    public function __construct(
        private readonly Connection $db,
        private readonly EntityManagerInterface $em,
        private readonly Lineage $lineage,
        private readonly Recalls $recalls,
        private readonly Today $today,
    ) {
    }

    /** @return array{int, string} the number of what is called that, and its name */
    public function find(TraceKind $kind, string $key): array
    {
        $found = match ($kind) {
            TraceKind::Block => $this->em->getRepository(StockBlock::class)->findOneBy(['code' => strtoupper($key)]),
            TraceKind::Hormone => $this->em->find(HormoneStock::class, (int) $key),
            TraceKind::Batch => $this->em->getRepository(Batch::class)->findOneBy(['code' => $key]),
            TraceKind::Lot => $this->em->getRepository(PotLot::class)->findOneBy(['code' => $key]),
            TraceKind::Order => $this->em->find(Wanted::class, (int) $key),
            TraceKind::Customer => $this->em->find(Customer::class, (int) $key),
        };

        return match (true) {
            $found === null => throw new NotFoundHttpException(),
            $found instanceof HormoneStock, $found instanceof Customer => [(int) $found->id, $found->name],
            $found instanceof Wanted => [(int) $found->id, $found->customer->name ?? 'our own target'],
            default => [(int) $found->id, $found->code],
        };
    }

    /** @return array{nodes: list<Node>, edges: list<Edge>} */
    public function of(TraceKind $kind, int $id): array
    {
        $begins = $this->lineage->begins($kind, $id);
        $isSource = in_array($kind, [TraceKind::Block, TraceKind::Hormone], true);
        $after = $isSource || $kind === TraceKind::Batch ? $this->lineage->after($begins) : [];
        $before = $isSource ? [] : $this->lineage->before($begins);
        $batches = array_values(array_unique([...$before, ...$after]));
        $edges = [
            ...$this->sources($isSource ? $after : $before, $isSource ? "{$kind->value} {$id}" : null),
            ...array_map(
                static fn (array $move) => ['from' => "batch {$move['from']}", 'to' => "batch {$move['to']}", 'count' => $move['count'], 'meant' => false],
                $this->lineage->between($batches),
            ),
            ...$this->destinations($after === [] ? $begins : $after, $kind, $id, $after !== []),
        ];
        $keys = ["{$kind->value} {$id}" => true];
        foreach ($edges as $edge) {
            $keys[$edge['from']] = $keys[$edge['to']] = true;
        }
        foreach ($batches as $batch) {
            $keys["batch {$batch}"] = true;
        }
        if ($kind === TraceKind::Customer) {
            unset($keys["customer {$id}"]);
        }

        return ['nodes' => $this->nodes(array_keys($keys)), 'edges' => $edges];
    }

    /**
     * @param list<int> $batches
     *
     * @return list<Edge> from blocks and hormones; from one only, where it is all that is asked for
     */
    private function sources(array $batches, ?string $only): array
    {
        $rows = Row::all(
            $this->db,
            "SELECT 'block ' || block_id AS source, id AS batch FROM batch WHERE id IN (:batches)
             UNION SELECT 'block ' || also_block_id, id FROM batch WHERE id IN (:batches) AND also_block_id IS NOT NULL
             UNION SELECT 'hormone ' || d.stock_id, m.batch_id FROM made_dip_batch m JOIN made_dip d ON d.id = m.made_dip_id WHERE m.batch_id IN (:batches)
             ORDER BY 1, 2",
            ['batches' => $batches],
            ['batches' => ArrayParameterType::INTEGER],
        );
        $edges = array_map(
            static fn (Row $row) => ['from' => $row->text('source'), 'to' => "batch {$row->int('batch')}", 'count' => null, 'meant' => false],
            $rows,
        );

        return array_values(array_filter($edges, static fn (array $edge) => $only === null || $edge['from'] === $only));
    }

    /**
     * @param list<int> $batches
     *
     * @return list<Edge> to lots, from lots to orders that were sent of them, and to orders for which what is there is meant
     */
    private function destinations(array $batches, TraceKind $kind, int $id, bool $isForward): array
    {
        $lots = $orders = $counted = [];
        foreach ($this->lineage->sent($batches, $kind, $id) as $sent) {
            [$lot, $order] = ["lot {$sent['lot']}", "order {$sent['order']}"];
            $lots["batch {$sent['batch']}"][$lot] = null;
            $orders[$lot][$order] = ($orders[$lot][$order] ?? 0) + (isset($counted[$sent['dispatch']]) ? 0 : $sent['count']);
            $counted[$sent['dispatch']] = true;
        }
        if ($isForward || $kind === TraceKind::Lot) {
            $there = Row::all($this->db, 'SELECT DISTINCT batch_id, lot_id FROM line WHERE batch_id IN (:batches) AND lot_id IS NOT NULL
                AND (:all OR lot_id = :id) ORDER BY 1, 2', ['batches' => $batches, 'id' => $id, 'all' => (int) $isForward], [
                'batches' => ArrayParameterType::INTEGER,
            ]);
            foreach ($there as $row) {
                $lots["batch {$row->int('batch_id')}"]["lot {$row->int('lot_id')}"] = null;
            }
        }
        $edges = [];
        foreach ([...$lots, ...$orders] as $from => $to) {
            foreach ($to as $key => $count) {
                $edges[] = ['from' => $from, 'to' => $key, 'count' => $count, 'meant' => false];
            }
        }
        foreach ($isForward ? $this->meant($batches) : [] as $edge) {
            if (!isset($orders[$edge['from']][$edge['to']])) {
                $edges[] = $edge;
            }
        }

        return $edges;
    }

    /**
     * @param list<int> $batches
     *
     * @return list<Edge> orders that are still due, to which what lives of a batch was to go
     */
    private function meant(array $batches): array
    {
        return array_map(
            static fn (Row $row) => ['from' => "batch {$row->int('batch')}", 'to' => "order {$row->int('wanted')}", 'count' => null, 'meant' => true],
            Row::all(
                $this->db,
                'SELECT b.id AS batch, w.id AS wanted FROM batch b JOIN batch_standing s ON s.batch_id = b.id AND s.live <> 0
                 JOIN wanted w ON w.id = b.wanted_id OR w.id IN (SELECT x.wanted_id FROM batch_shared x WHERE x.batch_id = b.id)
                 WHERE b.id IN (:batches) AND w.called_off = 0 AND w.ready_week >= :week ORDER BY 1, 2',
                ['batches' => $batches, 'week' => $this->today->week()->written()],
                ['batches' => ArrayParameterType::INTEGER],
            ),
        );
    }

    /**
     * @param list<string> $keys as `batch 17`
     *
     * @return list<Node>
     */
    private function nodes(array $keys): array
    {
        $ids = ['block' => [], 'hormone' => [], 'batch' => [], 'lot' => [], 'order' => []];
        foreach ($keys as $key) {
            [$kind, $id] = explode(' ', $key);
            $ids[$kind][] = (int) $id;
        }
        $recalled = $this->recalls->batches();
        $blocks = $this->recalls->blocks();
        $list = [ArrayParameterType::INTEGER];
        $nodes = [];
        foreach (Row::all($this->db, "SELECT k.id, k.code, c.name AS crop, k.place, k.population, k.source, k.permit, k.passport, k.accession,
            k.true_to_name_on,
            (SELECT group_concat(i.on_day || ' ' || coalesce(i.found, 'clean'), '; ')
            FROM (SELECT * FROM inspection i WHERE i.block_id = k.id ORDER BY i.on_day DESC LIMIT 4) i) AS looked
            FROM stock_block k JOIN crop c ON c.id = k.crop_id WHERE k.id IN (?) ORDER BY k.code", [$ids['block']], $list) as $row) {
            [$id, $code] = [$row->int('id'), $row->text('code')];
            $nodes[] = self::node('block', $code, $id, $code, $row->text('crop'), null, 0, $blocks[$id] ?? null, [
                'place' => $row->text('place'), 'population' => $row->textOrNull('population'), 'source' => $row->textOrNull('source'),
                'accession' => $row->textOrNull('accession'), 'verified' => $row->textOrNull('true_to_name_on'),
                'permit' => $row->textOrNull('permit'), 'passport' => $row->textOrNull('passport'), 'inspected' => $row->textOrNull('looked'),
            ]);
        }
        foreach (Row::all($this->db, 'SELECT id, name, what FROM hormone_stock WHERE id IN (?) ORDER BY name', [$ids['hormone']], $list) as $row) {
            $id = $row->int('id');
            $nodes[] = self::node('hormone', (string) $id, $id, $row->text('name'), null, null, 0, null, ['what' => $row->text('what')]);
        }
        array_push($nodes, ...$this->batches($ids['batch'], $recalled));
        $ofLots = [];
        foreach (Row::all($this->db, 'SELECT lot_id, batch_id FROM line WHERE lot_id IN (?)', [$ids['lot']], $list) as $row) {
            $ofLots[$row->int('lot_id')] ??= $recalled[$row->int('batch_id')] ?? null;
        }
        foreach (Row::all($this->db, 'SELECT t.id, t.code, c.name AS crop, p.name AS pot, t.mix FROM pot_lot t JOIN crop c ON c.id = t.crop_id
            JOIN pot p ON p.id = t.pot_id WHERE t.id IN (?) ORDER BY t.id', [$ids['lot']], $list) as $row) {
            [$id, $code] = [$row->int('id'), $row->text('code')];
            $nodes[] = self::node('lot', $code, $id, $code, $row->text('crop'), null, 0, $ofLots[$id] ?? null, [
                'pot' => $row->text('pot'), 'mix' => $row->text('mix'),
            ]);
        }
        $orders = Row::all($this->db, "SELECT w.id, w.plants, w.ready_week, c.name AS crop, k.name AS customer,
            (SELECT group_concat(a.on_day || ' ' || d.count, '; ') FROM dispatch d JOIN act a ON a.id = d.act_id WHERE d.wanted_id = w.id
                AND ".Dispatch::HOLDS.') AS sent
            FROM wanted w JOIN crop c ON c.id = w.crop_id LEFT JOIN customer k ON k.id = w.customer_id WHERE w.id IN (?)
            ORDER BY k.name, w.ready_week, w.id', [$ids['order']], $list);
        foreach ($orders as $row) {
            [$id, $name] = [$row->int('id'), $row->textOrNull('customer') ?? 'our own target'];
            $nodes[] = self::node('order', (string) $id, $id, $name, $row->text('crop'), $row->text('ready_week'), $row->int('plants'), null, [
                'sent' => $row->textOrNull('sent'),
            ]);
        }

        return $nodes;
    }

    /**
     * @param list<int>          $ids
     * @param array<int, string> $recalled why, by batch
     *
     * @return list<Node>
     */
    private function batches(array $ids, array $recalled): array
    {
        $nodes = [];
        $rows = Row::all($this->db, "SELECT b.id, b.code, c.name AS crop, b.stuck_on, b.mix, b.hormone, b.sex, s.states, coalesce(s.live, 0) AS live,
            (SELECT group_concat(a.name, ', ') FROM batch_people p JOIN account a ON a.id = p.account_id WHERE p.batch_id = b.id) AS people,
            (SELECT o.started_at || ' ' || o.parents FROM collection o WHERE o.batch_id = b.id) AS cut,
            (SELECT group_concat(d.made_at || ' ' || a.name, '; ') FROM made_dip_batch m JOIN made_dip d ON d.id = m.made_dip_id
                JOIN account a ON a.id = d.by_id WHERE m.batch_id = b.id) AS dipped,
            (SELECT coalesce(t.actual || ' L ', '') || a.name FROM day_tick t JOIN account a ON a.id = t.by_id
                WHERE t.on_day = b.stuck_on AND t.step = 'mix:' || substr(b.mix, 1, 150)) AS mixed,
            (SELECT max(coalesce(i.cleared_on, i.on_day)) FROM inspection i WHERE i.block_id = b.block_id AND (i.found IS NULL OR i.cleared_on IS NOT NULL)
                AND coalesce(i.cleared_on, i.on_day) <= b.stuck_on) AS clean
            FROM batch b JOIN crop c ON c.id = b.crop_id LEFT JOIN batch_standing s ON s.batch_id = b.id WHERE b.id IN (?) ORDER BY b.stuck_on, b.id",
            [$ids],
            [ArrayParameterType::INTEGER],
        );
        $live = array_flip(array_column(array_filter(State::cases(), static fn (State $state) => $state->isLive()), 'value'));
        foreach ($rows as $row) {
            [$id, $code] = [$row->int('id'), $row->text('code')];
            $stands = $row->int('live') === 0 ? 0 : (int) array_sum(array_intersect_key(BatchStanding::statesOf($row), $live));
            $nodes[] = self::node('batch', $code, $id, $code, $row->text('crop'), $row->textOrNull('stuck_on'), $stands, $recalled[$id] ?? null, [
                'sex' => $row->textOrNull('sex'), 'cut' => $row->textOrNull('cut'), 'clean' => $row->textOrNull('clean'),
                'people' => $row->textOrNull('people'),
                'mix' => $row->textOrNull('mix'), 'mixed' => $row->textOrNull('mixed'),
                'hormone' => $row->textOrNull('hormone'), 'dipped' => $row->textOrNull('dipped'),
            ]);
        }

        return $nodes;
    }

    /**
     * @param array<string, ?string> $more what else is known of it
     *
     * @return Node
     */
    private static function node(
        string $kind,
        string $key,
        int $id,
        string $name,
        ?string $crop,
        ?string $on,
        int $stands,
        ?string $recalled,
        array $more,
    ): array {
        $known = array_filter($more, static fn (?string $says) => $says !== null && $says !== '');

        return [
            'id' => "{$kind} {$id}", 'kind' => $kind, 'key' => $key, 'name' => $name, 'crop' => $crop, 'on' => $on, 'stands' => $stands,
            'recalled' => $recalled,
            'more' => array_map(static fn (string $what, string $says) => ['what' => $what, 'says' => $says], array_keys($known), array_values($known)),
        ];
    }
}
