<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\Season;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\OrderOutlook;
use WetCradle\Core\Stock\Sex;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Plan\Tags;
use WetCradle\Server\Potting\Dispatch;

/**
 * What is wanted, with the batches that serve it.
 *
 * @phpstan-import-type Tag from Tags
 */
final class WantedViews
{
    /** Orders of one statement. */
    private const AT_ONCE = 5000;

    private const SELECT = 'SELECT w.id, w.version, w.plants, w.ready_week, w.priority, w.note, w.reference, w.called_off, w.sex, w.only_population,
            date(w.entered_at) AS entered_on,
            c.name AS crop, c.slug, o.id AS pot_id, o.name AS pot, o.millilitres, o.leaves, o.bundle_of, u.name AS customer, f.code AS for_block,
            k.code AS only_block, a.name AS entered_by
        FROM wanted w JOIN crop c ON c.id = w.crop_id JOIN pot o ON o.id = w.pot_id JOIN account a ON a.id = w.entered_by_id
        LEFT JOIN customer u ON u.id = w.customer_id LEFT JOIN stock_block f ON f.id = w.for_block_id LEFT JOIN stock_block k ON k.id = w.only_block_id';

    /** @var array<int, list<array{lot: string, on: string, count: int, passport: ?string}>> what was sent to each order that was asked for */
    private array $sent = [];

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Tags $tags,
        private readonly Ways $ways,
        private readonly Shortfalls $shortfalls,
        private readonly Unplanned $unplanned,
        private readonly LastDays $lastDays,
    ) {
    }

    /**
     * In the order of their weeks.
     *
     * @return list<array<string, mixed>>
     */
    public function due(Week $from, ?Week $before = null): array
    {
        $tags = self::byOrder($this->tags->servingDue($from, $before));
        $outlooks = $this->shortfalls->outlooks(null, true);

        $until = $before?->written() ?? Tags::EVER;
        $orders = $this->read(' WHERE w.ready_week >= ? AND w.ready_week < ? ORDER BY w.ready_week, w.id', [$from->written(), $until]);
        $planned = $tags + $outlooks;
        $unplanned = array_filter($orders, static fn (Row $order) => !$order->flag('called_off') && !isset($planned[$order->int('id')]));
        $last = $this->lastDays->of($this->of(Row::ints(array_values($unplanned), 'id')));

        return array_map(
            fn (Row $order, int $id) => $this->view($order, $tags[$id] ?? [], $outlooks[$id] ?? null, $last[$id] ?? null),
            $orders,
            Row::ints($orders, 'id'),
        );
    }

    /** @return list<Season> those before it in which anything was wanted, the newest first */
    public function seasonsBefore(Season $running, Hemisphere $hemisphere): array
    {
        $seasons = [];
        foreach (Row::words($this->db, 'SELECT DISTINCT ready_week FROM wanted WHERE ready_week < ? ORDER BY ready_week DESC', [
            Week::containing($running->firstDay())->written(),
        ]) as $week) {
            // A week belongs to the season that its last day is in: there the next one begins with it.
            $season = Season::containing(Week::of($week)->monday()->modify('+6 days'), $hemisphere);
            $seasons[$season->startYear] = $season;
        }

        return array_values($seasons);
    }

    /**
     * Orders that need an act, in the order of their weeks: what no batch serves yet, and what will be short by what is known today.
     *
     * @return array<int, array{order: Wanted, outlook: ?OrderOutlook, last: ?\DateTimeImmutable}> by order; with the outlook of what will be
     *                                                                                            short, and the last day to stick it,
     *                                                                                            once more or at all
     */
    public function needing(): array
    {
        $outlooks = array_filter($this->shortfalls->outlooks(), static fn (OrderOutlook $o) => $o->isShort());
        $orders = $this->of([...$this->unplanned->orders(), ...array_keys($outlooks)]);
        $last = $this->lastDays->of(array_values(array_filter($orders, static fn (Wanted $w) => !isset($outlooks[(int) $w->id]))));
        $needing = [];
        foreach ($orders as $order) {
            $outlook = $outlooks[(int) $order->id] ?? null;
            $needing[(int) $order->id] = [
                'order' => $order, 'outlook' => $outlook, 'last' => $outlook === null ? $last[(int) $order->id] : $this->shortfalls->lastDay($order),
            ];
        }

        return $needing;
    }

    /**
     * @param array<int, array{order: Wanted, outlook: ?OrderOutlook, last: ?\DateTimeImmutable}> $needing
     * @param list<Tag>                                                                           $tags    those that serve them, and others
     *
     * @return array<int, array<string, mixed>> by order
     */
    public function said(array $needing, array $tags): array
    {
        $serving = self::byOrder($tags);
        $said = [];
        foreach ($this->asked(array_keys($needing)) as $order) {
            $id = $order->int('id');
            ['outlook' => $outlook, 'last' => $last] = $needing[$id];
            $said[$id] = $this->view($order, $serving[$id] ?? [], $outlook, $outlook === null ? $last : null);
        }

        return $said;
    }

    /** @return array<string, mixed> */
    public function one(Wanted $wanted): array
    {
        $id = (int) $wanted->id;

        $tags = $this->tags->serving([$id]);
        $last = $tags === [] ? $this->lastDays->of([$wanted])[$id] : null;

        return $this->view($this->asked([$id])[0], $tags, $this->shortfalls->outlooks($id)[$id] ?? null, $last);
    }

    /**
     * @param list<Tag> $batches
     *
     * @return array<int, list<Tag>> those that serve each order
     */
    private static function byOrder(array $batches): array
    {
        $tags = [];
        foreach ($batches as $tag) {
            foreach ([...$tag['wanted'] === null ? [] : [$tag['wanted']], ...$tag['shared']] as $order) {
                $tags[$order][] = $tag;
            }
        }

        return $tags;
    }

    /**
     * @param list<Tag>           $tags
     * @param ?\DateTimeImmutable $last day to stick it with the stock there is, where no batch serves it yet
     *
     * @return array<string, mixed>
     */
    private function view(Row $order, array $tags, ?OrderOutlook $outlook, ?\DateTimeImmutable $last): array
    {
        $states = array_column($tags, 'state');
        [$plants, $isOff] = [$order->int('plants'), $order->flag('called_off')];
        $sex = $order->has('sex') ? Sex::from($order->text('sex')) : null;
        $sent = $this->sent[$order->int('id')] ?? [];
        $many = array_sum(array_column($sent, 'count'));

        return [
            'id' => $order->int('id'),
            'crop' => $order->text('crop'),
            'cropSlug' => $order->text('slug'),
            'plants' => $plants,
            'pot' => Pot::arrayOf($order),
            'readyWeek' => $order->text('ready_week'),
            'customer' => $order->textOrNull('customer'),
            'priority' => $order->text('priority'),
            'note' => $order->textOrNull('note'),
            'reference' => $order->textOrNull('reference'),
            'forBlock' => $order->textOrNull('for_block'),
            'onlyFrom' => Wanted::only($order->textOrNull('only_block'), $order->textOrNull('only_population'), $sex)->words(),
            'sex' => $sex,
            'calledOff' => $isOff,
            'state' => match (true) {
                $isOff => 'called_off',
                $many >= $plants => 'done',
                $states === [] => 'unplanned',
                array_diff($states, ['planned']) === [] => 'planned',
                array_diff($states, ['gone', 'lost']) === [] => 'done',
                default => 'under_way',
            },
            'needsAct' => !$isOff && $many < $plants && ($states === [] || $outlook?->isShort() === true),
            'planBy' => $last?->format('Y-m-d'),
            'enteredBy' => $order->text('entered_by'),
            'enteredAt' => $order->text('entered_on'),
            'version' => $order->int('version'),
            'batches' => $tags,
            'sent' => array_map(static fn (array $one) => $one + ['bundles' => Pot::leavingOf($order)?->bundles($one['count'])], $sent),
            'outlook' => $outlook === null ? null : Shortfalls::say($outlook),
        ];
    }

    /**
     * @param list<int> $ids
     *
     * @return list<Row>
     */
    private function asked(array $ids): array
    {
        return $ids === [] ? [] : $this->read(' WHERE w.id IN (?) ORDER BY w.ready_week, w.id', [$ids], [ArrayParameterType::INTEGER]);
    }

    /**
     * Orders as they are shown; what was sent to them is known from then on.
     *
     * @param list<mixed>              $parameters
     * @param list<ArrayParameterType> $types
     *
     * @return list<Row>
     */
    private function read(string $which, array $parameters, array $types = []): array
    {
        $orders = Row::all($this->db, self::SELECT.$which, $parameters, $types);
        $missing = array_diff(Row::ints($orders, 'id'), array_keys($this->sent));
        $this->sent += array_fill_keys($missing, []);
        foreach (array_chunk($missing, self::AT_ONCE) as $some) {
            foreach (Row::all(
                $this->db,
                'SELECT d.wanted_id, p.code, a.on_day, d.count, d.passport FROM dispatch d JOIN pot_lot p ON p.id = d.lot_id JOIN act a ON a.id = d.act_id
                 WHERE d.wanted_id IN (?) AND '.Dispatch::HOLDS.' ORDER BY a.on_day, d.id',
                [$some],
                [ArrayParameterType::INTEGER],
            ) as $row) {
                $this->sent[$row->int('wanted_id')][] = [
                    'lot' => $row->text('code'), 'on' => $row->text('on_day'), 'count' => $row->int('count'), 'passport' => $row->textOrNull('passport'),
                ];
            }
        }

        return $orders;
    }

    /**
     * @param list<int> $ids
     *
     * @return list<Wanted> in the order of their weeks, each with the ways of its crop
     */
    private function of(array $ids): array
    {
        if ($ids === []) {
            return [];
        }
        $query = $this->em->createQuery('SELECT w FROM '.Wanted::class.' w WHERE w.id IN (:ids) ORDER BY w.readyWeek, w.id')->setParameter('ids', $ids);
        $orders = Row::things(Row::apart($query, Wanted::class, 'crop', 'pot'), Wanted::class);
        $this->ways->read(array_map(static fn (Wanted $wanted) => $wanted->crop, $orders));

        return $orders;
    }
}
