<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** Why a batch found no place, and what near to what was asked would work: each option was tried in the filled house. */
final class NoPlace
{
    /** Weeks outside its window that are tried. */
    private const FURTHER = 6;
    /** A tray can have at most this many times the cells. */
    private const DENSER = 2;

    /**
     * @param string           $reason  too_big, no_warmth, no_water, no_such_zone, locked, no_weeks or sharing
     * @param list<BenchOption> $options
     */
    private function __construct(public readonly string $name, public readonly string $reason, public readonly string $words, public readonly array $options)
    {
    }

    /**
     * @param array<string, Stay>   $stays   all that were asked for, by name
     * @param \Closure(int): string $sayWeek
     * @param bool                  $deeply  whether neighbours are tried elsewhere, which takes longest
     */
    public static function of(Stay $stay, Taken $taken, array $stays, \Closure $sayWeek, bool $deeply = true): self
    {
        [$reason, $words] = self::because($stay, $taken, $sayWeek);
        $options = [];
        if ($reason !== 'no_warmth' && $reason !== 'no_water' && $reason !== 'no_such_zone') {
            $options = array_values(array_filter([
                self::further($stay, $taken, -1),
                self::further($stay, $taken, 1),
                self::denser($stay, $taken),
                self::parted($stay, $taken),
                self::movedMidway($stay, $taken),
                $deeply ? self::neighbour($stay, $taken, $stays) : null,
            ]));
        }

        return new self($stay->name, $reason, $words, $options);
    }

    /**
     * @param \Closure(int): string $sayWeek
     *
     * @return array{0: string, 1: string}
     */
    private static function because(Stay $stay, Taken $taken, \Closure $sayWeek): array
    {
        $spaces = $taken->spaces;
        $warm = array_filter($spaces, static fn (Space $s) => $s->comfort->heat->overlaps($stay->comfort->heat));
        $wet = array_filter($spaces, static fn (Space $s) => $s->comfort->mist->overlaps($stay->comfort->mist));
        $both = array_intersect_key($warm, $wet);
        if ($spaces === [] || $warm === []) {
            return ['no_warmth', sprintf('No zone can hold %s.', $stay->comfort->heat->words(' °C'))];
        }
        if ($wet === []) {
            return ['no_water', sprintf('No zone gives mist level %s.', $stay->comfort->mist->words(''))];
        }
        if ($both === []) {
            return ['no_such_zone', sprintf(
                'No zone holds %s and gives mist level %s too.',
                $stay->comfort->heat->words(' °C'),
                $stay->comfort->mist->words(''),
            )];
        }
        $most = max(array_map(static fn (Space $s) => max([0, ...$s->trays]), $both));
        if ($most < $stay->trays) {
            return ['too_big', sprintf('%d trays are more than any zone that suits it holds: the largest has %d.', $stay->trays, $most)];
        }

        return self::full($stay, $taken, array_keys($both), $sayWeek);
    }

    /**
     * @param list<int>             $spaces
     * @param \Closure(int): string $sayWeek
     *
     * @return array{0: string, 1: string}
     */
    private static function full(Stay $stay, Taken $taken, array $spaces, \Closure $sayWeek): array
    {
        $sharing = $room = null;
        $locked = [];
        foreach ($spaces as $space) {
            for ($start = $stay->earliest; $start <= $stay->latest; ++$start) {
                $leg = $stay->lay($space, $start)['leg'] ?? null;
                if ($leg === null || !$taken->couldHold($leg)) {
                    continue;
                }
                $clashing = $taken->clashing($leg);
                $lack = $leg->trays - $taken->free($leg);
                if ($clashing !== []) {
                    // Those that have room but for the sharing come nearest.
                    $near = [max(0, $lack), count($clashing), abs($start - $stay->preferred)];
                    $sharing = $sharing === null || $near < $sharing[0] ? [$near, $space, $start, $clashing] : $sharing;
                } else {
                    $near = [$lack, abs($start - $stay->preferred)];
                    $room = $room === null || $near < $room[0] ? [$near, $space, $start, $lack] : $room;
                }
                $others = $taken->there($leg);
                if ($others !== [] && array_filter($others, $taken->isFixed(...)) === $others) {
                    $locked = array_unique([...$locked, ...$others]);
                }
            }
        }
        if ($room === null && $sharing === null) {
            return ['no_weeks', 'No zone that suits it is in use and large enough for all of its weeks.'];
        }
        if ($locked !== []) {
            return ['locked', sprintf(
                '%s Only what stands there or is locked is in the way: %s.',
                self::roomWords($taken, $stay, $room, $sharing, $sayWeek),
                self::names(array_slice(array_values($locked), 0, 4)),
            )];
        }

        return [
            $room === null || ($sharing !== null && $sharing[0][0] === 0) ? 'sharing' : 'no_weeks',
            self::roomWords($taken, $stay, $room, $sharing, $sayWeek),
        ];
    }

    /**
     * @param ?array{0: list<int>, 1: int, 2: int, 3: int}          $room
     * @param ?array{0: list<int>, 1: int, 2: int, 3: list<string>} $sharing
     * @param \Closure(int): string                                 $sayWeek
     */
    private static function roomWords(Taken $taken, Stay $stay, ?array $room, ?array $sharing, \Closure $sayWeek): string
    {
        $words = [];
        if ($room !== null) {
            $words[] = sprintf(
                '%s comes nearest: %d %s short from %s.',
                $taken->spaces[$room[1]]->name,
                $room[3],
                $room[3] === 1 ? 'tray' : 'trays',
                $sayWeek($room[2]),
            );
        }
        if ($sharing !== null && ($room === null || $sharing[0][0] === 0)) {
            $words[] = sprintf(
                'In %s %s %s other water or warmth.',
                $taken->spaces[$sharing[1]]->name,
                self::names($sharing[3]),
                count($sharing[3]) === 1 ? 'wants' : 'want',
            );
        }

        return implode(' ', $words);
    }

    private static function further(Stay $stay, Taken $taken, int $way): ?BenchOption
    {
        for ($weeks = 1; $weeks <= self::FURTHER; ++$weeks) {
            $start = $way < 0 ? $stay->earliest - $weeks : $stay->latest + $weeks;
            foreach (array_keys($taken->spaces) as $space) {
                $leg = $stay->lay($space, $start)['leg'] ?? null;
                if ($leg !== null && $taken->fits($leg)) {
                    return new BenchOption($way < 0 ? 'earlier' : 'later', [$leg], weeks: $weeks);
                }
            }
        }

        return null;
    }

    private static function denser(Stay $stay, Taken $taken): ?BenchOption
    {
        $best = null;
        foreach (self::lays($stay, $taken, 1) as $leg) {
            if ($taken->clashing($leg) === []) {
                $room = min($stay->trays - 1, $taken->free($leg));
                if ($room * self::DENSER >= $stay->trays && ($best === null || $room > $best->trays)) {
                    $best = new Leg($leg->space, $leg->from, $leg->weeks, $room, $leg->comfort);
                }
            }
        }

        return $best === null ? null : new BenchOption('denser', [$best], trays: $best->trays);
    }

    private static function parted(Stay $stay, Taken $taken): ?BenchOption
    {
        for ($away = 0; $away <= $stay->latest - $stay->earliest; ++$away) {
            foreach (array_unique([$stay->preferred - $away, $stay->preferred + $away]) as $start) {
                $parts = $start < $stay->earliest || $start > $stay->latest ? [] : self::parts($stay, $taken, $start, 3);
                if ($parts !== []) {
                    return new BenchOption('split', $parts);
                }
            }
        }

        return null;
    }

    /** @return list<Leg> in several zones from the same week on; none where even they have not room enough */
    public static function parts(Stay $stay, Taken $taken, int $start, int $most): array
    {
        $found = [];
        foreach (array_keys($taken->spaces) as $space) {
            $leg = $stay->lay($space, $start, 1)['leg'] ?? null;
            if ($leg !== null && $taken->couldHold($leg) && $taken->clashing($leg) === [] && $taken->free($leg) > 0) {
                $found[] = [$taken->free($leg), $leg];
            }
        }
        usort($found, static fn (array $a, array $b) => [$b[0], $a[1]->space] <=> [$a[0], $b[1]->space]);
        $parts = [];
        $left = $stay->trays;
        foreach (array_slice($found, 0, $most) as [$room, $leg]) {
            if ($left > 0) {
                $parts[] = new Leg($leg->space, $start, $leg->weeks, min($room, $left), $leg->comfort);
                $left -= min($room, $left);
            }
        }

        return $left > 0 || count($parts) < 2 ? [] : $parts;
    }

    /** Begun in one zone and moved once to another. */
    public static function movedMidway(Stay $stay, Taken $taken): ?BenchOption
    {
        for ($start = $stay->earliest; $start <= $stay->latest; ++$start) {
            foreach (array_keys($taken->spaces) as $space) {
                $whole = $stay->lay($space, $start)['leg'] ?? null;
                for ($first = ($whole->weeks ?? 0) - 1; $whole !== null && $first > 0; --$first) {
                    $before = new Leg($space, $start, $first, $stay->trays, $stay->comfort);
                    $after = $taken->fits($before) ? self::rest($stay, $taken, $whole, $first) : null;
                    if ($after !== null) {
                        return new BenchOption('move', [$before, $after]);
                    }
                }
            }
        }

        return null;
    }

    /** Where a batch could go on after so many weeks in its first zone. */
    private static function rest(Stay $stay, Taken $taken, Leg $whole, int $first): ?Leg
    {
        foreach (array_keys($taken->spaces) as $space) {
            $there = $stay->lay($space, $whole->from)['leg'] ?? null;
            if ($there !== null && $space !== $whole->space) {
                $rest = new Leg($space, $whole->from + $first, max($whole->weeks, $there->weeks) - $first, $stay->trays, $stay->comfort);
                if ($taken->fits($rest)) {
                    return $rest;
                }
            }
        }

        return null;
    }

    /** @param array<string, Stay> $stays */
    private static function neighbour(Stay $stay, Taken $taken, array $stays): ?BenchOption
    {
        $tried = [];
        foreach (self::lays($stay, $taken, $stay->trays) as $leg) {
            $clashing = $taken->clashing($leg);
            foreach (count($clashing) > 1 ? [] : ($clashing ?: $taken->there($leg)) as $name) {
                $other = $stays[$name] ?? null;
                if ($other === null || $taken->isFixed($name) || isset($tried["{$name} {$leg->space} {$leg->from}"])) {
                    continue;
                }
                $tried["{$name} {$leg->space} {$leg->from}"] = true;
                $had = $taken->take($name);
                $to = null;
                if ($taken->fits($leg)) {
                    $taken->put($stay->name, false, $leg);
                    $to = self::place($other, $taken);
                    $taken->take($stay->name);
                }
                $taken->put($name, false, ...$had);
                if ($to !== null) {
                    return new BenchOption('neighbour', [$leg], neighbour: $name, neighbourLeg: $to);
                }
            }
        }

        return null;
    }

    private static function place(Stay $stay, Taken $taken): ?Leg
    {
        foreach (self::lays($stay, $taken, $stay->trays) as $leg) {
            if ($taken->fits($leg)) {
                return $leg;
            }
        }

        return null;
    }

    /** @return list<Leg> all lays of its window that zones alone allow, the nearest to what it likes first */
    private static function lays(Stay $stay, Taken $taken, int $trays): array
    {
        $lays = [];
        for ($start = $stay->earliest; $start <= $stay->latest; ++$start) {
            foreach (array_keys($taken->spaces) as $space) {
                $lay = $stay->lay($space, $start, $trays);
                if ($lay !== null && $taken->couldHold($lay['leg'])) {
                    $lays[] = [[$lay['cost'], $space, $start], $lay['leg']];
                }
            }
        }
        usort($lays, static fn (array $a, array $b) => $a[0] <=> $b[0]);

        return array_column($lays, 1);
    }

    /** @param list<string> $names */
    private static function names(array $names): string
    {
        $last = array_pop($names);

        return $names === [] ? (string) $last : implode(', ', $names).' and '.$last;
    }
}
