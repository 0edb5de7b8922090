<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** Lists all ways in which one zone can be filled (`ZoneWays`), week by week: what may begin beside all that stands on from the week before. */
final class ListedWays
{
    /** Lays that may begin in one week: as many as a whole number has bits. */
    private const STARTERS = 62;

    /**
     * @param list<int> $of   the batch of each lay
     * @param int       $most ways to be listed
     *
     * @return ?ZoneWays null where there are more
     */
    public static function of(ToPlace $ask, int $space, array $of, int $most): ?ZoneWays
    {
        $begin = [];
        foreach ($ask->layCell as $lay => $cell) {
            if (intdiv($cell, $ask->weeks) === $space) {
                $begin[$cell][] = $lay;
            }
        }
        $states = [[]];
        $allSets = $allOn = [];
        $ways = 0;
        for ($cell = $space * $ask->weeks, $end = $cell + $ask->weeks; $cell < $end; ++$cell) {
            $starters = $begin[$cell] ?? [];
            if (count($starters) > self::STARTERS) {
                return null;
            }
            $beside = self::beside($ask, $of, $starters, [...$starters, ...array_merge(...$states)]);
            // What begins is known by bits: of the set, its lays; those that stand on into the next week, and their trays.
            $number = $sets = $on = $setStays = $setTrays = $next = $numberOf = [];
            $nextFree = $ask->free[$cell + 1] ?? 0;
            $starterOf = [];
            foreach ($starters as $i => $lay) {
                $starterOf[1 << $i] = $lay;
            }
            foreach ($states as $state => $standing) {
                $may = (1 << count($starters)) - 1;
                $room = $ask->free[$cell];
                $stays = [];
                $trays = 0;
                foreach ($standing as $lay) {
                    $may &= $beside[$lay];
                    $room -= $ask->layTrays[$lay];
                    if ($ask->layCell[$lay] + $ask->layWeeks[$lay] > $cell + 1) {
                        $stays[] = $lay;
                        $trays += $ask->layTrays[$lay];
                    }
                }
                $name = implode(' ', $stays).'+';
                $todo = [[0, $may, $room]];
                while ($todo !== []) {
                    [$set, $may, $room] = array_pop($todo);
                    if (!isset($number[$set])) {
                        $number[$set] = count($sets);
                        $lays = $stay = [];
                        $standsOn = 0;
                        for ($bits = $set; $bits !== 0; $bits &= $bits - 1) {
                            $lays[] = $lay = $starterOf[$bits & -$bits];
                            if ($ask->layWeeks[$lay] > 1) {
                                $stay[] = $lay;
                                $standsOn += $ask->layTrays[$lay];
                            }
                        }
                        $sets[] = $lays;
                        $on[] = [];
                        $setStays[] = $stay;
                        $setTrays[] = $standsOn;
                    }
                    $which = $number[$set];
                    if ($trays + $setTrays[$which] <= $nextFree || $trays + $setTrays[$which] === 0) {
                        $both = $name.implode(' ', $setStays[$which]);
                        if (!isset($numberOf[$both])) {
                            $numberOf[$both] = count($next);
                            $next[] = [...$stays, ...$setStays[$which]];
                        }
                        $on[$which][$state] = $numberOf[$both];
                        if (++$ways > $most) {
                            return null;
                        }
                    }
                    for (; $may !== 0; $may &= $may - 1) {
                        $bit = $may & -$may;
                        $lay = $starterOf[$bit];
                        if ($ask->layTrays[$lay] <= $room) {
                            $todo[] = [$set | $bit, $may & ~($bit | $bit - 1) & $beside[$lay], $room - $ask->layTrays[$lay]];
                        }
                    }
                }
            }
            $states = $next;
            $allSets[] = $sets;
            $allOn[] = $on;
        }

        return ZoneWays::of($allSets, $allOn);
    }

    /**
     * @param list<int> $of
     * @param list<int> $starters lays that begin in a week
     * @param list<int> $lays
     *
     * @return array<int, int> by lay, the starters that may lie beside it, by bits
     */
    private static function beside(ToPlace $ask, array $of, array $starters, array $lays): array
    {
        $beside = [];
        foreach ($lays as $lay) {
            if (!isset($beside[$lay])) {
                $clash = $ask->clash[$ask->layComfort[$lay]] ?? [];
                $beside[$lay] = 0;
                foreach ($starters as $i => $other) {
                    if ($of[$other] !== $of[$lay] && !isset($clash[$ask->layComfort[$other]])) {
                        $beside[$lay] |= 1 << $i;
                    }
                }
            }
        }

        return $beside;
    }
}
