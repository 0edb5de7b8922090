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
     * With its days, and of a step of weaning, how it stands; none where nothing of the batch is to be weaned any more.
     *
     * @return list<array<string, mixed>>
     */
    public function ofBatch(Batch $batch): array
    {
        $sheet = $batch->sheet->core();
        $weaning = $batch->weaning();
        $steps = [];
        $isThere = $this->isToBeWeaned($batch);
        foreach ($weaning->steps as $step) {
            $steps[$step->number] = $isThere || $step->state === WeanState::Done ? $step->state->value : null;
        }

        return array_map(
            static fn (StageDays $days) => self::stage($days->stage) + [
                'from' => $days->from->format('Y-m-d'),
                'to' => $days->to->format('Y-m-d'),
                'time' => $days->time->value,
                'step' => $days->stage->kind->isWeaning() ? $steps[$days->stage->number] ?? null : null,
            ],
            SheetCourse::of($sheet, $this->house->defaults())->laidOver(
                $batch->days->dates(),
                $weaning,
                $this->today->day(),
                $this->collectedOn($batch),
                $batch->isStuck() && $this->standing($batch)['potted'] === 0 && $this->standing($batch)['inTrays'] > 0,
            ),
        );
    }

    /** What stands in its trays while the rest of it is potted: its course is drawn as that of the rest. */
    public function rest(Batch $batch): ?Fact
    {
        ['inTrays' => $inTrays, 'potted' => $potted] = $this->standing($batch);

        return $inTrays > 0 && $potted > 0 ? Fact::of('course.rest_in_trays', plants: $inTrays) : null;
    }

    /** @return array{inTrays: int, potted: int} plants, potted ones whether they are here or sold */
    private function standing(Batch $batch): array
    {
        $states = [];
        foreach ($this->counts->on(array_map(static fn (Line $line) => (int) $line->id, array_values($batch->lines->toArray()))) as $line) {
            foreach ($line as $state => $plants) {
                $states[$state] = ($states[$state] ?? 0) + $plants;
            }
        }

        return [
            'inTrays' => ($states['to_stick'] ?? 0) + ($states['stuck'] ?? 0) + ($states['rooted'] ?? 0),
            'potted' => ($states['potted'] ?? 0) + ($states['grown'] ?? 0) + ($states['sold'] ?? 0),
        ];
    }

    /** The day on which its material was, or is to be, cut. */
    private function collectedOn(Batch $batch): \DateTimeImmutable
    {
        return $this->em->getRepository(Collection::class)->findOneBy(['batch' => $batch])?->startedAt->setTime(0, 0) ?? $batch->collectsOn();
    }

    /**
     * The step that is to be taken next; null where nothing of the batch is to be weaned any more.
     *
     * @return ?array{step: int, of: int, what: string, on: string, isPutOff: bool, aWeekMore: string, goesTo: ?string}
     */
    public function nextStep(Batch $batch): ?array
    {
        $weaning = $batch->weaning();
        $next = $this->isToBeWeaned($batch) ? $weaning->next() : null;
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
        $there = $first === false ? [] : $this->counts->on([(int) $first->id])[(int) $first->id] ?? [];

        return $batch->leftBenchOn === null && (!$batch->isStuck() || ($there['stuck'] ?? 0) + ($there['rooted'] ?? 0) > 0);
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
