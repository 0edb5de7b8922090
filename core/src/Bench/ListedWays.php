<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * Lists all ways in which one zone can be filled (`ZoneWays`), week by week: what may begin beside all that stands on from the week before.
 * What follows from the same lays that stand on is listed once; and what comes to the same, whatever stands on, is one fork.
 */
final class ListedWays
{
    /** Lays that may begin in one week: as many as a whole number has bits. */
    private const STARTERS = 62;

    private readonly int $end;
    /** @var array<int, array<int, int>> by week's cell and bit, the lay that may begin */
    private array $starters = [];
    /** @var array<int, array<int, int>> by week's cell and lay, those that may begin beside it, by bits */
    private array $beside = [];
    /** @var array<int, array<string, int>> by week's cell and what stands on into it, the fork that follows */
    private array $known = [];
    /** @var array<int, array<int, int>> by lay, its forks as they were found; by what follows where it is laid, and where it is passed over */
    private array $forks = [];
    private int $many = ZoneWays::END;

    /** @param list<int> $of the batch of each lay */
    private function __construct(private readonly ToPlace $ask, private readonly array $of, int $space, private int $left)
    {
        $this->end = ($space + 1) * $ask->weeks;
        foreach ($ask->layCell as $lay => $cell) {
            if (intdiv($cell, $ask->weeks) === $space) {
                $this->starters[$cell][1 << count($this->starters[$cell] ?? [])] = $lay;
            }
        }
    }

    /**
     * @param list<int> $of   the batch of each lay
     * @param int       $left ways that may be listed; those listed are taken from it
     *
     * @return ?ZoneWays null where there are more
     */
    public static function of(ToPlace $ask, int $space, array $of, int &$left): ?ZoneWays
    {
        $list = new self($ask, $of, $space, $left);
        foreach ($list->starters as $starters) {
            if (count($starters) > self::STARTERS) {
                return null;
            }
        }
        $first = $list->from($space * $ask->weeks, []);
        $left = $list->left;

        return $left < 0 ? null : $list->ways($first);
    }

    /**
     * The fork at which a week begins.
     *
     * @param list<int> $standing lays that stand on into it
     */
    private function from(int $cell, array $standing): int
    {
        if ($cell === $this->end) {
            return ZoneWays::END;
        }
        $name = implode(' ', $standing);
        if (isset($this->known[$cell][$name])) {
            return $this->known[$cell][$name];
        }
        $ask = $this->ask;
        $room = $ask->free[$cell];
        $starters = $this->starters[$cell] ?? [];
        $may = (1 << count($starters)) - 1;
        $stays = [];
        $trays = 0;
        foreach ($standing as $lay) {
            $may &= $this->beside[$cell][$lay] ??= $this->beside($lay, $starters);
            $room -= $ask->layTrays[$lay];
            if ($ask->layCell[$lay] + $ask->layWeeks[$lay] > $cell + 1) {
                $stays[] = $lay;
                $trays += $ask->layTrays[$lay];
            }
        }

        return $this->known[$cell][$name] = $this->beginning($cell, $may, $room, $stays, $trays);
    }

    /**
     * The fork about the first of those that may still begin in a week; or that at which the next week begins, where there is none.
     *
     * @param int       $may   lays that may begin beside those that were laid, by bits
     * @param int       $room  trays that are free this week
     * @param list<int> $stays lays that stand on into the next week, and how many trays they have
     */
    private function beginning(int $cell, int $may, int $room, array $stays, int $trays): int
    {
        $ask = $this->ask;
        for (; $may !== 0; $may &= $may - 1) {
            $lay = $this->starters[$cell][$may & -$may];
            if ($ask->layTrays[$lay] <= $room) {
                $beside = $this->beside[$cell][$lay] ??= $this->beside($lay, $this->starters[$cell]);
                $rest = $may & $may - 1;
                $with = $ask->layWeeks[$lay] > 1
                    ? $this->beginning($cell, $rest & $beside, $room - $ask->layTrays[$lay], [...$stays, $lay], $trays + $ask->layTrays[$lay])
                    : $this->beginning($cell, $rest & $beside, $room - $ask->layTrays[$lay], $stays, $trays);
                $without = $this->beginning($cell, $rest, $room, $stays, $trays);

                return $with === ZoneWays::BARRED ? $without : $this->forks[$lay][$with << 32 | $without] ??= ++$this->many;
            }
        }
        if (--$this->left < 0 || $trays > ($ask->free[$cell + 1] ?? 0) && $trays !== 0) {
            return ZoneWays::BARRED;
        }

        return $this->from($cell + 1, $stays);
    }

    /** All forks in the order in which they are walked: the last lays first. */
    private function ways(int $first): ZoneWays
    {
        $order = [];
        foreach ($this->starters as $cell => $starters) {
            foreach (array_values($starters) as $i => $lay) {
                $order[$lay] = [$cell, $i];
            }
        }
        uksort($this->forks, static fn (int $a, int $b) => $order[$b] <=> $order[$a]);
        $place = [ZoneWays::BARRED => ZoneWays::BARRED, ZoneWays::END => ZoneWays::END];
        $lays = [];
        $many = ZoneWays::END;
        foreach ($this->forks as $lay => $forks) {
            $withouts = $withs = [];
            foreach ($forks as $both => $fork) {
                $withs[] = $place[$both >> 32];
                $withouts[] = $place[$both & 0xFFFFFFFF];
                $place[$fork] = ++$many;
            }
            $lays[] = [$lay, $withouts, $withs];
        }

        return new ZoneWays($lays, $place[$first], $many - ZoneWays::END);
    }

    /**
     * @param array<int, int> $starters lays that begin in a week, by bit
     *
     * @return int those that may lie beside it, by bits
     */
    private function beside(int $lay, array $starters): int
    {
        $clash = $this->ask->clash[$this->ask->layComfort[$lay]] ?? [];
        $beside = 0;
        foreach ($starters as $bit => $other) {
            if ($this->of[$other] !== $this->of[$lay] && !isset($clash[$this->ask->layComfort[$other]])) {
                $beside |= $bit;
            }
        }

        return $beside;
    }
}
