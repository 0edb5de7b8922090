<?php

declare(strict_types=1);

namespace WetCradle\Server\Course;

use WetCradle\Core\Course\Course;
use WetCradle\Core\Course\Stage;
use WetCradle\Core\Course\StageDays;
use WetCradle\Core\Course\StageJob;
use WetCradle\Core\Course\StageKind;
use WetCradle\Core\Crops\SheetCourse;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;

/** Courses as they are shown: of a sheet, and of a batch with its days. */
final class Courses
{
    public function __construct(private readonly House $house, private readonly Today $today)
    {
    }

    /** @return list<array<string, mixed>> */
    public static function of(Course $course): array
    {
        return array_map(self::stage(...), $course->stages);
    }

    /** @return list<array<string, mixed>> with its days, and of a step of weaning, how it stands */
    public function ofBatch(Batch $batch): array
    {
        $sheet = $batch->sheet->core();
        $weaning = $batch->weaning();
        $steps = [];
        foreach ($weaning->steps as $step) {
            $steps[$step->number] = $step->state->value;
        }

        return array_map(
            static fn (StageDays $days) => self::stage($days->stage) + [
                'from' => $days->from->format('Y-m-d'),
                'to' => $days->to->format('Y-m-d'),
                'time' => $days->time->value,
                'step' => $days->stage->kind === StageKind::Weaning ? $steps[$days->stage->number] ?? null : null,
            ],
            SheetCourse::of($sheet, $this->house->defaults())->laidOver($batch->days->dates(), $weaning, $this->today->day()),
        );
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
