<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

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
     * @param \Closure(int): string $sayWeek
     */
    public function words(array $spaces, \Closure $sayWeek): string
    {
        $first = $this->legs[0];
        $in = $spaces[$first->space]->name;

        return match ($this->kind) {
            'earlier',
            'later' => sprintf('%d %s %s: %s from %s', $this->weeks, $this->weeks === 1 ? 'week' : 'weeks', $this->kind, $in, $sayWeek($first->from)),
            'denser' => sprintf('in %d trays with more cells: %s from %s', $this->trays, $in, $sayWeek($first->from)),
            'split' => sprintf(
                'in parts from %s: %s',
                $sayWeek($first->from),
                implode(', ', array_map(static fn (Leg $l) => sprintf('%d in %s', $l->trays, $spaces[$l->space]->name), $this->legs)),
            ),
            'move' => sprintf(
                '%s from %s, moved to %s in %s',
                $in,
                $sayWeek($first->from),
                $spaces[$this->legs[1]->space]->name,
                $sayWeek($this->legs[1]->from),
            ),
            default => sprintf(
                '%s from %s, when %s goes to %s from %s',
                $in,
                $sayWeek($first->from),
                $this->neighbour,
                $spaces[$this->neighbourLeg->space ?? 0]->name,
                $sayWeek($this->neighbourLeg->from ?? 0),
            ),
        };
    }
}
