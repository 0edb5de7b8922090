<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Bench\Zone;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Course\Weaning;
use WetCradle\Core\Course\WeanState;
use WetCradle\Core\Crops\Care;
use WetCradle\Core\Crops\Regime;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;

/** A batch in its trays as whoever sets mist and heat sees it: what its sheet asks for, and how far it is weaned. */
final class Tended
{
    /**
     * @param int    $level      of mist that its sheet cannot do without, 0 to 3
     * @param ?Care  $care       of its sheet; null of what is no batch
     * @param float  $eased      share of its steps of weaning that are taken
     * @param bool   $isWeaned   whether the last of them has had its days
     * @param bool   $hasRoots   whether a check showed roots on it
     * @param ?Range $daysToRoot at its sheet's own warmth
     */
    private function __construct(
        public readonly string $batch,
        private readonly int $level,
        private readonly ?Care $care,
        public readonly float $eased,
        public readonly bool $isWeaned,
        public readonly bool $hasRoots,
        private readonly ?Range $daysToRoot,
    ) {
    }

    /** @param Range $daysToRoot at its sheet's own warmth */
    public static function on(\DateTimeImmutable $day, string $batch, Care $care, Weaning $weaning, bool $hasRoots, Range $daysToRoot): self
    {
        $taken = count(array_filter($weaning->steps, static fn ($step) => $step->state === WeanState::Done && $step->on <= $day));
        $all = count($weaning->steps);

        $level = $care->water->regime === Regime::Mist ? (int) $care->water->mist->low : 0;

        $isWeaned = $all > 0 && $taken === $all && $weaning->ends() <= $day;

        return new self($batch, $level, $care, $all === 0 ? 0.0 : $taken / $all, $isWeaned, $hasRoots, $daysToRoot);
    }

    /**
     * What is no batch: seed trays, bought-in plugs, pots of a trial.
     *
     * @param Range $mist levels that it stands
     */
    public static function guest(string $name, Range $mist): self
    {
        return new self($name, (int) $mist->low, null, 0.0, false, true, null);
    }

    /** Mist that it cannot do without, 0 to 3. */
    public function level(): int
    {
        return $this->isWeaned ? 0 : $this->level;
    }

    /** Whether it was stuck with soft leaves, which dry air, sun and wind harm until it is weaned. */
    public function isLeafy(): bool
    {
        return in_array($this->care?->water->regime, [Regime::Mist, Regime::Cover], true);
    }

    /** Hours of light a day that it wants; none where nobody says. */
    public function lightHours(): float
    {
        return $this->care->lightHours ?? 0.0;
    }

    /** What hands do for it where no valve does: null under mist, and on its mother or in open ground. */
    public function byHand(): ?Fact
    {
        $what = match ($this->care?->water->regime) {
            null, Regime::Mist, Regime::Mother, Regime::Ground => null,
            Regime::Cover => $this->isWeaned ? 'cover_off' : null,
            Regime::Below => $this->eased > 0.0 ? 'below_less' : 'below',
            Regime::Dry => $this->eased > 0.0 ? 'dry_twice' : ($this->hasRoots ? 'dry_once' : 'dry_none'),
            Regime::None => 'still',
        };

        return $what === null ? null : Fact::of("mist.hand.{$what}");
    }

    /** °C that its plan reckons with in a zone on a day; the middle of the zone where nobody says what it wants. */
    public function plannedIn(Zone $zone, SiteAir $air, \DateTimeImmutable $day): float
    {
        return $this->care === null ? $zone->heat->middle() : $zone->medium($this->care->warmth->medium, $air)->on($day);
    }

    /** How much longer it takes to root in a medium so warm than in another: days, negative where it is sooner; null where it never would or nobody knows. */
    public function daysLater(float $medium, float $planned): ?float
    {
        if ($this->care === null || $this->daysToRoot === null) {
            return null;
        }
        $cardinal = $this->care->warmth->cardinal;
        $thermal = $this->daysToRoot->middle() * $this->care->warmth->pace();
        [$given, $reckoned] = [$cardinal->progressAt($medium), $cardinal->progressAt($planned)];

        return $given <= 0.0 || $reckoned <= 0.0 ? null : $thermal / $given - $thermal / $reckoned;
    }
}
