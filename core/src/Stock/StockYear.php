<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/**
 * The year of stock plants that are taken from until they are left to the frost, cut down, kept dormant, started again in
 * warmth, and taken from some weeks later. Weeks are those of the calendar; what somebody did on another day counts.
 */
final class StockYear
{
    private const WEEKS = 52;
    /** So many days off its week, what was done still belongs to that winter. */
    private const OF_THAT_WINTER = 70;
    private const LONGEST_WEEKS = 48;

    /**
     * @param list<\DateTimeImmutable> $cutDown   days on which they were cut down
     * @param list<\DateTimeImmutable> $restarted days on which they were started again
     */
    private function __construct(
        private readonly int $restFrom,
        private readonly int $restart,
        private readonly int $firstTakeAfter,
        private readonly array $cutDown,
        private readonly array $restarted,
    ) {
    }

    /**
     * @param int                      $restFrom       week of the year from which nothing is taken
     * @param int                      $restart        week of the year in which they are started again
     * @param int                      $firstTakeAfter weeks from then until the first take
     * @param list<\DateTimeImmutable> $cutDown        days on which they were cut down
     * @param list<\DateTimeImmutable> $restarted      days on which they were started again
     *
     * @throws Refused for `restFrom`, `restartIn` or `firstTakeAfter`
     */
    public static function of(int $restFrom, int $restart, int $firstTakeAfter, array $cutDown = [], array $restarted = []): self
    {
        foreach (['restFrom' => $restFrom, 'restartIn' => $restart] as $field => $week) {
            if ($week < 1 || $week > self::WEEKS) {
                throw Refused::because('out_of_range', $field, Fact::of('refused.stock_year.no_week', weeks: self::WEEKS));
            }
        }
        $rests = ($restart - $restFrom + self::WEEKS) % self::WEEKS;
        if ($rests === 0 || $rests + $firstTakeAfter > self::LONGEST_WEEKS) {
            throw Refused::because('out_of_range', 'restartIn', Fact::of('refused.stock_year.no_time_left', most: self::LONGEST_WEEKS));
        }
        if ($firstTakeAfter < 0) {
            throw Refused::because('negative', 'firstTakeAfter', Fact::of('refused.stock_year.negative'));
        }

        return new self($restFrom, $restart, $firstTakeAfter, $cutDown, $restarted);
    }

    /** The rest in which nothing is taken in all or part of a week; null where it may be. */
    public function restIn(Week $week): ?StockRest
    {
        return $this->restTouching($week->monday(), $week->sunday());
    }

    /** The rest that holds a day; null where something may be taken on it. */
    public function restOn(\DateTimeImmutable $day): ?StockRest
    {
        return $this->restTouching($day, $day);
    }

    /** The rest that begins next after a day, or that holds it. */
    public function nextRest(\DateTimeImmutable $day): StockRest
    {
        for ($year = (int) $day->format('o') - 1;; ++$year) {
            $rest = $this->restOf($year);
            if ($day < $rest->takeFrom) {
                return $rest;
            }
        }
    }

    /** Whether they were cut down and grew anew between two weeks. */
    public function restsBetween(Week $before, Week $after): bool
    {
        for ($year = (int) $before->monday()->format('o'); $year <= (int) $after->monday()->format('o'); ++$year) {
            $rest = $this->restOf($year);
            if ($rest->from > $before->monday() && $rest->takeFrom <= $after->sunday()) {
                return true;
            }
        }

        return false;
    }

    private function restTouching(\DateTimeImmutable $first, \DateTimeImmutable $last): ?StockRest
    {
        foreach ([-1, 0] as $off) {
            $rest = $this->restOf((int) $last->format('o') + $off);
            if ($rest->touches($first, $last)) {
                return $rest;
            }
        }

        return null;
    }

    /** The rest that begins in a year. */
    private function restOf(int $year): StockRest
    {
        $restartYear = $this->restart > $this->restFrom ? $year : $year + 1;
        $from = self::nearest($this->cutDown, self::mondayOf($year, $this->restFrom));
        $restart = max($from, self::nearest($this->restarted, self::mondayOf($restartYear, $this->restart)));

        return new StockRest($from, $restart, $restart->modify(sprintf('+%d weeks', $this->firstTakeAfter)));
    }

    private static function mondayOf(int $year, int $week): \DateTimeImmutable
    {
        return Week::inYear($year, $week)->monday();
    }

    /** @param list<\DateTimeImmutable> $done */
    private static function nearest(array $done, \DateTimeImmutable $planned): \DateTimeImmutable
    {
        $found = null;
        foreach ($done as $day) {
            if (abs((int) $planned->diff($day)->format('%r%a')) <= self::OF_THAT_WINTER) {
                $found = $day;
            }
        }

        return $found ?? $planned;
    }
}
