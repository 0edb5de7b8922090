<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Going;
use WetCradle\Core\Fact;
use WetCradle\Core\Plan\Drafted;
use WetCradle\Core\Plan\SeasonDraft;
use WetCradle\Core\Refused;
use WetCradle\Server\Bench\FreeBerths;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Stock\Rights;
use WetCradle\Server\Stock\StockBlock;
use WetCradle\Server\Stock\Yards;
use WetCradle\Server\Wanted\Wanted;

/** A draft of the season: batches for orders that have none, or for all that is not stuck yet. */
final class Drafts
{
    /** How far ahead hands for potting are looked for. */
    private const HANDS_WEEKS = 110;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Ways $ways,
        private readonly Wants $wants,
        private readonly Yards $yards,
        private readonly FreeBerths $berths,
        private readonly Hours $hours,
        private readonly Rights $rights,
        private readonly NewBatches $newBatches,
        private readonly House $house,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    /** @return list<Drafted> the most pressing first */
    public function make(bool $anew, ?Going $along = null): array
    {
        $nursery = $this->house->nursery();
        $going = $anew ? $this->replaced() : [];
        $replaced = array_map(static fn (Batch $b) => $b->code, $going);

        return $this->licensed(
            $going,
            SeasonDraft::make(
                $this->grouped($anew),
                $this->yards->all(null, $replaced),
                $this->berths->all($replaced),
                $nursery->norms(),
                $nursery->costs(),
                $this->today->day(),
                $this->house->defaults(),
                $along,
                $this->hours->leftForPotting($this->today->week(), self::HANDS_WEEKS, $replaced),
            )->drafted,
        );
    }

    /**
     * The same, less what no licence allows.
     *
     * @param list<Batch>   $going   planned batches that it takes the place of
     * @param list<Drafted> $drafted
     *
     * @return list<Drafted>
     */
    private function licensed(array $going, array $drafted): array
    {
        $more = [];
        foreach ($going as $batch) {
            $more[$batch->crop->slug] = ($more[$batch->crop->slug] ?? 0) - $batch->amount->planned;
        }
        $orders = $this->orders();
        $licensed = [];
        foreach ($drafted as $draft) {
            $crop = $orders[$draft->orders[0]]->crop;
            $part = $draft->route?->parts[0];
            $why = $part === null ? null : $this->rights->whyNot($crop, $part->dates->stickOn, $part->stick, $part->plants, $more[$crop->slug] ?? 0);
            if ($part !== null && $why === null) {
                $more[$crop->slug] = ($more[$crop->slug] ?? 0) + $part->stick;
            }
            $licensed[] = $why === null ? $draft : new Drafted($draft->orders, $draft->want, null, null, $draft->saved, $why, Fact::of('draft.fewer'));
        }

        return $licensed;
    }

    /**
     * @param list<Drafted> $drafted
     *
     * @return array{drafts: list<array<string, mixed>>}
     */
    public function say(array $drafted): array
    {
        $orders = $this->orders();

        return ['drafts' => array_map(function (Drafted $d) use ($orders): array {
            $part = $d->route?->parts[0] ?? null;
            $first = $orders[$d->orders[0]];

            return [
                'orders' => array_map(
                    static fn (int $id) => [
                        'id' => $id, 'plants' => $orders[$id]->plants, 'customer' => $orders[$id]->customer?->name,
                        'priority' => $orders[$id]->priority,
                    ],
                    $d->orders,
                ),
                'crop' => $d->want->crop,
                'cropSlug' => $first->crop->slug,
                'plants' => $d->want->plants,
                'readyWeek' => $d->want->ready->written(),
                'batch' => $part === null ? null : [
                    'way' => $d->route?->way?->name,
                    'stick' => $part->stick,
                    'trays' => $part->trays,
                    'dates' => $part->dates->toArray(),
                    'zone' => $d->berth?->name,
                    'onceWeaned' => $d->berth?->then?->name,
                    'heldDays' => $d->heldDays,
                    'block' => $part->material?->first->source->code,
                    'also' => $part->material?->second === null
                        ? null
                        : ['block' => $part->material->second->source->code, 'cuttings' => $part->material->fromSecond],
                    'collectOn' => $part->collectOn()?->format('Y-m-d'),
                    'chance' => $d->route->chance,
                    'costEach' => $d->route->costEach,
                    'breakEven' => $d->route->breakEven,
                    'rate' => $d->route->way?->rate->mean(),
                ],
                'part' => $d->part,
                'parts' => $d->parts,
                'saved' => $d->saved,
                'refusal' => $d->refusal,
                'nearest' => $d->nearest,
            ];
        }, $drafted)];
    }

    /**
     * Plans the drafted batches of these orders; anew, of all. Must run inside a transaction, with what the draft rests on as
     * it was when it was made.
     *
     * @param list<Drafted> $all
     * @param list<int>     $orders
     *
     * @return list<array{code: string, version: int}> the new batches, by which it is undone
     */
    public function keep(array $all, bool $anew, array $orders): array
    {
        $drafted = array_values(
            array_filter($all, static fn (Drafted $d) => $d->route !== null && ($anew || array_diff($d->orders, $orders) === [])),
        );
        if ($drafted === []) {
            throw Refused::because('empty', 'orders', 'None of these has a batch in the draft; it may have changed meanwhile. Look again.');
        }
        if ($anew) {
            // All of it: what was planned before lies where the draft has put others.
            foreach ($this->replaced() as $batch) {
                $batch->calledOff = true;
            }
            $this->em->flush();
        }
        $wanted = $this->orders();
        $blocks = array_column($this->em->getRepository(StockBlock::class)->findAll(), null, 'code');
        $made = [];
        foreach ($drafted as $draft) {
            $batch = $made[] = $this->batch($draft, $wanted, $blocks);
            $this->writing->keep(
                'batch',
                $batch->code,
                [],
                ['zone' => $batch->zone->id, 'trays' => $batch->amount->trays, 'stickOn' => $batch->days->stickOn->format('Y-m-d')],
            );
        }
        $this->em->flush();

        return array_map(static fn (Batch $batch) => $batch->asSeen(), $made);
    }

    /**
     * @param array<int, Wanted>        $wanted by id
     * @param array<string, StockBlock> $blocks by code
     */
    private function batch(Drafted $draft, array $wanted, array $blocks): Batch
    {
        $route = $draft->route ?? throw new \LogicException('Only what was drafted is kept.');
        $part = $route->parts[0];
        $way = $this->em->find(Way::class, $route->way?->id) ?? throw new \LogicException('A draft has a way.');
        $sheet = $way->leaving($wanted[$draft->orders[0]]->pot->leaving());
        $block = $blocks[$part->material->first->source->code ?? ''] ?? throw new \LogicException('A draft has its stock.');
        $zone = $this->em->find(Zone::class, $draft->berth?->zone) ?? throw new \LogicException('A draft has its place.');
        $then = $draft->berth->then ?? null;
        $onceWeaned = $then === null ? null : $this->em->find(Zone::class, $then->zone);
        $trayKind = $this->em->find(TrayKind::class, $sheet->setting->trayKind) ?? throw new \LogicException('A sheet names a kind of tray.');
        $order = $wanted[$draft->orders[0]];
        $want = $draft->want;
        $amount = new Amount($part->trays, $part->stick, $part->plants, $want->confidence);
        $second = $part->material->second ?? null;
        $intended = Intended::by($way->newest(), $block, $zone, $trayKind, $amount, $part->dates)->goingOnTo($onceWeaned)
            ->collectedOn($part->collectOn())
            ->alsoFrom($second === null ? null : $blocks[$second->source->code], $part->material?->fromSecond);
        $batch = $this->newBatches->make($intended, $order);
        $batch->days->heldDays = $draft->heldDays;
        foreach (array_slice($draft->orders, 1) as $id) {
            $batch->shared->add($wanted[$id]);
        }

        return $batch;
    }

    /**
     * Orders to be planned, those of one crop, week and pot together, the most pressing first.
     *
     * @return list<array{orders: non-empty-list<array{id: int, plants: int}>, want: \WetCradle\Core\Plan\Want}>
     */
    private function grouped(bool $anew): array
    {
        $groups = [];
        $busy = $this->served($anew);
        foreach ($this->orders() as $id => $wanted) {
            if (!isset($busy[$id]) && $wanted->ready()->until($this->today->week()) <= 0) {
                $groups[$wanted->crop->id.' '.$wanted->readyWeek.' '.$wanted->pot->id.' '.$wanted->sex?->value.' '.$wanted->onlyFrom()->words()][] = $wanted;
            }
        }
        $most = static fn (array $group) => min([PHP_INT_MAX, ...array_map(static fn (Wanted $w) => $w->priority->rank(), $group)]);
        uasort($groups, static fn (array $a, array $b) => [$a[0]->readyWeek, $most($a), $a[0]->id] <=> [$b[0]->readyWeek, $most($b), $b[0]->id]);
        $rows = [];
        foreach ($groups as $group) {
            usort($group, static fn (Wanted $a, Wanted $b) => [$a->priority->rank(), $a->id] <=> [$b->priority->rank(), $b->id]);
            $rows[] = [
                'orders' => array_map(static fn (Wanted $w) => ['id' => (int) $w->id, 'plants' => $w->plants], $group),
                'want' => $this->wants->of($group[0], array_sum(array_map(static fn (Wanted $w) => $w->plants, $group))),
            ];
        }

        return $rows;
    }

    /** @return array<array-key, int> orders still to come that have a batch already: any, or one that is stuck; by their number */
    private function served(bool $anew): array
    {
        $stands = 'b.called_off = 0'.($anew ? ' AND b.stuck_on IS NOT NULL' : '');
        $served = Row::words($this->em->getConnection(), "SELECT w.id FROM wanted w WHERE w.ready_week >= ? AND (
            EXISTS (SELECT 1 FROM batch b WHERE b.wanted_id = w.id AND {$stands})
            OR EXISTS (SELECT 1 FROM batch_shared x JOIN batch b ON b.id = x.batch_id WHERE x.wanted_id = w.id AND {$stands}))", [
            $this->today->week()->written(),
        ]);

        return array_flip($served);
    }

    /** @return list<Batch> what a draft made anew takes the place of: planned, and for orders of which nothing is stuck */
    private function replaced(): array
    {
        $stuck = $this->served(true);
        $planned = Row::things(
            $this->em->createQuery(
                'SELECT b, w, k, st FROM '.Batch::class.' b JOIN b.wanted w JOIN b.block k LEFT JOIN b.standing st
                    WHERE b.calledOff = false AND b.sticking.stuckOn IS NULL
                    AND w.calledOff = false AND w.readyWeek >= :week ORDER BY b.id',
            )->setParameter('week', $this->today->week()->written()),
            Batch::class,
        );

        return array_values(array_filter($planned, static fn (Batch $b) => !isset($stuck[(int) $b->wanted?->id])));
    }

    /** @return array<int, Wanted> */
    private function orders(): array
    {
        $this->ways->crops();
        // Known once, not asked for sheet by sheet.
        $this->em->getRepository(TrayKind::class)->findAll();
        $wantedById = [];
        foreach (Row::things(
            $this->em->createQuery(
                'SELECT w, c, p, k FROM '.Wanted::class.' w JOIN w.crop c JOIN w.pot p LEFT JOIN w.customer k
                    WHERE w.calledOff = false AND w.readyWeek >= :week ORDER BY w.id',
            )->setParameter('week', $this->today->week()->written()),
            Wanted::class,
        ) as $wanted) {
            $wantedById[(int) $wanted->id] = $wanted;
        }

        return $wantedById;
    }
}
