<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Priority;
use WetCradle\Core\Refused;

/**
 * Which batches of a stage ask for a place, where they may lie and from when; the rest stands where it is. What is planned
 * and not locked may begin in another week in which its material is right and there is enough of it; what is stuck stays,
 * unless its zone is closed over it.
 */
final class FillStays
{
    /** What it costs to move pots from where they were to stand. */
    private const MOVED = 1;

    public function __construct(private readonly Timetable $timetable, private readonly HouseDefaults $house)
    {
    }

    /**
     * @param array<string, int> $held batches whose move was refused: once, they keep their week; twice, their place too
     */
    public function of(FillAsk $ask, FillHouse $house, array $held, LaysKnown $known = new LaysKnown()): ToFill
    {
        return match ($ask->stage) {
            FillStage::Rooting => $this->rooting($ask, $house, $held, $known),
            FillStage::Weaning => $this->weaning($house),
            FillStage::Potted => $this->potted($ask, $house, $held),
        };
    }

    /** The name of a batch in the place to which it goes on once it is weaned, told from its name where it roots. */
    private static function onceWeaned(string $code): string
    {
        return $code.' once weaned';
    }

    /** The name of a batch in the place that it leaves, told from its name in the place that it goes to. */
    private static function until(string $code): string
    {
        return $code.' until then';
    }

    /** @param array<string, int> $held batches whose move was refused: once, they keep their week; twice, their zone too */
    private function rooting(FillAsk $ask, FillHouse $h, array $held, LaysKnown $known): ToFill
    {
        $stays = $standing = $now = [];
        foreach ($h->legs() as $code => $legs) {
            $batch = $h->batches[$code] ?? null;
            $week = $batch === null ? 0 : $h->weekOf($batch->stickOn);
            if ($batch === null || $batch->isStuck || $batch->isStill || $week < 0 || $week >= FillHouse::WEEKS || ($held[$code] ?? 0) > 1) {
                [$stay, $rest, $space] = $batch === null || $batch->isLocked || isset($held[$code]) ? [null, $legs, 0] : $this->driven($h, $batch, $legs);
                $standing[$stay === null ? $code : self::until($code)] = $rest;
                if ($stay !== null) {
                    $stays[] = $stay;
                    $now[$stay->name] = ['space' => $space, 'from' => $stay->preferred];
                }
                continue;
            }
            $weeks = isset($held[$code]) ? [$week] : $this->weeksFor($h, $batch, $week);
            $stays[] = $this->planned($ask, $h, $batch, $week, $weeks, $known);
            if ($batch->goesOnWeaned && isset($legs[1])) {
                $standing[self::onceWeaned($code)] = array_slice($legs, 1);
            }
            $now[$code] = ['space' => $legs[0]->space, 'from' => $week];
        }

        return new ToFill($stays, $standing, $now);
    }

    /** Batches after they are weaned, which may go to a bench without mist. */
    private function weaning(FillHouse $h): ToFill
    {
        $stays = $standing = [];
        $outOfPlace = $this->house->whole(HouseDefault::FillOutOfPlace);
        foreach ($h->legs() as $code => $legs) {
            $batch = $h->batches[$code] ?? null;
            if ($batch === null) {
                $standing[$code] = $legs;
                continue;
            }
            $last = $legs[count($legs) - 1];
            $begin = max(0, $h->weekOf($batch->weanOn));
            $weeks = $last->from + $last->weeks - $begin;
            if (
                $batch->isStill
                || $weeks < 1
                || $begin + $weeks > FillHouse::WEEKS
                || !$h->zone($last->space)->isForRooting()
                || ($begin <= $last->from && !$batch->isStuck)
            ) {
                $standing[$code] = $legs;
                continue;
            }
            $standing[self::until($code)] = $legs;
            $isHardy = $batch->sheet->potting->hardy;
            $in = static function (int $space) use ($h, $weeks, $last, $outOfPlace, $isHardy): ?array {
                $zone = $h->zone($space);

                return $zone->takesWeaned($isHardy) && $space !== $last->space
                    ? ['weeks' => $weeks, 'cost' => $zone->kind === ZoneKind::Open ? 0 : $outOfPlace]
                    : null;
            };
            $stays[] = Stay::of($code, $batch->positions, $in, $begin, $begin, $begin, $this->weaned($h, $batch));
        }

        return new ToFill($stays, $standing, []);
    }

    /** @param non-empty-list<int> $weeks in which it could be stuck */
    private function planned(FillAsk $ask, FillHouse $h, Fillable $batch, int $week, array $weeks, LaysKnown $known): Stay
    {
        $weight = $this->weight($batch->priority);
        $may = array_flip($weeks);
        [$first, $last] = [min($weeks), max($weeks)];
        $sooner = $ask->whatIf === WhatIf::Weaning ? WhatIf::SOONER_WEEKS : 0;
        /** @var array<int, string> $alike by space; a house has many benches of one kind */
        $alike = [];
        $in = function (int $space, int $start) use ($h, $batch, $weight, $week, $may, $first, $last, $sooner, $known, &$alike): ?array {
            // Asked outside its window it says how it would be, so that an option can be offered.
            if ($start < 0 || ($start >= $first && $start <= $last && !isset($may[$start]))) {
                return null;
            }
            $zone = $h->zone($space);
            $alike[$space] ??= $zone->onlyPots ? '' : $this->timetable->kindOf($zone, $batch->sheet).self::kindOf($zone);
            $there = fn () => $zone->onlyPots ? null : $this->there($h, $batch, $zone, $start, $start - $week, $weight, $sooner);
            $lay = $known->of($batch->code, $alike[$space], $start, $there);

            return $lay === null ? null : ['weeks' => $lay['weeks'], 'cost' => $lay['cost'] + ($h->idOf($space) === $batch->zone ? 0 : $weight)];
        };
        $comfort = Comfort::of($batch->sheet->care->warmth->medium, $batch->sheet->care->water->mist);
        $positions = $ask->whatIf === WhatIf::Cells ? $batch->narrower : $batch->positions;

        return Stay::of($batch->code, $positions, $in, $first, $last, $week, $comfort, $weight, $ask->mayPart && $batch->isWhole, $ask->mayMove);
    }

    /** What of a zone, besides its warmth, says how long a batch lies there. */
    private static function kindOf(Zone $zone): string
    {
        return ($zone->isForRooting() ? ' roots' : '').(self::isWet($zone) ? ' wet' : '');
    }

    /** Whether a batch that is weaned sooner leaves it sooner. */
    private static function isWet(Zone $zone): bool
    {
        return $zone->mist->high > 1.0;
    }

    /** @return ?array{weeks: int, cost: int} in every zone of this kind */
    private function there(FillHouse $h, Fillable $batch, Zone $zone, int $start, int $shift, int $weight, int $sooner): ?array
    {
        try {
            $dates = $this->timetable->dates($batch->sheet, $zone, $h->dayOf($batch->stickOn, $shift), $batch->heldDays);
        } catch (Refused) {
            return null;
        }
        $late = 0;
        foreach ($batch->wanted as $ready) {
            $late = max($late, $ready->until(Week::containing($dates->readyOn)));
        }
        $weeks = $h->weekOf($dates->lastBenchWeek()->monday()) - $start + 1;
        $weeks = $batch->goesOnWeaned && $zone->isForRooting() ? min($weeks, max(1, $h->weekOf($dates->weanOn) - $start)) : $weeks;
        $weeks = self::isWet($zone) ? max(min(1, $weeks), $weeks - $sooner) : $weeks;

        return $weeks < 1 ? null : ['weeks' => $weeks, 'cost' => $this->house->whole(HouseDefault::FillLate) * $weight * $late];
    }

    /**
     * Weeks near its own in which its material is right and its block can give it.
     *
     * @return non-empty-list<int>
     */
    private function weeksFor(FillHouse $h, Fillable $batch, int $week): array
    {
        $weeks = [$week];
        $reach = $this->house->whole(HouseDefault::FillReach);
        for ($by = -$reach; $by <= $reach; ++$by) {
            $day = $h->dayOf($batch->stickOn, $by);
            if ($by !== 0 && $week + $by >= 0 && $day >= $batch->earliest && $day <= $batch->latest && ($batch->canGive)($day)) {
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
     * @return array{0: ?Stay, 1: list<Leg>, 2: int} with the space that it must leave
     */
    private function driven(FillHouse $h, Fillable $batch, array $legs): array
    {
        foreach ($legs as $i => $leg) {
            $end = $leg->from + $leg->weeks;
            for ($week = max(0, $leg->from); $week < min(FillHouse::WEEKS, $end); ++$week) {
                if ($h->zone($leg->space)->isClosedIn($h->week($week))) {
                    $before = array_slice($legs, 0, $i);
                    if ($week > $leg->from) {
                        $before[] = new Leg($leg->space, $leg->from, $week - $leg->from, $leg->trays, $leg->comfort);
                    }
                    $comfort = Tenant::isWeaned($batch->weanOn, $h->monday($week)) ? $this->weaned($h, $batch) : $leg->comfort;
                    $stay = ['weeks' => $end - $week, 'cost' => 0];

                    return [Stay::of(
                        $batch->code,
                        $batch->positions,
                        static fn () => $stay,
                        $week,
                        $week,
                        $week,
                        $comfort,
                        $this->house->whole(HouseDefault::FillDriven),
                    ), [...$before, ...array_slice($legs, $i + 1)], $leg->space];
                }
            }
        }

        return [null, $legs, 0];
    }

    private function weaned(FillHouse $h, Fillable $batch): Comfort
    {
        $sheet = $batch->sheet;
        $weaned = Tenant::of(
            $batch->code,
            $batch->positions,
            $h->from,
            $h->from,
            $sheet->care->warmth->medium,
            $sheet->care->water->mist,
        )->weaned($h->from, $h->from, $this->house);

        return Comfort::of($weaned->heat, $weaned->mist);
    }

    /**
     * Plants from potting until they are ready. Where they stand already they stay.
     *
     * @param array<string, int> $held
     */
    private function potted(FillAsk $ask, FillHouse $h, array $held): ToFill
    {
        $stays = $now = [];
        $standing = $h->legs();
        foreach ($h->pots as $code => $potted) {
            $stands = $h->numberOf($potted->zone);
            if ($potted->isLocked || isset($held[$code]) || ($potted->isPotted && $stands !== null)) {
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
            $costs = $this->potCosts($h, $tenant, $stands, $weeks);
            $comfort = Comfort::of($tenant->heat, $tenant->mist);
            $stays[] = Stay::of(
                $code,
                $tenant->trays,
                static fn (int $space) => $costs[$space] ?? null,
                $begin,
                $begin,
                $begin,
                $comfort,
                $this->weight($potted->priority),
            );
            if ($stands !== null) {
                $now[$code] = ['space' => $stands, 'from' => $begin];
            }
        }

        return new ToFill($stays, $standing, $now);
    }

    /** @return array<int, array{weeks: int, cost: int}> by the number of each zone that can take pots */
    private function potCosts(FillHouse $h, Tenant $pots, ?int $stands, int $weeks): array
    {
        $costs = [];
        foreach ($h->numbers() as $space) {
            $zone = $h->zone($space);
            if (!$zone->isMisted() && ($zone->frostFree || !$pots->mustNotFreeze)) {
                $cost = ($zone->onlyPots ? 0 : $this->house->whole(HouseDefault::FillOutOfPlace)) + ($stands === null || $stands === $space ? 0 : self::MOVED);
                $costs[$space] = ['weeks' => $weeks, 'cost' => $cost];
            }
        }

        return $costs;
    }

    /** How much a batch weighs by the priority of its order. */
    private function weight(?Priority $priority): int
    {
        return match ($priority) {
            Priority::Must => $this->house->whole(HouseDefault::FillMust),
            Priority::Should => $this->house->whole(HouseDefault::FillShould),
            Priority::Nice => $this->house->whole(HouseDefault::FillNice),
            null => 1,
        };
    }
}
