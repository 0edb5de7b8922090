<?php

declare(strict_types=1);

namespace WetCradle\Core\Potting;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Course\GrowingOn;
use WetCradle\Core\Crops\PotTrigger;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/** A line that waits for its pots, or a batch that is planned and will: whether it is due, how many, and the job that makes. */
final class ToPot
{
    /**
     * @param int      $plants that have roots by a count, or are expected to
     * @param ?RootRun $run    null while it is not due
     */
    private function __construct(public readonly int $plants, public readonly Trigger $trigger, public readonly ?RootRun $run, public readonly PotJob $job)
    {
    }

    /**
     * @param \Closure(int): float $hours  that potting so many takes
     * @param GrowingOn            $growingOn where it stands
     * @param ?Week                $due    in which the nearest order wants it
     * @param ?string              $for    whose order that is
     */
    public static function line(
        LineInTrays $line,
        \Closure $hours,
        GrowingOn $growingOn,
        ?Week $due,
        ?string $for,
        \DateTimeImmutable $today,
        HouseDefaults $house,
    ): self {
        $trigger = Trigger::of($line->school, $line->looks, $line->rooted, $line->countedOn, $line->potOn, $today);
        $last = $line->looks === [] ? null : $line->looks[array_key_last($line->looks)]->tally;
        $run = $trigger->since === null || $line->inItsPot ? null : RootRun::of($trigger->since, $last, $today, $house);

        return self::made(
            $line->batch,
            $line->plants($trigger->isDue),
            $trigger,
            $run,
            $line->potOn,
            $line->heldDays,
            $hours,
            $growingOn,
            $due,
            $for,
            $line->inItsPot,
            $house,
        );
    }

    /**
     * A batch that is not stuck yet: never due before tomorrow, and by the calendar then.
     *
     * @param int                  $plants expected
     * @param bool                 $inItsPot whether it is stuck in the pot that it is sold in
     * @param \Closure(int): float $hours  that potting so many takes
     */
    public static function planned(
        string $batch,
        int $plants,
        \DateTimeImmutable $potOn,
        int $heldDays,
        \Closure $hours,
        GrowingOn $growingOn,
        ?Week $due,
        ?string $for,
        \DateTimeImmutable $today,
        HouseDefaults $house,
        bool $inItsPot = false,
    ): self {
        $trigger = Trigger::of(PotTrigger::Calendar, [], 0, null, max($potOn, $today->modify('+1 day')), $today);

        return self::made($batch, $plants, $trigger, null, $potOn, $heldDays, $hours, $growingOn, $due, $for, $inItsPot, $house);
    }

    /** @param \Closure(int): float $hours */
    private static function made(
        string $batch,
        int $plants,
        Trigger $trigger,
        ?RootRun $run,
        \DateTimeImmutable $potOn,
        int $heldDays,
        \Closure $hours,
        GrowingOn $growingOn,
        ?Week $due,
        ?string $for,
        bool $inItsPot,
        HouseDefaults $house,
    ): self {
        $able = $trigger->since ?? $potOn->modify(sprintf('-%d days', $heldDays));
        $job = PotJob::of(
            $batch,
            $plants,
            $hours($plants),
            $able,
            RootRun::boundOn($able, $inItsPot ? $growingOn : null, $house),
            $growingOn,
            $due,
            $for,
            $house->whole(HouseDefault::HeldAtMost),
        );

        return new self($plants, $trigger, $run, $job);
    }
}
