<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** A batch that waits for its pots: how much work, from when it can be done, and what it costs to let it wait. */
final class PotJob
{
    /**
     * @param float              $hours   that potting it takes
     * @param \DateTimeImmutable $from    the first day on which it can be potted
     * @param \DateTimeImmutable $boundOn the day from which its roots mat
     * @param ?Week              $due     the first week in which an order wants it
     * @param ?string            $for     whose order that is
     * @param int                $latest  days after `from` for which it can be held at most
     */
    private function __construct(
        public readonly string $code,
        public readonly int $plants,
        public readonly float $hours,
        public readonly \DateTimeImmutable $from,
        public readonly \DateTimeImmutable $boundOn,
        public readonly GrowingOn $growingOn,
        public readonly ?Week $due,
        public readonly ?string $for,
        public readonly int $latest,
    ) {
    }

    /** @throws Refused for `plants` or `hours` */
    public static function of(
        string $code,
        int $plants,
        float $hours,
        \DateTimeImmutable $from,
        \DateTimeImmutable $boundOn,
        GrowingOn $growingOn,
        ?Week $due,
        ?string $for,
        int $latest,
    ): self {
        if ($plants < 0 || $hours < 0.0) {
            throw Refused::because('negative', $plants < 0 ? 'plants' : 'hours', Fact::of('refused.pot_job.negative'));
        }

        return new self($code, $plants, $hours, $from, $boundOn, $growingOn, $due, $for, max(0, $latest));
    }

    /** The last day on which potting it harms neither its roots nor its order. */
    public function lastGood(): \DateTimeImmutable
    {
        $potBy = $this->due === null ? null : $this->growingOn->potBy($this->due->sunday());

        return $potBy === null ? $this->boundOn : min($this->boundOn, $potBy);
    }

    /** The same, held no longer than its last good day. */
    public function withinGood(): self
    {
        $days = (int) $this->from->diff($this->lastGood())->format('%r%a');

        return new self(
            $this->code, $this->plants, $this->hours, $this->from, $this->boundOn, $this->growingOn, $this->due, $this->for, max(0, min($this->latest, $days)),
        );
    }

    /** The day on which it is potted when it is done in a week: its Monday, or the first day it can be. */
    public function dayIn(Week $week): \DateTimeImmutable
    {
        return max($this->from, $week->monday());
    }

    public function isHeldTooLong(Week $week): bool
    {
        return $this->dayIn($week) > $this->from->modify(sprintf('+%d days', $this->latest));
    }

    /**
     * What it means to pot it in this week.
     *
     * @return list<array{kind: string, words: Fact}>
     */
    public function costs(Week $week): array
    {
        $day = $this->dayIn($week);
        $risks = [];
        $past = (int) $this->boundOn->diff($day)->format('%r%a');
        if ($past > 0) {
            $risks[] = ['kind' => 'root_bound', 'words' => Fact::of('potting.root_bound', days: $past)];
        }
        $late = $this->due === null ? 0 : $this->due->until(Week::containing($this->growingOn->readyOn($day)));
        if ($late > 0) {
            $risks[] = [
                'kind' => 'late',
                'words' => $this->for === null ? Fact::of('potting.late_for_us', weeks: $late) : Fact::of('potting.late', weeks: $late, for: $this->for),
            ];
        }
        if ($this->isHeldTooLong($week)) {
            $risks[] = ['kind' => 'too_long', 'words' => Fact::of('potting.held_too_long', days: $this->latest)];
        }

        return $risks;
    }
}
