<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** Takes up blocks of batches that lie in each other's way and lays them anew (`Block`), hot at first and cold at the end. */
final class Cooling
{
    /** Heat at the end. */
    private const COLD = 0.5;
    /** The part of a cooling that has any heat; the rest is without. */
    private const WARM_FOR = 0.8;
    /** Ways of a block tried that take the time of a step. */
    private const TRIED = 12;
    /** Blocks for each batch where a plan that was made in another way is relaid. */
    private const RELAID_EACH = 4;

    private readonly float $average;

    public function __construct(
        private readonly ToPlace $ask,
        private readonly PlanSoFar $plan,
        private readonly InTheWay $inTheWay,
        private readonly Luck $luck,
    ) {
        $this->average = array_sum($ask->leftOut) / max(1, count($ask->leftOut));
    }

    /**
     * @param float $hot heat at the beginning, as a share of what an average batch costs that is left out
     *
     * @return \Generator<int, int> steps taken
     */
    public function relay(int $blocks, float $hot): \Generator
    {
        $hot = max(self::COLD, $hot * $this->average);
        for ($i = 0; $i < $blocks; ++$i) {
            $heat = $i >= self::WARM_FOR * $blocks ? 0.0 : $hot * (self::COLD / $hot) ** ($i / (self::WARM_FOR * $blocks));
            $tried = Block::layAnew($this->ask, $this->plan->now, $this->inTheWay->block($this->plan->now), $this->plan->lays, $heat, $this->luck);
            $this->plan->keep();
            yield 1 + intdiv($tried, self::TRIED);
        }
    }

    /**
     * The same of a plan that was made in another way, in a short time.
     *
     * @return \Generator<int, int> steps taken
     */
    public function relayMade(float $hot): \Generator
    {
        yield from $this->relay(self::RELAID_EACH * count($this->plan->able), $hot);
    }
}
