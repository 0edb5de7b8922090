<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** The week board: which jobs stand on it, in which week, and the hours that are left for them. */
final class WeekBoard
{
    public function __construct(private readonly \DateTimeImmutable $today)
    {
    }

    /**
     * One job of a batch: of its lines, those that are due; where none is, all that is expected on its day. Null for what
     * was to be potted by now and shows no roots: it waits for a check, not for hands.
     *
     * @param non-empty-list<ToPot> $lines  of one batch
     * @param \DateTimeImmutable       $potOn  by its plan
     * @param ?Week                    $given  the week that its potting was given
     *
     * @return ?array{job: PotJob, isDue: bool}
     */
    public function job(array $lines, \DateTimeImmutable $potOn, ?Week $given): ?array
    {
        $due = array_values(array_filter($lines, static fn (ToPot $line) => $line->trigger->isDue));
        if ($due === [] && $potOn < $this->today && $given === null) {
            return null;
        }
        $of = $due === [] ? $lines : $due;
        $plants = array_sum(array_map(static fn (ToPot $line) => $line->plants, $of));
        $first = $of[0]->job;

        return $plants === 0 ? null : ['isDue' => $due !== [], 'job' => PotJob::of(
            $first->code,
            $plants,
            array_sum(array_map(static fn (ToPot $line) => $line->job->hours, $of)),
            min(array_map(static fn (ToPot $line) => $line->job->from, $of)),
            min(array_map(static fn (ToPot $line) => $line->job->boundOn, $of)),
            $first->growingOn,
            $first->due,
            $first->for,
            $first->latest,
        )];
    }

    /** The week in which a job stands: the one it was given, else now if it is due, else that of its day; never one gone by. */
    public function weekOf(?Week $given, bool $isDue, \DateTimeImmutable $potOn): Week
    {
        $now = Week::containing($this->today);
        $week = $given ?? ($isDue ? $now : Week::containing($potOn));

        return $now->until($week) < 0 ? $now : $week;
    }

    /**
     * Hours that other work leaves for potting in a week.
     *
     * @param float $crew  hours there are in the week
     * @param float $other hours that collecting, sticking and weaning take
     * @param float $left  hours that are left of it, where it is running
     *
     * @return array{crew: float, other: float, free: float} of what is left of the week
     */
    public static function free(float $crew, float $other, float $left): array
    {
        $share = $crew > 0.0 ? $left / $crew : 1.0;

        return ['crew' => $left, 'other' => $other * $share, 'free' => max(0.0, $left - $other * $share)];
    }

    /**
     * @throws Refused where a job cannot be done in that week
     */
    public function mustBeAble(PotJob $job, bool $isDue, Week $week, string $field): void
    {
        $now = Week::containing($this->today);
        if ($now->until($week) < 0) {
            throw Refused::because('gone_by', $field, Fact::of('potting.gone_by', week: $week));
        }
        if (!$isDue && Week::containing($job->from)->until($week) < 0) {
            throw Refused::because('too_soon', $field, Fact::of('potting.too_soon', batch: $job->code, from: $job->from));
        }
        if ($job->isHeldTooLong($week) && $now->until($week) > 0) {
            throw Refused::because(
                'too_long',
                $field,
                Fact::of('potting.too_long', batch: $job->code, days: $job->latest),
            );
        }
    }
}
