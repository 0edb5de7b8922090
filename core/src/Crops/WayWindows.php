<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** When one way's material is right on this site: its windows moved for the climate, and pinned where a sign was seen. */
final class WayWindows
{
    /** A sign speaks for the window that should open within so many weeks of it. */
    private const PIN_REACH = 20;
    public const CLOSING = 1;

    /** @var array<int, list<OpenWeeks>> by the year in which they begin at the reference */
    private array $years = [];
    /** @var array<int, list<OpenWeeks>> all that may touch a week of a year, by that year */
    private array $around = [];

    /**
     * @param non-empty-list<SignedWindow> $windows at the reference climate
     * @param list<SignSeen>               $seen
     */
    private function __construct(private readonly array $windows, private readonly WindowShift $shift, private readonly array $seen)
    {
    }

    /**
     * @param non-empty-list<SignedWindow> $windows at the reference climate
     * @param list<SignSeen>               $seen
     *
     * @throws Refused for `window`
     */
    public static function of(array $windows, WindowShift $shift, array $seen = []): self
    {
        foreach ($seen as $sign) {
            if (!isset($windows[$sign->window])) {
                throw Refused::because('unknown', 'window', Fact::of('refused.way_windows.unknown', window: $sign->window + 1));
            }
        }

        return new self($windows, $shift, $seen);
    }

    public function isOpenIn(Week $week): bool
    {
        return $this->opensIn($week) === 0;
    }

    /** Weeks from this one until one of its windows is open; 0 when one is. */
    public function opensIn(Week $week): int
    {
        return max(0, $week->until($this->openOrNext($week)->from));
    }

    /** The run that holds this week, or else the next one. */
    public function openOrNext(Week $week): OpenWeeks
    {
        $now = $week->ordinal();
        $next = null;
        foreach ($this->around($week) as $run) {
            if ($run->to->ordinal() >= $now && ($next === null || $run->from->ordinal() < $next->from->ordinal())) {
                $next = $run;
            }
        }

        return $next ?? throw new \LogicException('Some window always comes.');
    }

    /** "open", "closing" (this week or the next is its last), "next" (opens within eight weeks) or "later". */
    public function state(Week $week): string
    {
        $run = $this->openOrNext($week);
        $opens = $week->until($run->from);

        return match (true) {
            $opens <= 0 => $week->until($run->to) <= self::CLOSING ? 'closing' : 'open',
            default => $opens <= 8 ? 'next' : 'later',
        };
    }

    /**
     * Runs that touch these weeks.
     *
     * @return list<OpenWeeks>
     */
    public function during(Week $from, Week $to): array
    {
        $runs = [];
        for ($year = (int) $from->monday()->format('o') - 2; $year <= (int) $to->monday()->format('o') + 1; ++$year) {
            foreach ($this->inYear($year) as $run) {
                if ($run->from->until($to) >= 0 && $from->until($run->to) >= 0) {
                    $runs[] = $run;
                }
            }
        }

        return $runs;
    }

    /**
     * The run that a sign seen in this week would speak for, as the calendar has it: that it begins, or that it is over.
     *
     * @throws Refused for `on`
     */
    public function expectedFor(int $window, Week $seen, bool $isOver = false): OpenWeeks
    {
        $plain = self::of($this->windows, $this->shift);
        $away = static fn (OpenWeeks $run) => abs(($isOver ? $run->to : $run->from)->until($seen));
        $best = null;
        foreach ($plain->around($seen) as $run) {
            if ($run->window === $window && ($best === null || $away($run) < $away($best))) {
                $best = $run;
            }
        }
        if ($best === null || $away($best) > self::PIN_REACH) {
            throw Refused::because(
                'out_of_range',
                'on',
                Fact::of('refused.way_windows.out_of_range', pinReach: self::PIN_REACH),
            );
        }

        return $best;
    }

    /** @return list<OpenWeeks> */
    private function around(Week $week): array
    {
        $year = (int) $week->monday()->format('o');

        return $this->around[$year] ??= [...$this->inYear($year - 2), ...$this->inYear($year - 1), ...$this->inYear($year), ...$this->inYear($year + 1)];
    }

    /** @return list<OpenWeeks> */
    private function inYear(int $year): array
    {
        return $this->years[$year] ??= array_map(fn (int $i) => $this->run($i, $year), array_keys($this->windows));
    }

    private function run(int $i, int $year): OpenWeeks
    {
        $window = $this->windows[$i];
        [$from, $to] = $window->weeks->in($year);
        $south = $this->shift->hemisphereWeeks();
        $first = $from->plus($south + $this->shift->weeksLater($window->weeks->from));
        $last = $to->plus($south + $this->shift->weeksLater($window->weeks->to));
        if ($first->until($last) < 0) {
            $last = $first;
        }
        $why = $this->shift->words($window->weeks->from);
        $moved = null;
        foreach ($this->seen as $seen) {
            if (!$seen->isOver && $seen->window === $i && abs($first->until($seen->week)) <= self::PIN_REACH) {
                $moved = $first->until($seen->week);
                [$first, $last, $why] = [$seen->week, $last->plus($moved), Fact::of('crops.sign_seen', on: $seen->week->written())];
                break;
            }
        }
        foreach ($this->seen as $seen) {
            if ($seen->isOver && $seen->window === $i && abs($last->until($seen->week)) <= self::PIN_REACH) {
                // In the week in which it is seen to be over nothing is taken any more.
                $before = $seen->week->plus(-1);
                [$last, $why] = [$first->until($before) < 0 ? $first : $before, Fact::of('crops.sign_over', on: $seen->week->written())];
                break;
            }
        }

        return new OpenWeeks($first, $last, $window->sign, $i, $why, $moved);
    }
}
