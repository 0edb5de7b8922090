<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Rates\InWords;

/**
 * What a check says, with all that were made before it: is the share that is waited for reached, of those that will root? The
 * forecast of the batch answers, so that nobody is told ready by the check and late by the page.
 *
 * A few plants are no check, however sure the rest makes it: neither ready nor not yet is said of fewer than the house lifts
 * at least. Lifting on until it says yes is paid for, since each plant counts by all the others.
 */
final class Readiness
{
    /** How many more are tried to see what would settle it. */
    private const MORE = [2, 4, 8, 16, 32];

    private function __construct(
        public readonly Verdict $verdict,
        public readonly float $chance,
        private readonly BatchForecast $before,
        private readonly LiftedThen $now,
        private readonly float $readyShare,
        private readonly int $there,
        private readonly HouseDefaults $house,
    ) {
    }

    /**
     * @param BatchForecast $before     by all earlier checks
     * @param LiftedThen    $now        this one
     * @param float         $readyShare that is waited for, of those that will root
     * @param int           $there      that stand on the line
     *
     * @throws \WetCradle\Core\Refused impossible for `culled` where nothing is left that could root
     */
    public static function of(BatchForecast $before, LiftedThen $now, float $readyShare, int $there, HouseDefaults $house): self
    {
        [$verdict, $chance] = self::judged($before, $now, $readyShare, $there, $house);

        return new self($verdict, $chance, $before, $now, $readyShare, $there, $house);
    }

    /** How many more would settle it, from another tray and should they come out as those so far; null where none would, or not that many. */
    public function more(): ?int
    {
        if ($this->verdict !== Verdict::LiftMore) {
            return 0;
        }
        foreach (self::MORE as $more) {
            $lifted = $this->now->lifted + $more;
            if ($lifted >= $this->house->whole(HouseDefault::LiftAtLeast)
                && self::judged($this->before, $this->now->andMore($more), $this->readyShare, $this->there, $this->house)[0] !== Verdict::LiftMore) {
                return $more;
            }
        }

        return null;
    }

    /** @return array{Verdict, float} */
    private static function judged(BatchForecast $before, LiftedThen $now, float $readyShare, int $there, HouseDefaults $house): array
    {
        $least = min($there, $house->whole(HouseDefault::LiftAtLeast));
        $sure = $house->number(HouseDefault::SureOfReady);
        $chance = $before->seeing($now)->forecast($now->culled)->readyBy($now->tau, $readyShare);

        return [match (true) {
            // Where none has roots, that no more will come is no sign to pot.
            $now->lifted < $least, $chance >= $sure && $now->rooted === 0 => Verdict::LiftMore,
            $chance >= $sure => Verdict::Ready,
            $chance <= 1.0 - $sure => Verdict::NotYet,
            default => Verdict::LiftMore,
        }, $chance];
    }

    /** The verdict as one says it to the person holding the tray. */
    public function words(): Fact
    {
        return self::said($this->verdict, $this->chance, $this->now->rooted, $this->now->lifted, $this->readyShare, $this->more(), $this->there);
    }

    /**
     * The same, of a check that was judged before.
     *
     * @param ?int $more that would settle it, where that is known
     */
    public static function said(Verdict $verdict, float $chance, int $rooted, int $lifted, float $readyShare, ?int $more, int $there): Fact
    {
        $seen = $lifted === 0 ? Fact::of('check.none_lifted') : Fact::of('check.lifted', rooted: $rooted, lifted: $lifted);
        $said = ['seen' => $seen, 'chance' => InWords::chance($chance), 'threshold' => InWords::share($readyShare)];

        return match (true) {
            $verdict === Verdict::Ready => Fact::of('check.ready', ...$said),
            $verdict === Verdict::NotYet => Fact::of('check.not_yet', ...$said),
            $rooted === 0 && $lifted > 0 && $chance > 0.5 => Fact::of('check.none_will', lifted: $lifted),
            $lifted >= $there => Fact::of('check.wait', ...$said),
            $more === null => Fact::of('check.too_close', ...$said),
            $lifted + $more >= $there => Fact::of('check.count_all', seen: $seen),
            default => Fact::of('check.lift_more', ...[...$said, 'more' => $more]),
        };
    }
}
