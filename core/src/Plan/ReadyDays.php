<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

use WetCradle\Core\Calendar\DayNumber;

/** On which day the plants of a batch are ready, as far as that is known: by five days, each with the chance that it is no later. */
final class ReadyDays
{
    /** The chances of the five days, and where they lie in a normal distribution. */
    public const CHANCES = [0.1, 0.25, 0.5, 0.75, 0.9];
    private const GROWS_BY = 0.1;
    private const NORMAL = [-1.2816, -0.6745, 0.0, 0.6745, 1.2816];

    /** @param non-empty-list<int> $days five of them, by their numbers */
    private function __construct(private readonly array $days)
    {
    }

    /** Of what is rooted: plants grow faster or slower by a tenth of the days that they still have. */
    public static function growing(\DateTimeImmutable $ready, \DateTimeImmutable $today): self
    {
        $on = DayNumber::of($ready);
        $left = max(0, $on - DayNumber::of($today));

        return new self(array_map(static fn (float $z) => $on + (int) round($z * self::GROWS_BY * $left), self::NORMAL));
    }

    /**
     * Of what is only planned: it may root faster or slower than its way does, and is potted no sooner for that.
     *
     * @param \DateTimeImmutable $ready     as it is planned
     * @param int                $days      from sticking to weaning as planned
     * @param float              $speedLnSd how sure it is how fast a batch of its way roots
     */
    public static function planned(\DateTimeImmutable $ready, int $days, float $speedLnSd): self
    {
        return self::later($ready, array_map(static fn (float $z) => (int) round($days * (exp($z * $speedLnSd) - 1.0)), self::NORMAL));
    }

    /**
     * Of what is rooting: by the days after which it is rooted as far as is waited for, at the five chances.
     *
     * @param list<int> $roots   days since it was stuck
     * @param int       $days    from sticking to weaning as planned
     * @param int       $overdue days since it was to be potted
     */
    public static function rooting(\DateTimeImmutable $ready, array $roots, int $days, int $overdue): self
    {
        return self::later($ready, array_map(static fn (int $root) => max($overdue, $root - $days), $roots));
    }

    /** @param list<int> $late days later than planned; less than none is on the day */
    private static function later(\DateTimeImmutable $ready, array $late): self
    {
        $on = DayNumber::of($ready);
        $days = array_map(static fn (int $more) => $on + max(0, $more), $late);

        return new self($days === [] ? throw new \LogicException('There are five chances.') : $days);
    }

    /** The chance that they are ready on a day or before. */
    public function chanceBy(\DateTimeImmutable $day): float
    {
        $on = DayNumber::of($day);
        $chance = 0.0;
        foreach ($this->days as $i => $by) {
            if ($on < $by) {
                // Between two of the days it rises evenly; before the first of them it is less than its chance, and nothing a while before.
                $from = $this->days[$i - 1] ?? $by - max(1, ($this->days[1] ?? $by) - $by);
                $share = max(0.0, ($on - $from) / max(1, $by - $from));

                return $chance + $share * (self::CHANCES[$i] - $chance);
            }
            $chance = self::CHANCES[$i];
        }
        $last = $this->days[count($this->days) - 1];
        $tail = max(1, $last - $this->days[count($this->days) - 2]);

        return min(1.0, $chance + (1.0 - $chance) * ($on - $last) / $tail);
    }

    /** As likely sooner as later. */
    public function median(): \DateTimeImmutable
    {
        return DayNumber::day($this->days[intdiv(count($this->days), 2)]);
    }
}
