<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;

/** Something near to what was asked that gives a batch a place. */
final class BenchOption
{
    /**
     * @param string    $kind         earlier or later (outside its window), denser (fewer trays with more cells), split (over zones),
     *                                move (midway to another zone) or neighbour (another batch goes elsewhere first)
     * @param list<Leg> $legs         where the batch would lie
     * @param int       $weeks        how far outside its window
     * @param int       $trays        how many it would have to do with
     * @param ?string   $neighbour    the batch that makes room
     * @param ?Leg      $neighbourLeg where that one goes
     */
    public function __construct(
        public readonly string $kind,
        public readonly array $legs,
        public readonly int $weeks = 0,
        public readonly int $trays = 0,
        public readonly ?string $neighbour = null,
        public readonly ?Leg $neighbourLeg = null,
    ) {
    }

    /**
     * @param list<Space>           $spaces
     * @param \Closure(int): (Week|Fact) $week   the week of a number
     */
    public function words(array $spaces, \Closure $week): Fact
    {
        $first = $this->legs[0];
        $in = $spaces[$first->space]->name;

        return match ($this->kind) {
            'earlier',
            'later' => Fact::of($this->kind === 'later' ? 'option.later' : 'option.earlier', weeks: $this->weeks, zone: $in, from: $week($first->from)),
            'denser' => Fact::of('option.denser', trays: $this->trays, zone: $in, from: $week($first->from)),
            'split' => Fact::of('option.split', from: $week($first->from), parts: Fact::listed(...array_map(
                static fn (Leg $l) => Fact::of('option.part', trays: $l->trays, zone: $spaces[$l->space]->name),
                $this->legs,
            ))),
            'move' => Fact::of(
                'option.move',
                zone: $in,
                from: $week($first->from),
                then: $spaces[$this->legs[1]->space]->name,
                on: $week($this->legs[1]->from),
            ),
            default => Fact::of(
                'option.neighbour',
                zone: $in,
                from: $week($first->from),
                other: (string) $this->neighbour,
                goes: $spaces[$this->neighbour()->space]->name,
                then: $week($this->neighbour()->from),
            ),
        };
    }

    /** Where the neighbour goes. */
    private function neighbour(): Leg
    {
        return $this->neighbourLeg ?? throw new \LogicException('A neighbour that makes room goes somewhere.');
    }
}
