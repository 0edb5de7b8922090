<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * How a stock plant bears shoots and stands being cut: shoots at the start, the most its size carries, the share that one take
 * may have, how it branches, how many weeks of growth that takes.
 */
final class ShootHabit
{
    private function __construct(
        public readonly int $shoots,
        public readonly int $maxShoots,
        public readonly float $capShare,
        public readonly float $branching,
        public readonly int $recoveryWeeks,
        private readonly GrowingWeeks $growing,
        private readonly ?StockYear $year,
        private readonly ?Clumps $clumps = null,
    ) {
    }

    /**
     * @param ?GrowingWeeks $growing weeks in which it grows; all of them where it is not said
     * @param ?StockYear    $year    in which it rests; null where it never does
     *
     * @throws Refused for `shootsPerPlant`, `maxShoots`, `capShare` or another field that is wrong
     */
    public static function of(
        int $shoots,
        int $maxShoots,
        float $capShare,
        float $branching,
        int $recoveryWeeks,
        ?GrowingWeeks $growing = null,
        ?StockYear $year = null,
    ): self {
        if ($shoots < 0 || $branching < 0.0 || $recoveryWeeks < 0) {
            throw Refused::because(
                'negative',
                $shoots < 0 ? 'shootsPerPlant' : ($branching < 0.0 ? 'branching' : 'recoveryWeeks'),
                Fact::of('refused.shoot_habit.negative'),
            );
        }
        if ($maxShoots < $shoots) {
            throw Refused::because('upside_down', 'maxShoots', Fact::of('refused.shoot_habit.upside_down', maxShoots: $maxShoots, shoots: $shoots));
        }
        if (!($capShare >= 0.0 && $capShare <= 1.0)) {
            throw Refused::because('out_of_range', 'capShare', Fact::of('refused.shoot_habit.out_of_range'));
        }

        return new self($shoots, $maxShoots, $capShare, $branching, $recoveryWeeks, $growing ?? GrowingWeeks::all(), $year);
    }

    /**
     * A bed whose clumps are lifted and divided is one plant, and its clumps are the shoots.
     *
     * @param int $there clumps that are there now
     *
     * @throws Refused for `capShare` or another field that is wrong
     */
    public static function ofClumps(
        int $there,
        Clumps $clumps,
        float $capShare,
        int $recoveryWeeks,
        ?GrowingWeeks $growing = null,
        ?StockYear $year = null,
    ): self {
        return self::of($there, $there * $clumps->each, $capShare, (float) $clumps->back, $recoveryWeeks, $growing, $year)->in($clumps);
    }

    /**
     * As it was before takes that are done, which how many clumps there are knows of already. Shoots are counted as a plant has them
     * before any take.
     *
     * @param list<int> $divided pieces of each such take
     */
    public function before(array $divided): self
    {
        if ($this->clumps === null || $divided === []) {
            return $this;
        }
        $there = $this->clumps->before($this->shoots, $divided);

        return self::ofClumps($there, $this->clumps, $this->capShare, $this->recoveryWeeks, $this->growing, $this->year);
    }

    private function in(Clumps $clumps): self
    {
        return new self(
            $this->shoots, $this->maxShoots, $this->capShare, $this->branching, $this->recoveryWeeks, $this->growing, $this->year, $clumps,
        );
    }

    /** The rest that it has in all or part of a week; null where something may be taken. */
    public function restIn(int $week): ?StockRest
    {
        return $this->year?->restIn(Week::ofOrdinal($week));
    }

    /** Whether it was cut down between two weeks and has grown anew, whatever was taken before. */
    public function grewAnew(int $before, int $after): bool
    {
        return $this->year?->restsBetween(Week::ofOrdinal($before), Week::ofOrdinal($after)) ?? false;
    }

    /** The week in which what is taken in one week has become new shoots. */
    public function backIn(int $week): int
    {
        return $this->growing->backIn($week, $this->recoveryWeeks);
    }
}
