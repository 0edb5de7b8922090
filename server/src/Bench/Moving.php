<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Core\Plan\PlainDates;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;

/** A batch taken up to be laid elsewhere: what every zone says to it, all at once, so that dragging it needs to ask no more. */
final class Moving
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** @return array{code: string, from: string, zones: list<array{id: int, here: bool, yes: bool, reason: ?string, words: string}>} */
    public function offers(string $typed): array
    {
        $code = BatchCode::typed($typed);
        $batch = ($code === null ? null : $this->em->getRepository(Batch::class)->findOneBy(['code' => $code->written])) ?? throw Refused::because('unknown', 'batch', sprintf('There is no batch %s.', $typed));
        if ($batch->calledOff || $batch->leftBenchOn !== null) {
            throw Refused::because('not_possible', 'batch', sprintf('%s is not on a bench.', $batch->code));
        }
        $telling = $this->house->nursery()->telling();
        $now = $this->today->week();
        $lies = $batch->isStuck() ? $batch->zoneOn($this->today->day()) : $batch->zone;
        $zones = [];
        $all = $this->em->getRepository(Zone::class)->findBy([], ['id' => 'ASC']);
        $dates = $same = $cores = [];
        foreach ($all as $zone) {
            $cores[(int) $zone->id] = $zone->core();
            try {
                // What is stuck keeps the days of where it rooted; benches of one warmth give the same days.
                $times = $batch->sheet->core()->times($this->house->air(), $batch->isStuck() ? $batch->zone->core() : $cores[(int) $zone->id]);
                $dates[(int) $zone->id] = $same[spl_object_id($times)] ??= PlainDates::forwards($batch->stuckOn ?? $batch->stickOn, $times, $batch->heldDays);
            } catch (Refused $refused) {
                $dates[(int) $zone->id] = $refused;
            }
        }
        $from = $batch->isStuck() ? $now : Week::containing($batch->stickOn);
        $last = $from;
        foreach ($dates as $when) {
            $last = $when instanceof Refused || $last->until($when->lastBenchWeek()) < 0 ? $last : $when->lastBenchWeek();
        }
        $tenants = $this->tenants->byZone($from, $last, $batch->code);
        foreach ($all as $zone) {
            $when = $dates[(int) $zone->id];
            if ($when instanceof Refused) {
                $zones[] = ['id' => (int) $zone->id, 'here' => $zone === $lies, 'yes' => false, 'reason' => 'no_warmth', 'words' => lcfirst($when->getMessage())];
                continue;
            }
            $to = $from->until($when->lastBenchWeek()) < 0 ? $from : $when->lastBenchWeek();
            $whole = Tenant::of($batch->code, $batch->trays, Week::containing($batch->stuckOn ?? $batch->stickOn), $to, $batch->sheet->core()->warmth->medium, $batch->sheet->core()->water->mist);
            $tenant = $batch->isStuck() && $batch->weanOn <= $this->today->day() ? $whole->weaned($from, $to) : $whole->during($from, $to);
            $offer = $cores[(int) $zone->id]->offerTo($tenant, $tenants[(int) $zone->id] ?? [], $telling);
            $zones[] = ['id' => (int) $zone->id, 'here' => $zone === $lies, 'yes' => $offer->isYes(), 'reason' => $offer->reason, 'words' => $offer->words];
        }

        return ['code' => $batch->code, 'from' => $from->written(), 'zones' => $zones];
    }
}
