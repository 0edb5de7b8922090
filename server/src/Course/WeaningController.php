<?php

declare(strict_types=1);

namespace WetCradle\Server\Course;

use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Course\WeanState;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Batches;
use WetCradle\Server\Plan\BatchViews;

/** A batch is weaned step by step: each taken, put off, or left as it is planned. Its later days follow in the same transaction. */
#[IsGranted('ROLE_HAND')]
final class WeaningController
{
    public function __construct(
        private readonly Batches $batches,
        private readonly Writing $writing,
        private readonly House $house,
        private readonly Today $today,
        private readonly BatchViews $views,
        private readonly Courses $courses,
    ) {
    }

    #[Route('/api/batches/{code}/weaning', methods: ['POST'])]
    public function step(string $code, Fields $in): Answer
    {
        $batch = $this->writing->once(function () use ($code, $in): Batch {
            $batch = $this->batches->at($code);
            $version = $in->count('version', 1);
            $step = $in->count('step', 1, 20);
            $as = $in->choice('as', WeanState::class);
            $on = $as === WeanState::Planned ? null : $in->day('on');
            $in->done();
            $batch->mustBeAsSeen($version);
            if (!$batch->isStuck()) {
                throw Refused::because('not_stuck', 'code', sprintf('%s is not stuck yet.', $batch->code));
            }
            if (!$this->courses->isToBeWeaned($batch)) {
                throw Refused::because('left_bench', 'code', sprintf('%s is potted or gone: nothing of it is to be weaned.', $batch->code));
            }
            $weaning = $batch->weaning();
            $kept = match (true) {
                $on === null => $weaning->undone($step),
                $as === WeanState::Done => $weaning->taken($step, $on, $batch->begins(), $this->today->day()),
                default => $weaning->putOff($step, $on, $batch->begins()),
            };
            $before = self::said($batch);
            $batch->days->weanedBy($kept);
            $batch->reckonedAs($batch->datesFrom($batch->begins(), $this->house->timetable()));
            $this->writing->keep('batch', $batch->code, $before, self::said($batch));

            return $batch;
        });

        return new Answer($this->views->one($batch));
    }

    /** @return array<string, ?string> how each step stands, for who looks it up later */
    private static function said(Batch $batch): array
    {
        $said = [];
        foreach ($batch->weaning()->steps as $i => $step) {
            $said["weaning[{$i}]"] = match ($step->state) {
                WeanState::Done => 'done '.$step->on->format('Y-m-d'),
                WeanState::PutOff => 'put off to '.$step->on->format('Y-m-d'),
                WeanState::Planned => null,
            };
        }

        return $said;
    }
}
