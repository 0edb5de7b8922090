<?php

declare(strict_types=1);

namespace WetCradle\Server\Course;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Course\Course;
use WetCradle\Core\Course\Stage;
use WetCradle\Core\Course\StageDays;
use WetCradle\Core\Course\StageJob;
use WetCradle\Core\Course\WeanState;
use WetCradle\Core\Crops\SheetCourse;
use WetCradle\Core\Fact;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Stock\Collection;

/** Courses as they are shown: of a sheet, and of a batch with its days. */
final class Courses
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly House $house,
        private readonly Today $today,
        private readonly Counts $counts,
    ) {
    }

    /** @return list<array<string, mixed>> */
    public static function of(Course $course): array
    {
        return array_map(self::stage(...), $course->stages);
    }

    /**
     * The course of a batch with its days and its steps of weaning, what of it stands in its trays while the rest is potted, and
     * the step that is to be taken next.
     *
     * @return array{course: list<array<string, mixed>>, courseRest: ?Fact, weaning: ?array<string, mixed>}
     */
    public function shown(Batch $batch): array
    {
        $lines = array_map(static fn (Line $line) => (int) $line->id, array_values($batch->lines->toArray()));
        $counts = $this->counts->on($lines);
        $inTrays = $potted = 0;
        foreach ($counts as $states) {
            $inTrays += ($states['to_stick'] ?? 0) + ($states['stuck'] ?? 0) + ($states['rooted'] ?? 0);
            $potted += ($states['potted'] ?? 0) + ($states['grown'] ?? 0) + ($states['sold'] ?? 0);
        }
        $isWeaned = self::mayBeWeaned($batch, $counts[$lines[0] ?? 0] ?? []);

        return [
            'course' => $this->laid($batch, $isWeaned, $batch->isStuck() && $potted === 0 && $inTrays > 0),
            // The line is drawn as that of what is potted.
            'courseRest' => $inTrays > 0 && $potted > 0 ? Fact::of('course.rest_in_trays', plants: $inTrays) : null,
            'weaning' => $isWeaned ? $this->nextStep($batch) : null,
        ];
    }

    /**
     * @param bool $isWeaned  whether any of it is to be weaned yet
     * @param bool $isWaiting whether all of it stands in its trays
     *
     * @return list<array<string, mixed>>
     */
    private function laid(Batch $batch, bool $isWeaned, bool $isWaiting): array
    {
        $weaning = $batch->weaning();
        $steps = [];
        foreach ($weaning->steps as $step) {
            $steps[$step->number] = $isWeaned || $step->state === WeanState::Done ? $step->state->value : null;
        }

        return array_map(
            static fn (StageDays $days) => self::stage($days->stage) + [
                'from' => $days->from->format('Y-m-d'),
                'to' => $days->to->format('Y-m-d'),
                'time' => $days->time->value,
                'step' => $days->stage->kind->isWeaning() ? $steps[$days->stage->number] ?? null : null,
            ],
            SheetCourse::of($batch->way(), $this->house->defaults())->laidOver(
                $batch->days->dates(),
                $weaning,
                $this->today->day(),
                $this->collectedOn($batch),
                $isWaiting,
            ),
        );
    }

    /** The day on which its material was, or is to be, cut. */
    private function collectedOn(Batch $batch): \DateTimeImmutable
    {
        return $this->em->getRepository(Collection::class)->findOneBy(['batch' => $batch])?->startedAt->setTime(0, 0) ?? $batch->collectsOn();
    }

    /** @return ?array{step: int, of: int, what: string, on: string, isPutOff: bool, aWeekMore: string, goesTo: ?string} null where none is left */
    private function nextStep(Batch $batch): ?array
    {
        $weaning = $batch->weaning();
        $next = $weaning->next();
        if ($next === null) {
            return null;
        }
        $goesTo = null;
        foreach ($next->number === 1 ? $batch->movesOn : [] as $on) {
            $goesTo = ($on->fromDay <=> $batch->days->weanOn) === 0 ? $on->zone->name : $goesTo;
        }

        return [
            'step' => $next->number, 'of' => count($weaning->steps), 'what' => $next->what, 'on' => $next->on->format('Y-m-d'),
            'isPutOff' => $next->state === WeanState::PutOff, 'aWeekMore' => $next->aWeekMore($this->today->day())->format('Y-m-d'), 'goesTo' => $goesTo,
        ];
    }

    /** Whether its first line is still to be potted: what was left longer after a count is weaned with nothing. */
    public function isToBeWeaned(Batch $batch): bool
    {
        $first = $batch->lines->first();

        return self::mayBeWeaned($batch, $first === false ? [] : $this->counts->on([(int) $first->id])[(int) $first->id] ?? []);
    }

    /** @param array<string, int> $first what stands on its first line, by state */
    private static function mayBeWeaned(Batch $batch, array $first): bool
    {
        return $batch->leftBenchOn === null && (!$batch->isStuck() || ($first['stuck'] ?? 0) + ($first['rooted'] ?? 0) > 0);
    }

    /** @return array<string, mixed> */
    private static function stage(Stage $stage): array
    {
        return [
            'kind' => $stage->kind->value,
            'number' => $stage->number,
            'words' => $stage->kind->words(),
            'what' => $stage->what,
            'stands' => $stage->stands->value,
            'days' => $stage->days?->pair(),
            'ends' => $stage->ends,
            'place' => $stage->place,
            'jobs' => array_map(
                static fn (StageJob $job) => ['when' => $job->when->value, 'days' => $job->days, 'what' => $job->what],
                $stage->jobs,
            ),
        ];
    }
}
