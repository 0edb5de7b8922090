<?php

declare(strict_types=1);

namespace WetCradle\Core\Plan;

/** On which day the plants of a batch are ready, as far as that is known: by five days, each with the chance that it is no later. */
final class ReadyDays
{
    /** The chances of the five days, and where they lie in a normal distribution. */
    public const CHANCES = [0.1, 0.25, 0.5, 0.75, 0.9];
    private const GROWS_BY = 0.1;
    private const NORMAL = [-1.2816, -0.6745, 0.0, 0.6745, 1.2816];

    /** @param non-empty-list<\DateTimeImmutable> $days five of them */
    private function __construct(private readonly array $days)
    {
    }

    /** Of what is rooted: plants grow faster or slower by a tenth of the days that they still have. */
    public static function growing(\DateTimeImmutable $ready, \DateTimeImmutable $today): self
    {
        $left = max(0, self::between($today, $ready));

        return new self(array_map(
            static fn (float $z) => $ready->modify(sprintf('%+d days', (int) round($z * self::GROWS_BY * $left))),
            self::NORMAL,
        ));
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
        $days = array_map(static fn (int $more) => $ready->modify(sprintf('+%d days', max(0, $more))), $late);

        return new self($days === [] ? throw new \LogicException('There are five chances.') : $days);
    }

    /** The chance that they are ready on a day or before. */
    public function chanceBy(\DateTimeImmutable $day): float
    {
        $chance = 0.0;
        foreach ($this->days as $i => $by) {
            if ($day < $by) {
                $before = $this->days[$i - 1] ?? null;
                // Between two of the days it rises evenly; before the first of them it is less than its chance, and nothing a while before.
                $from = $before ?? $by->modify(sprintf('-%d days', max(1, self::between($by, $this->days[1] ?? $by))));
                $share = max(0.0, self::between($from, $day) / max(1, self::between($from, $by)));

                return $chance + $share * (self::CHANCES[$i] - $chance);
            }
            $chance = self::CHANCES[$i];
        }
        $last = $this->days[count($this->days) - 1];
        $tail = max(1, self::between($this->days[count($this->days) - 2], $last));

        return min(1.0, $chance + (1.0 - $chance) * self::between($last, $day) / $tail);
    }

    /** As likely sooner as later. */
    public function median(): \DateTimeImmutable
    {
        return $this->days[intdiv(count($this->days), 2)];
    }

    private static function between(\DateTimeImmutable $from, \DateTimeImmutable $to): int
    {
        return (int) $from->diff($to)->format('%r%a');
    }
}
