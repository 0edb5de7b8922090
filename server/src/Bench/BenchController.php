<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Bench\FillAsk;
use WetCradle\Core\Bench\FillStage;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\WhatIf;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Compute\Going;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Compute\OneAtATime;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Http\UntilWritten;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Tags;
use WetCradle\Server\Potting\PotLot;

/** The house seen from above in one week. */
final class BenchController
{
    private const WEEKS = 44;
    private const BACK = 4;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly Guests $guests,
        private readonly Tags $tags,
        private readonly ZoneViews $views,
        private readonly Counts $counts,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/bench', methods: ['GET'], defaults: [UntilWritten::SAME => true])]
    public function week(Request $request): Answer
    {
        $week = $request->query->has('week') ? Week::of($request->query->getString('week')) : $this->today->week();
        $tenants = $this->tenants->byZone($week, $week);
        $batches = array_filter(array_merge(...array_values($tenants)), static fn (Tenant $t) => !$t->isGuest);
        $names = array_map(static fn (Tenant $t) => $t->batch(), array_values($batches));
        $guests = [];
        foreach ($this->guests->during($week, $week) as $guest) {
            $guests[(int) $guest->zone->id][] = $guest->toArray();
        }
        $lots = $this->lots(array_values(array_filter($names, PotLot::isCode(...))));
        $tags = $this->tags->lying($names);
        $plants = $this->plants($lots);
        $zones = [];
        $said = $this->views->all();
        foreach ($this->em->getRepository(Zone::class)->findBy([], ['id' => 'ASC']) as $zone) {
            $here = $tenants[(int) $zone->id] ?? [];
            $core = $zone->core();
            $zones[] = $said[(int) $zone->id] + [
                'used' => $core->used($week, $here),
                'room' => $core->traysIn($week),
                'tenants' => array_map(
                    static fn (Tenant $t) => [
                        'trays' => $t->trays, 'from' => $t->from->written(), 'to' => $t->to->written(), 'inPots' => $t->inPots,
                        'tag' => $tags[$t->batch()],
                        'lot' => isset($lots[$t->batch()]) ? $lots[$t->batch()]->asSeen() + ['plants' => $plants[$t->batch()] ?? 0] : null,
                    ],
                    array_values(array_filter($here, static fn (Tenant $t) => !$t->isGuest)),
                ),
                'guests' => $guests[(int) $zone->id] ?? [],
                'setting' => $core->setting($here),
            ];
        }

        return new Answer(['week' => $week->written(), 'zones' => $zones]);
    }

    /**
     * @param list<string> $codes
     *
     * @return array<string, PotLot> by code, with their lines
     */
    private function lots(array $codes): array
    {
        $query = $this->em->createQuery('SELECT p, l FROM '.PotLot::class.' p JOIN p.lines l WHERE p.code IN (:codes) ORDER BY p.id, l.id');

        return array_column(Row::things($query->setParameter('codes', $codes), PotLot::class), null, 'code');
    }

    /**
     * @param array<string, PotLot> $lots
     *
     * @return array<string, int> in pots, by code
     */
    private function plants(array $lots): array
    {
        $inPots = $lots === [] ? [] : $this->counts->inPots();

        return array_map(static fn (PotLot $lot) => array_sum(array_map(
            static fn (Line $line) => array_sum($inPots[(int) $line->id] ?? []),
            $lot->lines->toArray(),
        )), $lots);
    }

    /** What every zone says to one batch or lot, as it is planned or from this week on. */
    #[Route('/api/bench/offers', methods: ['GET'])]
    public function offers(Request $request, Moving $moving): Answer
    {
        return new Answer(
            $request->query->has('pots') ? $moving->offersToPots(
                $request->query->getString('batch'),
                $request->query->has('spaced') ? $request->query->getBoolean('spaced') : null,
            ) : $moving->offers($request->query->getString('batch')),
        );
    }

    /** A zone over the season: how full it is, what it must be set to, and where that cannot be. */
    #[Route('/api/zones/{id<\d+>}/season', methods: ['GET'])]
    public function season(int $id, Request $request): Answer
    {
        $zone = $this->em->find(Zone::class, $id) ?? throw new NotFoundHttpException();
        $from = ($request->query->has('week') ? Week::of($request->query->getString('week')) : $this->today->week())->plus(-self::BACK);
        $core = $zone->core();
        $tenants = $this->tenants->in($zone, $from, $from->plus(self::WEEKS - 1));
        $all = array_map($from->plus(...), range(0, self::WEEKS - 1));
        $here = array_map(
            static fn (Week $week) => array_values(array_filter($tenants, static fn (Tenant $t) => $t->isThereIn($week))),
            $all,
        );
        $weeks = [];
        foreach ($core->settings($here, $this->house->defaults()) as $i => $setting) {
            $week = $all[$i];
            $weeks[] = [
                'week' => $week->written(),
                'used' => $core->used($week, $here[$i]),
                'trays' => $core->traysIn($week),
                'setting' => $setting,
                'clashes' => array_map(static fn (array $pair) => $pair[0]->name.' and '.$pair[1]->name, $core::clashes($here[$i])),
            ];
        }

        return new Answer(['zone' => $this->views->one($zone), 'weeks' => $weeks]);
    }

    /** What is to be carried and set in a week, day by day. */
    #[Route('/api/bench/work', methods: ['GET'])]
    public function work(Request $request, BenchWork $work): Answer
    {
        $week = $request->query->has('week') ? Week::of($request->query->getString('week')) : $this->today->week();

        return new Answer(['week' => $week->written(), 'jobs' => $work->of($week)]);
    }

    /** What the house would be filled like; saves nothing. */
    #[Route('/api/bench/fill', methods: ['POST'], defaults: [SentOnce::ASKS => true])]
    #[IsGranted('ROLE_WORKS')]
    public function fill(Fields $in, Fillings $fillings, OneAtATime $long): Answer
    {
        $before = [];
        foreach ($in->has('before') ? $in->objects('before') : [] as $entry) {
            $before[$entry->text('code', 20)] = ['zone' => $entry->count('zone', 1), 'week' => Week::of($entry->text('week', 8))];
            $entry->done();
        }
        $ask = new FillAsk(
            $in->has('stage') ? $in->choice('stage', FillStage::class) : FillStage::Rooting,
            $in->countOr('round', 1, 1, 1000),
            $before,
            $in->has('mayPart') && $in->flag('mayPart'),
            $in->has('mayMove') && $in->flag('mayMove'),
            $in->has('whatIf') ? $in->choice('whatIf', WhatIf::class) : null,
            $in->has('spaced') && $in->flag('spaced'),
        );
        $in->done();

        return new Answer($long->run('the house is filled', static fn (Going $going) => $fillings->fill($ask, $going)));
    }
}
