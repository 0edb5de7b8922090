<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/**
 * Whether a filled house can be as it is said to be, reckoned from the rules alone and week by week. It shares nothing
 * with the search, so that neither can hide the other's mistake.
 */
final class FillingCheck
{
    /**
     * @param list<Space>              $spaces
     * @param list<Stay>               $stays    that were to be placed
     * @param array<string, list<Leg>> $placed   by name
     * @param array<string, list<Leg>> $standing what stood there before and stays: it may be at fault among itself, but nobody may join such a fault
     *
     * @return list<string> faults; none where all is well
     */
    public static function faults(int $weeks, array $spaces, array $stays, array $placed, array $standing = []): array
    {
        $faults = [];
        $asked = [];
        foreach ($stays as $stay) {
            $asked[$stay->name] = $stay;
        }
        foreach ($placed as $name => $legs) {
            $stay = $asked[$name] ?? null;
            if ($stay === null) {
                $faults[] = sprintf('%s was never asked for.', $name);
                continue;
            }
            foreach ($legs as $leg) {
                if (!isset($spaces[$leg->space])) {
                    $faults[] = sprintf('%s lies in no zone that there is.', $name);
                    continue 2;
                }
                if ($leg->from < 0 || $leg->weeks < 1 || $leg->from + $leg->weeks > $weeks) {
                    $faults[] = sprintf('%s lies outside the weeks that there are.', $name);
                }
                if ($leg->comfort->key() !== $stay->comfort->key()) {
                    $faults[] = sprintf('%s is said to want what it does not.', $name);
                }
            }
            if ($legs !== []) {
                array_push($faults, ...self::itself($stay, $legs));
            }
        }
        $by = self::byCell($placed + $standing);
        foreach (self::byCell($placed) as $at => $new) {
            [$number, $week] = array_map(intval(...), explode(' ', $at));
            if (isset($spaces[$number]->trays[$week])) {
                array_push($faults, ...self::cell($spaces[$number], $week, $new, $by[$at]));
            }
        }

        return $faults;
    }

    /**
     * @param non-empty-list<Leg> $legs
     *
     * @return list<string>
     */
    private static function itself(Stay $stay, array $legs): array
    {
        $faults = [];
        $start = min(array_map(static fn (Leg $l) => $l->from, $legs));
        if ($start < $stay->earliest || $start > $stay->latest) {
            $faults[] = sprintf('%s begins in week %d, not from %d to %d.', $stay->name, $start, $stay->earliest, $stay->latest);
        }
        $weekly = [];
        $wanted = 0;
        foreach ($legs as $leg) {
            if ($leg->from === $start) {
                $wanted = max($wanted, $stay->lay($leg->space, $start)['leg']->weeks ?? 0);
            }
            for ($week = $leg->from; $week < $leg->from + $leg->weeks; ++$week) {
                $weekly[$week] = ($weekly[$week] ?? 0) + $leg->trays;
            }
        }
        if (array_unique(array_values($weekly)) !== [$stay->trays]) {
            $faults[] = sprintf('%s has not the %d trays it asked for in each of its weeks.', $stay->name, $stay->trays);
        }
        if (count($weekly) < $wanted || $wanted === 0) {
            $faults[] = sprintf('%s lies there for %d weeks instead of %d.', $stay->name, count($weekly), $wanted);
        }
        if (!$stay->mayPart && count(array_filter($legs, static fn (Leg $l) => $l->from === $start)) > 1) {
            $faults[] = sprintf('%s may not be parted.', $stay->name);
        }
        if (!$stay->mayMove && count(array_filter($legs, static fn (Leg $l) => $l->from !== $start)) > 0) {
            $faults[] = sprintf('%s may not be moved midway.', $stay->name);
        }

        return $faults;
    }

    /**
     * @param array<string, list<Leg>> $batches
     *
     * @return array<string, list<array{0: string, 1: Leg}>> by space and week
     */
    private static function byCell(array $batches): array
    {
        $together = [];
        foreach ($batches as $name => $legs) {
            foreach ($legs as $leg) {
                for ($week = $leg->from; $week < $leg->from + $leg->weeks; ++$week) {
                    $together["{$leg->space} {$week}"][] = [(string) $name, $leg];
                }
            }
        }

        return $together;
    }

    /**
     * @param list<array{0: string, 1: Leg}> $new who was placed there
     * @param list<array{0: string, 1: Leg}> $all who is there
     *
     * @return list<string>
     */
    private static function cell(Space $space, int $week, array $new, array $all): array
    {
        $faults = [];
        $trays = array_sum(array_map(static fn (array $lying) => $lying[1]->trays, $all));
        if ($trays > $space->trays[$week]) {
            $faults[] = sprintf('%s holds %d trays in week %d; %d are to lie there.', $space->name, $space->trays[$week], $week, $trays);
        }
        foreach ($new as [$name, $leg]) {
            if (!$leg->comfort->meets($space->comfort)) {
                $faults[] = sprintf('%s cannot give %s the water and warmth it wants.', $space->name, $name);
            }
            foreach ($all as [$other, $beside]) {
                if ($other !== $name && !$leg->comfort->meets($beside->comfort)) {
                    $faults[] = sprintf('%s and %s cannot share %s in week %d.', $name, $other, $space->name, $week);
                }
            }
        }

        return $faults;
    }
}
