<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * The weaning of a batch, step by step: from its sheet's steps, the day from which it may begin, and what was done or put off.
 * Each step follows the one before it; a step that is taken late moves all that follow.
 */
final class Weaning
{
    /**
     * @param list<WeanStep>                                       $steps
     * @param array<int, array{on: \DateTimeImmutable, done: bool}> $kept  by number of the step
     */
    private function __construct(
        private readonly \DateTimeImmutable $from,
        public readonly array $steps,
        private readonly array $kept,
    ) {
    }

    /**
     * @param list<array{days: int, what: string}>                 $steps of the sheet
     * @param \DateTimeImmutable                                   $from  the day of its first step where nobody said another
     * @param array<int, array{on: \DateTimeImmutable, done: bool}> $kept  what somebody did or put off, by number of the step
     */
    public static function of(array $steps, \DateTimeImmutable $from, array $kept = []): self
    {
        $day = $from;
        $laid = [];
        foreach ($steps as $i => ['days' => $days, 'what' => $what]) {
            $said = $kept[$i + 1] ?? null;
            // What is only put off waits for the steps before it all the same.
            $on = $said === null ? $day : ($said['done'] ? $said['on'] : max($day, $said['on']));
            $state = $said === null ? WeanState::Planned : ($said['done'] ? WeanState::Done : WeanState::PutOff);
            $laid[] = $step = new WeanStep($i + 1, $what, $days, $on, $state);
            $day = $step->until();
        }

        return new self($from, $laid, array_intersect_key($kept, array_flip(array_column($laid, 'number'))));
    }

    /** The day of its first step; where there are no steps, the day on which it may be potted. */
    public function begins(): \DateTimeImmutable
    {
        return ($this->steps[0] ?? null)->on ?? $this->from;
    }

    /** The day from which it is weaned: the last step has had its days. */
    public function ends(): \DateTimeImmutable
    {
        return $this->steps === [] ? $this->from : $this->steps[count($this->steps) - 1]->until();
    }

    /** Whether its first step is taken. */
    public function hasBegun(): bool
    {
        return array_filter($this->steps, static fn (WeanStep $step) => $step->state === WeanState::Done) !== [];
    }

    /** Whether anybody said a day of any of its steps. */
    public function isSaid(): bool
    {
        return $this->kept !== [];
    }

    /** The step that is to be taken next; null once all are. */
    public function next(): ?WeanStep
    {
        foreach ($this->steps as $step) {
            if ($step->state !== WeanState::Done) {
                return $step;
            }
        }

        return null;
    }

    /**
     * A step taken on a day. Steps before it that nobody ticked were taken by then too.
     *
     * @return array<int, array{on: \DateTimeImmutable, done: bool}> what is kept from now on
     *
     * @throws Refused for `step` or `on`
     */
    public function taken(int $number, \DateTimeImmutable $on, \DateTimeImmutable $stuckOn, \DateTimeImmutable $today): array
    {
        $this->mustBe($number);
        if ($on > $today) {
            throw Refused::because('in_future', 'on', Fact::of('refused.weaning.in_future'));
        }
        $this->mustFollow($number, $on, $stuckOn);
        $kept = $this->kept;
        for ($i = 1; $i <= $number; ++$i) {
            if ($i === $number || !($kept[$i]['done'] ?? false)) {
                $kept[$i] = ['on' => $on, 'done' => true];
            }
        }
        foreach ($kept as $later => ['on' => $day, 'done' => $done]) {
            if ($later > $number && $done && $day < $on) {
                throw Refused::because('upside_down', 'on', Fact::of('refused.weaning.after_next', step: $later, on: $day));
            }
        }

        return $kept;
    }

    /**
     * A step that waits until a day, and with it all that follow.
     *
     * @return array<int, array{on: \DateTimeImmutable, done: bool}> what is kept from now on
     *
     * @throws Refused for `step` or `on`
     */
    public function putOff(int $number, \DateTimeImmutable $on, \DateTimeImmutable $stuckOn): array
    {
        $this->mustBe($number);
        if ($this->kept[$number]['done'] ?? false) {
            throw Refused::because('already_done', 'step', Fact::of('refused.weaning.already_done', step: $number));
        }
        $this->mustFollow($number, $on, $stuckOn);

        return [$number => ['on' => $on, 'done' => false]] + $this->kept;
    }

    /**
     * A step as it is planned again: neither taken nor put off; nor is any that follows it.
     *
     * @return array<int, array{on: \DateTimeImmutable, done: bool}> what is kept from now on
     *
     * @throws Refused for `step`
     */
    public function undone(int $number): array
    {
        $this->mustBe($number);

        return array_filter($this->kept, static fn (int $step) => $step < $number, ARRAY_FILTER_USE_KEY);
    }

    /** @throws Refused for `step` */
    private function mustBe(int $number): void
    {
        if ($number < 1 || $number > count($this->steps)) {
            throw Refused::because('unknown', 'step', Fact::of('refused.weaning.unknown', steps: count($this->steps)));
        }
    }

    /** @throws Refused for `on` */
    private function mustFollow(int $number, \DateTimeImmutable $on, \DateTimeImmutable $stuckOn): void
    {
        if ($on < $stuckOn) {
            throw Refused::because('before_sticking', 'on', Fact::of('refused.weaning.before_sticking', stuck: $stuckOn));
        }
        foreach ($this->kept as $before => ['on' => $day, 'done' => $done]) {
            if ($before < $number && $done && $day > $on) {
                throw Refused::because('upside_down', 'on', Fact::of('refused.weaning.before_last', step: $before, on: $day));
            }
        }
    }
}
