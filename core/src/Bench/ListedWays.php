<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * Lists all ways in which one zone can be filled (`ZoneWays`), week by week: what may begin beside all that stands on from the week before.
 * What follows from the same lays that stand on is listed once; and what comes to the same, whatever stands on, is one fork.
 *
 * No way has a batch twice. One that has left and could begin again is remembered until it no longer could: few are, and prices that
 * nobody can be had twice at come much nearer to what a house costs.
 */
final class ListedWays
{
    /** Lays that may begin in one week: as many as a whole number has bits. */
    private const STARTERS = 62;

    private readonly int $end;
    /** @var array<int, array<int, int>> by week's cell and bit, the lay that may begin */
    private array $starters = [];
    /** @var array<int, int> by batch, the last cell in which it may begin */
    private array $last = [];
    /** @var array<int, array<int, int>> by week's cell and lay, those that may begin beside it or after it, by bits */
    private array $beside = [];
    /** @var array<int, array<string, int>> by week's cell and what matters on into it, the fork that follows */
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
                $this->last[$of[$lay]] = max($cell, $this->last[$of[$lay]] ?? $cell);
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
     * @param list<int> $before lays that stand on into it, or whose batch could begin again
     */
    private function from(int $cell, array $before): int
    {
        if ($cell === $this->end) {
            return ZoneWays::END;
        }
        $name = implode(' ', $before);
        if (isset($this->known[$cell][$name])) {
            return $this->known[$cell][$name];
        }
        $ask = $this->ask;
        $room = $ask->free[$cell];
        $starters = $this->starters[$cell] ?? [];
        $may = (1 << count($starters)) - 1;
        $on = [];
        $trays = 0;
        foreach ($before as $lay) {
            $may &= $this->beside[$cell][$lay] ??= $this->beside($lay, $cell);
            $end = $ask->layCell[$lay] + $ask->layWeeks[$lay];
            $room -= $end > $cell ? $ask->layTrays[$lay] : 0;
            $trays += $end > $cell + 1 ? $ask->layTrays[$lay] : 0;
            if ($this->matters($lay, $cell + 1)) {
                $on[] = $lay;
            }
        }

        return $this->known[$cell][$name] = $this->beginning($cell, $may, $room, $on, $trays);
    }

    /**
     * The fork about the first of those that may still begin in a week; or that at which the next week begins, where there is none.
     *
     * @param int       $may   lays that may begin beside those that were laid, by bits
     * @param int       $room  trays that are free this week
     * @param list<int> $on    lays that matter in the next week
     * @param int       $trays how many trays stand on into it
     */
    private function beginning(int $cell, int $may, int $room, array $on, int $trays): int
    {
        $ask = $this->ask;
        for (; $may !== 0; $may &= $may - 1) {
            $lay = $this->starters[$cell][$may & -$may];
            if ($ask->layTrays[$lay] <= $room) {
                $beside = $this->beside[$cell][$lay] ??= $this->beside($lay, $cell);
                $rest = $may & $may - 1;
                $with = $this->beginning(
                    $cell,
                    $rest & $beside,
                    $room - $ask->layTrays[$lay],
                    $this->matters($lay, $cell + 1) ? [...$on, $lay] : $on,
                    $trays + ($ask->layWeeks[$lay] > 1 ? $ask->layTrays[$lay] : 0),
                );
                $without = $this->beginning($cell, $rest, $room, $on, $trays);

                return $with === ZoneWays::BARRED ? $without : $this->forks[$lay][$with << 32 | $without] ??= ++$this->many;
            }
        }
        if (--$this->left < 0 || $trays > ($ask->free[$cell + 1] ?? 0) && $trays !== 0) {
            return ZoneWays::BARRED;
        }

        return $this->from($cell + 1, $on);
    }

    /** Whether a lay says in a week what may begin: it stands there, or its batch could begin again. */
    private function matters(int $lay, int $cell): bool
    {
        return $this->ask->layCell[$lay] + $this->ask->layWeeks[$lay] > $cell || $this->last[$this->of[$lay]] >= $cell;
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

    /** @return int those that may begin in a week in which a lay stands, or after it has stood, by bits */
    private function beside(int $lay, int $cell): int
    {
        $stands = $this->ask->layCell[$lay] + $this->ask->layWeeks[$lay] > $cell;
        $clash = $stands ? $this->ask->clash[$this->ask->layComfort[$lay]] ?? [] : [];
        $beside = 0;
        foreach ($this->starters[$cell] ?? [] as $bit => $other) {
            if ($this->of[$other] !== $this->of[$lay] && !isset($clash[$this->ask->layComfort[$other]])) {
                $beside |= $bit;
            }
        }

        return $beside;
    }
}
