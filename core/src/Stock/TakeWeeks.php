<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

/**
 * What the calendar does to stock plants in the weeks of their takes: when they rest, when they have grown anew, when what is
 * taken has grown back. Found once for weeks in which takes are tried again and again.
 */
final class TakeWeeks
{
    /**
     * @param array<int, bool>             $rests by week
     * @param array<int, int>              $back  by week
     * @param array<int, array<int, bool>> $grew  by the week before and the week after
     */
    private function __construct(private readonly array $rests, private readonly array $back, private readonly array $grew)
    {
    }

    /** @param list<int> $weeks ordinals, a week as often as something is taken in it */
    public static function of(ShootHabit $habit, array $weeks): self
    {
        sort($weeks);
        $rests = $back = $grew = [];
        foreach ($weeks as $i => $week) {
            $rests[$week] ??= $habit->restIn($week) !== null;
            $back[$week] ??= $habit->backIn($week);
            if ($i > 0) {
                $grew[$weeks[$i - 1]][$week] ??= $habit->grewAnew($weeks[$i - 1], $week);
            }
        }

        return new self($rests, $back, $grew);
    }

    /** Whether nothing is taken in a week. */
    public function restIn(int $week): bool
    {
        return $this->rests[$week];
    }

    /** The week in which what is taken in one week has become new shoots. */
    public function backIn(int $week): int
    {
        return $this->back[$week];
    }

    /** Whether they were cut down between two weeks that follow each other, and have grown anew. */
    public function grewAnew(int $before, int $after): bool
    {
        return $this->grew[$before][$after];
    }
}
