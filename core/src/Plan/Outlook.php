<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Course\RootsSeen;
use WetCradle\Core\Course\Weaning;
use WetCradle\Core\Course\WeanState;
use WetCradle\Core\Course\WeanStep;
use WetCradle\Core\Crops\Plantlets;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/** One line of a batch, and what it asks for next: one rule for the day's list and for the round. */
final class Outlook
{
    /**
     * @param int                 $planned     cuttings to stick; 0 once stuck
     * @param int                 $stuck       alive without known roots
     * @param int                 $rooted      rooted and not yet potted
     * @param \DateTimeImmutable  $rootedFrom  the first day on which roots may be expected
     * @param ?\DateTimeImmutable $lastCheckOn the newest lifted sample or full count
     * @param ?Fact               $potBecause  what makes it due for potting by its sheet's school; null while it is not
     * @param bool                $leftLonger  whether the line is a remainder of an earlier count
     * @param ?Weaning            $weaning     null where it has none: what is left longer is weaned with nothing
     * @param ?RootsSeen          $rootsSeen   at the newest check
     * @param Plantlets           $plantlets   that were left on each runner; one of anything else
     * @param ?\DateTimeImmutable $collectOn   the day on which it is to be collected, where it is so before it is stuck and nobody has yet
     */
    public function __construct(
        public readonly string $batch,
        public readonly int $line,
        public readonly int $planned,
        public readonly int $stuck,
        public readonly int $rooted,
        public readonly \DateTimeImmutable $stickOn,
        public readonly \DateTimeImmutable $rootedFrom,
        public readonly \DateTimeImmutable $potOn,
        public readonly ?\DateTimeImmutable $lastCheckOn,
        public readonly ?Fact $potBecause,
        public readonly bool $leftLonger,
        public readonly ?Weaning $weaning = null,
        public readonly ?RootsSeen $rootsSeen = null,
        public readonly ?\DateTimeImmutable $collectOn = null,
        public readonly Plantlets $plantlets = Plantlets::One,
    ) {
    }

    /** Null where nothing stands on it any more. */
    public function next(HouseDefaults $house): ?Due
    {
        return match (true) {
            $this->planned > 0 && $this->collectOn !== null => new Due(Job::Collect, $this->collectOn, Fact::of('due.collect', stick: $this->stickOn)),
            $this->planned > 0 => new Due(Job::Stick, $this->stickOn, Fact::of('due.planned')),
            $this->rooted > 0 => new Due(Job::Pot, $this->lastCheckOn ?? $this->potOn, Fact::of('due.have_roots', rooted: $this->rooted)),
            $this->stuck === 0 => null,
            $this->potBecause !== null => new Due(Job::Pot, $this->lastCheckOn ?? $this->potOn, $this->potBecause),
            default => $this->check($house),
        };
    }

    /**
     * The step of its weaning that is to be taken next. The first begins by a check: as soon as one shows roots on enough of
     * those lifted, and no sooner than the next check where the last one did not.
     */
    public function wean(HouseDefaults $house): ?Due
    {
        $step = $this->weaning?->next();
        if ($this->weaning === null || $step === null || $this->planned > 0 || $this->stuck + $this->rooted === 0) {
            return null;
        }
        $seen = $this->rootsSeen;
        if ($step->number > 1 || $step->state !== WeanState::Planned) {
            return $this->weanOn($step->on, $step, Fact::of('due.wean_goes_on'));
        }
        if ($seen === null) {
            return $this->weanOn($step->on, $step, Fact::of('due.wean_unseen'));
        }

        return $seen->share() >= $this->plantlets->looseFrom($house)
            ? $this->weanOn(min($step->on, $seen->on), $step, Fact::of('due.wean_rooted', rooted: $seen->rooted, lifted: $seen->lifted))
            : $this->weanOn(
                max($step->on, $seen->on->modify(sprintf('+%d days', $house->whole(HouseDefault::CheckEvery)))),
                $step,
                Fact::of('due.wean_few', rooted: $seen->rooted, lifted: $seen->lifted),
            );
    }

    /** A step that was taken, as it stands on the sheet of its day. */
    public function weanedOn(WeanStep $step): Due
    {
        return $this->weanOn($step->on, $step, Fact::of('due.wean_taken'));
    }

    private function weanOn(\DateTimeImmutable $on, WeanStep $step, Fact $why): Due
    {
        return new Due(
            Job::Wean,
            $on,
            Fact::of('due.wean', what: Fact::said($step->what), step: $step->number, of: count($this->weaning->steps ?? []), why: $why),
            $step->number,
        );
    }

    private function check(HouseDefaults $house): Due
    {
        $days = (int) $this->stickOn->diff($this->rootedFrom)->format('%r%a');
        $due = $this->lastCheckOn?->modify(sprintf('+%d days', $house->whole(HouseDefault::CheckEvery)))
            ?? $this->stickOn->modify(sprintf('+%d days', (int) round($house->number(HouseDefault::FirstCheckAfter) * $days)));

        return new Due(Job::Check, $due, match (true) {
            $this->leftLonger => Fact::of('due.left_longer'),
            $this->lastCheckOn === null => Fact::of('due.first_look'),
            default => $house->whole(HouseDefault::CheckEvery) === 7
                ? Fact::of('due.a_week_since')
                : Fact::of('due.days_since', days: $house->whole(HouseDefault::CheckEvery)),
        });
    }
}
