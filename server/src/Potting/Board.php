<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Going;
use WetCradle\Core\Fact;
use WetCradle\Core\Potting\PotJob;
use WetCradle\Core\Potting\WeekBoard;
use WetCradle\Core\Potting\WeekFill;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\Batches;
use WetCradle\Server\Plan\Hours;
use WetCradle\Server\Plan\Tags;

/** The week board: potting against the hours that are left for it, week by week, and what happens to what slips. */
final class Board
{
    private const FEWEST_WEEKS = 6;
    private const MOST_WEEKS = 60;

    private readonly WeekBoard $weeks;
    private ?int $season = null;

    public function __construct(
        private readonly Batches $batches,
        private readonly EntityManagerInterface $em,
        private readonly Queue $queue,
        private readonly Hours $hours,
        private readonly Tags $tags,
        private readonly House $house,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
        $this->weeks = new WeekBoard($today->day());
    }

    /**
     * The queue and the board.
     *
     * @return array<string, mixed>
     */
    public function view(): array
    {
        $now = $this->today->week();
        $many = $this->weeksAhead();
        $queued = $this->queue->until($now->plus($many - 1));
        $tags = $this->tags->byCode(array_values(array_unique(array_map(static fn (Queued $w) => $w->batch->code, $queued))));
        $free = $this->free();
        $cards = [];
        $taken = array_fill(0, $many, 0.0);
        foreach ($this->jobs($queued) as $code => ['job' => $job, 'isDue' => $isDue, 'batch' => $batch]) {
            $week = $this->weekOf($batch, $isDue);
            $at = $now->until($week);
            if ($at < $many) {
                $taken[$at] += $job->hours;
                $cards[] = [
                    'code' => $code, 'week' => $week->written(), 'given' => $batch->days->potWeek, 'plants' => $job->plants,
                    'hours' => $job->hours, 'isDue' => $isDue, 'tag' => $tags[$code], 'costs' => $job->costs($week),
                ];
            }
        }

        return [
            'day' => $this->today->day()->format('Y-m-d'),
            'dueHours' => array_sum(array_map(static fn (Queued $w) => $w->toPot->trigger->isDue ? $w->toPot->job->hours : 0.0, $queued)),
            'queue' => array_map(
                fn (Queued $w) => $this->say($w) + ['tag' => $tags[$w->batch->code]],
                array_values(array_filter($queued, static fn (Queued $w) => $w->line !== null)),
            ),
            'weeks' => array_slice(array_map(
                static fn (array $week, float $hours) => $week + ['taken' => $hours, 'over' => max(0.0, $hours - $week['free'])],
                $free,
                $taken,
            ), 0, max(self::FEWEST_WEEKS, ...array_map(static fn (array $card) => 1 + $now->until(Week::of($card['week'])), $cards))),
            'cards' => $cards,
        ];
    }

    /**
     * What would become of these weeks if each job were done when it can wait least; saves nothing.
     *
     * @return array{moves: list<array<string, mixed>>, weeks: list<array<string, mixed>>}
     */
    public function fill(Going $going): array
    {
        $now = $this->today->week();
        $many = $this->weeksAhead();
        $jobs = array_filter($this->waiting(), fn (array $job) => $now->until($this->weekOf($job['batch'], $job['isDue'])) < $many);
        $free = $this->free();
        $fill = WeekFill::fill($now, array_column($free, 'free'), array_values(array_column($jobs, 'job')), $going);
        $before = array_fill(0, $many, 0.0);
        $moves = [];
        foreach ($fill->laid as ['job' => $job, 'week' => $week, 'over' => $over]) {
            ['batch' => $batch, 'isDue' => $isDue] = $jobs[$job->code];
            $was = $this->weekOf($batch, $isDue);
            $before[$now->until($was)] += $job->hours;
            if ($was->until($week) !== 0) {
                $moves[] = $batch->asSeen() + [
                    'crop' => $batch->crop->name, 'plants' => $job->plants, 'hours' => $job->hours, 'from' => $was->written(),
                    'week' => $week->written(), 'slips' => max(0, $was->until($week)), 'over' => $over, 'costs' => $job->costs($week),
                ];
            }
        }

        return ['moves' => $moves, 'weeks' => array_map(
            static fn (array $week, float $was, float $hours) => $week + ['before' => $was, 'taken' => $hours, 'over' => max(0.0, $hours - $week['free'])],
            $free,
            $before,
            $fill->taken,
        )];
    }

    /**
     * What it would mean to pot a batch in a week: said while it is dragged.
     *
     * @return array{code: string, week: string, costs: list<array{kind: string, words: Fact}>}
     */
    public function ask(string $code, Week $week): array
    {
        ['job' => $job] = self::jobOf($this->batches->byCode($code, 'code'), $this->waiting());

        return ['code' => $job->code, 'week' => $week->written(), 'costs' => $job->costs($week)];
    }

    /**
     * Gives batches the weeks in which they are potted, all or none; null is when they are due.
     *
     * @param list<array{code: string, week: ?Week, version: int, field: string}> $moves each with the version of the batch that was seen
     *
     * @return list<array{code: string, week: ?string, version: int}> what they were before, in which it is undone
     */
    public function give(array $moves): array
    {
        $weeks = $batches = [];
        $jobs = $this->waiting();
        foreach ($moves as ['code' => $code, 'week' => $week, 'version' => $version, 'field' => $field]) {
            $batch = $batches[] = $this->batches->byCode($code, $field);
            $batch->mustBeAsSeen($version);
            if ($batch->leftBenchOn !== null || $batch->calledOff) {
                throw Refused::because('not_possible', $field, sprintf('%s %s.', $batch->code, $batch->calledOff ? 'was called off' : 'is potted already'));
            }
            if ($week !== null) {
                ['job' => $job, 'isDue' => $isDue] = self::jobOf($batch, $jobs);
                $this->weeks->mustBeAble($job, $isDue, $week, $field);
            }
            $weeks[] = $batch->days->potWeek;
            $was = ['potWeek' => $batch->days->potWeek];
            $batch->days->potWeek = $week?->written();
            $batch->reckonedAs($batch->datesFrom($batch->begins(), $this->house->timetable()));
            $this->writing->keep('batch', $batch->code, $was, ['potWeek' => $batch->days->potWeek]);
        }
        $this->em->flush();

        return array_map(static fn (Batch $batch, ?string $week) => $batch->asSeen() + ['week' => $week], $batches, $weeks);
    }

    /** @return array<string, array{job: PotJob, isDue: bool, batch: Batch}> all that is on the board or could be, by code */
    private function waiting(): array
    {
        return $this->jobs($this->queue->until($this->today->week()->plus($this->weeksAhead() - 1)));
    }

    /** The whole season: up to the last week in which anything that is planned or in trays is to be potted. */
    private function weeksAhead(): int
    {
        return $this->season ??= max(self::FEWEST_WEEKS, min(
            self::MOST_WEEKS,
            1 + $this->today->week()->until(Week::containing($this->batches->lastPotting() ?? $this->today->day())),
        ));
    }

    /**
     * @param array<string, array{job: PotJob, isDue: bool, batch: Batch}> $jobs
     *
     * @return array{job: PotJob, isDue: bool, batch: Batch}
     */
    private static function jobOf(Batch $batch, array $jobs): array
    {
        return $jobs[$batch->code] ?? throw Refused::because('not_possible', 'code', sprintf('Nothing of %s waits for pots: lift a few first.', $batch->code));
    }

    /**
     * @param list<Queued> $queued
     *
     * @return array<string, array{job: PotJob, isDue: bool, batch: Batch}> by code
     */
    private function jobs(array $queued): array
    {
        $by = [];
        foreach ($queued as $line) {
            $by[$line->batch->code][] = $line;
        }
        $jobs = [];
        foreach ($by as $code => $lines) {
            $batch = $lines[0]->batch;
            $job = $this->weeks->job(array_map(static fn (Queued $w) => $w->toPot, $lines), $batch->days->potOn, $batch->days->givenWeek());
            if ($job !== null) {
                $jobs[(string) $code] = $job + ['batch' => $batch];
            }
        }

        return $jobs;
    }

    private function weekOf(Batch $batch, bool $isDue): Week
    {
        return $this->weeks->weekOf($batch->days->givenWeek(), $isDue, $batch->days->potOn);
    }

    /**
     * @return list<array{
     *     week: string, crew: float, other: float, free: float,
     * }> hours that other work leaves for potting; of the running week, in the days that are left of it
     */
    private function free(): array
    {
        $now = $this->today->week();
        $crew = $this->house->crew();

        return array_map(function (array $week) use ($now, $crew): array {
            $of = Week::of($week['week']);
            $left = $now->until($of) === 0 ? $crew->hoursIn($of, $this->today->day()) : $week['crew'];

            return ['week' => $week['week']] + WeekBoard::free($week['crew'], $week['collect'] + $week['stick'] + $week['wean'], $left);
        }, $this->hours->weeks($now, $this->weeksAhead()));
    }

    /** @return array<string, mixed> */
    private function say(Queued $line): array
    {
        return [
            'line' => $line->number(), 'plants' => $line->toPot->plants, 'stuck' => $line->stuck, 'rooted' => $line->rooted,
            'pot' => $line->pot->name, 'mix' => $line->batch->way()->mixIn($line->pot->name), 'hours' => $line->toPot->job->hours,
            'inItsPot' => $line->batch->way()->potting->isStuckInto($line->pot->name), 'leaves' => $line->pot->leaves,
            'school' => $line->batch->way()->potting->trigger, 'isDue' => $line->toPot->trigger->isDue,
            'since' => $line->toPot->trigger->since?->format('Y-m-d'), 'why' => $line->toPot->trigger->words,
            'risk' => $line->toPot->run?->risk, 'riskWords' => $line->toPot->run?->words, 'due' => $line->toPot->job->due?->written(),
            'for' => $line->toPot->job->for, 'lastGood' => $line->toPot->job->lastGood()->format('Y-m-d'),
            'potOn' => $line->batch->days->potOn->format('Y-m-d'),
        ];
    }
}
