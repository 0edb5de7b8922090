<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;

/** A season that runs early for one crop likely does for its like: same material, later window. A suggestion, never a change. */
final class LikeCrops
{
    /** Signs older than this say nothing about what comes next. */
    private const FRESH_WEEKS = 16;

    /**
     * @param array<int, array{name: string, material: Material, windows: WayWindows}> $ways by id
     *
     * @return array<int, array{by: int, like: string, from: string, window: int, words: Fact}> by id, for ways that a sign on another speaks for
     */
    public static function hints(array $ways, Week $now): array
    {
        $proposals = [];
        foreach ($ways as $id => $way) {
            $next = $way['windows']->openOrNext($now);
            if ($next->moved !== null || $now->until($next->from) <= 0) {
                continue;
            }
            $best = null;
            foreach ($ways as $other) {
                $isLike = $other !== $way && $other['material'] === $way['material'];
                foreach ($isLike ? $other['windows']->during($now->plus(-self::FRESH_WEEKS), $now) : [] as $run) {
                    if (
                        $run->moved !== null
                        && $run->moved !== 0
                        && $run->from->until($now) >= 0
                        && ($best === null || $best['run']->from->until($run->from) > 0)
                    ) {
                        $best = ['run' => $run, 'name' => $other['name']];
                    }
                }
            }
            if ($best !== null) {
                $by = (int) $best['run']->moved;
                $from = $next->from->plus($by);
                $proposals[$id] = ['by' => $by, 'like' => $best['name'], 'from' => $from->written(), 'window' => $next->window,
                    'words' => Fact::of($by < 0 ? 'crops.perhaps_earlier' : 'crops.perhaps_later', weeks: abs($by), like: $best['name'])];
            }
        }

        return $proposals;
    }
}
