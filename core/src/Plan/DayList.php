<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;

/**
 * The next thing, and all after it, in the order of a day in the house: before all, orders that will be short; stick early, wean, then the round, then potting,
 * and in the evening whatever is wanted and not yet planned. Within each, what is latest comes first.
 */
final class DayList
{
    /**
     * @param list<Outlook>                                         $outlooks
     * @param list<array{order: string, plants: int, planBy: \DateTimeImmutable}> $unplanned orders no batch serves yet, each with its last
     *                                                                            day to stick; asked for some weeks before it
     * @param list<array{
     *     order: string, short: int, due: \DateTimeImmutable, why: Fact, mendable: bool,
     * }> $short orders that will miss by what is known today; due is the last day to mend one
     * @param Week                                                  $week      the week on the rail; overdue work shows in the running week only
     *
     * @return list<NextThing>
     */
    public static function of(array $outlooks, array $unplanned, array $short, Week $week, \DateTimeImmutable $today, HouseDefaults $house): array
    {
        $running = $week->holds($today);
        $things = [];
        foreach ($outlooks as $outlook) {
            foreach (array_filter([$outlook->wean($house), $outlook->next($house)]) as $due) {
                if (self::falls($due->on, $week, $running)) {
                    $things[] = new NextThing(
                        $due->job,
                        $outlook->batch,
                        $outlook->line,
                        $outlook->planned + $outlook->stuck + $outlook->rooted,
                        $due->on,
                        $running ? self::late($due->on, $today) : 0,
                        $due->why,
                        step: $due->step,
                    );
                }
            }
        }
        foreach ($unplanned as $wanted) {
            $ask = $wanted['planBy']->modify(sprintf('-%d weeks', $house->whole(HouseDefault::AskAhead)));
            if (self::falls($ask, $week, $running)) {
                $things[] = new NextThing(
                    Job::Plan,
                    $wanted['order'],
                    null,
                    $wanted['plants'],
                    $wanted['planBy'],
                    $running ? self::late($wanted['planBy'], $today) : 0,
                    Fact::of('due.unplanned'),
                );
            }
        }
        foreach ($running ? $short : [] as $order) {
            $things[] = new NextThing(Job::Short, $order['order'], null, $order['short'], $order['due'], 0, $order['why'], $order['mendable']);
        }
        usort(
            $things,
            static fn (NextThing $a, NextThing $b) => [
                $a->job->placeInDay(), !$a->mendable, $a->due, $a->about, $a->line,
            ] <=> [$b->job->placeInDay(), !$b->mendable, $b->due, $b->about, $b->line],
        );

        return $things;
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
