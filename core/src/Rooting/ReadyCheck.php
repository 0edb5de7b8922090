<?php

declare(strict_types=1);

namespace WetCradle\Core\Rooting;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Refused;

/**
 * A few lifted, some of them rooted: is the share rooted in the whole batch up to the threshold?
 * `ready` when that is at least `sure` likely, `not_yet` when it is at least `sure` unlikely, else `lift_more`.
 */
final class ReadyCheck implements Calculation
{
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
}
