<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\QueryBuilder;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\Season;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\OrderOutlook;
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

        $query = $this->orders()->andWhere('w.readyWeek >= :from')->setParameter('from', $from->written());
        if ($before !== null) {
            $query->andWhere('w.readyWeek < :before')->setParameter('before', $before->written());
        }
        $orders = self::read($query);
        $unplanned = array_values(array_filter(
            $orders,
            static fn (Wanted $w) => !$w->calledOff && !isset($tags[(int) $w->id]) && !isset($outlooks[(int) $w->id]),
        ));
        $this->ways->read(array_map(static fn (Wanted $wanted) => $wanted->crop, $unplanned));
        $last = $this->lastDays->of($unplanned);

        $this->haveSent($orders);

        return array_map(
            fn (Wanted $w) => $this->view($w, $tags[(int) $w->id] ?? [], $outlooks[(int) $w->id] ?? null, $last[(int) $w->id] ?? null),
            $orders,
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
        $this->haveSent($orders);

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

        return array_map(
            fn (array $one) => $this->view(
                $one['order'],
                $serving[(int) $one['order']->id] ?? [],
                $one['outlook'],
                $one['outlook'] === null ? $one['last'] : null,
            ),
            $needing,
        );
    }

    /** @return array<string, mixed> */
    public function one(Wanted $wanted): array
    {
        $id = (int) $wanted->id;

        $tags = $this->tags->serving([$id]);
        $last = $tags === [] ? $this->lastDays->of([$wanted])[$id] : null;
        $this->haveSent([$wanted]);

        return $this->view($wanted, $tags, $this->shortfalls->outlooks($id)[$id] ?? null, $last);
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
    private function view(Wanted $wanted, array $tags, ?OrderOutlook $outlook = null, ?\DateTimeImmutable $last = null): array
    {
        $states = array_column($tags, 'state');
        $sent = $this->sent[(int) $wanted->id] ?? [];
        $many = array_sum(array_column($sent, 'count'));

        return [
            'id' => $wanted->id,
            'crop' => $wanted->crop->name,
            'cropSlug' => $wanted->crop->slug,
            'plants' => $wanted->plants,
            'pot' => $wanted->pot->toArray(),
            'readyWeek' => $wanted->readyWeek,
            'customer' => $wanted->customer?->name,
            'priority' => $wanted->priority,
            'note' => $wanted->note,
            'reference' => $wanted->reference,
            'forBlock' => $wanted->forBlock?->code,
            'onlyFrom' => $wanted->onlyFrom()->words(),
            'sex' => $wanted->sex,
            'calledOff' => $wanted->calledOff,
            'state' => match (true) {
                $wanted->calledOff => 'called_off',
                $many >= $wanted->plants => 'done',
                $states === [] => 'unplanned',
                array_diff($states, ['planned']) === [] => 'planned',
                array_diff($states, ['gone', 'lost']) === [] => 'done',
                default => 'under_way',
            },
            'needsAct' => !$wanted->calledOff && $many < $wanted->plants && ($states === [] || $outlook?->isShort() === true),
            'planBy' => $last?->format('Y-m-d'),
            'enteredBy' => $wanted->enteredBy->name,
            'enteredAt' => $wanted->enteredAt->format('Y-m-d'),
            'version' => $wanted->version,
            'batches' => $tags,
            'sent' => array_map(static fn (array $one) => $one + ['bundles' => $wanted->pot->leaving()->bundles($one['count'])], $sent),
            'outlook' => $outlook === null ? null : Shortfalls::say($outlook),
        ];
    }

    /**
     * What was sent to them will be asked for, and to no others.
     *
     * @param list<Wanted> $orders
     */
    private function haveSent(array $orders): void
    {
        $missing = array_diff(array_map(static fn (Wanted $w) => (int) $w->id, $orders), array_keys($this->sent));
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
    }

    /**
     * @param list<int> $ids
     *
     * @return list<Wanted>
     */
    private function of(array $ids): array
    {
        if ($ids === []) {
            return [];
        }
        $orders = self::read($this->orders()->andWhere('w.id IN (:ids)')->setParameter('ids', $ids));
        $this->ways->read(array_map(static fn (Wanted $wanted) => $wanted->crop, $orders));

        return $orders;
    }

    private function orders(): QueryBuilder
    {
        return $this->em->createQueryBuilder()->select('w')->from(Wanted::class, 'w')->orderBy('w.readyWeek')->addOrderBy('w.id');
    }

    /** @return list<Wanted> */
    private static function read(QueryBuilder $orders): array
    {
        return Row::things(Row::apart($orders->getQuery(), Wanted::class, 'crop', 'pot', 'customer', 'enteredBy'), Wanted::class);
    }
}
