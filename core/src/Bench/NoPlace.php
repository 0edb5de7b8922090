<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;

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
    private function __construct(public readonly string $name, public readonly string $reason, public readonly Fact $words, public readonly array $options)
    {
    }

    /**
     * @param array<string, Stay>   $stays   all that were asked for, by name
     * @param \Closure(int): (Week|Fact) $week the week of a number
     * @param bool                  $deeply  whether neighbours are tried elsewhere, which takes longest
     */
    public static function of(Stay $stay, Taken $taken, array $stays, \Closure $week, bool $deeply = true): self
    {
        [$reason, $words] = self::because($stay, $taken, $week);
        $options = [];
        if ($reason !== 'no_warmth' && $reason !== 'no_water' && $reason !== 'no_such_zone') {
            $options = array_values(array_filter([
                self::further($stay, $taken, false),
                self::further($stay, $taken, true),
                self::denser($stay, $taken),
                self::parted($stay, $taken),
                self::movedMidway($stay, $taken),
                $deeply ? self::neighbour($stay, $taken, $stays) : null,
            ]));
        }

        return new self($stay->name, $reason, $words, $options);
    }

    /**
     * @param \Closure(int): (Week|Fact) $week
     *
     * @return array{0: string, 1: Fact}
     */
    private static function because(Stay $stay, Taken $taken, \Closure $week): array
    {
        $spaces = $taken->spaces;
        $warm = array_filter($spaces, static fn (Space $s) => $s->comfort->heat->overlaps($stay->comfort->heat));
        $wet = array_filter($spaces, static fn (Space $s) => $s->comfort->mist->overlaps($stay->comfort->mist));
        $both = array_intersect_key($warm, $wet);
        if ($spaces === [] || $warm === []) {
            return ['no_warmth', Fact::of('no_place.no_warmth', wants: Fact::warmth($stay->comfort->heat))];
        }
        if ($wet === []) {
            return ['no_water', Fact::of('no_place.no_water', wants: $stay->comfort->mist)];
        }
        if ($both === []) {
            return ['no_such_zone', Fact::of('no_place.no_such_zone', warmth: Fact::warmth($stay->comfort->heat), mist: $stay->comfort->mist)];
        }
        $most = max(array_map(static fn (Space $s) => max([0, ...$s->trays]), $both));
        if ($most < $stay->trays) {
            return ['too_big', Fact::of('no_place.too_big', trays: $stay->trays, largest: $most)];
        }

        return self::full($stay, $taken, array_keys($both), $week);
    }

    /**
     * @param list<int>             $spaces
     * @param \Closure(int): (Week|Fact) $week
     *
     * @return array{0: string, 1: Fact}
     */
    private static function full(Stay $stay, Taken $taken, array $spaces, \Closure $week): array
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
            return ['no_weeks', Fact::of('no_place.none_in_use')];
        }
        if ($locked !== []) {
            return ['locked', Fact::together(
                ...self::nearest($taken, $room, $sharing, $week),
                ...[Fact::of('no_place.locked', batches: array_slice(array_values($locked), 0, 4))],
            )];
        }

        return [
            $room === null || ($sharing !== null && $sharing[0][0] === 0) ? 'sharing' : 'no_weeks',
            Fact::together(...self::nearest($taken, $room, $sharing, $week)),
        ];
    }

    /**
     * @param ?array{0: list<int>, 1: int, 2: int, 3: int}          $room
     * @param ?array{0: list<int>, 1: int, 2: int, 3: list<string>} $sharing
     * @param \Closure(int): (Week|Fact)                            $week
     *
     * @return list<Fact>
     */
    private static function nearest(Taken $taken, ?array $room, ?array $sharing, \Closure $week): array
    {
        $facts = [];
        if ($room !== null) {
            $facts[] = Fact::of('no_place.no_room', zone: $taken->spaces[$room[1]]->name, trays: $room[3], from: $week($room[2]));
        }
        if ($sharing !== null && ($room === null || $sharing[0][0] === 0)) {
            $facts[] = Fact::of('no_place.sharing', zone: $taken->spaces[$sharing[1]]->name, others: $sharing[3], many: count($sharing[3]));
        }

        return $facts;
    }

    private static function further(Stay $stay, Taken $taken, bool $isLater): ?BenchOption
    {
        for ($weeks = 1; $weeks <= self::FURTHER; ++$weeks) {
            $start = $isLater ? $stay->latest + $weeks : $stay->earliest - $weeks;
            foreach (array_keys($taken->spaces) as $space) {
                $leg = $stay->lay($space, $start)['leg'] ?? null;
                if ($leg !== null && $taken->fits($leg)) {
                    return new BenchOption($isLater ? 'later' : 'earlier', [$leg], weeks: $weeks);
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
        $legs = [];
        foreach (array_keys($taken->spaces) as $space) {
            $leg = $stay->lay($space, $start, 1)['leg'] ?? null;
            if ($leg !== null && $taken->couldHold($leg) && $taken->clashing($leg) === []) {
                $legs[] = [$taken->free($leg), $leg];
            }
        }
        usort($legs, static fn (array $a, array $b) => [$b[0], $a[1]->space] <=> [$a[0], $b[1]->space]);
        $parts = [];
        $left = $stay->trays;
        foreach (array_slice($legs, 0, $most) as [$room, $leg]) {
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
}
