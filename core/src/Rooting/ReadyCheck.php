<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Rates\InWords;
use WetCradle\Core\Refused;

/**
 * A few lifted, some of them rooted: is the share rooted in the whole batch up to the threshold?
 * `ready` when that is at least `sure` likely, `not_yet` when it is at least `sure` unlikely, else `lift_more`.
 */
final class ReadyCheck implements Calculation
{
    /** Lifting more than this is no sample any more. */
    private const MOST_MORE = 400;
    /** Fewer than this lifted say little of a share, wherever it lies so far. */
    private const FEW = 30;

    private function __construct(
        public readonly int $lifted,
        public readonly int $rooted,
        private readonly float $threshold,
        private readonly Beta $prior,
        private readonly float $sure,
    ) {
    }

    public static function name(): string
    {
        return 'ready_check';
    }

    /**
     * @param Fields $in {lifted, rooted, threshold, priorA, priorB, sure}
     *
     * @return array{chance: float, verdict: string}
     */
    public static function compute(Fields $in): array
    {
        $check = self::of(
            $in->count('lifted'),
            $in->count('rooted'),
            $in->share('threshold'),
            Beta::of($in->positive('priorA', 1e9), $in->positive('priorB', 1e9)),
            $in->share('sure'),
        );
        $in->done();

        return ['chance' => $check->chance(), 'verdict' => $check->verdict()->value];
    }

    /** @throws Refused for `rooted` or `sure` */
    public static function of(int $lifted, int $rooted, float $threshold, Beta $prior, float $sure): self
    {
        if ($rooted > $lifted) {
            throw Refused::because('more_than_there_are', 'rooted', Fact::of('refused.ready_check.more_than_there_are', rooted: $rooted, lifted: $lifted));
        }
        if ($sure < 0.5) {
            throw Refused::because('out_of_range', 'sure', Fact::of('refused.ready_check.out_of_range'));
        }

        return new self($lifted, $rooted, $threshold, $prior, $sure);
    }

    /** As the house judges a check: on the sample alone, so that a crop's past does not talk a tray ready. */
    public static function inHouse(int $lifted, int $rooted, float $threshold, HouseDefaults $house): self
    {
        return self::of($lifted, $rooted, $threshold, Beta::of(1, 1), $house->number(HouseDefault::SureOfReady));
    }

    /** The chance that the share rooted is at least the threshold. */
    public function chance(): float
    {
        return $this->prior->plus($this->rooted, $this->lifted - $this->rooted)->chanceAtLeast($this->threshold);
    }

    public function verdict(): Verdict
    {
        $chance = $this->chance();

        return match (true) {
            $chance >= $this->sure => Verdict::Ready,
            $chance <= 1.0 - $this->sure => Verdict::NotYet,
            default => Verdict::LiftMore,
        };
    }

    /**
     * The verdict as one says it to the person holding the tray.
     *
     * @param ?int $there how many stand on the line, so that nobody is told to lift more than there are
     */
    public function words(?int $there = null): Fact
    {
        $seen = $this->lifted === 0 ? Fact::of('check.none_lifted') : Fact::of('check.lifted', rooted: $this->rooted, lifted: $this->lifted);
        $threshold = InWords::share($this->threshold);

        return match ($this->verdict()) {
            Verdict::Ready => Fact::of('check.ready', seen: $seen, chance: InWords::chance($this->chance()), threshold: $threshold),
            Verdict::NotYet => Fact::of('check.not_yet', seen: $seen, chance: InWords::chance($this->chance()), threshold: $threshold),
            Verdict::LiftMore => $this->notSure($seen, $threshold, $there),
        };
    }

    private function notSure(Fact $seen, Fact $threshold, ?int $there): Fact
    {
        $more = $this->liftMore();

        return match (true) {
            $more === null && $this->lifted < self::FEW => Fact::of('check.lift_on', seen: $seen, threshold: $threshold),
            $more === null => Fact::of('check.too_close', seen: $seen, threshold: $threshold),
            $there !== null && $this->lifted + $more >= $there => Fact::of('check.count_all', seen: $seen),
            default => Fact::of('check.lift_more', seen: $seen, more: $more),
        };
    }

    /**
     * How many more to lift so that, should they come out in the share seen so far, the verdict is sure:
     * the fewest; null when even MOST_MORE would leave it open, because the share sits on the threshold.
     */
    public function liftMore(): ?int
    {
        if ($this->verdict() !== Verdict::LiftMore) {
            return 0;
        }
        $seen = $this->lifted === 0 ? $this->prior->mean() : $this->rooted / $this->lifted;
        for ($more = 1; $more <= self::MOST_MORE; ++$more) {
            $rooted = $this->rooted + (int) round($more * $seen);
            $next = new self($this->lifted + $more, $rooted, $this->threshold, $this->prior, $this->sure);
            if ($next->verdict() !== Verdict::LiftMore) {
                return $more;
            }
        }

        return null;
    }
}
