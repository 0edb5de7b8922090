<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

/** One step of a weaning: what is set, from which day, for how many days; done, put off by somebody, or as it is planned. */
final class WeanStep
{
    /**
     * @param int    $number 1 for the first
     * @param int    $days   that it is kept so
     * @param string $what   is set, in the words of the sheet
     */
    public function __construct(
        public readonly int $number,
        public readonly string $what,
        public readonly int $days,
        public readonly \DateTimeImmutable $on,
        public readonly WeanState $state,
    ) {
    }

    /** The day to which it is put off where it is left a week more: a week after its own day, or after today where that has gone by. */
    public function aWeekMore(\DateTimeImmutable $today): \DateTimeImmutable
    {
        return max($this->on, $today)->modify('+7 days');
    }

    /** The day on which the next step begins. */
    public function until(): \DateTimeImmutable
    {
        return $this->on->modify(sprintf('+%d days', $this->days));
    }
}
