<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Refused;

/** Some plants of an order on their way: how many there are, and what share of them will be good. */
final class Standing
{
    private function __construct(
        public readonly int $count,
        public readonly Beta $good,
        public readonly ?string $luck,
        public readonly float $shared,
        public readonly ?ReadyDays $ready = null,
        public readonly float $fails = 0.0,
        private readonly float $leaves = 0.0,
    ) {
    }

    /**
     * @param non-empty-list<Beta> $stages still before them: rooting, potting, growing on
     * @param ?string              $luck   what other batches share their doubt with these, such as the rate of one way
     * @param float                $shared the part of the doubt that is shared with them, 0 to 1
     *
     * @throws Refused for `count` or `shared`
     */
    public static function of(int $count, array $stages, ?string $luck = null, float $shared = 0.0): self
    {
        if ($count < 0) {
            throw Refused::because('negative', 'count', Fact::of('refused.standing.negative'));
        }
        if ($shared < 0.0 || $shared > 1.0) {
            throw Refused::because('out_of_range', 'shared', Fact::of('refused.standing.out_of_range'));
        }

        return new self($count, Beta::product($stages), $luck, $luck === null ? 0.0 : $shared);
    }

    /** The same, ready on such days. */
    public function readyOn(ReadyDays $ready): self
    {
        return new self($this->count, $this->good, $this->luck, $this->shared, $ready, $this->fails, $this->leaves);
    }

    /**
     * The same, of a batch that fails as a whole with this chance.
     *
     * @param float $leaves the share that is good all the same, should it
     */
    public function failing(float $chance, float $leaves = 0.0): self
    {
        return new self($this->count, $this->good, $this->luck, $this->shared, $this->ready, $chance, $leaves);
    }

    /** Good ones to be expected, whether it fails or not. */
    public function expected(): float
    {
        return (1.0 - $this->fails) * $this->mean() + $this->fails * $this->leaves * $this->count;
    }

    /** The chance that it comes, and by a day where one is asked for. */
    public function comes(?\DateTimeImmutable $by = null): float
    {
        return (1.0 - $this->fails) * ($by === null ? 1.0 : $this->ready?->chanceBy($by) ?? 1.0);
    }

    /** Good ones to be expected, should it not fail. */
    public function mean(): float
    {
        return $this->count * $this->good->mean();
    }

    /** Of a BetaBinomial: the plants of one batch share its luck. */
    public function variance(): float
    {
        $m = $this->good->mean();
        $strength = $this->good->a + $this->good->b;

        return $this->count * $m * (1.0 - $m) * ($strength + $this->count) / ($strength + 1.0);
    }
}
