<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\Ground;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;

/** Where a batch in its trays lies from week to week: in its first zone, and from the day it moves on in the next. */
final class Whereabouts
{
    /**
     * The weeks in which it takes up bench: from sticking to the week before it is, or was, potted. What is overdue and
     * stands there still blocks its place for this week at least.
     *
     * @param int                 $positions  tray positions that it takes
     * @param \DateTimeImmutable  $from       stuck, or to be
     * @param \DateTimeImmutable  $off        potted, or to be
     * @param bool                $isStanding whether it is stuck and has not left
     * @param Ground              $ground     on which it roots
     */
    public static function tenant(
        string $code,
        int $positions,
        \DateTimeImmutable $from,
        \DateTimeImmutable $off,
        bool $isStanding,
        Range $heat,
        Range $mist,
        \DateTimeImmutable $today,
        Ground $ground = Ground::Bench,
    ): Tenant {
        $last = $off->modify('-1 day');
        $first = Week::containing($from);
        $to = Week::containing($isStanding ? max($last, $today) : $last);

        $tenant = Tenant::of($code, $positions, $first, $first->until($to) < 0 ? $first : $to, $heat, $mist);

        return $tenant->onGround($ground);
    }

    /**
     * Whether a move waits for a weaning that is due: on the day on which it was to be weaned it goes on, but until somebody
     * begins it, what is stuck lies where it rooted.
     */
    public static function waitsForWeaning(\DateTimeImmutable $from, \DateTimeImmutable $weanOn, bool $isStuck, bool $hasBegun): bool
    {
        return $isStuck && !$hasBegun && ($from <=> $weanOn) === 0;
    }

    /**
     * When a batch is carried elsewhere: with a weaning that is overdue, today. What is counted, or off its bench, is weaned with
     * nothing, and is not carried for that.
     *
     * @param list<array{zone: int, from: \DateTimeImmutable}> $moves  in order
     * @param bool                                             $isOver whether it is counted, or has left its bench
     *
     * @return list<array{zone: int, from: \DateTimeImmutable}>
     */
    public static function carried(
        array $moves,
        \DateTimeImmutable $weanOn,
        bool $isStuck,
        bool $hasBegun,
        bool $isOver,
        \DateTimeImmutable $today,
    ): array {
        $carried = [];
        foreach ($moves as $move) {
            $waits = self::waitsForWeaning($move['from'], $weanOn, $isStuck, $hasBegun);
            if (!$waits || !$isOver) {
                $carried[] = $waits ? ['zone' => $move['zone'], 'from' => max($move['from'], $today)] : $move;
            }
        }

        return $carried;
    }

    /**
     * Moves as the bench has to reckon with them: what waits for its weaning, or is carried later in this week, stands in its
     * old place for this week. What is left longer after a count is weaned with nothing, and stays.
     *
     * @param list<array{zone: int, from: \DateTimeImmutable}> $moves in order
     *
     * @return list<array{zone: int, from: \DateTimeImmutable}>
     */
    public static function reckonedWith(
        array $moves,
        \DateTimeImmutable $weanOn,
        bool $isStuck,
        bool $hasBegun,
        bool $isCounted,
        \DateTimeImmutable $today,
    ): array {
        $moves = array_values(array_filter(
            $moves,
            static fn (array $move) => !$isCounted || !self::waitsForWeaning($move['from'], $weanOn, $isStuck, $hasBegun),
        ));
        $next = Week::containing($today)->plus(1)->monday();

        return array_map(static function (array $move) use ($weanOn, $isStuck, $hasBegun, $today, $next): array {
            $isMade = $move['from'] <= $today && !self::waitsForWeaning($move['from'], $weanOn, $isStuck, $hasBegun);

            return $isMade ? $move : ['zone' => $move['zone'], 'from' => max($move['from'], $next)];
        }, $moves);
    }

    /**
     * @param int                                               $zone  the first
     * @param list<array{zone: int, from: \DateTimeImmutable}> $moves in order
     *
     * @return non-empty-list<array{zone: int, tenant: Tenant}> moved after it was weaned, it wants no mist there
     */
    public static function legs(Tenant $whole, int $zone, \DateTimeImmutable $weanOn, array $moves, HouseDefaults $house): array
    {
        $legs = [];
        $from = $whole->from;
        $moved = null;
        foreach ($moves as $move) {
            $week = Week::containing($move['from']);
            if ($week->until($whole->to) < 0 || $from->until($week) <= 0) {
                continue;
            }
            $legs[] = ['zone' => $zone, 'tenant' => self::stretch($whole, $moved, $weanOn, $from, $week->plus(-1), $house)];
            [$from, $zone, $moved] = [$week, $move['zone'], $move['from']];
        }
        $legs[] = ['zone' => $zone, 'tenant' => self::stretch($whole, $moved, $weanOn, $from, $whole->to, $house)];

        return $legs;
    }

    /**
     * The same, on fewer places from a week on: what is left of it was set together.
     *
     * @param non-empty-list<array{zone: int, tenant: Tenant}> $legs
     *
     * @return non-empty-list<array{zone: int, tenant: Tenant}>
     */
    public static function fewerFrom(array $legs, Week $now, int $positions): array
    {
        $after = [];
        foreach ($legs as ['zone' => $zone, 'tenant' => $tenant]) {
            if ($positions >= $tenant->trays || $tenant->to->until($now) > 0) {
                $after[] = ['zone' => $zone, 'tenant' => $tenant];
                continue;
            }
            if ($tenant->from->until($now) > 0) {
                $after[] = ['zone' => $zone, 'tenant' => $tenant->during($tenant->from, $now->plus(-1))];
            }
            $after[] = ['zone' => $zone, 'tenant' => $tenant->on($positions)->during($tenant->from->until($now) > 0 ? $now : $tenant->from, $tenant->to)];
        }

        return $after;
    }

    /**
     * The same, with what is left over of it in the last tray of another batch, for as long as that lies in the same zone.
     *
     * @param non-empty-list<array{zone: int, tenant: Tenant}> $legs
     * @param list<array{zone: int, tenant: Tenant}>           $host    where the other lies
     * @param int                                              $besides positions of the trays that it has to itself; none where all of it stands there
     *
     * @return non-empty-list<array{zone: int, tenant: Tenant}>
     */
    public static function inTrayOf(array $legs, array $host, int $besides): array
    {
        $after = [];
        foreach ($legs as ['zone' => $zone, 'tenant' => $tenant]) {
            $from = $tenant->from;
            foreach ($host as ['zone' => $its, 'tenant' => $other]) {
                if ($its !== $zone || $from->until($tenant->to) < 0 || !$other->meets($tenant->during($from, $tenant->to))) {
                    continue;
                }
                if ($from->until($other->from) > 0) {
                    $after[] = ['zone' => $zone, 'tenant' => $tenant->during($from, $other->from->plus(-1))];
                    $from = $other->from;
                }
                $to = $other->to->until($tenant->to) > 0 ? $other->to : $tenant->to;
                $after[] = ['zone' => $zone, 'tenant' => $tenant->on($besides)->during($from, $to)];
                $from = $to->plus(1);
            }
            if ($from->until($tenant->to) >= 0) {
                $after[] = ['zone' => $zone, 'tenant' => $tenant->during($from, $tenant->to)];
            }
        }

        return $after === [] ? $legs : $after;
    }

    private static function stretch(Tenant $whole, ?\DateTimeImmutable $movedOn, \DateTimeImmutable $weanOn, Week $from, Week $to, HouseDefaults $house): Tenant
    {
        return $movedOn === null ? $whole->during($from, $to) : $whole->movedOn($movedOn, $weanOn, $from, $to, $house);
    }
}
