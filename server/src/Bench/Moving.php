<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Berths;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batches;
use WetCradle\Server\Potting\PotLot;

/** A batch taken up to be laid elsewhere: what every zone says to it, all at once, so that dragging it needs to ask no more. */
final class Moving
{
    public function __construct(
        private readonly Batches $batches,
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly Pots $pots,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * What every zone says to a lot, or to the pots that a batch will fill; spaced or not as they are, where it is not said.
     *
     * @return array{code: string, from: string, zones: list<array{id: int, here: bool, yes: bool, reason: ?string, words: Fact}>}
     */
    public function offersToPots(string $typed, ?bool $spaced): array
    {
        $code = PotLot::isCode($typed) ? $typed : $this->batches->byCode($typed, 'batch')->code;
        $potted = $this->pots->of($code) ?? throw Refused::because('not_possible', 'batch', sprintf('Nothing of %s is in pots, or will be.', $code));
        $tenant = $potted->in($potted->zone, $spaced ?? $potted->spaced)->tenant();
        $now = $this->today->week();
        $tenant = $tenant->from->until($now) > 0 && $now->until($tenant->to) >= 0
            ? $tenant->during($now, $tenant->to)->inPots($tenant->mustNotFreeze)
            : $tenant;
        $tenants = $this->tenants->byZone($tenant->from, $tenant->to, $code);
        $zones = [];
        foreach ($this->em->getRepository(Zone::class)->findBy([], ['id' => 'ASC']) as $zone) {
            $offer = $zone->core()->offerTo($tenant, $tenants[(int) $zone->id] ?? []);
            $zones[] = [
                'id' => (int) $zone->id, 'here' => $zone->id === $potted->zone, 'yes' => $offer->isYes(), 'reason' => $offer->reason,
                'words' => $offer->words,
            ];
        }

        return ['code' => $code, 'from' => $tenant->from->written(), 'zones' => $zones];
    }

    /** @return list<Zone> that can take it from where it lies */
    public function zonesThatTake(string $code): array
    {
        $able = array_column(array_filter($this->offers($code)['zones'], static fn (array $offer) => $offer['yes'] && !$offer['here']), 'id');

        return $able === [] ? [] : $this->em->getRepository(Zone::class)->findBy(['id' => $able], ['id' => 'ASC']);
    }

    /**
     * What every zone says to a batch in its trays.
     *
     * @return array{code: string, from: string, zones: list<array{id: int, here: bool, yes: bool, reason: ?string, words: Fact}>}
     */
    public function offers(string $typed): array
    {
        $batch = $this->batches->byCode($typed, 'batch');
        if ($batch->calledOff || $batch->leftBenchOn !== null) {
            throw Refused::because('not_possible', 'batch', sprintf('%s is not on a bench.', $batch->code));
        }
        $now = $this->today->week();
        $lies = $batch->isStuck() ? $batch->zoneOn($this->today->day()) : $batch->zone;
        $zones = [];
        $all = $this->em->getRepository(Zone::class)->findBy([], ['id' => 'ASC']);
        $dates = $cores = [];
        foreach ($all as $zone) {
            $cores[(int) $zone->id] = $zone->core();
            try {
                // What is stuck keeps the days of where it rooted.
                $rootsIn = $batch->isStuck() ? $batch->zone->core() : $cores[(int) $zone->id];
                $dates[(int) $zone->id] = $this->house->timetable()->dates($batch->way(), $rootsIn, $batch->begins(), $batch->days->heldDays);
            } catch (Refused $refused) {
                $dates[(int) $zone->id] = $refused;
            }
        }
        $from = $batch->isStuck() ? $now : Week::containing($batch->days->stickOn);
        $last = $from;
        foreach ($dates as $when) {
            $last = $when instanceof Refused || $last->until($when->lastBenchWeek()) < 0 ? $last : $when->lastBenchWeek();
        }
        $tenants = $this->tenants->byZone($from, $last, $batch->code);
        foreach ($all as $zone) {
            $when = $dates[(int) $zone->id];
            if ($when instanceof Refused) {
                $zones[] = [
                    'id' => (int) $zone->id, 'here' => $zone === $lies, 'yes' => false, 'reason' => 'no_warmth',
                    'words' => Fact::within($when->says),
                ];
                continue;
            }
            $to = $from->until($when->lastBenchWeek()) < 0 ? $from : $when->lastBenchWeek();
            $whole = Berths::lying($batch->code, $batch->way(), Week::containing($batch->begins()), $to, $batch->positions());
            $tenant = $batch->isStuck()
                ? $whole->movedOn($this->today->day(), $batch->days->weanOn, $from, $to, $this->house->defaults())
                : $whole->during($from, $to);
            $offer = $cores[(int) $zone->id]->offerTo($tenant, $tenants[(int) $zone->id] ?? []);
            $zones[] = ['id' => (int) $zone->id, 'here' => $zone === $lies, 'yes' => $offer->isYes(), 'reason' => $offer->reason, 'words' => $offer->words];
        }

        return ['code' => $batch->code, 'from' => $from->written(), 'zones' => $zones];
    }
}
