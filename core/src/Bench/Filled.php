<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;

/** A house as it was filled: who lies where from when on, and who found no place. */
final class Filled
{
    /**
     * @param array<string, Stay>      $stays    all that asked, by name
     * @param array<string, list<Leg>> $placed   by name
     * @param list<Stay>               $unplaced the dearest first
     */
    public function __construct(public readonly Taken $taken, public readonly array $stays, public readonly array $placed, public readonly array $unplaced)
    {
    }

    /** Σ weight · |start − preferred| and what else lays cost, over what is placed; and what is left out. */
    public function score(): int
    {
        $score = array_sum(array_map(static fn (Stay $stay) => $stay->leftOut(), $this->unplaced));
        foreach ($this->placed as $name => $legs) {
            $score += $this->stays[$name]->lay($legs[0]->space, $legs[0]->from)['cost'] ?? 0;
        }

        return $score;
    }

    /** What the house's heat goes by, in degree-tray-weeks. */
    public function heat(): float
    {
        return $this->taken->heat();
    }

    /**
     * @param \Closure(int): (Week|Fact) $week the week of a number
     *
     * @return list<NoPlace>
     */
    public function reasons(\Closure $week, int $deeply = 40): array
    {
        return array_map(
            fn (Stay $stay, int $i) => NoPlace::of($stay, $this->taken, $this->stays, $week, $i < $deeply),
            $this->unplaced,
            array_keys($this->unplaced),
        );
    }
}
