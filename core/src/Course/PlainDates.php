<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

use WetCradle\Core\Calendar\Week;

/**
 * A batch's expected days: stuck, rooted, weaned, potted, ready. What depends on rooting is a range, never one
 * false-precise day. Its roots show from the first tenth rooted to the ninth; potting and being ready hold eight batches in
 * ten, by how sure it is how fast a batch roots.
 */
final class PlainDates
{
    /** So many standard deviations to either side hold eight in ten. */
    private const EIGHT_IN_TEN = 1.2816;

    private function __construct(
        public readonly \DateTimeImmutable $stickOn,
        public readonly \DateTimeImmutable $rootedFrom,
        public readonly \DateTimeImmutable $rootedBy,
        public readonly \DateTimeImmutable $weanOn,
        public readonly \DateTimeImmutable $potFrom,
        public readonly \DateTimeImmutable $potOn,
        public readonly \DateTimeImmutable $potBy,
        public readonly \DateTimeImmutable $readyFrom,
        public readonly \DateTimeImmutable $readyOn,
        public readonly \DateTimeImmutable $readyBy,
    ) {
    }

    /** Backwards from the Monday of the week in which the plants are wanted. */
    public static function backwards(Week $ready, CropTimes $times): self
    {
        return self::forwards(self::stickBy($ready, $times), $times);
    }

    /** The last day to stick what is wanted in a week. */
    public static function stickBy(Week $ready, CropTimes $times): \DateTimeImmutable
    {
        return $times->stickBy($ready->monday());
    }

    /** Whether its plants are ready in a week, or before. */
    public function isInTimeFor(Week $ready): bool
    {
        return $this->readyOn <= $ready->sunday();
    }

    /** @param int $heldDays that it stands in its tray longer than it must, for want of hands or room */
    public static function forwards(\DateTimeImmutable $stickOn, CropTimes $times, int $heldDays = 0): self
    {
        $rooting = $times->rooting;
        $from = $rooting->rootedFrom($stickOn);
        $by = $rooting->rootedBy($stickOn);
        $wean = $rooting->weanOn($stickOn);
        $potOn = $times->pottedStuckOn($stickOn, $heldDays);
        // Eight batches in ten root within these days: how fast this one does is known no better.
        $off = exp(self::EIGHT_IN_TEN * $times->speedLnSd);
        $potFrom = min($potOn, $times->potOn($rooting->weanOnAt($stickOn, 1.0 / $off)));
        $potBy = max($potOn, $times->potOn($rooting->weanOnAt($stickOn, $off)));
        $ready = $times->growingOn->readyOn(...);

        return new self($stickOn, $from, $by, $wean, $potFrom, $potOn, $potBy, $ready($potFrom), $ready($potOn), $ready($potBy));
    }

    /**
     * The same, weaned as somebody does it: it is potted by that. Once weaning has begun its roots are known, and how fast it
     * roots is no question any more.
     *
     * @param int $heldDays that it stands in its tray longer than it must
     */
    public function weaned(Weaning $weaning, CropTimes $times, int $heldDays = 0): self
    {
        if (!$weaning->isSaid()) {
            return $this;
        }
        $wean = $weaning->begins();
        $potOn = $times->pottedFrom($weaning->ends(), $heldDays);
        $ready = $times->growingOn->readyOn(...);
        if ($weaning->hasBegun()) {
            [$potFrom, $potBy] = [$potOn, $potOn];
        } else {
            $moved = (int) $this->potOn->diff($potOn)->format('%r%a');
            $byAsMuch = static fn (\DateTimeImmutable $day) => $day->modify(sprintf('%+d days', $moved));
            [$potFrom, $potBy] = [min($potOn, $byAsMuch($this->potFrom)), max($potOn, $byAsMuch($this->potBy))];
        }

        return new self(
            $this->stickOn, $this->rootedFrom, $this->rootedBy, $wean, $potFrom, $potOn, $potBy, $ready($potFrom), $ready($potOn), $ready($potBy),
        );
    }

    /** The same, potted on a day that somebody has settled: no range any more, and ready counted from it. */
    public function pottedOn(\DateTimeImmutable $day, GrowingOn $growingOn): self
    {
        $day = max($day, $this->stickOn);
        $ready = $growingOn->readyOn($day);

        return new self($this->stickOn, $this->rootedFrom, $this->rootedBy, min($this->weanOn, $day), $day, $day, $day, $ready, $ready, $ready);
    }

    /** As they were reckoned before, and kept. */
    public static function known(
        \DateTimeImmutable $stickOn,
        \DateTimeImmutable $rootedFrom,
        \DateTimeImmutable $rootedBy,
        \DateTimeImmutable $weanOn,
        \DateTimeImmutable $potFrom,
        \DateTimeImmutable $potOn,
        \DateTimeImmutable $potBy,
        \DateTimeImmutable $readyFrom,
        \DateTimeImmutable $readyOn,
        \DateTimeImmutable $readyBy,
    ): self {
        return new self($stickOn, $rootedFrom, $rootedBy, $weanOn, $potFrom, $potOn, $potBy, $readyFrom, $readyOn, $readyBy);
    }

    /** Of what is potted: its days as they were, and the one on which it is ready. */
    public static function grown(\DateTimeImmutable $stuckOn, \DateTimeImmutable $weanedOn, \DateTimeImmutable $pottedOn, \DateTimeImmutable $readyOn): self
    {
        return new self($stuckOn, $weanedOn, $weanedOn, $weanedOn, $pottedOn, $pottedOn, $pottedOn, $readyOn, $readyOn, $readyOn);
    }

    /** The last week in which the batch still stands on the rooting bench. */
    public function lastBenchWeek(): Week
    {
        $last = $this->potOn->modify('-1 day');

        return Week::containing($last < $this->stickOn ? $this->stickOn : $last);
    }

    /** @return array<string, string> every day by its name */
    public function toArray(): array
    {
        return array_map(static fn (\DateTimeImmutable $day) => $day->format('Y-m-d'), [
            'stickOn' => $this->stickOn,
            'rootedFrom' => $this->rootedFrom,
            'rootedBy' => $this->rootedBy,
            'weanOn' => $this->weanOn,
            'potFrom' => $this->potFrom,
            'potOn' => $this->potOn,
            'potBy' => $this->potBy,
            'readyFrom' => $this->readyFrom,
            'readyOn' => $this->readyOn,
            'readyBy' => $this->readyBy,
        ]);
    }
}
