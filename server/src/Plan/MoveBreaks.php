<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Calendar\Week;
use WetCradle\Server\Bench\Tenants;
use WetCradle\Server\Bench\Zone;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Stock\Fit;
use WetCradle\Server\Stock\Takes;

/** What breaks when batches are moved together. What is hard is refused; the rest is the propagator's to weigh. */
final class MoveBreaks
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Tenants $tenants,
        private readonly Takes $takes,
        private readonly Fit $fit,
        private readonly Windows $windows,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @param list<Placed> $placed
     *
     * @return list<array{kind: string, words: string, hard: bool}>
     */
    public function of(int $i, array $placed): array
    {
        $one = $placed[$i];
        $batch = $one->batch;
        $dates = $one->dates;
        $telling = $this->house->nursery()->telling();
        $found = [];
        $say = static function (string $kind, string $words, bool $hard) use (&$found): void {
            $found[] = ['kind' => $kind, 'words' => $words, 'hard' => $hard];
        };
        if (!$batch->isStuck() && !$one->isPart && !$one->move->isOnlyPots()) {
            if ($dates->stickOn < $this->today->day()) {
                $say('gone_by', sprintf('%s has gone by.', $dates->stickOn->format('j M')), true);
            }
            $in = $this->windows->of($batch->sheet->way)->opensIn(Week::containing($dates->stickOn));
            if ($in > 0) {
                $say('window', sprintf('Its material is not right in %s; it will be %d %s later.', $telling->week(Week::containing($dates->stickOn)), $in, $in === 1 ? 'week' : 'weeks'), false);
            }
            $known = $this->takesBut($placed, $batch);
            $offer = $this->takes->offer($batch->block, $batch->sheet->core(), $dates->stickOn, $batch->planned, $batch->code, $known);
            if (!$offer->isEnough()) {
                $say('no_material', sprintf('%s is %s.', $batch->block->code, $offer->words()), true);
            }
            foreach ($this->fit->against($batch->block, $batch->sheet->core(), $dates->stickOn, $batch->code, $offer) as $reason) {
                $say('unfit', sprintf('%s: %s', $batch->block->code, lcfirst($reason['words'])), false);
            }
        }
        foreach ($one->legs() as $leg) {
            if ($leg['tenant']->to->until($this->today->week()) > 0) {
                continue;
            }
            $zone = $this->em->find(Zone::class, $leg['zone']) ?? throw new \LogicException('A leg lies in a zone.');
            $place = $zone->core()->offerTo($leg['tenant'], $this->lyingIn($leg['zone'], $leg['tenant'], $placed, $i), $telling);
            if (!$place->isYes()) {
                // What stood there before the move is not refused for it.
                $isNew = $leg['tenant']->inPots ? $one->move->pots !== null : $one->isNew && !$one->move->isOnlyPots();
                $say((string) $place->reason, sprintf('%s %s.', $zone->name, $place->reason === 'no_room' ? 'is '.$place->words : $place->words), $isNew || (!$batch->isStuck() && !$leg['tenant']->inPots && !$one->move->isOnlyPots()));
            }
        }
        foreach ([...$batch->wanted === null ? [] : [$batch->wanted], ...$batch->shared->toArray()] as $wanted) {
            $late = $wanted->ready()->until(Week::containing($dates->readyOn));
            if ($late > 0) {
                $say('late', sprintf('Ready %d %s after %s wants it.', $late, $late === 1 ? 'week' : 'weeks', $wanted->customer->name ?? 'our own target'), false);
            }
        }

        return $found;
    }

    /**
     * @param list<Placed> $placed
     *
     * @return list<Tenant> who else lies there then, as the moves would have it
     */
    private function lyingIn(int $zone, Tenant $then, array $placed, int $but): array
    {
        $moved = array_map(static fn (Placed $p) => $p->batch->code, $placed);
        $lying = array_values(array_filter($this->tenants->byZone($then->from, $then->to)[$zone] ?? [], static fn (Tenant $t) => !in_array(Tenants::code($t), $moved, true)));
        foreach ($placed as $i => $one) {
            foreach ($i === $but ? [] : $one->legs() as $leg) {
                if ($leg['zone'] === $zone) {
                    $lying[] = $leg['tenant'];
                }
            }
        }

        return $lying;
    }

    /**
     * @param list<Placed> $placed
     *
     * @return list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool}>
     */
    private function takesBut(array $placed, Batch $batch): array
    {
        $days = [];
        foreach ($placed as $one) {
            $days[$one->batch->code] = $one->dates->stickOn;
        }

        return array_map(static fn (array $take) => $take['stuck'] ? $take : ['on' => $days[$take['batch']] ?? $take['on']] + $take, $this->takes->around($batch->stickOn, $batch->block)[(int) $batch->block->id] ?? []);
    }
}
