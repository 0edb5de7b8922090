<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\CropRate;
use WetCradle\Core\Rates\Mishap;
use WetCradle\Core\Rooting\Forecast;

/** One batch as it is on its way to the orders it serves: what stands of it at each stage, how much of that comes, and when. */
final class OnItsWay
{
    /**
     * @param string              $way     what other batches share their doubt with this one: the name of its way
     * @param CropRate            $rate    of its way
     * @param Beta                $potting the share that comes through potting and growing on
     * @param ?\DateTimeImmutable $potOn   null where it has left its trays
     * @param int                 $days    from sticking to weaning as planned
     */
    private function __construct(
        private readonly string $way,
        private readonly CropRate $rate,
        private readonly Beta $potting,
        private readonly \DateTimeImmutable $today,
        private readonly ?\DateTimeImmutable $potOn,
        private readonly \DateTimeImmutable $readyOn,
        private readonly int $days,
    ) {
    }

    /**
     * @param string              $way     the same for batches of one way
     * @param Beta                $potting the share that comes through potting and growing on
     * @param \DateTimeImmutable  $begins  the day of sticking
     * @param \DateTimeImmutable  $weanOn  as planned
     * @param ?\DateTimeImmutable $potOn   null where it has left its trays
     */
    public static function of(
        string $way,
        CropRate $rate,
        Beta $potting,
        \DateTimeImmutable $today,
        \DateTimeImmutable $begins,
        \DateTimeImmutable $weanOn,
        ?\DateTimeImmutable $potOn,
        \DateTimeImmutable $readyOn,
    ): self {
        return new self($way, $rate, $potting, $today, $potOn, $readyOn, self::between($begins, $weanOn));
    }

    /** Those with roots, in trays or potted; while any wait in trays past their day of potting, all are later by as much. */
    public function rooted(int $rooted, int $potted, int $inTrays): Standing
    {
        return Standing::of($rooted + $potted, [$this->potting])->readyOn($this->grown($rooted + $inTrays > 0));
    }

    /**
     * Those that are to be stuck.
     *
     * @param int   $plants    they would make if all rooted
     * @param float $speedLnSd how sure it is how fast a batch of its way roots
     */
    public function planned(int $plants, float $speedLnSd, Mishap $mishap): Standing
    {
        return Standing::of($plants, [$this->rate->forNewBatch, $this->potting], $this->way, $this->shared())
            ->readyOn(ReadyDays::planned($this->readyOn, $this->days, $speedLnSd))
            ->failing($mishap->chance, $mishap->leaves->mean() * $this->potting->mean());
    }

    /** Those that were left longer when the rest was counted. */
    public function leftLonger(int $inTrays, Beta $roots): Standing
    {
        return Standing::of($inTrays, [$roots, $this->potting])->readyOn($this->grown(true));
    }

    /**
     * Those that are rooting.
     *
     * @param int       $stuck in all
     * @param int       $lost  of those, gone from the trays by now
     * @param list<int> $roots days since it was stuck by which it has rooted, at the chances of `ReadyDays`
     * @param int       $since days since it was stuck
     * @param bool      $seen  it was looked at: what is believed of it is of its own
     */
    public function rooting(int $inTrays, int $stuck, int $lost, Forecast $forecast, array $roots, int $since, bool $seen): Standing
    {
        $there = max(1e-6, 1.0 - $lost / max(1, $stuck));
        $leaves = max(0.0, $forecast->finalRate() - (1.0 - $forecast->fails) * $forecast->usualRate) / max(1e-9, $forecast->fails);

        return Standing::of($inTrays, [self::ofThoseThere($forecast, $there), $this->potting], $this->way, $seen ? 0.0 : $this->shared())
            ->readyOn(ReadyDays::rooting(
                $this->readyOn,
                array_map(static fn (int $days) => max($days, $since), $roots),
                $this->days,
                $this->overdue(),
            ))
            ->failing($forecast->fails, min(1.0, $leaves / $there) * $this->potting->mean());
    }

    /** The share that roots in the end of those that are there: what is gone never will, of what is there so many more. */
    private static function ofThoseThere(Forecast $forecast, float $there): Beta
    {
        $mean = min(0.995, max(0.005, $forecast->usualRate / $there));
        $variance = ($forecast->usualSd / $there) ** 2;

        return Beta::matching($mean, min(0.95 * $mean * (1.0 - $mean), max(1e-6, $variance)));
    }

    /** The part of the doubt about a new batch that is doubt about its way. */
    private function shared(): float
    {
        return min(1.0, ($this->rate->rateSd / max(1e-9, $this->rate->newBatchSd)) ** 2);
    }

    private function grown(bool $waits): ReadyDays
    {
        return ReadyDays::growing($this->readyOn->modify(sprintf('+%d days', $waits ? $this->overdue() : 0)), $this->today);
    }

    /** Days since it was to be potted. */
    private function overdue(): int
    {
        return $this->potOn === null ? 0 : max(0, self::between($this->potOn, $this->today));
    }

    private static function between(\DateTimeImmutable $from, \DateTimeImmutable $to): int
    {
        return (int) $from->diff($to)->format('%r%a');
    }
}
