<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use WetCradle\Core\Bench\Comfort;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\Stay;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Bench\Trays;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Refused;
use WetCradle\Server\Crops\Windows;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Stock\Takes;

/**
 * Which batches of a stage ask for a place, where they may lie and from when; the rest stands where it is. What is
 * planned and not locked may begin in another week in which its material is right and there is enough of it; what is
 * stuck stays, unless its zone is closed over it.
 */
final class FillStays
{
    /** Weeks by which a batch may begin sooner or later. */
    private const REACH = 3;
    /** The weight of what stands in a zone that closes over it: it is alive. */
    private const DRIVEN = 8;
    private const SOONER = 2;
    private const NARROWER_CM = 0.5;
    /** A week later than an order wants it costs as much as so many weeks from where it was planned. */
    private const LATE = 8;
    private const WEIGHTS = ['must' => 5, 'should' => 3, 'nice' => 2];
    /** What it costs to lay something where it takes the room of another stage. */
    private const OUT_OF_PLACE = 2;

    public function __construct(private readonly Takes $takes, private readonly Windows $windows, private readonly House $house)
    {
    }

    /**
     * @param array<string, int> $held batches whose move was refused: once, they keep their week; twice, their place too
     *
     * @return array{0: list<Stay>, 1: array<string, list<Leg>>, 2: array<string, array{space: int, from: int}>} what asks for a place, what stands, and where the first lie now
     */
    public function of(FillAsk $ask, FillHouse $house, array $held): array
    {
        return match ($ask->stage) {
            'rooting' => $this->rooting($ask, $house, $held),
            'weaning' => $this->weaning($house),
            default => $this->potted($ask, $house, $held),
        };
    }

    /** What a batch is called where it stands until it goes elsewhere. */
    public static function until(string $code): string
    {
        return $code.' until then';
    }

    /**
     * @param array<string, int> $held batches whose move was refused: once, they keep their week; twice, their zone too
     *
     * @return array{0: list<Stay>, 1: array<string, list<Leg>>, 2: array<string, array{space: int, from: int}>}
     */
    private function rooting(FillAsk $ask, FillHouse $h, array $held): array
    {
        $stays = $standing = $now = [];
        $taken = $this->takes->around($h->today(), null, 7 * FillHouse::WEEKS);
        foreach ($h->legs() as $code => $legs) {
            $batch = $h->inTrays($code);
            $week = $batch === null ? 0 : $h->weekOf($batch->stickOn);
            if ($batch === null || $batch->isStuck() || $batch->locked || !$batch->movesOn->isEmpty() || $week < 0 || $week >= FillHouse::WEEKS || ($held[$code] ?? 0) > 1) {
                [$stay, $rest] = $batch === null || $batch->locked || isset($held[$code]) ? [null, $legs] : $this->driven($h, $code, $batch, $legs);
                $standing[$stay === null ? $code : self::until($code)] = $rest;
                if ($stay !== null) {
                    $stays[] = $stay;
                    $now[$stay->name] = ['space' => $legs[count($legs) - 1]->space, 'from' => $stay->preferred];
                }
                continue;
            }
            $stays[] = $this->planned($ask, $h, $batch, $week, isset($held[$code]) ? [$week] : $this->weeksFor($h, $batch, $week, $taken));
            $now[$code] = ['space' => $legs[0]->space, 'from' => $week];
        }

        return [$stays, $standing, $now];
    }

    /**
     * Batches after they are weaned, which may go to a bench without mist.
     *
     * @return array{0: list<Stay>, 1: array<string, list<Leg>>, 2: array<string, array{space: int, from: int}>}
     */
    private function weaning(FillHouse $h): array
    {
        $stays = $standing = $now = [];
        foreach ($h->legs() as $code => $legs) {
            $batch = $h->inTrays($code);
            $last = $legs[count($legs) - 1];
            $begin = $batch === null ? 0 : max(0, $h->weekOf($batch->weanOn));
            $weeks = $last->from + $last->weeks - $begin;
            if ($batch === null || $batch->locked || !$batch->movesOn->isEmpty() || $weeks < 1 || $begin + $weeks > FillHouse::WEEKS || $h->zones[$last->space]->mistHigh < 2 || ($begin <= $last->from && !$batch->isStuck())) {
                $standing[$code] = $legs;
                continue;
            }
            $standing[self::until($code)] = $legs;
            $stays[] = Stay::of($code, $batch->positions(), fn (int $space, int $start) => $h->zones[$space]->frostFree && !$h->zones[$space]->onlyPots && $h->zones[$space]->mistLow === 0 && $space !== $last->space ? ['weeks' => $weeks, 'cost' => $h->zones[$space]->kind === 'open' ? 0 : self::OUT_OF_PLACE] : null, $begin, $begin, $begin, $this->weaned($h, $batch));
        }

        return [$stays, $standing, $now];
    }

    /** @param non-empty-list<int> $weeks in which it could be stuck */
    private function planned(FillAsk $ask, FillHouse $h, Batch $batch, int $week, array $weeks): Stay
    {
        $weight = $batch->wanted === null ? 1 : self::WEIGHTS[$batch->wanted->priority] ?? 1;
        $sheet = $batch->sheet->core();
        $may = array_flip($weeks);
        $known = [];
        $sooner = $ask->whatIf === 'weaning' ? self::SOONER : 0;
        $in = function (int $space, int $start) use ($h, $batch, $sheet, $weight, $week, $may, $sooner, &$known): ?array {
            // Asked outside its window it says how it would be, so that an option can be offered.
            $within = $start >= min(array_keys($may)) && $start <= max(array_keys($may));
            if ($start < 0 || ($within && !isset($may[$start]))) {
                return null;
            }

            return $known["{$space} {$start}"] ??= $this->there($h, $batch, $sheet, $space, $start, $start - $week, $weight, $sooner);
        };

        return Stay::of($batch->code, $ask->whatIf === 'cells' ? self::inSmallerCells($batch) : $batch->positions(), $in, min($weeks), max($weeks), $week, Comfort::of($sheet->warmth->medium, $sheet->water->mist), $weight, $ask->mayPart && $batch->positions() === $batch->trays, $ask->mayMove);
    }

    /** @return ?array{weeks: int, cost: int} */
    private function there(FillHouse $h, Batch $batch, WaySheet $sheet, int $space, int $start, int $shift, int $weight, int $sooner): ?array
    {
        $zone = $h->zones[$space];
        if ($zone->onlyPots) {
            return null;
        }
        $day = $h->dayOf($batch, $shift);
        try {
            $dates = $this->house->timetable()->dates($sheet, $h->core($space), $day, $batch->heldDays);
        } catch (Refused) {
            return null;
        }
        $late = 0;
        foreach ([...$batch->wanted === null ? [] : [$batch->wanted], ...$batch->shared->toArray()] as $wanted) {
            $late = max($late, $wanted->ready()->until(Week::containing($dates->readyOn)));
        }
        $weeks = $h->weekOf($dates->lastBenchWeek()->monday()) - $start + 1;
        $weeks = $zone->mistHigh > 1 ? max(min(1, $weeks), $weeks - $sooner) : $weeks;

        return $weeks < 1 ? null : ['weeks' => $weeks, 'cost' => ($zone === $batch->zone ? 0 : $weight) + self::LATE * $weight * $late];
    }

    /** The bench it would take in trays of the same size with cells so much narrower, each way. */
    private static function inSmallerCells(Batch $batch): int
    {
        $kind = $batch->trayKind;
        $pitch = sqrt($kind->lengthCm * $kind->widthCm / $kind->cells);
        $cells = (int) floor($kind->cells * ($pitch / max(0.5, $pitch - self::NARROWER_CM)) ** 2);

        return $kind->positionsOf(Trays::toHold(intdiv($batch->planned + $batch->sheet->core()->each - 1, $batch->sheet->core()->each), max(1, $cells))->number);
    }

    /**
     * Weeks near its own in which its material is right and its block can give it.
     *
     * @param array<int, list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool}>> $taken by block
     *
     * @return non-empty-list<int>
     */
    private function weeksFor(FillHouse $h, Batch $batch, int $week, array $taken): array
    {
        [$earliest, $latest] = $this->windows->daysAround($batch->sheet->way, $batch->stickOn, $h->today());
        $weeks = [$week];
        for ($by = -self::REACH; $by <= self::REACH; ++$by) {
            $day = $h->dayOf($batch, $by);
            if ($by !== 0 && $week + $by >= 0 && $day >= $earliest && $day <= $latest
                && $this->takes->offer($batch->block, $batch->sheet->core(), $day, $batch->planned, $batch->code, $taken[(int) $batch->block->id] ?? [])->isEnough()) {
                $weeks[] = $week + $by;
            }
        }

        return $weeks;
    }

    /**
     * What is stuck in a zone that closes over it: how long it can stay, and what must go elsewhere.
     *
     * @param non-empty-list<Leg> $legs
     *
     * @return array{0: ?Stay, 1: list<Leg>}
     */
    private function driven(FillHouse $h, string $code, Batch $batch, array $legs): array
    {
        $last = $legs[count($legs) - 1];
        $core = $h->core($last->space);
        for ($week = max(0, $last->from); $week < min(FillHouse::WEEKS, $last->from + $last->weeks); ++$week) {
            if ($core->isClosedIn($h->week($week))) {
                $weeks = $last->from + $last->weeks - $week;
                $before = array_slice($legs, 0, -1);
                if ($week > $last->from) {
                    $before[] = new Leg($last->space, $last->from, $week - $last->from, $last->trays, $last->comfort);
                }

                $comfort = Week::containing($batch->weanOn)->until($h->week($week)) >= 0 ? $this->weaned($h, $batch) : $last->comfort;

                return [Stay::of($code, $batch->positions(), static fn () => ['weeks' => $weeks, 'cost' => 0], $week, $week, $week, $comfort, self::DRIVEN), $before];
            }
        }

        return [null, $legs];
    }

    private function weaned(FillHouse $h, Batch $batch): Comfort
    {
        $sheet = $batch->sheet->core();
        $weaned = Tenant::of($batch->code, $batch->positions(), $h->from, $h->from, $sheet->warmth->medium, $sheet->water->mist)->weaned($h->from, $h->from);

        return Comfort::of($weaned->heat, $weaned->mist);
    }

    /**
     * Plants from potting until they are ready. Where they stand already they stay.
     *
     * @param array<string, int> $held
     *
     * @return array{0: list<Stay>, 1: array<string, list<Leg>>, 2: array<string, array{space: int, from: int}>}
     */
    private function potted(FillAsk $ask, FillHouse $h, array $held): array
    {
        $stays = $now = [];
        $standing = $h->legs();
        foreach ($h->pots as $code => $potted) {
            $batch = $h->batches[$code] ?? null;
            $stands = $h->numberOf($potted->zone);
            if ($batch === null || $batch->locked || isset($held[$code]) || ($potted->isPotted && $stands !== null)) {
                continue;
            }
            unset($standing[Potted::name($code)]);
            if (isset($standing[$code])) {
                $standing[self::until($code)] = $standing[$code];
                unset($standing[$code]);
            }
            $tenant = $potted->in($potted->zone, $ask->spaced)->tenant();
            $begin = max(0, $h->from->until($tenant->from));
            $weeks = min(FillHouse::WEEKS, $h->from->until($tenant->to) + 1) - $begin;
            if ($weeks < 1) {
                continue;
            }
            $costs = [];
            foreach ($h->zones as $space => $zone) {
                if ($zone->mistHigh < 2 && ($zone->frostFree || !$tenant->mustNotFreeze)) {
                    $costs[$space] = ['weeks' => $weeks, 'cost' => ($zone->onlyPots ? 0 : self::OUT_OF_PLACE) + ($stands === null || $stands === $space ? 0 : 1)];
                }
            }
            $stays[] = Stay::of($code, $tenant->trays, static fn (int $space, int $start) => $costs[$space] ?? null, $begin, $begin, $begin, Comfort::of($tenant->heat, $tenant->mist), $batch->wanted === null ? 1 : self::WEIGHTS[$batch->wanted->priority] ?? 1);
            if ($stands !== null) {
                $now[$code] = ['space' => $stands, 'from' => $begin];
            }
        }

        return [$stays, $standing, $now];
    }
}
