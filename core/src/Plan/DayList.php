<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;

/**
 * The next thing, and all after it, in the order of a day in the house: before all, orders that will be short; stick early, then the round, then potting,
 * and in the evening whatever is wanted and not yet planned. Within each, what is latest comes first.
 */
final class DayList
{
    private const DAYS_BETWEEN_CHECKS = 7;
    /** Of the days until the first roots may show, the part that passes before anybody looks. */
    private const FIRST_LOOK = 0.6;

    /**
     * @param list<Outlook>                                         $outlooks
     * @param list<array{order: string, plants: int, planBy: \DateTimeImmutable}> $unplanned orders no batch serves yet
     * @param list<array{order: string, short: int, due: \DateTimeImmutable, why: string, mendable: bool}> $short orders that will miss by what is known today; due is the last day to mend one
     * @param Week                                                  $week      the week on the rail; overdue work shows in the running week only
     *
     * @return list<NextThing>
     */
    public static function of(array $outlooks, array $unplanned, array $short, Week $week, \DateTimeImmutable $today): array
    {
        $running = $week->holds($today);
        $things = [];
        foreach ($outlooks as $one) {
            [$job, $due, $why] = self::jobOf($one) ?? [null, null, ''];
            if ($job !== null && $due !== null && self::falls($due, $week, $running)) {
                $things[] = new NextThing($job, $one->batch, $one->line, $one->planned + $one->stuck + $one->rooted, $due, $running ? self::late($due, $today) : 0, $why);
            }
        }
        foreach ($unplanned as $wanted) {
            if (self::falls($wanted['planBy'], $week, $running)) {
                $things[] = new NextThing(Job::Plan, $wanted['order'], null, $wanted['plants'], $wanted['planBy'], $running ? self::late($wanted['planBy'], $today) : 0, 'no batch planned yet');
            }
        }
        foreach ($running ? $short : [] as $order) {
            $things[] = new NextThing(Job::Short, $order['order'], null, $order['short'], $order['due'], 0, $order['why'], $order['mendable']);
        }
        usort($things, static fn (NextThing $a, NextThing $b) => [$a->job->placeInDay(), !$a->mendable, $a->due, $a->about, $a->line] <=> [$b->job->placeInDay(), !$b->mendable, $b->due, $b->about, $b->line]);

        return $things;
    }

    /** @return array{0: Job, 1: \DateTimeImmutable, 2: string}|null */
    private static function jobOf(Outlook $one): ?array
    {
        if ($one->planned > 0) {
            return [Job::Stick, $one->stickOn, 'planned to be stuck'];
        }
        if ($one->rooted > 0) {
            return [Job::Pot, $one->lastCheckOn ?? $one->potOn, sprintf('%d have roots', $one->rooted)];
        }
        if ($one->stuck === 0) {
            return null;
        }
        if ($one->potBecause !== null) {
            return [Job::Pot, $one->lastCheckOn ?? $one->potOn, $one->potBecause];
        }
        $days = (int) $one->stickOn->diff($one->rootedFrom)->format('%r%a');
        $due = $one->lastCheckOn?->modify(sprintf('+%d days', self::DAYS_BETWEEN_CHECKS))
            ?? $one->stickOn->modify(sprintf('+%d days', (int) round(self::FIRST_LOOK * $days)));

        return [Job::Check, $due, match (true) {
            $one->leftLonger => 'left longer after a count',
            $one->lastCheckOn === null => 'first look for roots',
            default => 'a week since the last check',
        }];
    }

    private static function falls(\DateTimeImmutable $due, Week $week, bool $running): bool
    {
        return $due <= $week->sunday() && ($running || $due >= $week->monday());
    }

    private static function late(\DateTimeImmutable $due, \DateTimeImmutable $today): int
    {
        return max(0, (int) $due->diff($today)->format('%r%a'));
    }
}
