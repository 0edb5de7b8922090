<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** Trays under mist, week by week: what is asked for when it is liked best, what there is, and what a filling lays. */
final class MistNeed
{
    /** Of how many weeks the fullest are told. */
    private const FULLEST = 8;

    /** @param list<array{wanted: int, room: int, used: int}> $weeks */
    private function __construct(public readonly array $weeks)
    {
    }

    /**
     * @param list<int>                                    $misted numbers of the spaces under mist
     * @param array<string, array{space: int, from: int}> $liked  when each batch was planned, by name; what is not in it is liked where it lies
     */
    public static function of(Filled $filled, array $misted, array $liked, int $weeks): self
    {
        $wanted = array_fill(0, $weeks, 0);
        $add = static function (Comfort $comfort, int $from, int $stays, int $trays) use (&$wanted, $weeks): void {
            for ($week = max(0, $from); $comfort->mist->low >= 1 && $week < min($weeks, $from + $stays); ++$week) {
                $wanted[$week] += $trays;
            }
        };
        foreach ($filled->taken->legs() as $name => $legs) {
            foreach ($legs as $leg) {
                $add($leg->comfort, isset($filled->stays[$name], $liked[$name]) ? $liked[$name]['from'] : $leg->from, $leg->weeks, $leg->trays);
            }
        }
        foreach ($filled->unplaced as $stay) {
            foreach ($misted as $space) {
                $leg = $stay->lay($space, $stay->preferred)['leg'] ?? null;
                if ($leg !== null) {
                    $add($stay->comfort, $stay->preferred, $leg->weeks, $stay->trays);
                    break;
                }
            }
        }
        $weeks = [];
        foreach ($wanted as $week => $trays) {
            $room = $used = 0;
            foreach ($misted as $number) {
                $space = $filled->taken->spaces[$number];
                $room += $space->trays[$week];
                $used += $space->trays[$week] - $filled->taken->free(new Leg($number, $week, 1, 0, $space->comfort));
            }
            $weeks[] = ['wanted' => $trays, 'room' => $room, 'used' => $used];
        }

        return new self($weeks);
    }

    /** The share of the misted bench that is taken in its fullest weeks, one with another. */
    public function fullest(): float
    {
        $shares = array_map(static fn (array $week) => $week['room'] > 0 ? $week['used'] / $week['room'] : 0.0, $this->weeks);
        rsort($shares);
        $most = array_slice($shares, 0, self::FULLEST);

        return array_sum($most) / max(1, count($most));
    }
}
