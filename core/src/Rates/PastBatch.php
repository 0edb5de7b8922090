<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** What one finished batch tells of its crop: how many of how many rooted, and how much it counts (0 to 1 or more). */
final class PastBatch
{
    private function __construct(
        public readonly int $rooted,
        public readonly int $stuck,
        public readonly float $weight,
    ) {
    }

    /**
     * @param Fields $in {rooted, stuck, weight}
     *
     * @throws Refused for `rooted` or another field that is wrong
     */
    public static function read(Fields $in): self
    {
        $batch = $in->here(static fn () => self::of($in->count('rooted'), $in->count('stuck'), $in->number('weight', 0.0, 1000.0)));
        $in->done();

        return $batch;
    }

    /** The same, told of plants of so many pieces: where `was` pieces made one plant, `is` do now. */
    public function asOf(int $was, int $is): self
    {
        if ($was === $is || $this->stuck === 0) {
            return $this;
        }
        $share = 1.0 - (1.0 - $this->rooted / $this->stuck) ** ($is / $was);

        return new self((int) round($this->stuck * $share), $this->stuck, $this->weight);
    }

    /** @throws Refused for `stuck`, `rooted` or `weight` */
    public static function of(int $rooted, int $stuck, float $weight = 1.0): self
    {
        if ($stuck < 0 || $rooted < 0) {
            throw Refused::because('negative', $stuck < 0 ? 'stuck' : 'rooted', Fact::of('refused.past_batch.negative'));
        }
        if ($rooted > $stuck) {
            throw Refused::because('more_than_there_are', 'rooted', Fact::of('refused.past_batch.more_than_there_are', rooted: $rooted, stuck: $stuck));
        }
        if (!is_finite($weight) || $weight < 0.0) {
            throw Refused::because('negative', 'weight', Fact::of('refused.past_batch.negative_weight'));
        }

        return new self($rooted, $stuck, $weight);
    }
}
